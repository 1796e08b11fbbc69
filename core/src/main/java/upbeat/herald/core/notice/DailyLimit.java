package upbeat.herald.core.notice;

import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import upbeat.herald.core.journey.Order;

/**
 * How many messages one customer is sent on a day at most, by the calendar where they live. Asked when a message would
 * leave: what was sent can't be taken back, so what comes first counts; but a place is kept for more important messages
 * that are planned for the same day.
 *
 * @param most 1 to {@value #LARGEST}
 */
public record DailyLimit(int most) {
    public static final int LARGEST = 50;

    /**
     * A message of the same customer, of whichever order.
     *
     * @param key of what it says, the same over all channels: saying it twice counts once
     * @param at when it was sent, or is due
     * @param isSent false while it is planned
     */
    public record Said(String key, Importance importance, Instant at, boolean isSent) {}

    /**
     * @param key of what is to be said
     * @param others what the same customer is told at about that time; may hold the message itself
     * @return why it isn't sent today; empty where there is room for it
     */
    public Optional<Reason> check(
            String key, Importance importance, Order order, Collection<Said> others, Instant now) {
        LocalDate today = CustomerDay.of(order, now);
        Set<String> sent = new HashSet<>();
        Set<String> ahead = new HashSet<>();
        for (Said s : others) {
            if (s.key().equals(key) || !CustomerDay.of(order, s.at()).equals(today)) continue;
            if (s.isSent()) sent.add(s.key());
            else if (s.importance().isBefore(importance)) ahead.add(s.key());
        }
        if (sent.size() >= most)
            return Optional.of(new Reason(
                    Reason.Code.DAILY_LIMIT,
                    "The customer has already been sent " + messages(sent.size()) + " today; the limit is " + most));
        ahead.removeAll(sent);
        if (sent.size() + ahead.size() < most) return Optional.empty();
        return Optional.of(new Reason(
                Reason.Code.DAILY_LIMIT,
                ahead.size() == 1
                        ? "A more important message is due today; the limit is " + most
                        : ahead.size() + " more important messages are due today; the limit is " + most));
    }

    private static String messages(int count) {
        return count == 1 ? "1 message" : count + " messages";
    }
}
