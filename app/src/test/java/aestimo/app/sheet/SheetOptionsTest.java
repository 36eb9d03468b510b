package aestimo.app.sheet;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.sheet.SheetOptions.Face;
import aestimo.app.sheet.SheetOptions.Foot;
import aestimo.app.sheet.SheetOptions.Order;
import aestimo.app.sheet.SheetOptions.Shade;
import aestimo.app.sheet.SheetOptions.Who;
import aestimo.core.testing.Seed;
import java.util.EnumSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class SheetOptionsTest {
    /** Some of the constants, by chance. */
    private static <E extends Enum<E>> EnumSet<E> some(Random random, Class<E> type) {
        EnumSet<E> some = EnumSet.noneOf(type);
        for (E constant : type.getEnumConstants()) {
            if (random.nextBoolean()) {
                some.add(constant);
            }
        }
        return some;
    }

    private static <E> E one(Random random, E[] all) {
        return all[random.nextInt(all.length)];
    }

    @Test
    void whateverIsChosenIsReadAgainAsItWasKept() {
        long seed = Seed.next();
        Random random = new Random(seed);
        for (int i = 0; i < 300; i++) {
            List<Face> faces = List.copyOf(some(random, Face.class));
            SheetOptions look = new SheetOptions(
                    random.nextBoolean(),
                    random.nextBoolean(),
                    random.nextBoolean(),
                    one(random, Shade.values()),
                    one(random, Order.values()),
                    faces.isEmpty() || faces.size() > 2 ? List.of(Face.PERCENT) : faces,
                    some(random, Who.class),
                    some(random, Foot.class),
                    random.nextBoolean(),
                    random.nextBoolean(),
                    random.nextBoolean() ? Set.of() : Set.of(7L, 1L + random.nextInt(5)));
            assertThat(SheetOptions.parse(look.toText())).as("seed " + seed).isEqualTo(look);
        }
    }

    @Test
    void whatIsNotUnderstoodIsLeftOut() {
        assertThat(SheetOptions.parse("")).isEqualTo(SheetOptions.DEFAULT);
        SheetOptions look =
                SheetOptions.parse("shade=purple&order=&face=hat&columns&hide=x&hide=-3&=&foot=median&who=number=2");
        assertThat(look.shade()).isEqualTo(Shade.NONE);
        assertThat(look.order()).isEqualTo(Order.NAME);
        assertThat(look.faces()).containsExactly(Face.MARK);
        assertThat(look.foot()).containsExactly(Foot.MEDIAN);
        assertThat(look.who()).isEmpty();
        assertThat(look.hidden()).isEmpty();
        assertThat(SheetOptions.parse("face=grade&face=percent&face=mark").faces())
                .as("of three the first two")
                .containsExactly(Face.MARK, Face.PERCENT);
    }

    @Test
    void piecesTheFormDidNotOfferStayAsTheyWere() {
        SheetOptions before = SheetOptions.parse("hide=1&hide=2&hide=3");
        assertThat(SheetOptions.parse("hide=5")
                        .withHiddenBeyond(Set.of(2L, 3L, 5L), before)
                        .hidden())
                .containsExactlyInAnyOrder(1L, 5L);
    }
}
