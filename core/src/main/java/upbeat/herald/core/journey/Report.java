package upbeat.herald.core.journey;

import java.time.Instant;

/**
 * A stage as somebody reported it: a scan once it was read, or a word by hand, from a spreadsheet or another system.
 *
 * @param key tells two reports of the same instant apart, the same on every reading
 * @param stage what it says
 * @param at when it happened there, not when it arrived here
 * @param day the calendar day of {@code at} where it happened, ISO 8601: a second day out for delivery is a second
 *     occasion
 */
public record Report(String key, Stage stage, Instant at, String day) {}
