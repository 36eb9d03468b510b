package aestimo.app.letters;

import aestimo.app.letters.Block.Column;
import aestimo.app.letters.Block.Kind;
import aestimo.app.letters.SentenceGroup.Only;
import aestimo.app.letters.SentenceGroup.Stretch;
import aestimo.app.store.TeacherId;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * A letter to copy and alter, with the sentence groups it uses.
 *
 * @param blocks in their words a group stands by its name: {@code {sentences:@Result}}
 */
public record ReadyMade(String key, String name, String facts, List<Block> blocks) {
    /** A letter that is only begun. */
    public static final List<Block> BLANK =
            List.of(Block.of(Kind.HEADING), Block.ofWords("Dear {given},"), Block.of(Kind.SIGNATURE));

    private static final Pattern NAMED = Pattern.compile("\\{sentences:@([^}]+)}");
    private static final List<Column> MARKS = List.of(Column.MARK, Column.PERCENT, Column.CLASS);

    private static final List<SentenceGroup> GROUPS = List.of(
            numbers(
                    "Result and next grade",
                    "result",
                    stretch(
                            "75",
                            "This is a strong result, {given}: {grade} with {result} %. Keep asking the question behind the question.",
                            "With {result} % you are among those who set the pace. Help somebody next to you, and you will know it even better."),
                    stretch(
                            "60",
                            "{result} % is solid work. {next as one} more would make it grade {next-grade}.",
                            "You are on firm ground with {result} %. To reach grade {next-grade}, explain each answer in one more sentence."),
                    stretch(
                            "45",
                            "{result} % shows that you can do it when you prepare. Start two days earlier next time.",
                            "With {result} % you have what you need to go on. Read through your corrections before the next test.",
                            "You stand at {result} %. One good piece lifts you; {left as words} of them are still to come."),
                    stretch(
                            null,
                            "{result} % is less than you can do. Please come to the help lesson on Thursday, and bring your book.",
                            "You have had a hard time of it: {result} %. We will find out together where to begin.")),
            numbers(
                    "Just below the next grade",
                    "needed",
                    stretch(
                            "90",
                            "Grade {next-grade} is a long way off: it would take {needed} % on what is left. Aim for the grade after a good start next term."),
                    stretch(
                            "70",
                            "An average of {needed} % on the {left as words} pieces left would lift you to grade {next-grade}.",
                            "Grade {next-grade} is within reach: you need {needed} % on what is left."),
                    stretch(
                            null,
                            "Grade {next-grade} is yours if you go on like this: {needed} % on what is left is enough.",
                            "You are one good piece away from grade {next-grade}.")),
            steps(
                    "Movement",
                    "way",
                    List.of("up", "level", "down"),
                    List.of(
                            List.of(
                                    "You have gone up by {moved} since last term, and one can see why.",
                                    "Since last term you are up by {moved}. That is your own work.",
                                    "Up by {moved}: well done."),
                            List.of(
                                    "You have held your level since last term.",
                                    "Your result is much the same as last term."),
                            List.of(
                                    "Since last term you are down by {moved}. Let us talk about what has changed.",
                                    "You have slipped by {moved} since last term; a steady start to each week would help."))),
            steps(
                    "Against the target",
                    "against",
                    List.of("above", "on target", "below"),
                    List.of(
                            List.of(
                                    "You are above what we aimed for. We may aim higher.",
                                    "That is better than your aim of {aim}."),
                            List.of("You are where we aimed to be.", "Your aim of {aim} is reached: keep to it."),
                            List.of(
                                    "Your aim is {aim}, and you are not there yet.",
                                    "We aimed for {aim}. Tell me what would help you to get there."))),
            numbers(
                    "Work not handed in",
                    "not-in",
                    stretch(
                            "3",
                            "{not-in as words} pieces are missing: {not-in-work}. Please bring {them} on Monday; I will mark what I get.",
                            "I am still waiting for {not-in-work}. Missing work costs more than weak work."),
                    stretch(
                            "1",
                            "{not-in-work} is still missing. Please hand it in this week.",
                            "Please hand in {not-in-work}."),
                    silent()),
            numbers(
                    "Late work",
                    "late",
                    stretch("2", "Being late with {late-work} has cost you marks you had earned."),
                    stretch("1", "{late-work} came late; the next one will be in time."),
                    silent()),
            numbers(
                    "What ceilings cost",
                    "ceilings",
                    stretch(
                            "3",
                            "The warm-ups you missed took {ceilings} points: without them you would have {without-ceilings} %.",
                            "Missed warm-ups cost you {ceilings} points. Come in time, and they are yours."),
                    stretch("0.1", "A missed warm-up took {ceilings} of your points."),
                    silent()),
            everybody(
                    "Closing",
                    "Thank you for your work this term. I look forward to the next.",
                    "I am glad to teach you, and there is more in you yet.",
                    "Have a good break, and come back with a question."));

