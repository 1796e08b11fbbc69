/**
 * What a coordinator sees first: so far the first steps of a new installation.
 *
 * <p>Not here: nothing is changed here; what is shown is read from the packages below.
 */
@NullMarked
package upbeat.herald.server.desk;

import org.jspecify.annotations.NullMarked;
