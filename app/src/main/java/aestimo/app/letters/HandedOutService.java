package aestimo.app.letters;

import aestimo.app.frame.OpenClass;
import aestimo.app.letters.LetterMapper.HandedOutRow;
import aestimo.app.store.TeacherId;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What left: each letter with its words and what every figure said then. */
@Service
public class HandedOutService {
    private final LetterMapper mapper;
    private final JsonMapper json;
    private final Clock clock;

    HandedOutService(LetterMapper mapper, JsonMapper json, Clock clock) {
        this.mapper = mapper;
        this.json = json;
        this.clock = clock;
    }

    /**
     * A letter that left.
     *
     * @param figures by key what each said then
     */
    public record HandedOut(
            long enrolmentId,
            long letterId,
            String letter,
            OffsetDateTime at,
            String how,
            Map<String, String> figures) {}

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
                        json.readValue(row.figures(), new TypeReference<Map<String, String>>() {})))
                .toList();
    }

    /** Keeps that letters left as they are. */
    @Transactional
    public void record(OpenClass open, Letter letter, List<MadeLetter> letters, String how) {
        OffsetDateTime now = OffsetDateTime.now(clock);
        for (MadeLetter made : letters) {
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
                            now,
                            how,
                            json.writeValueAsString(figures(made))),
                    words,
                    sha256(words));
        }
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

    private static String sha256(String words) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(words.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException missing) {
            throw new IllegalStateException("every JDK has SHA-256", missing);
        }
    }
}
