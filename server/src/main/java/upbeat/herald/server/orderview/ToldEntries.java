package upbeat.herald.server.orderview;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.returns.CustomerReturn;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.TeamMail;
import upbeat.herald.server.delivery.ReplyAnswerSender;
import upbeat.herald.server.delivery.ReplyAnswerSender.ReplyAnswer;
import upbeat.herald.server.delivery.StopConfirmationSender;
import upbeat.herald.server.order.ContactCorrectionRepository;
import upbeat.herald.server.order.ContactCorrectionRepository.ContactCorrection;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.ReplyRepository;
import upbeat.herald.server.order.ReplyRepository.ReplyRow;
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.orderview.OrderTimeline.Entry;
import upbeat.herald.server.platform.outbox.OutboxRepository;
import upbeat.herald.server.platform.outbox.OutboxRepository.OutboxRow;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.shopcall.ReturnCalls;

/** Notes on an order, what its customer wrote and sent back, and what shops and the team were told of it. */
@Component
class ToldEntries {
    private final OrderRepository orders;
    private final ReplyRepository replies;
    private final OutboxRepository outbox;
    private final ReturnRepository returns;
    private final ContactCorrectionRepository corrections;

    ToldEntries(
            OrderRepository orders,
            ReplyRepository replies,
            OutboxRepository outbox,
            ReturnRepository returns,
            ContactCorrectionRepository corrections) {
        this.returns = returns;
        this.corrections = corrections;
        this.orders = orders;
        this.replies = replies;
        this.outbox = outbox;
    }

    List<Entry> list(JdbcClient db, long orderId) {
        List<Entry> entries = new ArrayList<>();
        orders.findNotes(db, orderId).forEach(n -> entries.add(new Entry("note", "", n.at(), n.text(), null, null)));
        outbox.findByOrder(db, orderId).forEach(o -> entries.add(told(o)));
        replies.findByOrder(db, orderId).stream()
                .filter(r -> !r.text().isEmpty())
                .forEach(r -> entries.add(reply(r)));
        returns.findByOrder(db, orderId).forEach(r -> addReturn(entries, r.content()));
        corrections.find(db, orderId).forEach(c -> entries.add(corrected(c)));
        return entries;
    }

    private static Entry corrected(ContactCorrection c) {
        String which = c.field() == ContactCorrectionRepository.Field.EMAIL ? "E-mail address" : "Phone number";
        String detail = (c.was() == null ? "none" : c.was()) + " → " + (c.now() == null ? "none" : c.now());
        return new Entry("note", "", c.at(), which + " corrected by " + c.by(), detail, null);
    }

    private static void addReturn(List<Entry> entries, CustomerReturn r) {
        String number = r.label().trackingNumber();
        String items =
                r.items().stream().map(i -> i.quantity() + " × " + i.name()).collect(Collectors.joining(", "));
        String why = r.reason().label() + (r.note() == null ? "" : ": “" + r.note() + "”");
        CustomerReturn.Times times = r.times();
        entries.add(
                new Entry("return", "", times.requestedAt(), "Return requested: " + items, why + " · " + number, null));
        if (times.receivedAt() != null)
            entries.add(new Entry("return", "", times.receivedAt(), "Return received", number, null));
        if (times.cancelledAt() != null)
            entries.add(new Entry("return", "", times.cancelledAt(), "Return cancelled", number, null));
    }

    private static Entry reply(ReplyRow row) {
        String by = Channel.fromCode(row.channel()).map(Channel::label).orElse(row.channel());
        String state = row.isHandled() ? "" : "waiting";
        String detail = "reply by " + by + (row.isHandled() ? "" : " · needs a person");
        return new Entry("reply", state, row.receivedAt(), "“" + row.text() + "”", detail, null);
    }

    private static Entry told(OutboxRow row) {
        String whom =
                switch (row.item().kind()) {
                    case TeamMail.KIND -> "the team of the answer";
                    case ReplyAnswerSender.KIND -> "the customer an answer";
                    case StopConfirmationSender.KIND -> "the customer that messages stop";
                    default -> ReturnCalls.isOfReturn(row.item()) ? "the shop of the return" : "the shop of the answer";
                };
        String state = row.taken() ? "taken" : row.nextAt() == null ? "failed" : "waiting";
        String title =
                switch (state) {
                    case "taken" -> "Told " + whom;
                    case "failed" -> "Couldn't tell " + whom;
                    default -> "Telling " + whom;
                };
        String tries = row.attempts() > 1 ? row.attempts() + " attempts" : "";
        String said = row.said() == null ? "" : row.said();
        String detail = tries.isEmpty() || said.isEmpty() ? tries + said : tries + " · " + said;
        if (row.item().kind().equals(ReplyAnswerSender.KIND)
                && !row.item().body().isEmpty())
            title = "Answered: “"
                    + Json.read(row.item().body(), ReplyAnswer.class).text() + "”";
        return new Entry("told", state, row.item().createdAt(), title, detail.isEmpty() ? null : detail, null);
    }
}
