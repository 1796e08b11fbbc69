/**
 * The filters in front of every request, and what is open to whom.
 *
 * <p>Not here: accounts; {@code people} implements the interfaces of Spring Security.
 */
@NullMarked
package upbeat.herald.server.platform.security;

import org.jspecify.annotations.NullMarked;
