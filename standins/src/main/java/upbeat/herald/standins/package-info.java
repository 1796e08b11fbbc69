/**
 * Small stand-ins for the world outside, over real sockets: mail server, SMS centre, chat network, carriers, a shop.
 *
 * <p>Not here: nothing of the product; a real service can take the place of each.
 */
@NullMarked
package upbeat.herald.standins;

import org.jspecify.annotations.NullMarked;
