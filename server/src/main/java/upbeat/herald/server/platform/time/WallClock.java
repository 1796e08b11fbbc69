package upbeat.herald.server.platform.time;

import java.time.Instant;
import java.time.InstantSource;
import org.springframework.stereotype.Component;

/**
 * The time that others outside go by when they sign a call or change a file. The demo's clock stands still; theirs does
 * not.
 */
@Component
public class WallClock {
    private final InstantSource clock = InstantSource.system();

    public Instant instant() {
        return clock.instant();
    }
}
