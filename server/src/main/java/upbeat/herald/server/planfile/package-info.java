/**
 * A plan with its texts as one file: written, compared with the plan that stands, and taken in.
 *
 * <p>Not here: what a notice may be is judged where notices are kept; nothing in a file sets a notice live.
 */
@NullMarked
package upbeat.herald.server.planfile;

import org.jspecify.annotations.NullMarked;
