/**
 * Letters to families: words with figures in them, sentence groups that choose what is said by a figure, the blocks a
 * letter is made of, and each student's letter made of them, with all that should be looked at before it leaves. Entry
 * classes: {@link aestimo.app.letters.LetterService} and {@link aestimo.app.letters.SentenceService}.
 */
@NullMarked
package aestimo.app.letters;

import org.jspecify.annotations.NullMarked;
