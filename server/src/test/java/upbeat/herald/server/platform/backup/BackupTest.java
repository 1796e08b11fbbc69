package upbeat.herald.server.platform.backup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.platform.HeraldProperties;
import upbeat.herald.server.platform.time.WallClock;

class BackupTest {
    @TempDir
    private Path folder;

    private static List<String> namesIn(Path folder) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.map(f -> f.getFileName().toString()).sorted().toList();
        }
    }

    /** Facts come in all the while; what was acknowledged before the copy began is in it, and it opens by itself. */
    @Test
    void aBackupIsMadeWhileFactsComeInAndOpensAsItWas() throws Exception {
        Path archive = folder.resolve("herald.zip");
        AtomicBoolean isOver = new AtomicBoolean();
        List<String> before = new ArrayList<>();
        long during;
        try (RunningApp app = RunningApp.start()) {
            for (int i = 0; i < 50; i++)
                before.add(app.order("prepaid", "kept" + i + "@customer.example", null, "{\"email\":true}"));
            app.parcel(before.get(0), "hopgate", "HOP 0066 0001 1");
            CompletableFuture<Integer> writing = CompletableFuture.supplyAsync(() -> {
                int scans = 0;
                while (!isOver.get()) {
                    StringBuilder list = new StringBuilder("[");
                    Instant at = Instant.parse("2026-11-01T00:00:00Z");
                    for (int i = 0; i < 500; i++)
                        list.append(i == 0 ? "" : ",")
                                .append(
                                        "{\"carrier\":\"hopgate\",\"trackingNumber\":\"HOP 0066 0001 1\",\"code\":\"30\",\"at\":\"")
                                .append(at.plusSeconds(scans + i))
                                .append("\"}");
                    assertThat(app.api("POST", "/api/v1/scans", list + "]").status())
                            .isEqualTo(200);
                    scans += 500;
                }
                return scans;
            });
            BackupArchive.Content content = BackupArchive.create(app.data, archive);
            assertThat(content.orders()).isGreaterThanOrEqualTo(50);
            isOver.set(true);
            during = writing.join();
            assertThat(namesIn(folder)).containsExactly("herald.zip");
            assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(archive)))
                    .isEqualTo("rw-------");
            assertThatThrownBy(() -> BackupArchive.create(app.data, archive)).hasMessageContaining("there already");
        }
        assertThat(during).as("facts that came in meanwhile").isPositive();
        Path restored = folder.resolve("restored");
        assertThat(BackupCommand.run("restore", archive.toString(), restored.toString()))
                .contains("Restored to", "50 orders");
        try (upbeat.herald.standins.SimulatedWorld world = new upbeat.herald.standins.SimulatedWorld()) {
            world.start();
            try (RunningApp app = RunningApp.start(world, restored)) {
                for (String number : before)
                    assertThat(app.api("GET", "/api/v1/orders/kites/" + number, null)
                                    .status())
                            .isEqualTo(200);
                assertThat(app.signedIn().call("GET", "/ui/gateways", null).status())
                        .as("with its accounts and keys")
                        .isEqualTo(200);
            }
        }
    }

    @Test
    void whatIsThereIsNeverWrittenOver() throws IOException {
        Path data = Files.createDirectory(folder.resolve("data"));
        Files.writeString(data.resolve("herald.db"), "mine");
        Path archive = zip("a.zip", "herald.db", "x");
        assertThatThrownBy(() -> BackupArchive.restore(archive, data)).hasMessageContaining("isn't empty");
        assertThat(data.resolve("herald.db")).hasContent("mine");
    }

    @Test
    void whatIsNoBackupLeavesNothingBehind() throws IOException {
        Path data = folder.resolve("data");
        for (Path bad : List.of(
                zip("text.zip", "herald.db", "this is no database, however long it may be ".repeat(200)),
                zip("other.zip", "../outside.txt", "x"),
                zip("keys.zip", "vault.key", "x"),
                Files.writeString(folder.resolve("plain.zip"), "no archive"))) {
            assertThatThrownBy(() -> BackupArchive.restore(bad, data))
                    .as(bad.toString())
                    .isInstanceOf(BackupException.class);
            assertThat(namesIn(data)).as(bad.toString()).isEmpty();
        }
        assertThat(folder.resolve("outside.txt")).doesNotExist();
        assertThatThrownBy(() -> BackupArchive.restore(folder.resolve("none.zip"), data))
                .hasMessageContaining("isn't there");
        assertThatThrownBy(() -> BackupArchive.create(folder.resolve("nothing"), folder.resolve("b.zip")))
                .hasMessageContaining("has no database");
        assertThatThrownBy(() -> BackupCommand.run("copy", "a", "b")).hasMessageContaining("backup DATA ARCHIVE");
    }

    @Test
    void backupsAreMadeByTheClockAndTheNewestAreKept() throws Exception {
        Path kept = folder.resolve("kept");
        try (RunningApp app = RunningApp.start()) {
            Instant[] now = {Instant.parse("2026-12-01T03:00:00Z")};
            BackupSchedule schedule = new BackupSchedule(
                    new BackupProperties(kept, java.time.Duration.ofHours(24), 2),
                    new HeraldProperties(app.data, null, true),
                    new WallClock() {
                        @Override
                        public Instant instant() {
                            return now[0];
                        }
                    });
            assertThat(schedule.findAge()).isEmpty();
            for (int day = 0; day < 4; day++) {
                schedule.run();
                schedule.run();
                now[0] = now[0].plusSeconds(86_400);
            }
            assertThat(namesIn(kept)).containsExactly("herald-20261203-030000.zip", "herald-20261204-030000.zip");
            assertThat(schedule.findAge()).contains(java.time.Duration.ofHours(24));
        }
    }

    private Path zip(String name, String entry, String content) throws IOException {
        Path file = folder.resolve(name);
        try (OutputStream out = Files.newOutputStream(file);
                ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.putNextEntry(new ZipEntry(entry));
            zip.write(content.getBytes(StandardCharsets.UTF_8));
            zip.closeEntry();
        }
        return file;
    }
}
