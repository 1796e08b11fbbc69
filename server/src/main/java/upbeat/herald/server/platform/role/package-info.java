/**
 * What the roles of a team's people are, and which one a call needs.
 *
 * <p>Not here: who has which role; that is {@code people}'s.
 */
@NullMarked
package upbeat.herald.server.platform.role;

import org.jspecify.annotations.NullMarked;
