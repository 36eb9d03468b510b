/** What is taken in the room: lessons, and who was there (rules, section 13). */
@NullMarked
package aestimo.core.register;

import org.jspecify.annotations.NullMarked;
