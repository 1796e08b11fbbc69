package upbeat.herald.core.forecast;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;

/**
 * What a rehearsal came to, in numbers.
 *
 * @param orders that were lived through again, and the customers behind those that were sent something
 * @param messages that would have been sent
 * @param moved how many of them had to wait for their send window
 * @param copies how many copies the team would have got of them
 * @param by messages by what tells them apart
 * @param costs by channel and currency
 * @param customersByMessages how many customers got so many messages, by the number of messages
 * @param mostSent the customers that got most
 * @param held messages for which the customer got nothing
 * @param reasons why messages were kept back, most frequent first
 * @param floods where the flood guard would have stopped a notice, the first ones
 */
public record RehearsalFigures(
        int orders,
        int customers,
        int messages,
        int moved,
        int copies,
        Breakdown by,
        List<ChannelCost> costs,
        Map<Integer, Integer> customersByMessages,
        List<CustomerCount> mostSent,
        int held,
        List<ReasonTally> reasons,
        List<FloodAlarm> floods) {
    public RehearsalFigures {
        floods = floods == null ? List.of() : List.copyOf(floods);
    }

    /**
     * @param notice by id of the notice
     * @param stage by code of the stage that set it off
     * @param country of destination, ISO 3166-1 alpha-2; empty where the order names none
     * @param day on the customer's calendar
     * @param hourOfWeek 168 numbers: from Monday, 00:00, on the customer's clock
     * @param noticeHours by id of the notice, 168 numbers: from Monday, 00:00 UTC, when they would have left
     */
    public record Breakdown(
            Map<String, Integer> notice,
            Map<String, Integer> stage,
            Map<String, Integer> channel,
            Map<String, Integer> country,
            Map<LocalDate, Integer> day,
            List<Integer> hourOfWeek,
            Map<String, List<Integer>> noticeHours) {}

    public record ChannelCost(String channel, int messages, int segments, MessageWriter.Cost cost) {}

    /** @param orderId one of the customer's orders; {@code mostInADay} on the customer's calendar */
    public record CustomerCount(long orderId, int messages, int mostInADay) {}

    /**
     * @param reasonCode see {@link upbeat.herald.core.notice.Reason.Code}; {@code reason} in words
     * @param isReplaced true where another channel told the customer instead
     * @param orderIds some of the orders
     */
    public record ReasonTally(
            String noticeId, String reasonCode, String reason, boolean isReplaced, int count, List<Long> orderIds) {}

    /** @param messages in the ten minutes from {@code at} on; {@code limit} how many would have left */
    public record FloodAlarm(String noticeId, Instant at, int messages, int limit) {}
}
