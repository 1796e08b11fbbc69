/**
 * One-time codes of a second sign-in step.
 *
 * <p>Not here: accounts and sessions, which are the server's.
 */
@NullMarked
package upbeat.herald.core.signin;

import org.jspecify.annotations.NullMarked;
