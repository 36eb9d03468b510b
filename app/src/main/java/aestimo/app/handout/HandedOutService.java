package aestimo.app.handout;

import aestimo.app.frame.OpenClass;
import aestimo.app.handout.HandOutMapper.FileRow;
import aestimo.app.handout.HandOutMapper.HandedOutRow;
import aestimo.app.letters.Letter;
import aestimo.app.letters.MadeLetter;
import aestimo.app.letters.Said;
import aestimo.app.store.Sha256;
import aestimo.app.store.TeacherId;
import aestimo.app.web.NotFoundException;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What left: each letter with its words, what every figure said then, and the file it left in. */
@Service
public class HandedOutService {
    private final HandOutMapper mapper;
    private final JsonMapper json;
    private final Clock clock;

    HandedOutService(HandOutMapper mapper, JsonMapper json, Clock clock) {
        this.mapper = mapper;
        this.json = json;
        this.clock = clock;
    }

    /**
     * A letter that left.
     *
     * @param how paper, file or mail
     * @param figures by key what each said then
     * @param file it left in; empty for one of before files were kept
     * @param sentTo name and address, where it went by mail
     */
    public record HandedOut(
            long enrolmentId,
            long letterId,
            String letter,
            OffsetDateTime at,
            String how,
            Map<String, String> figures,
            Optional<Long> file,
            String sentTo) {
        /** “on paper”, “as a file”, “by mail to Ada Brandt, ada@home.example”. */
        public String howWords() {
            return switch (how) {
                case "mail" -> "by mail to " + sentTo;
                case "file" -> "as a file";
                default -> "on paper";
            };
        }
    }

    /** What was handed out in a class, the latest first. */
    @Transactional(readOnly = true)
    public List<HandedOut> of(TeacherId teacher, long classId) {
        return mapper.findHandedOut(teacher, classId).stream()
                .map(row -> new HandedOut(
                        row.enrolmentId(),
                        row.letterId(),
                        row.letterName(),
                        row.at(),
                        row.how(),
                        json.readValue(row.figures(), new TypeReference<Map<String, String>>() {}),
                        Optional.ofNullable(row.fileId()),
                        row.sentTo()))
                .toList();
    }

    /** Keeps a file as it was made. */
    @Transactional
    public HandedFile keep(OpenClass open, String name, HandOut.As as, byte[] bytes) {
        String sha256 = Sha256.of(bytes);
        long id = mapper.insertFile(
                open.teacher(), open.id(), new FileRow(0, name, as.key(), sha256, bytes), OffsetDateTime.now(clock));
        return new HandedFile(id, name, as, sha256, bytes);
    }

    /** @throws NotFoundException when the class has no such file, or it waited its week */
    @Transactional(readOnly = true)
    public HandedFile file(TeacherId teacher, long classId, long id) {
        return mapper.findFile(teacher, classId, id)
                .map(row -> new HandedFile(row.id(), row.name(), HandOut.As.of(row.type()), row.sha256(), row.bytes()))
                .orElseThrow(() -> new NotFoundException("file"));
    }

    /**
     * Keeps that a letter left as it is.
     *
     * @param how paper, file or mail
     * @param sentTo empty but for mail
     */
    @Transactional
    public void record(OpenClass open, Letter letter, MadeLetter made, String how, HandedFile file, String sentTo) {
        String words = json.writeValueAsString(made.blocks().stream()
                .map(block -> Map.of("kind", block.block().kind(), "said", block.said(), "rows", block.rows()))
                .toList());
        mapper.insertHandedOut(
                open.teacher(),
                open.id(),
                new HandedOutRow(
                        made.enrolmentId(),
                        letter.id(),
                        letter.name(),
                        OffsetDateTime.now(clock),
                        how,
                        json.writeValueAsString(figures(made)),
                        file.id(),
                        sentTo),
                words,
                Sha256.of(words));
    }

    /** What each figure of a letter says. */
    static Map<String, String> figures(MadeLetter made) {
        Map<String, String> figures = new LinkedHashMap<>();
        for (MadeLetter.Made block : made.blocks()) {
            String span = block.block().span();
            block.said().paragraphs().stream()
                    .flatMap(paragraph -> paragraph.bits().stream())
                    .filter(bit ->
                            bit.source() == Said.Source.FIGURE && !bit.of().equals("date"))
                    .forEach(bit -> figures.put((span.isEmpty() ? "" : span + " ") + bit.of(), bit.text()));
            block.rows()
                    .forEach(row -> figures.put(
                            block.block().kind() + " " + row.cells().get(0), String.join(" ", row.cells())));
        }
        return figures;
    }

    /** How many figures that were told then are told otherwise by the letter of today. */
    public static int differing(HandedOut then, MadeLetter now) {
        Map<String, String> today = figures(now);
        return (int) then.figures().entrySet().stream()
                .filter(figure -> today.containsKey(figure.getKey())
                        && !today.get(figure.getKey()).equals(figure.getValue()))
                .count();
    }
}
