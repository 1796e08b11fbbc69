package upbeat.herald.server.platform.persistence;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.Optional;
import java.util.function.Function;
import javax.sql.DataSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.sqlite.SQLiteDataSource;
import upbeat.herald.server.platform.HeraldProperties;

/** A database of its own with the product's schema and its one writer, without the rest of the application. */
public final class TestDatabase implements AutoCloseable {
    public final DatabaseWriter writer;
    public final JdbcClient reader;
    /** Whose work is done from now on, or null. */
    public volatile Acting acting;

    private final com.zaxxer.hikari.HikariDataSource readers;

    public TestDatabase() {
        try {
            Path folder = Files.createTempDirectory("herald-db");
            DatabaseConfig config = new DatabaseConfig();
            DataFolder data = config.dataFolder(new HeraldProperties(folder, "http://127.0.0.1:1", false));
            SQLiteDataSource file = config.file(data, true);
            writer = DatabaseConfig.createWriter(file, () -> Optional.ofNullable(acting));
            readers = config.readers(file);
            reader = config.reader(readers);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    public <T> T write(Function<JdbcClient, T> work) {
        return writer.write(work);
    }

    public DataSource source() {
        return readers;
    }

    @Override
    public void close() {
        try {
            readers.close();
            writer.close();
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }
}
