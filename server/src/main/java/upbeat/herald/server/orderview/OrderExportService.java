package upbeat.herald.server.orderview;

import java.time.InstantSource;
import java.util.function.IntConsumer;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import upbeat.herald.core.HeraldException;
import upbeat.herald.server.platform.web.NotFoundException;

/** The list of orders as a file, and how far its writing has come. */
@Service
class OrderExportService {
    private final OrderExport export;
    private final ExportProgress progress;
    private final OrderListRepository orderList;
    private final JdbcClient reader;
    private final InstantSource clock;

    OrderExportService(
            OrderExport export,
            ExportProgress progress,
            OrderListRepository orderList,
            JdbcClient reader,
            InstantSource clock) {
        this.export = export;
        this.progress = progress;
        this.orderList = orderList;
        this.reader = reader;
        this.clock = clock;
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
