package upbeat.herald.server.manual;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.Authentication;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.server.manual.ManualChange.Done;
import upbeat.herald.server.manual.ManualMarkService.OrderName;
import upbeat.herald.server.message.MessageReplan;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.signal.SignallingWriter;

/** Tags put on orders by hand, for one or for many, with the steps that take them off again. */
@Service
class ManualTagService {
    private final ManualChangeRepository changes;
    private final OrderRepository orders;
    private final MessageReplan replan;
    private final SignallingWriter writer;

    ManualTagService(
            ManualChangeRepository changes, OrderRepository orders, MessageReplan replan, SignallingWriter writer) {
        this.changes = changes;
        this.orders = orders;
        this.replan = replan;
        this.writer = writer;
    }

    record TagMany(
            @Nullable List<OrderName> orders, @Nullable String tag) {}

    Done addTag(TagMany body, Authentication who) {
        String tag = Texts.blankToNull(body.tag());
        if (tag == null || tag.length() > 40) throw new HeraldException("tag", "Enter a tag of 1 to 40 characters");
        List<OrderName> names = ManualMarkService.some(body.orders());
        return writer.write((db, now) -> {
            List<ManualChangeRepository.Step> steps = new ArrayList<>();
            int planned = 0;
            for (OrderName name : names) {
                OrderRow o = orders.find(db, name.shop(), name.number()).orElse(null);
                if (o == null || orders.findTags(db, o.id()).contains(tag)) continue;
                planned += addTag(db, o, tag, now);
                steps.add(ManualChangeRepository.Step.ofOrder("untag", o.id(), tag, null));
            }
            String what = steps.size() + (steps.size() == 1 ? " order" : " orders") + " tagged " + tag;
            return new Done(
                    steps.isEmpty() ? null : Long.valueOf(changes.insert(db, who.getName(), what, steps, now)),
                    what,
                    steps.size(),
                    planned,
                    List.of());
        });
    }

    /** @return how many messages are planned because of it */
    private int addTag(JdbcClient db, OrderRow order, String tag, Instant now) {
        MessageReplan.Before before = replan.capture(db, order);
        orders.addTag(db, order.id(), tag, ManualChange.SOURCE, now);
        return replan.replanNewlyFor(db, before, order, now);
    }
}
