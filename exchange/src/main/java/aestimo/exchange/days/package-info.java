/** Days and times as sheets write them: {@link aestimo.exchange.days.WrittenTime}. */
@NullMarked
package aestimo.exchange.days;

import org.jspecify.annotations.NullMarked;
