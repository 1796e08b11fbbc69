/**
 * The way of a parcel: orders, parcels, scans, and the table of stages that says what may follow and what overtakes
 * what.
 *
 * <p>Not here: nothing about messages.
 */
@NullMarked
package upbeat.herald.core.journey;

import org.jspecify.annotations.NullMarked;
