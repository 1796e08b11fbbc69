/**
 * The brand of each shop: name, colours, logo, sender addresses as settings.
 *
 * <p>Not here: verifying a sender address belongs to {@code delivery.email}.
 */
@NullMarked
package upbeat.herald.server.brand;

import org.jspecify.annotations.NullMarked;
