package aestimo.app.handout;

import aestimo.app.account.AccountService;
import aestimo.app.frame.OpenClass;
import aestimo.app.letters.ClassLetters;
import aestimo.app.letters.Letter;
import aestimo.app.letters.MadeLetter;
import aestimo.app.ownform.OwnFormService;
import aestimo.app.paper.ExportService;
import aestimo.app.web.FormException;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntPredicate;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.springframework.stereotype.Component;

/** Makes files of letters. */
@Component
class LetterFiles {
    /** Laid out at once: enough that fonts are not embedded too often, few enough for the memory of a server. */
    private static final int AT_ONCE = 40;

    private static final int LONGEST_FILE_NAME = 80;
    private static final int MOST_NAMED = 5;

    private final ExportService exports;
    private final AccountService accounts;
    private final OwnFormService forms;

    LetterFiles(ExportService exports, AccountService accounts, OwnFormService forms) {
        this.exports = exports;
        this.accounts = accounts;
        this.forms = forms;
    }

    /**
     * A file of all chosen letters.
     *
     * @param goesOn told how many are made; says whether to go on
     * @return empty where it was not to go on
     * @throws FormException when letters are longer than wanted and may not be
     */
    Optional<byte[]> make(OpenClass open, ClassLetters all, List<MadeLetter> chosen, HandOut how, IntPredicate goesOn) {
        try {
            if (all.letter().isForm() || how.as() == HandOut.As.ZIP) {
                return zipped(open, all, chosen, how, goesOn);
            }
            if (how.as() == HandOut.As.DOCX) {
                byte[] docx = all.docx(chosen, picture(open));
                return Optional.of(docx).filter(it -> goesOn.test(chosen.size()));
            }
            return pdf(open, all, chosen, how, goesOn);
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /** Whether letters may not be longer than wanted; how long a document of one's own will be, nobody knows. */
    private static boolean isBounded(ClassLetters all, HandOut how) {
        return !how.longer() && all.letter().pages() > 0 && !all.letter().isForm();
    }

    private Optional<byte[]> picture(OpenClass open) {
        return accounts.picture(open.teacher());
    }

    private Optional<byte[]> pdf(
            OpenClass open, ClassLetters all, List<MadeLetter> chosen, HandOut how, IntPredicate goesOn)
            throws IOException {
        boolean counts = how.duplex() || isBounded(all, how);
        List<byte[]> parts = new ArrayList<>();
        List<Integer> lengths = new ArrayList<>();
        for (int from = 0; from < chosen.size(); from += AT_ONCE) {
            byte[] part = laidOut(open, all, chosen.subList(from, Math.min(chosen.size(), from + AT_ONCE)), how);
            parts.add(part);
            if (counts) {
                lengths.addAll(PdfPages.lengths(part));
            }
            if (!goesOn.test(Math.min(chosen.size(), from + AT_ONCE))) {
                return Optional.empty();
            }
        }
        if (isBounded(all, how)) {
            refuseLong(all.letter(), chosen, lengths);
        }
        byte[] whole = PdfPages.joined(parts);
        if (how.perPage() > 1) {
            return Optional.of(PdfPages.onSheets(whole, how.perPage()));
        }
        return Optional.of(how.duplex() ? PdfPages.withBlankBacks(whole, lengths) : whole);
    }

    /** How many pages each letter takes, in their order. */
    List<Integer> lengths(OpenClass open, ClassLetters all, List<MadeLetter> letters) {
        HandOut plain = new HandOut(all.letter().id(), Map.of(), List.of(), HandOut.As.PDF, false, 1, true, true);
        List<Integer> lengths = new ArrayList<>();
        try {
            for (int from = 0; from < letters.size(); from += AT_ONCE) {
                lengths.addAll(PdfPages.lengths(
                        laidOut(open, all, letters.subList(from, Math.min(letters.size(), from + AT_ONCE)), plain)));
            }
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
        return lengths;
    }

    private static void refuseLong(Letter letter, List<MadeLetter> chosen, List<Integer> lengths) {
        List<String> longer = new ArrayList<>();
        for (int i = 0; i < Math.min(chosen.size(), lengths.size()); i++) {
            if (lengths.get(i) > letter.pages()) {
                longer.add(chosen.get(i).listName());
            }
        }
        if (!longer.isEmpty()) {
            String named = String.join("; ", longer.subList(0, Math.min(MOST_NAMED, longer.size())))
                    + (longer.size() > MOST_NAMED ? "; and " + (longer.size() - MOST_NAMED) + " more" : "");
            throw FormException.at(
                    "longer",
                    (longer.size() == 1 ? "1 letter is" : longer.size() + " letters are") + " longer than "
                            + (letter.pages() == 1 ? "1 page" : letter.pages() + " pages") + ": " + named
                            + ". Nothing was handed out. Shorten "
                            + (longer.size() == 1 ? "it" : "them") + ", or tick that longer ones may go too.");
        }
    }

    private byte[] laidOut(OpenClass open, ClassLetters all, List<MadeLetter> letters, HandOut how) throws IOException {
        Map<String, Object> paper = new HashMap<>();
        paper.put("letters", letters);
        paper.put(
                "writer",
                picture(open)
                        .map(png -> all.writer()
                                .with("data:image/png;base64,"
                                        + Base64.getEncoder().encodeToString(png)))
                        .orElse(all.writer()));
        paper.put("title", open.title());
        paper.put("perPage", how.perPage());
        return exports.pdf(open.teacher(), all.letter().name(), open.span().inFull(), "letters", paper);
    }

    /** One letter by itself, as it goes to a family. */
    byte[] single(OpenClass open, ClassLetters all, MadeLetter made) {
        try {
            return all.letter().isForm()
                    ? forms.filled(open, all, made)
                    : laidOut(
                            open,
                            all,
                            List.of(made),
                            new HandOut(all.letter().id(), Map.of(), List.of(), HandOut.As.PDF, false, 1, true, true));
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /** A file for each student, named by number and name. */
    private Optional<byte[]> zipped(
            OpenClass open, ClassLetters all, List<MadeLetter> chosen, HandOut how, IntPredicate goesOn)
            throws IOException {
        ByteArrayOutputStream whole = new ByteArrayOutputStream();
        Set<String> names = new HashSet<>();
        List<Integer> lengths = new ArrayList<>();
        int done = 0;
        try (ZipOutputStream zip = new ZipOutputStream(whole)) {
            for (MadeLetter made : chosen) {
                byte[] file = single(open, all, made);
                if (isBounded(all, how)) {
                    lengths.addAll(PdfPages.lengths(file));
                }
                zip.putNextEntry(
                        new ZipEntry(free(fileName(made), names) + (all.letter().isForm() ? ".docx" : ".pdf")));
                zip.write(file);
                zip.closeEntry();
                if (!goesOn.test(++done)) {
                    return Optional.empty();
                }
            }
        }
        if (isBounded(all, how)) {
            refuseLong(all.letter(), chosen, lengths);
        }
        return Optional.of(whole.toByteArray());
    }

    /** “2204 Brandt Ilva”, of signs that every file system takes. */
    static String fileName(MadeLetter made) {
        String name = (made.number() + " " + made.to().student().family() + " "
                        + made.to().given())
                .replaceAll("[^\\p{L}\\p{N} .’'-]", "_")
                .strip();
        return name.substring(0, Math.min(name.length(), LONGEST_FILE_NAME));
    }

    private static String free(String name, Set<String> names) {
        String free = name;
        for (int i = 2; !names.add(free); i++) {
            free = name + " " + i;
        }
        return free;
    }
}
