/**
 * What a customer answers, over any channel: stored once, with its tag, and with the effect on planned messages.
 *
 * <p>Not here: no page and no gateway; those call in.
 */
@NullMarked
package upbeat.herald.server.answer;

import org.jspecify.annotations.NullMarked;
