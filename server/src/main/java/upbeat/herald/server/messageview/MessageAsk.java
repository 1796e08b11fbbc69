package upbeat.herald.server.messageview;

import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.format.DateTimeParseException;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.server.message.MessageDimension;
import upbeat.herald.server.message.MessageFilter;
import upbeat.herald.server.message.MessageTallyRepository.Period;

/** Which messages are asked for. Null or blank means any; several values are parted by commas. */
record MessageAsk(AskWhen when, AskWhat what, AskWhose whose) {
    private static final int LONGEST = 400;
    /** Asks for messages that have no such value: one about an order as a whole has no carrier. */
    private static final String NONE = "none";

    /**
     * @param from, to RFC 3339; messages that were sent in between, or are due then
     * @param search words of the order, its customer or its parcels
     */
    record AskWhen(
            @Nullable String from,
            @Nullable String to,
            @Nullable String search) {}

    record AskWhat(
            @Nullable String notice,
            @Nullable String stage,
            @Nullable String channel,
            @Nullable String status,
            @Nullable String reason) {}

    /** @param team 1 for messages to the team, 0 for those to customers */
    record AskWhose(
            @Nullable String carrier,
            @Nullable String shop,
            @Nullable String country,
            @Nullable String language,
            @Nullable String team) {}

    MessageFilter toFilter() {
        Map<MessageDimension, Set<String>> wanted = new EnumMap<>(MessageDimension.class);
        add(wanted, MessageDimension.NOTICE, what.notice());
        add(wanted, MessageDimension.STAGE, what.stage());
        add(wanted, MessageDimension.CHANNEL, what.channel());
        add(wanted, MessageDimension.STATUS, what.status());
        add(wanted, MessageDimension.REASON, what.reason());
        add(wanted, MessageDimension.CARRIER, whose.carrier());
        add(wanted, MessageDimension.SHOP, whose.shop());
        add(wanted, MessageDimension.COUNTRY, whose.country());
        add(wanted, MessageDimension.LANGUAGE, whose.language());
        add(wanted, MessageDimension.TEAM, whose.team());
        return new MessageFilter(wanted);
    }

    private static void add(
            Map<MessageDimension, Set<String>> wanted, MessageDimension dimension, @Nullable String value) {
        if (Texts.isBlank(value)) return;
        if (value.length() > LONGEST) throw new HeraldException(dimension.code(), "Choose fewer values");
        wanted.put(
                dimension,
                Arrays.stream(value.split(","))
                        .map(v -> v.equals(NONE) ? "" : v)
                        .collect(Collectors.toSet()));
    }

    Period toPeriod() {
        Instant from = time("from", when.from(), Period.ALWAYS.from());
        Instant to = time("to", when.to(), Period.ALWAYS.to());
        if (!from.isBefore(to)) throw new HeraldException("to", "Choose an end after the start");
        return new Period(from, to);
    }

    /** Null where nothing is searched for. */
    @Nullable String toSearch() {
        String search = Texts.blankToNull(when.search());
        if (search != null && search.length() > LONGEST) throw new HeraldException("search", "Search for fewer words");
        return search;
    }

    private static Instant time(String name, @Nullable String value, Instant usual) {
        if (Texts.isBlank(value)) return usual;
        try {
            Instant at = OffsetDateTime.parse(value).toInstant();
            if (at.isBefore(Period.ALWAYS.from())) return Period.ALWAYS.from();
            return at.isAfter(Period.ALWAYS.to()) ? Period.ALWAYS.to() : at;
        } catch (DateTimeParseException e) {
            throw new HeraldException(name, "Enter a date and time like 2026-11-24T08:00:00Z");
        }
    }
}
