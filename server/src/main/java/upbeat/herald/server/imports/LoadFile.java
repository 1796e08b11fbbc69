package upbeat.herald.server.imports;

import java.util.concurrent.ExecutionException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;

/**
 * Loads a file that came by itself, without anybody looking first; its run is in the same history as those of uploads.
 */
@Component
public class LoadFile {
    private final Importer importer;
    private final RunStore runs;
    private final JdbcClient reader;

    LoadFile(Importer importer, RunStore runs, JdbcClient reader) {
        this.importer = importer;
        this.runs = runs;
        this.reader = reader;
    }

    /** @param summary what it did, in words */
    public record Loaded(String runId, int refused, String summary) {}

    /** @throws HeraldException where the file as a whole can't be used */
    public Loaded load(String shop, String kind, String fileName, String source, byte[] file) {
        RunStore.Run run = importer.open(shop, kind, fileName, source, file);
        if (!Importer.enough(run))
            throw new HeraldException(
                    "file",
                    "No column holds the order numbers. Load the file by hand once and say which; it is remembered by its heading");
        try {
            importer.load(run.id()).get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new HeraldException("file", "Stopped while the file was loaded");
        } catch (ExecutionException e) {
            throw new IllegalStateException(e.getCause());
        }
        RunStore.Run done = runs.find(reader, run.id()).orElseThrow();
        if (done.state().equals("failed")) throw new HeraldException("file", done.reason());
        return new Loaded(
                done.id(),
                done.refused(),
                done.created() + " new, " + done.changed() + " changed, " + done.unchanged() + " unchanged, "
                        + done.refused() + " refused; " + done.messages() + " messages planned");
    }
}
