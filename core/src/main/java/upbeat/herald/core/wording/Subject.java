package upbeat.herald.core.wording;

import java.util.List;
import java.util.Locale;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.plan.Question;

/**
 * What a message speaks of, and to whom.
 *
 * @param parcel   or null for the order as a whole; then {@code carrier} is null too
 * @param question what it asks, or null
 * @param answers  one link for each button, in the same order; empty where nothing is asked
 * @param answer   link to the page with all buttons, or null
 */
public record Subject(Order order, Parcel parcel, Carrier carrier, Brand brand, Question question, List<String> answers, String answer, Locale locale) {}
