/**
 * The plan of notices and the one decision of what a customer is told: whom, when, over which channel, and why not.
 *
 * <p>Not here: no text is rendered here, and no clock is read: the same arguments give the same decision.
 */
@NullMarked
package upbeat.herald.core.notice;

import org.jspecify.annotations.NullMarked;
