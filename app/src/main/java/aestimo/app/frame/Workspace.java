package aestimo.app.frame;

/** The workspaces of a class, in the order of the work. */
public enum Workspace {
    MARKS("Marks", "marks"),
    GROUNDWORK("Groundwork", "groundwork"),
    /** A page of the class that is none of its workspaces. */
    NONE("", "");

    private final String words;
    private final String path;

    Workspace(String words, String path) {
        this.words = words;
        this.path = path;
    }

    String words() {
        return words;
    }

    String path() {
        return path;
    }
}
