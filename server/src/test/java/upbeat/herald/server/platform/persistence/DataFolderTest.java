package upbeat.herald.server.platform.persistence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import upbeat.herald.server.platform.HeraldProperties;

/** A folder that can't be used is answered with one sentence that says what to do. */
class DataFolderTest {
    @TempDir
    Path folder;

    private HeraldProperties properties(boolean demo) {
        return new HeraldProperties(folder, "http://127.0.0.1:1", demo);
    }

    @Test
    void twoServersOnOneFolder() throws IOException {
        try (DataFolder first = DataFolder.open(properties(false))) {
            assertThat(first.database()).exists();
            assertThatThrownBy(() -> DataFolder.open(properties(false)))
                    .isInstanceOf(DataFolderException.class)
                    .hasMessageContaining("is running on")
                    .hasMessageContaining("--data");
        }
        DataFolder.open(properties(false)).close();
    }

    @Test
    void theDatabaseIsItsOwnersAlone() throws IOException {
        Files.createFile(folder.resolve("herald.db"));
        Files.setPosixFilePermissions(folder.resolve("herald.db"), PosixFilePermissions.fromString("rw-r--r--"));
        DataFolder.open(properties(false)).close();
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(folder.resolve("herald.db"))))
                .isEqualTo("rw-------");
    }

    @Test
    void aDemosFolderIsNoFolderToStartOn() throws IOException {
        Files.writeString(folder.resolve("clock"), "2026-11-24T13:05:00Z");
        assertThatThrownBy(() -> DataFolder.open(properties(false))).hasMessageContaining("a demo's folder");
        DataFolder.open(properties(true)).close();
    }

    @Test
    void aFileThatIsNoDatabase() throws IOException {
        Files.writeString(folder.resolve("herald.db"), "this is not a database, whatever it is".repeat(100));
        try (DataFolder data = DataFolder.open(properties(false))) {
            assertThatThrownBy(() -> new DatabaseConfig().file(data, false))
                    .isInstanceOf(DataFolderException.class)
                    .hasMessageContaining("is damaged. Restore it from a backup");
        }
    }

    @Test
    void aFolderOfANewerVersion() throws IOException {
        try (DataFolder data = DataFolder.open(properties(false))) {
            var file = new DatabaseConfig().file(data, false);
            try (var connection = file.getConnection();
                    var statement = connection.createStatement()) {
                statement.executeUpdate(
                        "insert into flyway_schema_history select 999, '999', 'later', 'SQL', 'V999__later.sql', 1, 'x', '2026-01-01 00:00:00.000', 1, 1");
            } catch (java.sql.SQLException e) {
                throw new IllegalStateException(e);
            }
            assertThatThrownBy(() -> new DatabaseConfig().file(data, false))
                    .isInstanceOf(DataFolderException.class)
                    .hasMessageContaining("newer version");
        }
    }

    @Test
    void theSentenceIsPrintedWithoutAStackTrace() {
        var analysis =
                new DataFolderFailureAnalyzer().analyze(new RuntimeException(new DataFolderException("x is damaged")));
        assertThat(analysis).isNotNull();
        assertThat(analysis.getDescription()).isEqualTo("x is damaged");
    }
}
