package aestimo.app.demo;

import aestimo.app.groundwork.CategoryService;
import aestimo.app.groundwork.Forms;
import aestimo.app.groundwork.Forms.BandLine;
import aestimo.app.groundwork.Forms.CategoryLine;
import aestimo.app.groundwork.GroundworkService;
import aestimo.app.groundwork.YearService;
import aestimo.app.marks.AssessmentForm;
import aestimo.app.marks.AssessmentService;
import aestimo.app.marks.EntryService;
import aestimo.app.marks.TypedEntry;
import aestimo.app.roll.RollService;
import aestimo.app.store.TeacherId;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;

/** Makes one class of the demo from its plan: an ability for each student, a drift over the year, and noise. */
final class DemoClass {
    private static final LocalDate TODAY = LocalDate.of(2027, 2, 24);

    private final YearService years;
    private final GroundworkService groundwork;
    private final CategoryService categories;
    private final RollService roll;
    private final AssessmentService assessments;
    private final EntryService entries;

    DemoClass(
            YearService years,
            GroundworkService groundwork,
            CategoryService categories,
            RollService roll,
            AssessmentService assessments,
            EntryService entries) {
        this.years = years;
        this.groundwork = groundwork;
        this.categories = categories;
        this.roll = roll;
        this.assessments = assessments;
        this.entries = entries;
    }

    /** A piece of work; marked unless it lies ahead or is left for the teacher to mark. */
    record Piece(String title, int category, String date, int outOf, boolean marked) {}

    /** Words typed instead of a chance mark: by family name and title. */
    record Typed(String family, String title, String text) {}

    record Plan(
            long seed,
            String name,
            String subject,
            int tint,
            String roster,
            List<CategoryLine> categories,
            List<BandLine> bands,
            List<Piece> pieces,
            List<Typed> typed) {
        private static final List<BandLine> SEVEN_STEPS = List.of(
                new BandLine("7", "85"),
                new BandLine("6", "72"),
                new BandLine("5", "60"),
                new BandLine("4", "48"),
                new BandLine("3", "36"),
                new BandLine("2", "20"),
                new BandLine("1", "0"));

        static final Plan NINE_B = new Plan(
                926,
                "9B",
                "Geography",
                2,
                """
                Number\tName\tSet
                2201\tAldous, Wren\tNorth
                2202\tArkady, Tomas\tSouth
                2203\tBellweather, Ida\tNorth
                2204\tBrandt, Ilva\tNorth
                2205\tCastellan, Rui\tNorth
                2206\tDunmore, Fenna\tSouth
                2207\tEberly, Jonah\tNorth
                2208\tFarrow, Sunniva\tNorth
                2209\tGavrila, Petra\tNorth
                2210\tHollis, Kwame\tNorth
                2211\tIyer, Meera\tSouth
                2212\tJessop, Caden\tSouth
                2213\tKestrel, Maud\tSouth
                2214\tLindgren, Otto\tNorth
                2215\tMarlowe, Zuri\tSouth
                2216\tNwosu, Adaeze\tSouth
                2217\tOsei, Kofi\tNorth
                2218\tPenhale, Bryn\tNorth
                2219\tQuill, Esme\tSouth
                2220\tRasmus, Tor\tSouth
                2221\tSabry, Laila\tSouth
                2222\tTremaine, Gus\tSouth
                2223\tUeda, Hana\tNorth
                2224\tVoss, Mikkel\tNorth
                """,
                List.of(
                        new CategoryLine(0, "Fieldwork", "30", "triangle", 2),
                        new CategoryLine(0, "Map skills", "20", "square", 1),
                        new CategoryLine(0, "Enquiry", "20", "circle", 4),
                        new CategoryLine(0, "Exams", "30", "diamond", 3)),
                SEVEN_STEPS,
                List.of(
                        new Piece("Beach profile", 0, "2026-09-18", 40, true),
                        new Piece("Grid references", 1, "2026-10-02", 20, true),
                        new Piece("Village study", 2, "2026-10-16", 50, true),
                        new Piece("Unit 1 test", 3, "2026-10-23", 60, true),
                        new Piece("Dune survey", 0, "2026-11-13", 25, true),
                        new Piece("Contours quiz", 1, "2026-11-20", 15, true),
                        new Piece("Harbour enquiry", 2, "2026-11-27", 30, true),
                        new Piece("Autumn exam", 3, "2026-12-08", 100, true),
                        new Piece("River transect", 0, "2027-01-12", 40, true),
                        new Piece("Scale and distance", 1, "2027-01-15", 20, true),
                        new Piece("Sketch maps", 1, "2027-01-29", 15, true),
                        new Piece("Cliff section", 0, "2027-02-02", 25, true),
                        new Piece("Town survey", 2, "2027-02-05", 50, true),
                        new Piece("Unit 3 test", 3, "2027-02-12", 60, true),
                        new Piece("Mid-year exam", 3, "2027-02-19", 100, true),
                        new Piece("Rainfall graphs", 2, "2027-02-22", 20, false),
                        new Piece("Estuary walk", 0, "2027-03-09", 40, false),
                        new Piece("Route planning", 1, "2027-04-23", 20, false),
                        new Piece("Fair trade enquiry", 2, "2027-05-11", 30, false),
                        new Piece("Woodland quadrats", 0, "2027-05-28", 40, false),
                        new Piece("Summer exam", 3, "2027-06-22", 100, false)),
                List.of(
                        new Typed("Hollis", "Sketch maps", "18"),
                        new Typed("Quill", "Scale and distance", "14/25"),
                        new Typed("Arkady", "Town survey", "a"),
                        new Typed("Penhale", "Unit 3 test", "a"),
                        new Typed("Farrow", "Unit 3 test", "x"),
                        new Typed("Castellan", "Cliff section", "n"),
                        new Typed("Kestrel", "River transect", "36 l"),
                        new Typed("Tremaine", "Sketch maps", "8 f"),
                        new Typed("Ueda", "Mid-year exam", ""),
                        new Typed("Voss", "Grid references", "x"),
                        new Typed("Rasmus", "Harbour enquiry", "n"),
                        new Typed("Nwosu", "Beach profile", "29 l")));

        static final Plan SEVEN_A = new Plan(
                71,
                "7A",
                "History",
                4,
                """
                Name
                Amory, Clem
                Bexley, Noor
                Corran, Pia
                Dahl, Samir
                Everard, Juno
                Fenwick, Lio
                """,
                List.of(
                        new CategoryLine(0, "Sources", "50", "circle", 4),
                        new CategoryLine(0, "Essays", "50", "bar", 3)),
                SEVEN_STEPS,
                List.of(
                        new Piece("Letters from the harbour", 0, "2027-01-14", 20, true),
                        new Piece("Why the mill closed", 1, "2027-01-28", 30, true),
                        new Piece("The census of 1881", 0, "2027-02-11", 20, true)),
                List.of());
    }

