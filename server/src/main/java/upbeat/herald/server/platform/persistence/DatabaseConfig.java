package upbeat.herald.server.platform.persistence;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.Optional;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.FlywayException;
import org.flywaydb.core.api.exception.FlywayValidateException;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DelegatingDataSource;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteDataSource;
import upbeat.herald.server.platform.HeraldProperties;

/**
 * SQLite with a write-ahead log: one connection writes, four read. A commit is flushed to disk before anybody is told
 * of it ({@code synchronous=FULL}). Every start brings the schema up to date.
 */
@Configuration
class DatabaseConfig {
    private static final int CACHE_KIB = 32 << 10;

    @Bean(destroyMethod = "close")
    DataFolder dataFolder(HeraldProperties properties) {
        return DataFolder.open(properties);
    }

    @Bean
    SQLiteDataSource file(DataFolder folder, @Value("${herald.seed:false}") boolean seeding) {
        SQLiteConfig config = new SQLiteConfig();
        config.setJournalMode(SQLiteConfig.JournalMode.WAL);
        // A past that is made up can be made up again: there the flush is left out.
        config.setSynchronous(seeding ? SQLiteConfig.SynchronousMode.OFF : SQLiteConfig.SynchronousMode.FULL);
        config.setBusyTimeout(5000);
        roomy(config);
        config.enforceForeignKeys(true);
        config.setTransactionMode(SQLiteConfig.TransactionMode.IMMEDIATE);
        SQLiteDataSource file = new SQLiteDataSource(config);
        file.setUrl("jdbc:sqlite:" + folder.database());
        migrate(file, folder);
        return file;
    }

    private static void migrate(SQLiteDataSource file, DataFolder folder) {
        try {
            // A migration that is unknown here belongs to a newer version: its data must not be worked on.
            Flyway.configure()
                    .dataSource(file)
                    .loggers("slf4j")
                    .ignoreMigrationPatterns(new String[0])
                    .load()
                    .migrate();
        } catch (FlywayValidateException e) {
            throw new DataFolderException(
                    folder.database() + " was written by a newer version. Start that version, or restore a backup", e);
        } catch (FlywayException e) {
            String said = String.valueOf(e.getMessage());
            if (said.contains("SQLITE_NOTADB") || said.contains("SQLITE_CORRUPT"))
                throw new DataFolderException(
                        folder.database()
                                + " is damaged. Restore it from a backup, or choose another folder with --data",
                        e);
            if (said.contains("SQLITE_READONLY") || said.contains("SQLITE_CANTOPEN"))
                throw new DataFolderException(
                        folder.database() + " can't be written to. Make it and its folder writable for this user", e);
            if (said.contains("SQLITE_FULL") || said.contains("SQLITE_IOERR"))
                throw new DataFolderException(
                        folder.database() + " can't be opened because the disk is full or fails. Make room first", e);
            throw e;
        }
    }

    /**
     * Room to work in: SQLite's own 2 MB of cache and a checkpoint every 4 MB keep the disk busy with pages that are
     * needed again at once.
     */
    private static void roomy(SQLiteConfig config) {
        config.setCacheSize(-CACHE_KIB);
        config.setPragma(SQLiteConfig.Pragma.MMAP_SIZE, Long.toString(256L << 20));
        config.setTempStore(SQLiteConfig.TempStore.MEMORY);
        config.setGetGeneratedKeys(
                false); // the driver would ask for the key after every single insert; where we want it, we say
        // "returning"
    }

    @Bean(destroyMethod = "close")
    DatabaseWriter writer(SQLiteDataSource file, ObjectProvider<ActingPerson> person) throws SQLException {
        return createWriter(
                file, () -> Optional.ofNullable(person.getIfAvailable()).flatMap(ActingPerson::find));
    }

    static DatabaseWriter createWriter(SQLiteDataSource file, ActingPerson person) throws SQLException {
        return new DatabaseWriter(
                file,
                connection -> client(new SingleConnectionDataSource(StatementCache.wrap(connection), true)),
                DatabaseWriter.Limits.USUAL,
                person);
    }

    @Bean(destroyMethod = "close")
    HikariDataSource readers(SQLiteDataSource file) {
        SQLiteConfig config = new SQLiteConfig();
        config.setReadOnly(true);
        config.setBusyTimeout(5000);
        roomy(config);
        SQLiteDataSource readOnly = new SQLiteDataSource(config);
        readOnly.setUrl(file.getUrl());
        HikariConfig pool = new HikariConfig();
        pool.setDataSource(new DelegatingDataSource(readOnly) {
            @Override
            public Connection getConnection() throws SQLException {
                return StatementCache.wrap(super.getConnection());
            }
        });
        pool.setPoolName("readers");
        pool.setReadOnly(true);
        pool.setMaximumPoolSize(4);
        pool.setMinimumIdle(1);
        return new HikariDataSource(pool);
    }

    /** For reading outside the writer. */
    @Bean
    JdbcClient reader(HikariDataSource readers) {
        return client(readers);
    }

    private static JdbcClient client(DataSource source) {
        JdbcTemplate template = new JdbcTemplate(source);
        template.setExceptionTranslator(new SqliteExceptionTranslator());
        return new BatchUpdate.Client(JdbcClient.create(template), template);
    }
}
