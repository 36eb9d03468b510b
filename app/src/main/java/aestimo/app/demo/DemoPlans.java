package aestimo.app.demo;

import static aestimo.app.demo.DemoPlan.Typed.noted;

import aestimo.app.groundwork.Forms.CategoryLine;
import aestimo.app.groundwork.RulesForm;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The classes of the demo. Everybody in them is invented. */
final class DemoPlans {
    private static final String SEVEN_STEPS = "Seven steps";

    private DemoPlans() {}

    private static CategoryLine category(String name, String weight, String shape, int tint) {
        return new CategoryLine(0, name, weight, shape, tint);
    }

    private static DemoPlan.Piece marked(String title, int category, String date, int outOf) {
        return new DemoPlan.Piece(title, category, date, outOf, DemoPlan.Make.PLAIN, true);
    }

    private static DemoPlan.Piece ahead(String title, int category, String date, int outOf) {
        return new DemoPlan.Piece(title, category, date, outOf, DemoPlan.Make.PLAIN, false);
    }

    private static RulesForm rules(String method, String year, String termResults, String pass) {
        return new RulesForm(3, method, "1", "ROUNDED", "2", "2", pass, "0", "0", year, termResults, "STANDARD");
    }

    static final DemoPlan NINE_B = new DemoPlan(
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
            List.of(),
            List.of(
                    category("Fieldwork", "30", "triangle", 2),
                    category("Map skills", "20", "square", 1),
                    category("Enquiry", "20", "circle", 4),
                    category("Exams", "30", "diamond", 3)),
            SEVEN_STEPS,
            rules("BY_CATEGORY", "POOLED", "EXACT", "4"),
            List.of(
                    marked("Beach profile", 0, "2026-09-18", 40),
                    marked("Grid references", 1, "2026-10-02", 20),
                    marked("Village study", 2, "2026-10-16", 50),
                    marked("Unit 1 test", 3, "2026-10-23", 60),
                    marked("Dune survey", 0, "2026-11-13", 25),
                    marked("Contours quiz", 1, "2026-11-20", 15),
                    marked("Harbour enquiry", 2, "2026-11-27", 30),
                    marked("Autumn exam", 3, "2026-12-08", 100),
                    marked("River transect", 0, "2027-01-12", 40),
                    marked("Scale and distance", 1, "2027-01-15", 20),
                    marked("Sketch maps", 1, "2027-01-29", 15),
                    marked("Cliff section", 0, "2027-02-02", 25),
                    marked("Town survey", 2, "2027-02-05", 50),
                    marked("Unit 3 test", 3, "2027-02-12", 60),
                    marked("Mid-year exam", 3, "2027-02-19", 100),
                    ahead("Rainfall graphs", 2, "2027-02-22", 20),
                    ahead("Estuary walk", 0, "2027-03-09", 40),
                    ahead("Route planning", 1, "2027-04-23", 20),
                    ahead("Fair trade enquiry", 2, "2027-05-11", 30),
                    ahead("Woodland quadrats", 0, "2027-05-28", 40),
                    ahead("Summer exam", 3, "2027-06-22", 100)),
            List.of(
                    new DemoPlan.Typed("Hollis", "Sketch maps", "18"),
                    new DemoPlan.Typed("Quill", "Scale and distance", "14/25"),
                    new DemoPlan.Typed("Arkady", "Town survey", "a"),
                    new DemoPlan.Typed("Penhale", "Unit 3 test", "a"),
                    new DemoPlan.Typed("Farrow", "Unit 3 test", "x"),
                    new DemoPlan.Typed("Castellan", "Cliff section", "n"),
                    new DemoPlan.Typed("Kestrel", "River transect", "36 l"),
                    new DemoPlan.Typed("Tremaine", "Sketch maps", "8 f"),
                    new DemoPlan.Typed("Ueda", "Mid-year exam", ""),
                    new DemoPlan.Typed("Voss", "Grid references", "x"),
                    new DemoPlan.Typed("Rasmus", "Harbour enquiry", "n"),
                    new DemoPlan.Typed("Nwosu", "Beach profile", "29 l"),
                    noted(
                            "Brandt",
                            "River transect",
                            "Clear cross-section. Next: name the process, then explain it.",
                            ""),
                    noted(
                            "Dunmore",
                            "Town survey",
                            "Your tally is complete; say what it shows.",
                            "Fenna asked for the help sheet; gave her the one with the key."),
                    noted(
                            "Hollis",
                            "Mid-year exam",
                            "Good effort on question 7. Learn the six terms on the sheet.",
                            ""),
                    noted("Lindgren", "Mid-year exam", "Precise and well argued throughout.", ""),
                    noted("Kestrel", "River transect", "", "Handed in on the Monday; the bus was cancelled.")),
            Optional.of(new DemoPlan.Targets(
                    true,
                    "end of Year 8",
                    "Voss",
                    List.of(
                            new DemoPlan.Helped(
                                    "Eberly",
                                    "Knows the facts, but stops after naming them.",
                                    "Explains one answer aloud each Tuesday before he writes it down.",
                                    0),
                            new DemoPlan.Helped(
                                    "Dunmore",
                                    "Fell back over the winter.",
                                    "The help sheet with the key; a word with her tutor.",
                                    14)))),
            Optional.empty());

