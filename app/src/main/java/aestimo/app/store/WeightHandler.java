package aestimo.app.store;

import aestimo.core.value.Weight;
import org.apache.ibatis.type.MappedTypes;

/** {@link Weight} as a numeric column. */
@MappedTypes(Weight.class)
public class WeightHandler extends DecimalHandler<Weight> {
    public WeightHandler() {
        super(Weight::value, Weight::from);
    }
}
