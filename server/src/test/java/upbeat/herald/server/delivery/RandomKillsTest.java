package upbeat.herald.server.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.Mailbox;
import upbeat.herald.standins.SimulatedWorld;

/**
 * The process is killed again and again at random moments while orders come in and mails go out. Everything that was
 * acknowledged is there afterwards, nobody gets a mail twice, and each mail whose end nobody saw is named as unsure.
 * Two installations are killed side by side, because a start of the product takes longer than what is to be seen.
 */
class RandomKillsTest {
    private static final int KILLS = Integer.getInteger("herald.kills", 50);
    private static final int LANES = 2;
    private static final int CALLERS = 3;
    private static final int LONGEST_LIFE_MILLIS = 1_200;

    @Test
    void nothingIsLostAndNothingDoubled() throws Exception {
        Path shared = RunningApp.folder();
        String classPath = OtherProcess.packedClassPath(shared);
        Path archive = shared.resolve("classes.jsa");
        try (SimulatedWorld world = new SimulatedWorld()) {
            world.start();
            OtherProcess first = OtherProcess.launchWith(
                    classPath,
                    world,
                    RunningApp.folder(),
                    "-XX:ArchiveClassesAtExit=" + archive,
                    "-XX:+UseSerialGC",
                    "-Dspring.context.exit=onRefresh");
            assertThat(first.process().waitFor(120, TimeUnit.SECONDS)).isTrue();
        }
        ExecutorService lanes = Executors.newFixedThreadPool(LANES);
        try {
            List<Future<?>> all = new ArrayList<>();
            for (int lane = 0; lane < LANES; lane++) {
                Random random = new Random(20261126 + lane);
                all.add(lanes.submit(() -> {
                    killAgainAndAgain(classPath, archive, random);
                    return null;
                }));
            }
            for (Future<?> lane : all) lane.get();
        } finally {
            lanes.shutdownNow();
            Files.deleteIfExists(archive);
        }
    }

    private static void killAgainAndAgain(String classPath, Path archive, Random random) throws Exception {
        Path data = RunningApp.folder();
        ConcurrentLinkedQueue<String> acknowledged = new ConcurrentLinkedQueue<>();
        try (SimulatedWorld world = new SimulatedWorld()) {
            world.start();
            for (int round = 0; round < KILLS / LANES; round++) {
                OtherProcess app = OtherProcess.launchWith(
                        classPath,
                        world,
                        data,
                        "-XX:SharedArchiveFile=" + archive,
                        "-Xshare:auto",
                        "-XX:+UseSerialGC",
                        "-Dherald.flood-floor=1000000",
                        "-Xlog:disable");
                try {
                    app.awaitUp();
                    load(app, round, acknowledged, random.nextInt(LONGEST_LIFE_MILLIS));
                } finally {
                    app.kill();
                }
            }
            assertThat(acknowledged).as("the callers were heard").hasSizeGreaterThanOrEqualTo(KILLS / LANES);
            check(world, data, new ArrayList<>(acknowledged));
        }
    }

    /** Calls without a pause until the process is killed under the callers. */
    private static void load(OtherProcess app, int round, ConcurrentLinkedQueue<String> acknowledged, int millis)
            throws InterruptedException {
        AtomicBoolean killed = new AtomicBoolean();
        List<Thread> callers = new ArrayList<>();
        for (int c = 0; c < CALLERS; c++) {
            String prefix = "R" + round + "-" + c + "-";
            Thread caller = new Thread(() -> {
                for (int i = 0; !killed.get(); i++) {
                    String number = prefix + i;
                    if (app.order(number, number.toLowerCase() + "@customer.example") != 201) return;
                    if (app.parcel(number) != 201) return;
                    acknowledged.add(number);
                }
            });
            callers.add(caller);
            caller.start();
        }
        int heard = acknowledged.size();
        await().atMost(Duration.ofSeconds(60))
                .pollInterval(Duration.ofMillis(5))
                .until(() -> acknowledged.size() > heard);
        // The moment of the kill is the point of the test; there is nothing to wait for.
        TimeUnit.MILLISECONDS.sleep(millis);
        app.kill();
        killed.set(true);
        for (Thread caller : callers) caller.join();
    }

    private static void check(SimulatedWorld world, Path data, List<String> acknowledged) throws IOException {
        try (RunningApp app = RunningApp.start(world, data)) {
            Map<String, String> status = new HashMap<>();
            await().atMost(Duration.ofSeconds(120))
                    .pollInterval(Duration.ofSeconds(1))
                    .until(() -> {
                        acknowledged.stream()
                                .filter(n -> !status.getOrDefault(n, "").matches("accepted|unsure"))
                                .forEach(n -> status.put(
                                        n,
                                        app.message(n, "on-its-way", "email")
                                                .path("status")
                                                .asString("lost")));
                        return status.values().stream().noneMatch(s -> s.matches("planned|waiting|sending"));
                    });
            List<String> lost = status.entrySet().stream()
                    .filter(e -> !e.getValue().matches("accepted|unsure"))
                    .map(e -> e.getKey() + " " + e.getValue())
                    .toList();
            Map<String, Long> mails = world.mailbox.all().stream()
                    .collect(Collectors.groupingBy(Mailbox.Mail::to, Collectors.counting()));
            List<String> doubled = mails.entrySet().stream()
                    .filter(e -> e.getValue() > 1)
                    .map(Map.Entry::getKey)
                    .toList();
            List<String> unsure = status.entrySet().stream()
                    .filter(e -> e.getValue().equals("unsure"))
                    .map(Map.Entry::getKey)
                    .sorted()
                    .toList();
            System.out.println(KILLS / LANES + " kills, " + acknowledged.size() + " orders acknowledged: " + lost.size()
                    + " lost, " + doubled.size() + " doubled, " + unsure.size() + " unsure " + unsure);
            assertThat(lost).as("acknowledged and gone").isEmpty();
            assertThat(doubled).as("told twice").isEmpty();
            for (String n : status.keySet())
                if (status.get(n).equals("accepted"))
                    assertThat(mails).as(n).containsKey(n.toLowerCase() + "@customer.example");
        }
    }
}
