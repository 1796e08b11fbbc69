package upbeat.herald.server.platform.random;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;

class RandomIdsTest {
    @Test
    void anIdSaysWhatItNamesAndIsUnlikeAnyOther() {
        RandomIds ids = new SecureRandomIds();
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < 2_000; i++) {
            String id = ids.newId("in_");
            assertThat(id).matches("in_[0-9a-f]{24}");
            assertThat(seen.add(id)).as(id).isTrue();
        }
        assertThat(ids.newId("x_", 4)).matches("x_[0-9a-f]{8}");
        assertThat(ids.newBytes(16)).hasSize(16);
    }

    @Test
    void chanceThatIsGivenMakesTheSameIdsAgain() {
        RandomIds replayed = count -> new byte[count];
        assertThat(replayed.newId("m_")).isEqualTo("m_" + "0".repeat(24));
    }
}
