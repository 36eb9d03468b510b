package aestimo.app.store;

import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import org.apache.ibatis.type.MappedTypes;

/** {@link Percent} as a numeric column: for percents that were typed, which have at most four places. */
@MappedTypes(Percent.class)
public class PercentHandler extends DecimalHandler<Percent> {
    public PercentHandler() {
        super(percent -> percent.exact().toDecimal(4), decimal -> new Percent(Fraction.from(decimal)));
    }
}
