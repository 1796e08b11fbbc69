package upbeat.herald.server.messageview;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.message.MessageFilter;
import upbeat.herald.server.message.MessageKind;
import upbeat.herald.server.message.MessageKinds;
import upbeat.herald.server.message.MessageTallyRepository;
import upbeat.herald.server.message.MessageTallyRepository.Period;
import upbeat.herald.server.messageview.MessageListRepository.Cursor;
import upbeat.herald.server.order.SearchIndexRepository;

/** Finds and counts the messages that somebody asks for. */
@Component
class MessageSelection {
    /** A search that finds more orders looks at the newest of them. */
    static final int MOST_ORDERS = 2_000;

    private final MessageKinds kinds;
    private final MessageTallyRepository tally;
    private final MessageListRepository list;
    private final SearchIndexRepository search;

    MessageSelection(
            MessageKinds kinds,
            MessageTallyRepository tally,
            MessageListRepository list,
            SearchIndexRepository search) {
        this.kinds = kinds;
        this.tally = tally;
        this.list = list;
        this.search = search;
    }

    /**
     * An ask that was understood.
     *
     * @param orders that the search found, or null where nothing is searched for
     * @param kinds that there are; {@code fitting} the ids of those that fit
     */
    record Selected(
            MessageFilter filter,
            Period period,
            @Nullable List<Long> orders,
            List<MessageKind> kinds,
            Set<Integer> fitting) {
        /** True where a search found more orders than are looked at. */
        boolean isCutOff() {
            return orders != null && orders.size() == MOST_ORDERS;
        }

        /** Above the first message. */
        Cursor start() {
            return Cursor.before(period.to());
        }
    }

    Selected select(JdbcClient db, MessageAsk ask) {
        MessageFilter filter = ask.toFilter();
        Period period = ask.toPeriod();
        String words = ask.toSearch();
        List<Long> orders = words == null ? null : search.find(db, words, MOST_ORDERS);
        List<MessageKind> all = kinds.list(db);
        return new Selected(filter, period, orders, all, filter.findIds(all));
    }

    /** The messages below a cursor, newest first. */
    List<Cursor> findPage(JdbcClient db, Selected of, Cursor below, int most) {
        return of.orders() == null
                ? list.findPage(db, of.fitting(), of.period(), below, most)
                : list.findPage(db, of.fitting(), of.period(), of.orders(), below, most);
    }

    /** How many there are of each kind, whether it fits or not. */
    Map<Integer, Long> count(JdbcClient db, Selected of) {
        return of.orders() == null ? tally.count(db, of.period()) : tally.count(db, of.orders(), of.period());
    }

    /** What those among these messages cost that were sent, by currency. */
    Map<String, BigDecimal> sumCosts(JdbcClient db, Collection<Cursor> found) {
        return list.sumCosts(db, found.stream().map(Cursor::seq).toList());
    }

    List<MessageListRepository.Line> findLines(JdbcClient db, Collection<Cursor> page) {
        List<Long> seqs = new ArrayList<>();
        page.forEach(c -> seqs.add(c.seq()));
        return seqs.isEmpty() ? List.of() : list.findLines(db, seqs);
    }
}
