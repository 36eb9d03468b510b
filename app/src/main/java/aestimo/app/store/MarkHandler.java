package aestimo.app.store;

import aestimo.core.value.Mark;
import org.apache.ibatis.type.MappedTypes;

/** {@link Mark} as a numeric column. */
@MappedTypes(Mark.class)
public class MarkHandler extends DecimalHandler<Mark> {
    public MarkHandler() {
        super(Mark::value, Mark::from);
    }
}