    /** All there are. */
    public static final List<ReadyMade> LETTERS = List.of(
            new ReadyMade(
                    "half-year",
                    "Half-year letter",
                    "result, next grade, marks, the terms against the target",
                    List.of(
                            Block.of(Kind.HEADING),
                            Block.ofWords("Dear {given},"),
                            Block.ofWords(
                                    "{sentences:@Result and next grade} {sentences:@Just below the next grade}\n"
                                            + "{sentences:@Movement} {sentences:@Against the target} {sentences:@Work not handed in}"),
                            pieces(MARKS),
                            Block.of(Kind.OVER_TIME),
                            Block.of(Kind.OWN_WORDS),
                            Block.ofWords("{sentences:@Closing}"),
                            Block.of(Kind.SIGNATURE))),
            new ReadyMade(
                    "mark-sheet",
                    "Mark sheet",
                    "every piece with out-of, total and grade, a line to sign",
                    List.of(
                            Block.of(Kind.HEADING),
                            pieces(List.of(Column.DUE, Column.MARK, Column.PERCENT, Column.GRADE)),
                            Block.of(Kind.CATEGORIES),
                            Block.ofWords("Result for {term}: *{result} %*, grade *{grade}*."),
                            Block.of(Kind.SIGNATURE))),
            new ReadyMade(
                    "feedback",
                    "Feedback",
                    "marks with your notes and the place in the class",
                    List.of(
                            Block.of(Kind.HEADING),
                            Block.ofWords("Dear {given},\nthis is what I noted to your work."),
                            pieces(List.of(Column.MARK, Column.GRADE, Column.RANK, Column.CLASS)),
                            Block.of(Kind.NOTES),
                            Block.of(Kind.OWN_WORDS))),
            new ReadyMade(
                    "evening",
                    "Report for an evening",
                    "targets, and what is needed for the next grade",
                    List.of(
                            Block.of(Kind.HEADING),
                            Block.ofWords(
                                    "{name} stands at *{result} %*, grade *{grade}*.\n{They} {needs/need} {needed} % on what is left"
                                            + " for grade {next-grade}.\n{sentences:@Against the target}"),
                            Block.of(Kind.OVER_TIME),
                            Block.of(Kind.CATEGORIES),
                            Block.of(Kind.OWN_WORDS))),
            new ReadyMade(
                    "ceilings",
                    "What the warm-ups cost",
                    "what ceilings took from the result",
                    List.of(
                            Block.of(Kind.HEADING),
                            Block.ofWords("Dear {given},\n{sentences:@What ceilings cost}"),
                            pieces(List.of(Column.MARK, Column.PERCENT)),
                            Block.ofWords("{sentences:@Closing}"),
                            Block.of(Kind.SIGNATURE))),
            new ReadyMade(
                    "to-hand-in",
                    "Work to hand in",
                    "what is missing and what came late",
                    List.of(
                            Block.of(Kind.HEADING),
                            Block.ofWords(
                                    "Dear {given},\n{sentences:@Work not handed in} {sentences:@Late work}\nWork to finish: {finish-work}."),
                            Block.of(Kind.SIGNATURE))));

    private static Block pieces(List<Column> columns) {
        return new Block(Kind.PIECES, "", "", List.of(), columns);
    }

    private static Stretch stretch(@Nullable String from, String... wordings) {
        return new Stretch(from == null ? null : new BigDecimal(from), List.of(), List.of(wordings), false);
    }

    private static Stretch silent() {
        return new Stretch(null, List.of(), List.of(), true);
    }

    private static SentenceGroup numbers(String name, String figure, Stretch... stretches) {
        return new SentenceGroup(0, name, figure, List.of(stretches), List.<Only>of(), 0);
    }

    private static SentenceGroup steps(String name, String figure, List<String> steps, List<List<String>> wordings) {
        List<Stretch> stretches = new ArrayList<>();
        for (int i = 0; i < steps.size(); i++) {
            stretches.add(new Stretch(null, List.of(steps.get(i)), wordings.get(i), false));
        }
        return new SentenceGroup(0, name, figure, stretches, List.of(), 0);
    }

    private static SentenceGroup everybody(String name, String... wordings) {
        return new SentenceGroup(
                0, name, "", List.of(new Stretch(null, List.of(), Arrays.asList(wordings), false)), List.of(), 0);
    }

    /**
     * Makes the letter for a teacher; a group the teacher has under its name is used as it is.
     *
     * @return the letter's id; empty where there is none of that key
     */
    public static Optional<Long> make(String key, TeacherId teacher, LetterService letters, SentenceService sentences) {
        return LETTERS.stream()
                .filter(own -> own.key().equals(key))
                .findFirst()
                .map(own -> letters.add(
                        teacher,
                        own.name(),
                        own.blocks().stream()
                                .map(block -> new Block(
                                        block.kind(),
                                        withIds(block.words(), teacher, sentences),
                                        block.span(),
                                        block.pieces(),
                                        block.columns()))
                                .toList()));
    }

    private static String withIds(String words, TeacherId teacher, SentenceService sentences) {
        return NAMED.matcher(words)
                .replaceAll(found ->
                        Matcher.quoteReplacement("{sentences:" + id(found.group(1), teacher, sentences) + "}"));
    }

    private static long id(String name, TeacherId teacher, SentenceService sentences) {
        return sentences.groups(teacher).stream()
                .filter(own -> own.name().equals(name))
                .map(SentenceGroup::id)
                .findFirst()
                .orElseGet(() -> sentences
                        .add(
                                teacher,
                                GROUPS.stream()
                                        .filter(own -> own.name().equals(name))
                                        .toList())
                        .get(0));
    }
}
