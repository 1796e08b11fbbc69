package upbeat.herald.server.wording;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Field;
import upbeat.herald.core.wording.Fields;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.template.EmptyFieldException;
import upbeat.herald.server.message.MessageComposer;
import upbeat.herald.server.notice.PlanCheck;
import upbeat.herald.server.notice.PlanFinding;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRow;

/** Texts that can't be written for recent orders, because a field is empty: found by writing them. */
@Component
class EmptyFieldCheck implements PlanCheck {
    private static final int LOOKED_AT = 30;

    private final PreviewOrders previewOrders;
    private final MessageComposer composer;

    EmptyFieldCheck(PreviewOrders previewOrders, MessageComposer composer) {
        this.previewOrders = previewOrders;
        this.composer = composer;
    }

    @Override
    public List<PlanFinding> findAll(JdbcClient db, List<Notice> speaking, Instant now) {
        List<PlanFinding> found = new ArrayList<>();
        for (Notice n : speaking) {
            List<OrderRow> orders =
                    previewOrders.findMatching(n).stream().limit(LOOKED_AT).toList();
            for (Channel channel : n.routing().channels()) {
                Map<String, Integer> empty = new TreeMap<>();
                for (OrderRow o : orders) {
                    String field = findEmptyField(db, n, channel, o, now);
                    if (field != null) empty.merge(field, 1, Integer::sum);
                }
                empty.forEach((field, count) -> found.add(describe(n, channel, field, count, orders.size())));
            }
        }
        return found;
    }

    private @Nullable String findEmptyField(
            JdbcClient db, Notice notice, Channel channel, OrderRow order, Instant now) {
        ParcelRow parcel =
                previewOrders.findParcel(notice, order, Variant.EVERYONE).orElse(null);
        WordingSelection.Chosen chosen =
                composer.chooseWording(db, notice, channel, order, parcel).orElse(null);
        if (chosen == null) return null;
        try {
            composer.render(
                    db,
                    new MessageComposer.Scene(notice, chosen.language(), order, parcel, 0),
                    channel,
                    chosen.wording(),
                    now);
            return null;
        } catch (EmptyFieldException e) {
            return e.field();
        }
    }

    private static PlanFinding describe(Notice notice, Channel channel, String field, int count, int of) {
        String what = Fields.find(field).map(Field::meaning).orElse("A field");
        return new PlanFinding(
                PlanFinding.Kind.EMPTY_FIELD,
                notice.id(),
                channel.code(),
                "The text for " + channel.label() + " can't be written for " + count + " of the last " + of
                        + (of == 1 ? " order" : " orders") + ". Empty: " + what,
                count);
    }
}
