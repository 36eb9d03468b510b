package aestimo.exchange.results;

import aestimo.core.book.Book;
import aestimo.core.boundary.Band;
import aestimo.core.result.Span;
import aestimo.exchange.markbook.MarkbookException;
import aestimo.exchange.markbook.MarkbookReader;
import aestimo.exchange.markbook.SealedReturn;
import java.io.BufferedOutputStream;
import java.io.ByteArrayInputStream;
import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** {@code ./aestimo results FILE}: prints all figures of a markbook file. Needs no database and no server. */
public final class ResultsCommand {
    private static final int DONE = 0;
    private static final int REFUSED = 2;
    private static final int MOST_TOLD = 20;
    private static final String HELP = """
            usage: ./aestimo results FILE [--span year | --span t1,t2 | --from DATE --to DATE | --pieces a1,a3] [--needed BAND]

            Prints every figure of a markbook file, or of the markbook within a sealed return, as one JSON document.
            A sealed return whose figures are not those its markbook gives is refused.

              FILE             a markbook file (docs/markbook-file.md), or what was sealed
              --span year      the whole year: what is printed without a span; of a sealed return that is its term
              --span t1,t2     one or more terms, taken together
              --from, --to     assessments dated within two days, both included, such as 2026-11-01
              --pieces a1,a3   assessments picked one by one
              --needed BAND    also what average on all that remains would reach this band

            Ends with 0; with 2 where the file or the words after it are refused, and says why.
            """;

    private ResultsCommand() {}

    /** Ends the process with 0, or with 2 and the reason on standard error. */
    public static void main(String[] words) {
        PrintStream errors = new PrintStream(new FileOutputStream(FileDescriptor.err), true, StandardCharsets.UTF_8);
        System.exit(run(List.of(words), new FileOutputStream(FileDescriptor.out), errors));
    }

    /**
     * Does what the words say.
     *
     * @return the exit code, 0 or 2; nothing was written to {@code out} where it is 2
     */
    public static int run(List<String> words, OutputStream out, PrintStream errors) {
        if (words.contains("--help") || words.contains("-h")) {
            return print(HELP, out, errors);
        }
        ResultsArguments arguments;
        try {
            arguments = ResultsArguments.parse(words);
        } catch (IllegalArgumentException refused) {
            return refuse(
                    errors, String.valueOf(refused.getMessage()), "./aestimo results --help tells how it is used.");
        }
        try (InputStream in = Files.newInputStream(Path.of(arguments.file()))) {
            byte[] bytes = in.readNBytes(MarkbookReader.LARGEST_FILE + 1);
            Optional<SealedReturn> sealed = SealedReturn.read(bytes);
            Map<String, String> differences =
                    sealed.map(SealedReturn::differences).orElse(Map.of());
            if (!differences.isEmpty()) {
                return refuse(
                        errors,
                        arguments.file() + " was altered: its figures are not those its markbook gives.",
                        told(differences));
            }
            Book book = sealed.isPresent()
                    ? sealed.get().markbook().book()
                    : MarkbookReader.read(new ByteArrayInputStream(bytes)).book();
            Span span = arguments.span(book, sealed.map(SealedReturn::term));
            Optional<Band> needed = arguments.needed(book);
            OutputStream buffered = new BufferedOutputStream(out);
            ResultsDocument.write(book, span, needed, buffered);
            buffered.write('\n');
            buffered.flush();
            return DONE;
        } catch (MarkbookException refused) {
            return refuse(errors, arguments.file() + " is no markbook that can be read:", refused.getMessage());
        } catch (IllegalArgumentException refused) {
            return refuse(errors, String.valueOf(refused.getMessage()), "");
        } catch (NoSuchFileException missing) {
            return refuse(errors, "there is no file " + arguments.file(), "");
        } catch (IOException unreadable) {
            return refuse(errors, arguments.file() + " cannot be read", "Is it a file, and may you read it?");
        }
    }

    private static String told(Map<String, String> differences) {
        return differences.entrySet().stream()
                .limit(MOST_TOLD)
                .map(own -> own.getKey() + ": " + own.getValue())
                .collect(Collectors.joining("\n"));
    }

    private static int print(String text, OutputStream out, PrintStream errors) {
        try {
            out.write(text.getBytes(StandardCharsets.UTF_8));
            out.flush();
            return DONE;
        } catch (IOException closed) {
            return refuse(errors, "nothing could be printed", "");
        }
    }

    private static int refuse(PrintStream errors, String what, String more) {
        errors.println("aestimo: " + what);
        more.lines().forEach(line -> errors.println("         " + line));
        return REFUSED;
    }
}
