package aestimo.app.store;

import aestimo.core.value.OutOf;
import org.apache.ibatis.type.MappedTypes;

/** {@link OutOf} as a numeric column. */
@MappedTypes(OutOf.class)
public class OutOfHandler extends DecimalHandler<OutOf> {
    public OutOfHandler() {
        super(OutOf::value, OutOf::from);
    }
}
