package upbeat.herald.server.manual;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.Authentication;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.server.ingest.ReportIngestService;
import upbeat.herald.server.ingest.ReturnNews;
import upbeat.herald.server.manual.ManualChange.Done;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.order.ReturnRepository.ReturnRow;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.NotFoundException;

/** Customers' returns received or cancelled by hand, with the steps that take it back. */
@Service
class ManualReturnService {
    static final String UNRECEIVE = "unreceive-return";
    static final String REOPEN = "reopen-return";

    private final ReturnRepository returns;
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final ReturnNews news;
    private final ReportIngestService reports;
    private final UndoPreparation undo;
    private final ManualChangeRepository changes;
    private final SignallingWriter writer;

    ManualReturnService(
            ReturnRepository returns,
            OrderRepository orders,
            ParcelRepository parcels,
            ReturnNews news,
            ReportIngestService reports,
            UndoPreparation undo,
            ManualChangeRepository changes,
            SignallingWriter writer) {
        this.returns = returns;
        this.orders = orders;
        this.parcels = parcels;
        this.news = news;
        this.reports = reports;
        this.undo = undo;
        this.changes = changes;
        this.writer = writer;
    }

    Done markReceived(long id, Authentication who) {
        return writer.write((db, now) -> {
            ReturnRow r = find(db, id);
            if (!returns.markReceived(db, id, who.getName(), now))
                throw new HeraldException("return", "This return was received or cancelled already");
            OrderRow order = undo.hold(db, orders.get(db, r.orderId()), now);
            ParcelRow parcel = findParcel(db, r);
            int planned = parcel == null ? 0 : reports.markReturned(db, parcel, r, ManualChange.SOURCE, now);
            news.received(db, order, id, now);
            String what = "Return " + r.content().label().trackingNumber() + " received";
            ManualChangeRepository.Step step =
                    ManualChangeRepository.Step.ofOrder(UNRECEIVE, order.id(), Long.toString(id), null);
            long change = changes.insert(db, who.getName(), what, List.of(step), now);
            return new Done(change, what, 1, planned, List.of()).withUndoSeconds(undo.seconds());
        });
    }

    Done cancel(long id, Authentication who) {
        return writer.write((db, now) -> {
            ReturnRow r = find(db, id);
            if (!news.cancel(db, r, now))
                throw new HeraldException("return", "This return is on its way, back or cancelled already");
            String what = "Return " + r.content().label().trackingNumber() + " cancelled";
            ManualChangeRepository.Step step =
                    ManualChangeRepository.Step.ofOrder(REOPEN, r.orderId(), Long.toString(id), null);
            return new Done(changes.insert(db, who.getName(), what, List.of(step), now), what, 1, 0, List.of());
        });
    }

    private ReturnRow find(JdbcClient db, long id) {
        return returns.find(db, id).orElseThrow(() -> new NotFoundException("There is no such return"));
    }

    private @Nullable ParcelRow findParcel(JdbcClient db, ReturnRow r) {
        return r.parcelId() == null ? null : parcels.find(db, r.parcelId()).orElse(null);
    }
}
