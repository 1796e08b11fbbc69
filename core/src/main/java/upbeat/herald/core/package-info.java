/**
 * What every package of the rules may use: the error that carries a field's name, and small questions about text.
 *
 * <p>Not here: no rule of the trade; those stand in the packages below.
 */
@NullMarked
package upbeat.herald.core;

import org.jspecify.annotations.NullMarked;
