/**
 * Messages as rows, their legal states, planning them from a decision, and preparing one to be sent.
 *
 * <p>Not here: no gateway; {@code delivery} sends them.
 */
@NullMarked
package upbeat.herald.server.message;

import org.jspecify.annotations.NullMarked;
