/**
 * Signed requests of shops: kept as they came, mapped, and read again when the mapping changes.
 *
 * <p>Not here: no own rule for an order; {@code ingest} has it.
 */
@NullMarked
package upbeat.herald.server.ingest.webhook;

import org.jspecify.annotations.NullMarked;
