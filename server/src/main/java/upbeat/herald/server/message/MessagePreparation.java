package upbeat.herald.server.message;

import java.time.Instant;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.notice.Decide;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.OrderSituation;
import upbeat.herald.core.notice.Reachability;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.notice.TeamOccasion;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.template.EmptyFieldException;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.Price;
import upbeat.herald.server.credit.CreditBook;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;

/** Looks at a due message once more with the data of the moment: may it still go, and what does it say. */
@Component
public class MessagePreparation {
    private final NoticeRepository notices;
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final BrandRepository brands;
    private final SituationLoader situations;
    private final MessageComposer composer;
    private final ChannelRegistry channels;
    private final SendingLimits limits;

    MessagePreparation(
            NoticeRepository notices,
            OrderRepository orders,
            ParcelRepository parcels,
            BrandRepository brands,
            SituationLoader situations,
            MessageComposer composer,
            ChannelRegistry channels,
            SendingLimits limits) {
        this.notices = notices;
        this.orders = orders;
        this.parcels = parcels;
        this.brands = brands;
        this.situations = situations;
        this.composer = composer;
        this.channels = channels;
        this.limits = limits;
    }

    /** What a message was made ready from. */
    record Basis(Notice notice, Order order) {}

    /**
     * False where the notice or the order changed since, or another message took the last place of the customer's day:
     * then it has to be made ready again.
     */
    public boolean isCurrent(JdbcClient db, MessageRow m, Outcome.Ready ready, Instant now) {
        OrderRow order = orders.get(db, m.origin().orderId());
        Notice notice = ready.basis().notice();
        return order.order().equals(ready.basis().order())
                && order.onHold() == null
                && notices.find(db, m.origin().noticeId())
                        .filter(notice::equals)
                        .isPresent()
                && limits.checkDay(db, m, notice, order, now).isEmpty()
                && limits.findShortage(db, m, ready.price()).isEmpty();
    }

    /** Ready to go, to be held for a reason, or to wait for its window. */
    public sealed interface Outcome {
        /**
         * @param price null where the channel costs nothing
         * @param preferences address of the page where the customer chooses what they are sent, or null
         */
        record Ready(
                @Nullable String to,
                String language,
                Rendered content,
                @Nullable Question question,
                Brand brand,
                @Nullable Price price,
                @Nullable String preferences,
                Basis basis)
                implements Outcome {}

        record Held(Reason reason) implements Outcome {}

        record NotYet(Instant due) implements Outcome {}

        /** Its order is on hold. */
        record OnHold(String reason) implements Outcome {}

        /** Credit, or the month's limit, doesn't allow it now. */
        record Short(CreditBook.Shortage shortage) implements Outcome {}
    }

    public Outcome prepare(JdbcClient db, MessageRow m, Instant now) {
        Notice notice = notices.find(db, m.origin().noticeId()).orElse(null);
        Reason gone = Decide.checkLive(notice, m.origin().occasion()).orElse(null);
        if (notice == null || gone != null) return new Outcome.Held(Objects.requireNonNull(gone));
        OrderRow order = orders.get(db, m.origin().orderId());
        if (order.onHold() != null) return new Outcome.OnHold("The order is on hold: " + order.onHold());
        ParcelRow parcel = m.origin().parcelId() == null
                ? null
                : parcels.find(db, m.origin().parcelId()).orElse(null);
        if (parcel == null && m.origin().parcelId() != null)
            return held(Reason.Code.GONE, "The parcel was removed from the order");
        if (TeamOccasion.isCopy(m.origin().occasion())) {
            Reachability team = Decide.recheckCopy(
                    notice,
                    situations.loadHistory(db, order),
                    m.recipient().channel(),
                    m.times().dueAt(),
                    now);
            return team.obstacle() != null
                    ? new Outcome.Held(team.obstacle())
                    : write(db, m, new Basis(notice, order.order()), parcel, team.address(), now);
        }
        // What was done by hand and may be taken back isn't judged yet either.
        if (order.heldUntil() != null && order.heldUntil().isAfter(now)) return new Outcome.NotYet(order.heldUntil());
        OrderSituation situation = situations.load(db, order, parcel);
        Reachability reach = Decide.recheck(
                notice,
                situation,
                situations.loadHistory(db, order),
                m.recipient().channel(),
                m.times().dueAt(),
                now);
        if (reach.obstacle() != null) return new Outcome.Held(reach.obstacle());
        // There is one: the check above turns down what has none.
        Instant allowed = Decide.nextAllowed(notice, situation, now).orElseThrow();
        if (allowed.isAfter(now)) return new Outcome.NotYet(allowed);
        Reason enough = limits.checkDay(db, m, notice, order, now).orElse(null);
        if (enough != null) return new Outcome.Held(enough);
        return write(db, m, new Basis(notice, order.order()), parcel, reach.address(), now);
    }

    /** Puts the message into words, with the data of the moment. */
    private Outcome write(
            JdbcClient db, MessageRow m, Basis basis, @Nullable ParcelRow parcel, @Nullable String to, Instant now) {
        Notice notice = basis.notice();
        OrderRow order = orders.get(db, m.origin().orderId());
        WordingSelection.Chosen chosen = composer.chooseWording(
                        db, notice, m.recipient().channel(), order, parcel)
                .orElse(null);
        if (chosen == null)
            return held(
                    Reason.Code.NO_WORDING,
                    "The notice has no text for " + m.recipient().channel().label());
        Wording wording = channels.findUsable(db, notice, m.recipient().channel(), chosen);
        try {
            MessageComposer.Scene scene = new MessageComposer.Scene(
                    notice,
                    chosen.language(),
                    order,
                    parcel,
                    m.seq(),
                    m.origin().occasion());
            Rendered content = markForTeam(
                    m, order, composer.render(db, scene, m.recipient().channel(), wording, now));
            Price price =
                    channels.findPriceOf(m.recipient().channel(), to, content).orElse(null);
            Outcome shortage = limits.judge(db, m, price).orElse(null);
            if (shortage != null) return shortage;
            return new Outcome.Ready(
                    to,
                    chosen.language(),
                    content,
                    notice.content().question() == null
                            ? null
                            : notice.content().question().withLabels(wording.buttons()),
                    brands.get(db, order.order().shop())
                            .withSender(notice.routing().sender()),
                    price,
                    composer.preferencePage(m),
                    basis);
        } catch (EmptyFieldException e) {
            return held(Reason.Code.FIELD_EMPTY, Texts.orEmpty(e.getMessage()));
        }
    }

    private static Rendered markForTeam(MessageRow m, OrderRow order, Rendered content) {
        String occasion = m.origin().occasion();
        if (!TeamOccasion.isForTeam(occasion)) return content;
        String what = TeamOccasion.isTrial(occasion) ? "Trial, order " : "Copy, order ";
        return m.recipient().channel().markForTeam(content, what + order.order().number());
    }

    private static Outcome held(Reason.Code code, String text) {
        return new Outcome.Held(new Reason(code, text));
    }
}
