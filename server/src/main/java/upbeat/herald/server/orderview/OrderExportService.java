package upbeat.herald.server.orderview;

import java.time.InstantSource;
import java.util.Map;
import java.util.function.IntConsumer;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import upbeat.herald.server.platform.changes.ChangeLog;
import upbeat.herald.server.platform.sheet.ExportProgress;
import upbeat.herald.server.platform.sheet.SheetFile;

/** The list of orders as a file, and how far its writing has come. */
@Service
class OrderExportService {
    private final OrderExport export;
    private final ExportProgress progress;
    private final OrderListRepository orderList;
    private final JdbcClient reader;
    private final InstantSource clock;
    private final ChangeLog log;

    OrderExportService(
            OrderExport export,
            ExportProgress progress,
            OrderListRepository orderList,
            JdbcClient reader,
            InstantSource clock,
            ChangeLog log) {
        this.export = export;
        this.progress = progress;
        this.orderList = orderList;
        this.reader = reader;
        this.clock = clock;
        this.log = log;
    }

    /** @param progressId under which {@link #findExportProgress} says how far it has come, or null */
    ResponseEntity<StreamingResponseBody> export(String format, OrderFilter filter, @Nullable String progressId) {
        SheetFile file = SheetFile.parse(format);
        filter.toSql(clock.instant(), c -> true); // refuses what can't be filtered by
        log.noteExport("orders", Map.of("format", format));
        IntConsumer onOrders =
                progress.begin(progressId, () -> orderList.count(reader, filter, Integer.MAX_VALUE, clock.instant()));
        return ResponseEntity.ok()
                .header("Content-Type", file.mediaType())
                .header("Content-Disposition", "attachment; filename=\"orders." + format + "\"")
                .body(out -> export.write(reader, filter, file, out, clock.instant(), onOrders));
    }

    ExportProgress.Done findExportProgress(String id) {
        return progress.get(id);
    }
}
