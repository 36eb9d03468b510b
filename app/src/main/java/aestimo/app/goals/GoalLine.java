package aestimo.app.goals;

import aestimo.app.web.FormFields;
import aestimo.core.goal.Goal;
import aestimo.core.goal.Goals;
import aestimo.core.goal.Judge;
import aestimo.core.value.Percent;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A goal as a form holds it.
 *
 * @param id 0 for a new one
 * @param under whether it is under the one above it that is not
 * @param secure a percent; empty for the usual one, as {@code needs} is for all there is
 * @param judge latest, mean or best; empty for the latest
 */
record GoalLine(long id, String title, boolean under, String secure, String needs, String judge) {
    private static final int PLACES = 4;
    static final GoalLine BLANK = new GoalLine(0, "", false, "", "", "");

    /** Those of a form, but for lines in which nothing stands. */
    static List<GoalLine> read(FormFields fields) {
        List<GoalLine> lines = new ArrayList<>();
        List<String> titles = fields.texts("title");
        for (int i = 0; i < titles.size(); i++) {
            GoalLine line = new GoalLine(
                    FormFields.toNumber(fields.text("goal", i)),
                    titles.get(i),
                    fields.text("under", i).equals("under"),
                    fields.text("secure", i).replace(',', '.'),
                    fields.text("needs", i),
                    fields.text("judge", i));
            if (line.id() != 0 || !line.title().isEmpty()) {
                lines.add(line);
            }
        }
        return lines;
    }

    /** Each goal with those under it behind it. */
    static List<GoalLine> of(Goals goals) {
        return GoalsView.inOrder(goals).stream().map(GoalLine::of).toList();
    }

    static GoalLine of(Goal goal) {
        return new GoalLine(
                Long.parseLong(goal.id().text()),
                goal.title(),
                goal.parent().isPresent(),
                goal.statedSecure().map(GoalLine::decimal).orElse(""),
                goal.statedNeeds().map(needs -> Integer.toString(needs)).orElse(""),
                goal.statedJudge()
                        .filter(judge -> judge != Judge.LATEST)
                        .map(judge -> judge.name().toLowerCase(Locale.ROOT))
                        .orElse(""));
    }

    /** “Reads contours, under another, secure from 80 %, by the mean of 3”. */
    String words() {
        return title
                + (under ? ", under another" : "")
                + (secure.isEmpty() ? "" : ", secure from " + secure + " %")
                + (judge.isEmpty() ? "" : ", by the " + judge)
                + (needs.isEmpty() ? "" : ", needs " + needs);
    }

    /** The same for a goal that is still to be made. */
    GoalLine copied() {
        return new GoalLine(0, title, under, secure, needs, judge);
    }

    private static String decimal(Percent percent) {
        return percent.exact().toDecimal(PLACES).stripTrailingZeros().toPlainString();
    }
}