    static final DemoPlan EIGHT_D = new DemoPlan(
            84,
            "8D",
            "Geography",
            1,
            """
            Number\tName
            2101\tAshdown, Lettie
            2102\tBirdsall, Omar
            2103\tCalloway, Ines
            2104\tDacre, Milo
            2105\tEkwueme, Chidi
            2106\tFairbourn, Tess
            2107\tGallimore, Ravi
            2108\tHarkness, Una
            2109\tIsbister, Cato
            2110\tJolliffe, Sana
            2111\tKettle, Bram
            2112\tLorne, Adele
            2113\tMbeki-Shaw, Tau
            2114\tNorwood, Elsie
            2115\tOkafor, Ife
            2116\tPengelly, Jory
            2117\tQuarles, Nadia
            2118\tRosewarne, Kit
            2119\tSandhu, Arjun
            2120\tTrelawny, Fern
            2121\tUmber, Sol
            2122\tVance, Priya
            2123\tWadlow, Ned
            2124\tXanthos, Eleni
            2125\tYarrow, Beth
            2126\tZeller, Anton
            2127\tAppleyard, Dina
            """,
            List.of(new DemoPlan.Newcomer("Corrigan, Aoife", "2027-01-11")),
            List.of(category("Classwork", "50", "circle", 4), category("Tests", "50", "diamond", 3)),
            "Strong to starting",
            rules("ALL_POINTS", "POOLED", "EXACT", ""),
            List.of(
                    marked("Compass work", 0, "2026-09-17", 10),
                    marked("Weather diary", 0, "2026-10-08", 20),
                    marked("Map symbols test", 1, "2026-10-22", 30),
                    marked("Volcano poster", 0, "2026-11-19", 20),
                    marked("Climate test", 1, "2026-12-03", 40),
                    marked("Settlement sketch", 0, "2027-01-21", 15),
                    marked("Rivers test", 1, "2027-02-04", 30),
                    new DemoPlan.Piece("Tide table puzzle", 0, "2027-02-11", 5, DemoPlan.Make.BONUS, true),
                    ahead("Glacier model", 0, "2027-03-11", 20),
                    ahead("Ice test", 1, "2027-03-18", 30)),
            List.of(
                    new DemoPlan.Typed("Kettle", "Rivers test", "a"),
                    new DemoPlan.Typed("Sandhu", "Settlement sketch", "n"),
                    new DemoPlan.Typed("Mbeki-Shaw", "Rivers test", "21 l")),
            Optional.of(new DemoPlan.Targets(false, "", "", List.of())),
            Optional.empty());

    static final DemoPlan TEN_A = new DemoPlan(
            1010,
            "10A",
            "Geography",
            3,
            """
            Number\tName
            2301\tAbbas, Yusra
            2302\tBellamy, Corin
            2303\tCragg, Hattie
            2304\tDraycott, Noel
            2305\tElsworth, Amara
            2306\tFenner, Luka
            2307\tGoodwin, Saskia
            2308\tHaldane, Emre
            2309\tIlesanmi, Tolu
            2310\tJarman, Vita
            2311\tKowal, Filip
            2312\tLister, Bea
            2313\tMoresby, Dev
            2314\tNairn, Isla
            2315\tOrchard, Theo
            2316\tProwse, Lowen
            2317\tQuayle, Mona
            2318\tRedfern, Asher
            2319\tSilvan, Marta
            2320\tTolland, Reuben
            2321\tUnderhill, Zara
            2322\tVesey, Hugo
            2323\tWakely, Imani
            2324\tYelland, Piers
            2325\tZaman, Rafi
            2326\tO'Shea, Niamh
            """,
            List.of(),
            List.of(
                    category("Weekly pieces", "40", "square", 1),
                    new CategoryLine(0, "Quizzes", "25", "circle", 4, "EQUAL", 1, true, false),
                    category("Exams", "35", "diamond", 3),
                    new CategoryLine(0, "Class talk", "", "bar", 6, "EQUAL", 0, false, false)),
            SEVEN_STEPS,
            rules("BY_CATEGORY", "POOLED", "EXACT", "4"),
            tenAPieces(),
            List.of(
                    new DemoPlan.Typed("Draycott", "Quiz 5", "a"),
                    new DemoPlan.Typed("Lister", "Quiz 3", "n"),
                    new DemoPlan.Typed("Quayle", "Quiz 6", "21")),
            Optional.of(new DemoPlan.Targets(true, "end of Year 9", "", List.of())),
            Optional.empty());

