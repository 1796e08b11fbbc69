/**
 * What a plan would have done: past orders lived through again with all that became known of them, at the times at
 * which it did, and every decision made by the code that makes it live.
 *
 * <p>Not here: nothing is read from anywhere and nothing can be sent; texts are put together by whoever calls.
 */
@NullMarked
package upbeat.herald.core.forecast;

import org.jspecify.annotations.NullMarked;
