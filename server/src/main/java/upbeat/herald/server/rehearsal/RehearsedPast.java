package upbeat.herald.server.rehearsal;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.forecast.OrderPast;
import upbeat.herald.server.manual.UndoTime;
import upbeat.herald.server.order.OrderRepository;

/** The orders of a rehearsal with what became known of them: from the own past, or from its file. */
@Component
class RehearsedPast {
    private final PastOrderRepository past;
    private final RehearsalFileService files;
    private final OrderRepository orders;
    private final UndoTime undoTime;
    private final JdbcClient reader;

    RehearsedPast(
            PastOrderRepository past,
            RehearsalFileService files,
            OrderRepository orders,
            UndoTime undoTime,
            JdbcClient reader) {
        this.past = past;
        this.files = files;
        this.orders = orders;
        this.undoTime = undoTime;
        this.reader = reader;
    }

    /**
     * Loads some of them by their ids.
     *
     * @param withBackground false where nobody asks for more than the orders' own documents
     */
    Function<List<Long>, List<OrderPast>> loader(RehearsalRepository.RehearsalRow row, boolean withBackground) {
        if (row.fileName() != null) return ids -> files.load(row.id(), ids);
        Duration undo = undoTime.get();
        return ids -> past.load(reader, ids, undo, withBackground);
    }

    Optional<OrderPast> find(RehearsalRepository.RehearsalRow row, String shop, String number) {
        if (row.fileName() != null)
            return files.load(row.id(), shop, number).stream().findFirst();
        return orders.find(reader, shop, number)
                .flatMap(o -> loader(row, true).apply(List.of(o.id())).stream().findFirst());
    }
}
