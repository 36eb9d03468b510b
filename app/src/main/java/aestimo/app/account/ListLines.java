package aestimo.app.account;

import java.io.Serializable;
import java.util.List;

/**
 * What stands on every list a teacher prints.
 *
 * @param above words under the heading; may be of several lines, may be empty
 * @param below the same under the list
 * @param sign whether there is a line to sign
 */
public record ListLines(String above, String below, boolean sign) implements Serializable {
    static final int LONGEST = 500;

    public List<String> aboveLines() {
        return above.lines().toList();
    }

    public List<String> belowLines() {
        return below.lines().toList();
    }
}
