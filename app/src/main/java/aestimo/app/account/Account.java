package aestimo.app.account;

import aestimo.app.store.TeacherId;

/** A stored account. */
record Account(TeacherId id, String signIn, String passwordHash) {}