    private static List<DemoPlan.Piece> tenAPieces() {
        List<DemoPlan.Piece> pieces = new ArrayList<>();
        List<String> fridays = List.of(
                "2026-09-11",
                "2026-09-25",
                "2026-10-09",
                "2026-11-06",
                "2026-11-20",
                "2027-01-08",
                "2027-01-22",
                "2027-02-05",
                "2027-02-19",
                "2027-03-05");
        for (int i = 0; i < fridays.size(); i++) {
            pieces.add(new DemoPlan.Piece(
                    "Week " + (2 * i + 1), 0, fridays.get(i), 100, DemoPlan.Make.IN_PARTS, i < fridays.size() - 1));
        }
        pieces.addAll(List.of(
                marked("Quiz 1", 1, "2026-09-29", 20),
                marked("Quiz 2", 1, "2026-10-20", 20),
                marked("Quiz 3", 1, "2026-11-17", 20),
                marked("Quiz 4", 1, "2027-01-12", 20),
                marked("Quiz 5", 1, "2027-02-02", 20),
                marked("Quiz 6", 1, "2027-02-16", 20),
                marked("Winter exam", 2, "2026-12-07", 80),
                marked("Talk on coasts", 3, "2027-01-26", 10),
                ahead("Spring exam", 2, "2027-03-22", 80)));
        return pieces;
    }

    static final DemoPlan ELEVEN_C = new DemoPlan(
            1103,
            "11C",
            "Geography",
            4,
            """
            Number\tName
            2401\tArundel, Nico
            2402\tBasrah, Hiba
            2403\tColbeck, Rowan
            2404\tDewar, Fia
            2405\tEvert, Sanne
            2406\tFarrant, Jude
            2407\tGarrick, Opal
            2408\tHosking, Denzel
            2409\tImrie, Cass
            2410\tJenner, Lila
            2411\tKerslake, Otis
            2412\tLovell, Mei
            2413\tMerrow, Finlay
            2414\tNance, Thea
            2415\tOakes, Idris
            2416\tPolkin, Wilf
            2417\tRavel, Simone
            2418\tStannard, Eve
            """,
            List.of(),
            List.of(category("Papers", "60", "diamond", 3), category("Fieldwork file", "40", "triangle", 2)),
            "A* to E",
            rules("BY_CATEGORY", "WEIGH_TERMS", "ROUNDED", "C"),
            List.of(
                    marked("Paper on coasts", 0, "2026-10-13", 60),
                    marked("File, first half", 1, "2026-11-10", 50),
                    marked("Paper on cities", 0, "2026-12-01", 60),
                    marked("Paper on rivers", 0, "2027-01-19", 60),
                    marked("File, second half", 1, "2027-02-09", 50),
                    ahead("Paper on energy", 0, "2027-03-02", 60),
                    ahead("Mock paper", 0, "2027-05-18", 100)),
            List.of(
                    new DemoPlan.Typed("Imrie", "Paper on rivers", "a"),
                    new DemoPlan.Typed("Nance", "File, second half", "41/60")),
            Optional.of(new DemoPlan.Targets(false, "", "", List.of())),
            Optional.of(new DemoPlan.Sealed(
                    "Jenner",
                    "C",
                    "Ill in the week of the field study; all work since is at this level.",
                    List.of(
                            new DemoPlan.Typed("Dewar", "Paper on cities", "48"),
                            new DemoPlan.Typed("Merrow", "Paper on coasts", "39")))));

    static final DemoPlan NINE_T = new DemoPlan(
            919,
            "9T",
            "",
            6,
            """
            Number\tName
            2201\tAldous, Wren
            2204\tBrandt, Ilva
            2211\tIyer, Meera
            2217\tOsei, Kofi
            2219\tQuill, Esme
            2224\tVoss, Mikkel
            2251\tAnsell, Perry
            2252\tBirkin, Leda
            2253\tCosta, Joao
            2254\tDrew, Salma
            """,
            List.of(),
            List.of(new CategoryLine(0, "Forms", "", "bar", 6, "EQUAL", 0, false, false)),
            "",
            null,
            List.of(
                    new DemoPlan.Piece("Trip letter back", 0, "2027-01-15", 0, DemoPlan.Make.CHECK, true),
                    new DemoPlan.Piece("Locker key", 0, "2027-02-03", 0, DemoPlan.Make.CHECK, true)),
            List.of(),
            Optional.empty(),
            Optional.empty());

    static final DemoPlan SEVEN_A = new DemoPlan(
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
            List.of(),
            List.of(category("Sources", "50", "circle", 4), category("Essays", "50", "bar", 3)),
            SEVEN_STEPS,
            rules("BY_CATEGORY", "POOLED", "EXACT", "4"),
            List.of(
                    marked("Letters from the harbour", 0, "2027-01-14", 20),
                    marked("Why the mill closed", 1, "2027-01-28", 30),
                    marked("The census of 1881", 0, "2027-02-11", 20)),
            List.of(),
            Optional.empty(),
            Optional.empty());
}
