/**
 * What whoever looks after an installation wants to know before teachers notice: figures for a monitoring system, room on
 * the disk, the nightly backup. Entry classes: {@link aestimo.app.watching.DiskRoom}, {@link
 * aestimo.app.watching.NightlyBackup}.
 */
@NullMarked
package aestimo.app.watching;

import org.jspecify.annotations.NullMarked;
