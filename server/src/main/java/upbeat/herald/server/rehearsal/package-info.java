/**
 * Rehearsals: past orders run through a plan, by the code that decides and writes live, on their own clock.
 *
 * <p>Not here: nothing that could send. No gateway can be reached from these classes, and a test says so.
 */
@NullMarked
package upbeat.herald.server.rehearsal;

import org.jspecify.annotations.NullMarked;
