/**
 * The plan of notices: stored, changed, and estimated by what the last 30 days would have brought.
 *
 * <p>Not here: texts belong to {@code wording}.
 */
@NullMarked
package upbeat.herald.server.notice;

import org.jspecify.annotations.NullMarked;
