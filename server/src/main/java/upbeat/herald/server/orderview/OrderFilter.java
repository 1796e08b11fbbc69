package upbeat.herald.server.orderview;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.SearchTerms;
import upbeat.herald.core.journey.Stage;

/**
 * Which orders are wanted. Blank means all.
 *
 * @param traits what the order is like
 * @param state where it stands
 */
record OrderFilter(Traits traits, State state) {
    /** @param search words, see {@link SearchTerms} */
    record Traits(
            @Nullable String search,
            @Nullable String shop,
            @Nullable String carrier,
            @Nullable String country,
            @Nullable String payment,
            @Nullable String tag) {
        static final Traits ANY = new Traits(null, null, null, null, null, null);
    }

    /**
     * @param stage a stop's word, {@code partly-dispatched} or {@code partly-delivered}
     * @param noContact true for those with neither e-mail address nor phone
     * @param message orders with a message in this status: unsure, failed, waiting or withheld
     * @param askedToCancel true for those whose customers asked to cancel, and that go on
     * @param quietDays parcels on their way without a scan for so many days, 1 or more
     */
    record State(
            @Nullable String stage,
            @Nullable Boolean noContact,
            @Nullable String message,
            @Nullable Integer quietDays,
            @Nullable Boolean askedToCancel) {}

    private static final Set<String> MESSAGE_STATES = Set.of("unsure", "failed", "waiting", "withheld");

    /**
     * Orders that meet a condition, by their ids.
     *
     * @param orderIds a statement that gives ids of orders, perhaps one of them several times
     */
    record Condition(String orderIds, Map<String, Object> params) {}

    /**
     * The part of a statement from {@code from} on, and its parameters. @param byWords true where the word index leads,
     * newest arrival first
     */
    record Sql(String text, Map<String, Object> params, boolean byWords) {}

    /** @param isRare says of a condition whether few orders meet it, so that the statement begins with them */
    Sql toSql(Instant now, Predicate<Condition> isRare) {
        Map<String, Object> params = new HashMap<>();
        StringBuilder sql = new StringBuilder();
        String words = SearchTerms.toQuery(traits.search());
        if (words != null) {
            sql.append("from order_search s cross join shop_order o on o.id = s.rowid where s.words match :words");
            params.put("words", words);
        } else sql.append("from shop_order o where ").append(Texts.isBlank(traits.search()) ? "1 = 1" : "1 = 0");
        and(sql, params, "shop", traits.shop(), " and o.shop = :shop");
        and(sql, params, "country", traits.country(), " and o.country = :country");
        if (!Texts.isBlank(traits.payment())) {
            params.put(
                    "payment",
                    Payment.fromCode(traits.payment())
                            .orElseThrow(() -> new HeraldException(
                                    "payment", "\"" + traits.payment() + "\" isn't a payment method"))
                            .code());
            sql.append(" and o.payment = :payment");
        }
        if (Boolean.TRUE.equals(state.noContact())) sql.append(" and o.email is null and o.phone is null");
        if (state.quietDays() != null || Boolean.TRUE.equals(state.askedToCancel())) sql.append(" and o.ended is null");
        boolean isLed = words != null;
        for (Condition condition : conditions(now, sql)) {
            // A plus keeps SQLite from looking the orders up one by one: it walks the list and asks of each.
            boolean isLookedUp = isLed || isRare.test(condition);
            sql.append(isLookedUp && !isLed ? " and o.id in (" : " and +o.id in (")
                    .append(condition.orderIds())
                    .append(')');
            isLed = isLed || isLookedUp;
            params.putAll(condition.params());
        }
        return new Sql(sql.toString(), params, words != null);
    }

