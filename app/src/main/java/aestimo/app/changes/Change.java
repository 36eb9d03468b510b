package aestimo.app.changes;

import java.time.OffsetDateTime;

/**
 * One recorded alteration.
 *
 * @param what the thing altered, such as “entry” or “weights”
 * @param was as it stood before; empty text for nothing
 * @param became as it stands since; empty text for nothing
 * @param how how it came about: “typed”, “groundwork”, …
 */
public record Change(OffsetDateTime at, String what, String was, String became, String how) {}
