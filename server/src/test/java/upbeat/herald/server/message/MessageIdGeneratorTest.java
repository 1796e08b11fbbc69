package upbeat.herald.server.message;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class MessageIdGeneratorTest {
    private static final Instant NOON = Instant.parse("2026-11-24T12:00:00Z");
    private final Random random = new Random(5);
    private final MessageIdGenerator ids = new MessageIdGenerator(count -> {
        byte[] bytes = new byte[count];
        random.nextBytes(bytes);
        return bytes;
    });

    @Test
    void sortInTheOrderInWhichTheyWereMade() {
        List<String> made = new ArrayList<>();
        Instant now = NOON;
        for (int i = 0; i < 20_000; i++) {
            // a clock that mostly stands, sometimes goes on, and now and then is put back
            int step = random.nextInt(100);
            if (step > 90) now = now.plusMillis(step);
            if (step == 0) now = now.minusSeconds(60);
            made.add(ids.nextId(now));
        }
        assertThat(made).isSorted().doesNotHaveDuplicates().allMatch(id -> id.matches("msg_[0-9a-f]{30}"));
    }

    @Test
    void beginWithTheMomentTheyWereMadeAt() {
        assertThat(Long.parseLong(ids.nextId(NOON).substring(4, 16), 16)).isEqualTo(NOON.toEpochMilli());
    }

    @Test
    void areNotGuessedFromTheOneBefore() {
        assertThat(IntStream.range(0, 1_000)
                        .mapToObj(i -> ids.nextId(NOON).substring(22))
                        .distinct())
                .hasSize(1_000);
    }
}
