package upbeat.herald.server.ingest.spreadsheet;

import java.util.concurrent.ExecutionException;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;

/**
 * Loads a file that came by itself, without anybody looking first; its run is in the same history as those of uploads.
 */
@Component
public class FileImport {
    private final ImportFiles files;
    private final ImportRunner importer;
    private final ImportRunRepository runs;
    private final JdbcClient reader;

    FileImport(ImportFiles files, ImportRunner importer, ImportRunRepository runs, JdbcClient reader) {
        this.files = files;
        this.importer = importer;
        this.runs = runs;
        this.reader = reader;
    }

    /** @param summary what it did, in words */
    public record Loaded(String runId, int refused, String summary) {}

    /** @throws HeraldException where the file as a whole can't be used */
    public Loaded importFile(String shop, String kind, String fileName, @Nullable String source, byte[] file) {
        ImportRunRepository.Run run = files.open(shop, kind, fileName, source, file);
        if (!ImportRunner.isMapped(run))
            throw new HeraldException(
                    "file",
                    "No column has the order numbers. Import the file by hand once and choose the column; it's remembered");
        try {
            importer.load(run.file().id()).get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new HeraldException("file", "Stopped during the import");
        } catch (ExecutionException e) {
            throw new IllegalStateException(e.getCause());
        }
        ImportRunRepository.Run done = runs.find(reader, run.file().id()).orElseThrow();
        if (done.progress().state().equals("failed"))
            throw new HeraldException("file", Texts.orEmpty(done.progress().reason()));
        return new Loaded(
                done.file().id(),
                done.progress().counts().refused(),
                done.progress().counts().created() + " new, "
                        + done.progress().counts().changed() + " changed, "
                        + done.progress().counts().unchanged() + " unchanged, "
                        + done.progress().counts().refused() + " refused; "
                        + done.progress().counts().messages() + " messages planned");
    }
}
