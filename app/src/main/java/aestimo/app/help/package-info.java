/** What each page is for, its keys, and the words. Entry class: {@link aestimo.app.help.PageHelpController}. */
@NullMarked
package aestimo.app.help;

import org.jspecify.annotations.NullMarked;