    private List<Condition> conditions(Instant now, StringBuilder sql) {
        List<Condition> conditions = new ArrayList<>();
        if (!Texts.isBlank(state.stage())) standsAt(state.stage().strip(), now, sql, conditions);
        if (!Texts.isBlank(state.message())) {
            if (!MESSAGE_STATES.contains(state.message()))
                throw new HeraldException("message", "\"" + state.message() + "\" isn't a status to look for");
            conditions.add(new Condition(
                    "select m.order_id from message m where m.status = :message", Map.of("message", state.message())));
        }
        if (Boolean.TRUE.equals(state.askedToCancel()))
            conditions.add(new Condition("select a.order_id from answer a where a.refuses = 1", Map.of()));
        if (state.quietDays() != null) {
            if (state.quietDays() < 1 || state.quietDays() > 365)
                throw new HeraldException("quietDays", "Enter 1 to 365 days without a scan");
            conditions.add(new Condition(
                    "select p.order_id from parcel p where p.stage in (" + UNDERWAY + ") and p.last_scan_at < :quiet",
                    Map.of(
                            "quiet",
                            now.minus(Duration.ofDays(state.quietDays())).toEpochMilli())));
        }
        if (!Texts.isBlank(traits.tag()))
            conditions.add(new Condition(
                    "select t.order_id from order_tag t where t.tag = :tag and t.removed_at is null",
                    Map.of("tag", traits.tag().strip())));
        if (!Texts.isBlank(traits.carrier()))
            conditions.add(new Condition(
                    "select p.order_id from parcel p where p.carrier = :carrier",
                    Map.of("carrier", traits.carrier().strip())));
        return conditions;
    }

    /** In the words of the index over parcels on their way, which SQLite compares as they stand. */
    private static final String UNDERWAY =
            Stage.codes(Stage::isUnderway).stream().map(c -> "'" + c + "'").collect(Collectors.joining(", "));

    private static final String ORDERED_WITHOUT_PARCEL = """
            select w.id from shop_order w where w.stage = :stage and w.ended is null
            and not exists (select 1 from parcel p where p.order_id = w.id)
            union all select p.order_id from parcel p where p.stage = :stage""";

    private static final String MARKED = """
            union all select w.id from stage_reached r indexed by order_mark
            cross join shop_order w on w.id = r.order_id
            where r.parcel_id is null and r.stage not in ('ordered', 'cancelled', 'refunded') and r.stage = :stage
            and w.stage = :stage and not exists (select 1 from parcel p where p.order_id = w.id)""";

    /** Orders that count at a stop: as a whole, or by one of their parcels; what ended only for a while. */
    private static void standsAt(String stage, Instant now, StringBuilder sql, List<Condition> conditions) {
        long since = now.minus(StageCountRepository.ENDED_SHOWN_FOR).toEpochMilli();
        Map<String, Object> at = Map.of("stage", stage);
        Map<String, Object> lately = Map.of("stage", stage, "since", since);
        if (stage.startsWith("partly-"))
            conditions.add(new Condition("select w.id from shop_order w where w.stage = :stage", at));
        else if (StageCountRepository.ENDS.contains(stage)) {
            sql.append(" and o.ended is not null");
            conditions.add(new Condition(
                    "select r.order_id from stage_reached r join shop_order w on w.id = r.order_id "
                            + "and w.ended = r.stage where r.stage = :stage and r.parcel_id is null and r.at >= :since",
                    lately));
        } else {
            sql.append(" and o.ended is null");
            if (stage.equals(Stage.ORDERED.code())) conditions.add(new Condition(ORDERED_WITHOUT_PARCEL, at));
            else if (Stage.codes(Stage::isFinal).contains(stage))
                conditions.add(new Condition(
                        "select p.order_id from parcel p where p.stage = :stage and p.stage_at >= :since " + MARKED
                                + " and r.at >= :since",
                        lately));
            else conditions.add(new Condition("select p.order_id from parcel p where p.stage = :stage " + MARKED, at));
        }
    }

    private static void and(
            StringBuilder sql, Map<String, Object> params, String name, @Nullable String value, String condition) {
        if (Texts.isBlank(value)) return;
        sql.append(condition);
        params.put(name, value.strip());
    }
}
