/**
 * Shops told of what their customers answered: by a signed call to an address that is set for each shop.
 *
 * <p>Not here: nothing about what an answer does; whoever has something to tell calls {@code ShopCalls}.
 */
@NullMarked
package upbeat.herald.server.shopcall;

import org.jspecify.annotations.NullMarked;
