/**
 * The page on which a customer follows an order: what it says, and its HTML. Everything it shows is passed in; where
 * the page is found and who may see it is the server's.
 */
@NullMarked
package upbeat.herald.core.tracking;

import org.jspecify.annotations.NullMarked;
