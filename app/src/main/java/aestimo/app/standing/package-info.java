/**
 * Where everybody stands: the class's table and its pictures, the student page, and the working of every figure. Entry
 * class: {@link aestimo.app.standing.StandingController}.
 */
@NullMarked
package aestimo.app.standing;

import org.jspecify.annotations.NullMarked;
