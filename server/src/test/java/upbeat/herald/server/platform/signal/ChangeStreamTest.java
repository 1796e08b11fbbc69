package upbeat.herald.server.platform.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** Open screens are told of changes, and of nothing else; a stream ends with its session. */
class ChangeStreamTest extends OwnAppTestCase {

    /** The events of one open screen, as they come in. */
    private static final class Screen implements AutoCloseable {
        final List<String> events = new CopyOnWriteArrayList<>();
        volatile boolean isOver;
        private final java.io.InputStream in;

        Screen(RunningApp.Person person) {
            in = person.stream("/ui/changes");
            Thread reader = new Thread(() -> {
                try (BufferedReader lines = new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))) {
                    for (String line = lines.readLine(); line != null; line = lines.readLine())
                        if (line.startsWith("event:"))
                            events.add(line.substring(6).strip());
                } catch (IOException e) {
                    // closed
                } finally {
                    isOver = true;
                }
            });
            reader.setDaemon(true);
            reader.start();
        }

        long changes() {
            return events.stream().filter("changed"::equals).count();
        }

        @Override
        public void close() throws IOException {
            in.close();
        }
    }

    @Test
    void everyScreenIsToldOfAChangeAndChangesInARowAreToldOnce() throws IOException {
        RunningApp.Person person = app.signedIn();
        try (Screen one = new Screen(person);
                Screen other = new Screen(app.signedIn())) {
            await().until(() -> one.events.contains("open") && other.events.contains("open"));
            long before = one.changes();
            for (int i = 0; i < 40; i++) app.order("prepaid", "stream" + i + "@customer.example", null, "{}");
            await().until(() -> one.changes() > before && other.changes() > 0);
            assertThat(one.changes() - before)
                    .as("forty orders, told of a few times")
                    .isLessThan(40);
        }
    }

    @Test
    void readingTellsNobody() throws IOException {
        RunningApp.Person person = app.signedIn();
        app.advance("PT1M");
        try (Screen screen = new Screen(person)) {
            await().until(() -> screen.events.contains("open"));
            // What was going on before comes to rest.
            long[] last = {-1};
            await().pollInterval(java.time.Duration.ofSeconds(2)).until(() -> {
                boolean isQuiet = last[0] == screen.changes();
                last[0] = screen.changes();
                return isQuiet;
            });
            DatabaseWriter writer = app.context.getBean(DatabaseWriter.class);
            WorkSignal signal = app.context.getBean(WorkSignal.class);
            long commits = writer.commits();
            long signals = signal.count();
            for (int i = 0; i < 10; i++) person.call("GET", "/ui/orders", null);
            assertThat(writer.commits()).as("reading keeps nothing").isEqualTo(commits);
            assertThat(signal.count()).isEqualTo(signals);
            String number = app.order("prepaid", "after.reading@customer.example", null, "{}");
            await().until(() -> screen.changes() > last[0]);
            assertThat(app.read(number).path("number").asString()).isEqualTo(number);
        }
    }

    @Test
    void aStreamEndsWithItsSession() throws IOException {
        RunningApp.Person person = app.signedIn();
        try (Screen screen = new Screen(person)) {
            await().until(() -> screen.events.contains("open"));
            assertThat(person.call("DELETE", "/ui/session", null).status()).isBetween(200, 204);
            app.order("prepaid", "signed.out@customer.example", null, "{}");
            await().until(() -> screen.isOver);
        }
        assertThat(app.bare("GET", "/ui/changes", null, Map.of()).status()).isEqualTo(401);
    }

    @Test
    void ofOneSessionTheNewestScreensAreToldAndOlderOnesEnd() throws IOException {
        RunningApp.Person person = app.signedIn();
        List<Screen> screens = new ArrayList<>();
        try {
            for (int i = 0; i < 11; i++) {
                Screen screen = new Screen(person);
                screens.add(screen);
                await().until(() -> screen.events.contains("open"));
            }
            for (Screen old : screens.subList(0, 3)) await().until(() -> old.isOver);
            Screen newest = screens.get(10);
            long before = newest.changes();
            app.order("prepaid", "newest.screen@customer.example", null, "{}");
            await().until(() -> newest.changes() > before);
            assertThat(screens.subList(3, 11)).noneMatch(s -> s.isOver);
        } finally {
            for (Screen s : screens) s.close();
        }
        ChangeStream changes = app.context.getBean(ChangeStream.class);
        app.order("prepaid", "lines.gone@customer.example", null, "{}");
        await().until(() -> {
            app.advance("PT1S");
            return changes.size() == 0;
        });
    }
}
