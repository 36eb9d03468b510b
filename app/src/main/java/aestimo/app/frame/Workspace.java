package aestimo.app.frame;

/** The workspaces of a class, in the order of the work. */
enum Workspace {
    MARKS("Marks", "marks"),
    STANDING("Standing", "standing"),
    TARGETS("Targets", "targets"),
    TO_FAMILIES("To families", "families"),
    TO_SCHOOL("To school", "to-school"),
    ROOM("Room", "room"),
    GROUNDWORK("Groundwork", "groundwork");

    private final String words;
    private final String path;

    Workspace(String words, String path) {
        this.words = words;
        this.path = path;
    }

    /** Whether a class that takes no results has it too. */
    boolean isWithoutResults() {
        return this == MARKS || this == ROOM || this == GROUNDWORK;
    }

    String words() {
        return words;
    }

    String path() {
        return path;
    }
}
