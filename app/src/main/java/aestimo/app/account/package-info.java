/**
 * Accounts, their passwords, and how a teacher likes the pages to look. Entry class: {@link aestimo.app.account.AccountService}.
 */
@NullMarked
package aestimo.app.account;

import org.jspecify.annotations.NullMarked;
