package aestimo.app.handout;

import aestimo.app.account.AccountService;
import aestimo.app.frame.OpenClass;
import aestimo.app.letters.ClassLetters;
import aestimo.app.letters.Letter;
import aestimo.app.letters.MadeLetter;
import aestimo.app.ownform.OwnFormService;
import aestimo.app.paper.ExportService;
import aestimo.app.paper.PdfInParts;
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
    private static final int AT_ONCE = 30;

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
        byte[] whole;
        try (PdfInParts parts = new PdfInParts()) {
            for (int from = 0; from < chosen.size(); from += AT_ONCE) {
                int to = Math.min(chosen.size(), from + AT_ONCE);
                layOut(open, all, chosen.subList(from, to), how, parts);
                if (!goesOn.test(to)) {
                    return Optional.empty();
                }
            }
            if (isBounded(all, how)) {
                refuseLong(all.letter(), chosen, parts.lengths());
            }
            if (how.duplex() && how.perPage() == 1) {
                parts.addBlankBacks();
            }
            whole = parts.bytes();
        }
        return Optional.of(how.perPage() > 1 ? CutSheets.onSheets(whole, how.perPage()) : whole);
    }

    /** How many pages each letter takes, in their order. */
    List<Integer> lengths(OpenClass open, ClassLetters all, List<MadeLetter> letters) {
        try (PdfInParts parts = new PdfInParts()) {
            for (int from = 0; from < letters.size(); from += AT_ONCE) {
                layOut(open, all, letters.subList(from, Math.min(letters.size(), from + AT_ONCE)), plain(all), parts);
            }
            return parts.lengths();
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /** As PDF, one letter after the other. */
    private static HandOut plain(ClassLetters all) {
        return new HandOut(all.letter().id(), Map.of(), List.of(), HandOut.As.PDF, false, 1, true, true);
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

    private void layOut(OpenClass open, ClassLetters all, List<MadeLetter> letters, HandOut how, PdfInParts into)
            throws IOException {
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
        exports.pdf(open.teacher(), all.letter().name(), open.span().inFull(), "letters", paper, into);
    }

    /** One letter by itself, as it goes to a family. */
    byte[] single(OpenClass open, ClassLetters all, MadeLetter made) {
        return single(open, all, made, new ArrayList<>());
    }

    /** @param lengths it adds the letter's own to them, unless it is a document of one's own */
    private byte[] single(OpenClass open, ClassLetters all, MadeLetter made, List<Integer> lengths) {
        try (PdfInParts whole = new PdfInParts()) {
            if (all.letter().isForm()) {
                return forms.filled(open, all, made);
            }
            layOut(open, all, List.of(made), plain(all), whole);
            lengths.addAll(whole.lengths());
            return whole.bytes();
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
                byte[] file = single(open, all, made, lengths);
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
