package upbeat.herald.server.orderview;

import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
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
            @Nullable String tag) {}

    /**
     * @param stage a stop's word, {@code partly-dispatched} or {@code partly-delivered}
     * @param noContact true for those with neither e-mail address nor phone
     * @param message orders with a message in this status: unsure, failed, waiting or withheld
     * @param quietDays parcels on their way without a scan for so many days, 1 or more
     */
    record State(
            @Nullable String stage,
            @Nullable Boolean noContact,
            @Nullable String message,
            @Nullable Integer quietDays) {}

    /** Orders that count at a stop: as a whole, or by one of their parcels; what ended only for a while. */
    private static final String STANDS = """
            and (:stage = :ordered and o.stage = :ordered and o.ended is null
                and not exists (select 1 from parcel p where p.order_id = o.id)
            or o.stage = :stage and :stage like 'partly-%'
            or o.ended = :stage and exists (select 1 from stage_reached r where r.order_id = o.id
                and r.parcel_id is null and r.stage = o.ended and r.at >= :since)
            or o.ended is null and exists (select 1 from parcel p where p.order_id = o.id and p.stage = :stage
                and (p.stage not in (:final) or p.stage_at >= :since)))""";

    private static final Set<String> MESSAGE_STATES = Set.of("unsure", "failed", "waiting", "withheld");

    private static final String WITH_MESSAGE =
            " and o.id in (select m.order_id from message m where m.status = :message)";

    private static final String QUIET = """
             and o.ended is null and o.id in (select p.order_id from parcel p where p.stage in (:underway)
            and p.last_scan_at < :quiet)""";

    /**
     * The part of a statement from {@code from} on, and its parameters. @param byWords true where the word index leads,
     * newest arrival first
     */
    record Sql(String text, Map<String, Object> params, boolean byWords) {}

    Sql toSql(Instant now) {
        Map<String, Object> params = new HashMap<>();
        StringBuilder sql = new StringBuilder();
        String words = SearchTerms.toQuery(traits.search());
        if (words != null) {
            sql.append("from order_search s cross join shop_order o on o.id = s.rowid where s.words match :words");
            params.put("words", words);
        } else sql.append("from shop_order o where ").append(Texts.isBlank(traits.search()) ? "1 = 1" : "1 = 0");
        if (!Texts.isBlank(state.stage())) {
            sql.append(' ').append(STANDS);
            params.put("stage", state.stage());
            params.put("ordered", Stage.ORDERED.code());
            params.put("final", Stage.codes(Stage::isFinal));
            params.put("since", now.minus(StageCountRepository.ENDED_SHOWN_FOR).toEpochMilli());
        }
        and(sql, params, "shop", traits.shop(), " and o.shop = :shop");
        and(
                sql,
                params,
                "carrier",
                traits.carrier(),
                " and exists (select 1 from parcel p where p.order_id = o.id and p.carrier = :carrier)");
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
        and(
                sql,
                params,
                "tag",
                traits.tag(),
                " and exists (select 1 from order_tag t where t.order_id = o.id and t.tag = :tag)");
        if (Boolean.TRUE.equals(state.noContact())) sql.append(" and o.email is null and o.phone is null");
        if (!Texts.isBlank(state.message())) {
            if (!MESSAGE_STATES.contains(state.message()))
                throw new HeraldException("message", "\"" + state.message() + "\" isn't a status to look for");
            and(sql, params, "message", state.message(), WITH_MESSAGE);
        }
        if (state.quietDays() != null) {
            if (state.quietDays() < 1 || state.quietDays() > 365)
                throw new HeraldException("quietDays", "Enter 1 to 365 days without a scan");
            sql.append(QUIET);
            params.put("underway", Stage.codes(Stage::isUnderway));
            params.put("quiet", now.minus(Duration.ofDays(state.quietDays())).toEpochMilli());
        }
        return new Sql(sql.toString(), params, words != null);
    }

    private static void and(
            StringBuilder sql, Map<String, Object> params, String name, @Nullable String value, String condition) {
        if (Texts.isBlank(value)) return;
        sql.append(condition);
        params.put(name, value.strip());
    }
}
