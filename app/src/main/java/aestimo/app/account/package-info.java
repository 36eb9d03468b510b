/**
 * Accounts, signing in, and how a teacher likes the pages to look. Entry class: {@link aestimo.app.account.AccountService}.
 */
package aestimo.app.account;
