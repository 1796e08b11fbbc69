package upbeat.herald.server.answer;

import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.AnswerEffect;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.server.channel.TeamAddressRepository;
import upbeat.herald.server.channel.TeamMail;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.OrderHoldService;
import upbeat.herald.server.order.AnswerRepository.AnswerRow;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.SeriesExitRepository;
import upbeat.herald.server.platform.outbox.Outbox;
import upbeat.herald.server.shopcall.ShopCalls;

/** What an answer does beside being kept, one thing after the other. Works inside the caller's transaction. */
@Component
class AnswerEffectService {
    /** The event that a shop is called with. */
    static final String ANSWER_GIVEN = "upbeat.herald.answer.given";

    private static final String SOURCE = "answer";

    private final OrderRepository orders;
    private final OrderHoldService holds;
    private final SeriesExitRepository series;
    private final AnswerNotes notes;
    private final TeamAddressRepository team;
    private final ShopCalls shops;
    private final Outbox outbox;

    AnswerEffectService(
            OrderRepository orders,
            OrderHoldService holds,
            SeriesExitRepository series,
            AnswerNotes notes,
            TeamAddressRepository team,
            ShopCalls shops,
            Outbox outbox) {
        this.orders = orders;
        this.holds = holds;
        this.series = series;
        this.notes = notes;
        this.team = team;
        this.shops = shops;
        this.outbox = outbox;
    }

    /** An answer to a message. @param button what it was */
    record Given(OrderRow order, MessageRow message, AnswerRow answer, Question.Button button) {
        /** The words on the button, and what was written with it. */
        String words() {
            return "\"" + answer.label() + "\"" + (answer.text() == null ? "" : ": " + answer.text());
        }
    }

    void apply(JdbcClient db, Given given, Instant now) {
        long id = given.order().id();
        if (!Texts.isBlank(given.button().tag()))
            orders.addTag(db, id, given.button().tag(), SOURCE, now);
        for (AnswerEffect effect : given.button().effects()) {
            String value = Texts.orEmpty(effect.value());
            effect.findKind().ifPresent(kind -> {
                switch (kind) {
                    case ADD_TAG -> orders.addTag(db, id, value, SOURCE, now);
                    case REMOVE_TAG -> orders.removeTag(db, id, value, now);
                    case NOTE -> orders.addNote(db, id, notes.write(db, given, value, now), now);
                    case HOLD -> holds.hold(db, id, because(given), now);
                    case RELEASE -> holds.release(db, id, because(given), now);
                    case LEAVE_SERIES -> series.insert(db, id, value, SOURCE, now);
                    case TELL_TEAM -> tellTeam(db, given, now);
                    case CALL_SHOP -> callShop(db, given, now);
                }
            });
        }
    }

    /** Without what was written: it isn't erased there. */
    private static String because(Given given) {
        return "the customer answered \"" + given.answer().label() + "\"";
    }

    /** Takes back what another answer did, as far as that can be taken back. */
    void undo(JdbcClient db, long orderId, Question.Button button, Instant now) {
        if (!Texts.isBlank(button.tag())) orders.deleteTag(db, orderId, button.tag());
        for (AnswerEffect effect : button.effects()) {
            effect.findKind().ifPresent(kind -> {
                if (kind == AnswerEffect.Kind.ADD_TAG) orders.deleteTag(db, orderId, effect.value());
                else if (kind == AnswerEffect.Kind.HOLD) holds.release(db, orderId, "the answer was changed", now);
                else if (kind == AnswerEffect.Kind.LEAVE_SERIES)
                    series.delete(db, orderId, Texts.orEmpty(effect.value()));
            });
        }
    }

    private void tellTeam(JdbcClient db, Given given, Instant now) {
        long id = given.order().id();
        if (!team.findAll(db).containsKey(EmailChannel.EMAIL)) {
            orders.addNote(
                    db, id, "The team wasn't told: it has no e-mail address of its own. Enter one in Setup, Team", now);
            return;
        }
        String number = given.order().order().number();
        String title = "Order " + number + ": " + given.answer().label();
        String body =
                "The customer of order " + number + " (" + given.order().order().shop() + ") answered " + given.words()
                        + "\n\nAsked by: " + notes.nameOf(db, given.answer().noticeId());
        outbox.add(db, outbox.nextId(), TeamMail.KIND, null, id, title, body, now);
    }

    private void callShop(JdbcClient db, Given given, Instant now) {
        boolean isCalled = shops.add(
                db,
                given.order(),
                ANSWER_GIVEN,
                "Order " + given.order().order().number() + ": "
                        + given.answer().label(),
                describe(db, given),
                now);
        if (!isCalled)
            orders.addNote(
                    db,
                    given.order().id(),
                    "The shop wasn't called: no address is set for it. Enter one in Setup, Shops",
                    now);
    }

    private Map<String, Object> describe(JdbcClient db, Given given) {
        AnswerRow a = given.answer();
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("shop", given.order().order().shop());
        data.put("order", given.order().order().number());
        data.put("notice", a.noticeId());
        data.put("noticeName", notes.nameOf(db, a.noticeId()));
        data.put("answer", a.button());
        data.put("label", a.label());
        data.put("text", a.text());
        data.put("refuses", a.refuses());
        data.put("via", a.via());
        data.put("answeredAt", a.at().toString());
        return data;
    }
}
