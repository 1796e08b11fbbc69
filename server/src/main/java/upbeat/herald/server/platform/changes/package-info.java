/**
 * The change log: who changed what of set-up, plan, wording, money and people, and who took data out or erased it.
 *
 * <p>Not here: what happened to an order, which stands on its timeline.
 */
@NullMarked
package upbeat.herald.server.platform.changes;

import org.jspecify.annotations.NullMarked;
