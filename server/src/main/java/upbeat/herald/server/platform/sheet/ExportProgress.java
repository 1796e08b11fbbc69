package upbeat.herald.server.platform.sheet;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.IntConsumer;
import java.util.function.IntSupplier;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.server.platform.web.NotFoundException;

/** How far exports have come, for the screens that wait for them. Kept in memory, for a while. */
@Component
public class ExportProgress {
    private static final int MOST = 1_000;
    private static final Duration KEPT = Duration.ofHours(1);
    private final Cache<String, Running> running =
            Caffeine.newBuilder().maximumSize(MOST).expireAfterAccess(KEPT).build();

    /** @param done rows written, of {@code total} */
    public record Done(int done, int total) {}

    /** One export at work. */
    public record Running(AtomicInteger done, int total) {
        void add(int rows) {
            done.addAndGet(rows);
        }
    }

    /**
     * @param id chosen by who will ask, or null where nobody will
     * @param total how many rows there will be
     * @return told of rows that were written
     */
    public IntConsumer begin(@Nullable String id, IntSupplier total) {
        if (id == null) return rows -> {};
        if (!id.matches("[A-Za-z0-9-]{8,40}"))
            throw new HeraldException("progress", "Choose 8 to 40 letters, digits and hyphens");
        Running export = new Running(new AtomicInteger(), total.getAsInt());
        running.put(id, export);
        return export::add;
    }

    /** @throws NotFoundException where there is no such export */
    public Done get(String id) {
        Running export = running.getIfPresent(id);
        if (export == null) throw new NotFoundException("There's no such export");
        return new Done(export.done().get(), export.total());
    }
}
