package aestimo.exchange.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

class PastedRosterTest {
    @Test
    void readsASchoolSheetWithItsOwnHeadings() throws IOException {
        PastedRoster roster;
        try (InputStream in = getClass().getResourceAsStream("/samples/roster-pasted.tsv")) {
            roster = PastedRoster.read(new String(in.readAllBytes(), StandardCharsets.UTF_8));
        }
        assertThat(roster.columns())
                .containsExactly(
                        new PastedRoster.Column("Adm no", "is the number", false),
                        new PastedRoster.Column("Pupil", "is the name", false),
                        new PastedRoster.Column("Group", "is the set", false),
                        new PastedRoster.Column("Entry score", "", true),
                        new PastedRoster.Column("Support", "", true),
                        new PastedRoster.Column("Last report", "", true));
        assertThat(roster.unread()).containsExactly("Entry score", "Support", "Last report");
        assertThat(roster.lines()).hasSize(24);
        assertThat(roster.lines().get(3)).isEqualTo(new RosterLine(5, "2204", "Brandt", "Ilva", "North"));
        assertThat(roster.problems()).isEmpty();
    }

    @Test
    void readsNamesOnLinesEitherWayRound() {
        PastedRoster roster = PastedRoster.read("Brandt, Ilva\r\n\r\n  Ida  van Bellweather \nKwame\n");
        assertThat(roster.lines())
                .containsExactly(
                        new RosterLine(1, "", "Brandt", "Ilva", ""),
                        new RosterLine(3, "", "Bellweather", "Ida van", ""),
                        new RosterLine(4, "", "Kwame", "", ""));
    }

    @Test
    void readsABlockWithoutHeadingsByWhatItHolds() {
        PastedRoster roster = PastedRoster.read("17\tOsei\tKofi\tNorth\n18\tQuill\tEsme\t\n");
        assertThat(roster.columns())
                .extracting(PastedRoster.Column::takenFor)
                .as("nothing says that North is a set")
                .containsExactly("is the number", "is the family name", "is the given name", "");
        assertThat(roster.lines())
                .containsExactly(
                        new RosterLine(1, "17", "Osei", "Kofi", ""), new RosterLine(2, "18", "Quill", "Esme", ""));
    }

    @Test
    void aLineWithoutAStudentIsNamedNotSwallowed() {
        PastedRoster roster = PastedRoster.read("Surname\tForename\tNo\nOsei\tKofi\t1\n\tEsme\t2\n" + "y".repeat(101));
        assertThat(roster.lines()).hasSize(1);
        assertThat(roster.problems())
                .containsExactly(
                        "Line 3 holds no name; it is left out.",
                        "Line 4 holds over 100 letters in one place; it is left out. Is there a tab missing?");
        assertThat(PastedRoster.read(" \n\t\n").lines()).isEmpty();
    }

    @Test
    void titlesAboveAndFiguresBelowAreLeftOutAndSaid() {
        PastedRoster roster =
                PastedRoster.read("Tidewater Lane School\t\n9B Geography, Term 2\t\nSurname\tFirst name\tWalk\n"
                        + "\tout of\t40\nALDOUS\tWren\t33\nAverage\t\t33\n");
        assertThat(roster.lines()).containsExactly(new RosterLine(5, "", "ALDOUS", "Wren", ""));
        assertThat(roster.problems())
                .containsExactly(
                        "Line 1 is above the headings.",
                        "Line 2 is above the headings.",
                        "Line 4 says what the marks are out of.",
                        "Line 6 holds the figures at the foot of the sheet.");
    }

    @Test
    void somebodyCalledNameIsNoHeading() {
        assertThat(PastedRoster.read("1\tBrandt\tIlva\n2\tOther\tName\n3\tSurname\tNumber\n")
                        .lines())
                .extracting(RosterLine::family)
                .containsExactly("Brandt", "Other", "Surname");
    }
}
