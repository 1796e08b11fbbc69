package upbeat.herald.server.orderview;

import java.time.InstantSource;
import java.util.List;
import java.util.function.IntConsumer;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import upbeat.herald.core.HeraldException;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.orderview.SavedViewRepository.View;
import upbeat.herald.server.platform.web.NotFoundException;

/** The place Orders: the route, the list, its filters and its export. */
@Service
class OrderListService {
    private static final int PAGE = 100;
    private static final int COUNTED = 10_000;
    private final StageCountRepository counts;
    private final OrderExport export;
    private final ExportProgress progress;
    private final CarrierRepository carriers;
    private final OrderListRepository orderList;
    private final OrderRepository orders;
    private final SavedViewRepository views;
    private final JdbcClient reader;
    private final InstantSource clock;

    OrderListService(
            StageCountRepository counts,
            OrderExport export,
            ExportProgress progress,
            CarrierRepository carriers,
            OrderListRepository orderList,
            OrderRepository orders,
            SavedViewRepository views,
            JdbcClient reader,
            InstantSource clock) {
        this.counts = counts;
        this.export = export;
        this.progress = progress;
        this.carriers = carriers;
        this.orderList = orderList;
        this.orders = orders;
        this.views = views;
        this.reader = reader;
        this.clock = clock;
    }

    List<StageCountRepository.Stop> stageCounts() {
        return counts.countStages(reader, clock.instant());
    }

    /** @param views kept filters; the others what there is to choose from */
    record Choices(
            List<View> views,
            List<String> shops,
            List<String> countries,
            List<String> tags,
            List<CarrierChoice> carriers,
            @Nullable String preferredCarrier) {}

    record CarrierChoice(String key, String name, boolean inUse) {}

    /** @param count up to {@code atMost} */
    record Count(int count, int atMost) {}

    /** @param more true where there are more than these */
    record MatchingOrders(List<OrderListRepository.MatchingOrder> orders, boolean more) {}

    OrderListRepository.Page list(OrderFilter filter, @Nullable String after) {
        if (after != null && !after.matches("-?\\d{1,18}-\\d{1,18}"))
            throw new HeraldException("after", "Set after to the value of next");
        return orderList.findPage(reader, filter, after, PAGE, clock.instant());
    }

    Count count(OrderFilter filter) {
        return new Count(orderList.count(reader, filter, COUNTED, clock.instant()), COUNTED);
    }

    /** All that match, up to {@value #COUNTED}, for doing something to them together. */
    MatchingOrders findNames(OrderFilter filter) {
        List<OrderListRepository.MatchingOrder> found =
                orderList.findNames(reader, filter, COUNTED + 1, clock.instant());
        boolean more = found.size() > COUNTED;
        return new MatchingOrders(more ? found.subList(0, COUNTED) : found, more);
    }

    Choices choices() {
        return new Choices(
                views.findAll(reader),
                orders.findShops(reader),
                orderList.findCountries(reader),
                orderList.findTags(reader),
                carriers.findAll(reader).stream()
                        .map(c -> new CarrierChoice(c.key(), c.name(), c.inUse()))
                        .toList(),
                carriers.findDefaultKey(reader).orElse(null));
    }

    /** @param progressId under which {@link #findExportProgress} says how far it has come, or null */
    ResponseEntity<StreamingResponseBody> export(String format, OrderFilter filter, @Nullable String progressId) {
        if (!format.equals("csv") && !format.equals("xlsx")) throw new NotFoundException("Choose CSV or XLSX");
        boolean csv = format.equals("csv");
        filter.toSql(clock.instant(), c -> true); // refuses what can't be filtered by
        if (progressId != null && !progressId.matches("[A-Za-z0-9-]{8,40}"))
            throw new HeraldException("progress", "Choose 8 to 40 letters, digits and hyphens");
        IntConsumer onOrders = progressId == null
                ? n -> {}
                : progress.begin(progressId, orderList.count(reader, filter, Integer.MAX_VALUE, clock.instant()))::add;
        return ResponseEntity.ok()
                .header(
                        "Content-Type",
                        csv
                                ? "text/csv;charset=UTF-8"
                                : "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
                .header("Content-Disposition", "attachment; filename=\"orders." + format + "\"")
                .body(out -> export.write(reader, filter, csv, out, clock.instant(), onOrders));
    }

    ExportProgress.Done findExportProgress(String id) {
        return progress.find(id).orElseThrow(() -> new NotFoundException("There's no such export"));
    }
}
