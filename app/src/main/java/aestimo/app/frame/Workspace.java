package aestimo.app.frame;

/** The workspaces of a class, in the order of the work. */
public enum Workspace {
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
    public boolean isWithoutResults() {
        return this == MARKS || this == ROOM || this == GROUNDWORK;
    }

    public String words() {
        return words;
    }

    public String path() {
        return path;
    }
}
