/**
 * The kinds of conditions. To add one, write a class and name it in {@code META-INF/services}: the screens take its
 * name, its way of choosing values and its words from there.
 */
@NullMarked
package upbeat.herald.core.audience.kind;

import org.jspecify.annotations.NullMarked;
