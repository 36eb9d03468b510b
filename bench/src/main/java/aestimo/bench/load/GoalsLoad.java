package aestimo.bench.load;

import aestimo.app.testing.Html;
import java.util.ArrayList;
import java.util.List;

/** The goals of a class: as many as a year has, each with evidence; their pages, measured. */
final class GoalsLoad {
    private static final int GOALS = 40;
    private static final int PIECES = 3;

    private GoalsLoad() {}

    static void run(TypingTeacher teacher) {
        addTo(teacher);
        System.out.println("40 goals of 32 over the year: " + teacher.ask("targets/goals?span=year", 60));
        System.out.println("the same over one term: " + teacher.ask("targets/goals", 60));
        System.out.println("the grid of 50 pieces × 40 goals: " + teacher.ask("groundwork/goals/evidence", 40));
        System.out.println("goals on one page as PDF: " + teacher.ask("targets/goals/meeting.pdf", 10));
    }

    private static void addTo(TypingTeacher teacher) {
        StringBuilder pasted = new StringBuilder();
        for (int i = 1; i <= GOALS; i++) {
            pasted.append("Can do ").append(i).append('\n');
        }
        teacher.post(teacher.base() + "/groundwork/goals/add", "pasted", pasted.toString());
        String page = teacher.page("/groundwork/goals/evidence?span=year");
        // The grid goes line by line: a piece, then each goal of it.
        List<String> links = Html.values(page, "[name=link]", "value");
        int rows = links.size() / GOALS;
        List<String> fields = new ArrayList<>(List.of("stamp", Html.value(page, "[name=stamp]", "value")));
        for (int goal = 0; goal < GOALS; goal++) {
            for (int at = 0; at < PIECES; at++) {
                fields.addAll(List.of("link", links.get((goal + at * rows / PIECES) % rows * GOALS + goal)));
            }
        }
        teacher.post(teacher.base() + "/groundwork/goals/evidence", fields.toArray(new String[0]));
    }
}
