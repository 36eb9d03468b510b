/**
 * The post room: a stand-in for a mail server, in a process of its own. It takes every message over SMTP, delivers none
 * anywhere, shows what arrived, and can be told to be slow, to refuse an address, or to let the line break.
 */
@NullMarked
package aestimo.post;

import org.jspecify.annotations.NullMarked;