    /** Makes year, class, students, weights, boundaries, assessments and entries; false where the teacher has a year. */
    boolean make(TeacherId teacher, List<Forms.TermLine> terms, Plan plan) {
        if (!years.years(teacher).isEmpty()) {
            return false;
        }
        long year = years.create(teacher, new Forms.YearForm("2026/27", 0, terms));
        long classId =
                groundwork.createClass(teacher, new Forms.ClassForm(year, plan.name(), plan.subject(), plan.tint()));
        roll.keep(teacher, classId, plan.roster(), "");
        categories.saveWeights(teacher, classId, new Forms.WeightsForm(1, plan.categories()));
        groundwork.saveBoundaries(teacher, classId, new Forms.BoundariesForm(2, plan.bands()));
        List<Long> categoryIds = categories.categories(teacher, classId).stream()
                .map(count -> count.line().id())
                .toList();
        Map<Piece, Long> ids = new HashMap<>();
        for (Piece piece : plan.pieces()) {
            AssessmentForm form = new AssessmentForm(
                    0,
                    0,
                    piece.title(),
                    categoryIds.get(piece.category()),
                    piece.date(),
                    Integer.toString(piece.outOf()));
            ids.put(piece, assessments.add(teacher, classId, form));
        }
        List<TypedEntry> typed = type(teacher, classId, plan, ids);
        for (int from = 0; from < typed.size(); from += 200) {
            entries.apply(teacher, classId, typed.subList(from, Math.min(from + 200, typed.size())));
        }
        return true;
    }

    private List<TypedEntry> type(TeacherId teacher, long classId, Plan plan, Map<Piece, Long> ids) {
        Random random = new Random(plan.seed());
        List<TypedEntry> typed = new ArrayList<>();
        for (RollService.RollLine student : roll.students(teacher, classId)) {
            double ability = 62 + 15 * random.nextGaussian();
            double drift = random.nextInt(4) == 0 ? 7 * random.nextGaussian() : 0;
            for (Piece piece : plan.pieces()) {
                double monthsBeforeToday =
                        LocalDate.parse(piece.date()).until(TODAY).toTotalMonths();
                double percent = ability - drift * (monthsBeforeToday - 2) / 2 + 7 * random.nextGaussian();
                UUID request = new UUID(random.nextLong(), random.nextLong());
                String text = text(plan, student.family(), piece, percent);
                if (!text.isEmpty()) {
                    typed.add(new TypedEntry(request, ids.get(piece), student.enrolmentId(), 0, text));
                }
            }
        }
        return typed;
    }

    private static String text(Plan plan, String family, Piece piece, double percent) {
        for (Typed typed : plan.typed()) {
            if (typed.family().equals(family) && typed.title().equals(piece.title())) {
                return typed.text();
            }
        }
        long mark = Math.round(piece.outOf() * Math.max(4, Math.min(100, percent)) / 100);
        return piece.marked() ? Long.toString(mark) : "";
    }
}
