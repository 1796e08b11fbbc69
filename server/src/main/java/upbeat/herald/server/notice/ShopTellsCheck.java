package upbeat.herald.server.notice;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;

/** Notices about a moment that a shop tells its customers about itself: they would hear it twice. */
@Component
class ShopTellsCheck implements PlanCheck {
    private final ShopMessagesRepository shops;

    ShopTellsCheck(ShopMessagesRepository shops) {
        this.shops = shops;
    }

    @Override
    public List<PlanFinding> findAll(JdbcClient db, List<Notice> speaking, Instant now) {
        return speaking.stream()
                .flatMap(n -> describe(db, n).stream()
                        .map(text -> new PlanFinding(PlanFinding.Kind.SHOP_TELLS, n.id(), null, text, 0)))
                .toList();
    }

    /** Which shops say the same; empty where none does. */
    Optional<String> describe(JdbcClient db, Notice notice) {
        if (!notice.timing().trigger().waitsForStage()) return Optional.empty();
        List<String> same = shops.findAll(db).entrySet().stream()
                .filter(e -> e.getValue().contains(notice.timing().stage())
                        && notice.audience().canBeFromShop(e.getKey()))
                .map(Map.Entry::getKey)
                .toList();
        if (same.isEmpty()) return Optional.empty();
        return Optional.of((same.size() == 1
                        ? "The shop " + same.get(0) + " tells"
                        : "The shops " + String.join(", ", same) + " tell")
                + " customers about this too, so they would hear it twice. Leave these orders out of the audience");
    }
}
