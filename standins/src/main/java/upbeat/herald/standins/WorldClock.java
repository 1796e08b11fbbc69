package upbeat.herald.standins;

import java.time.Instant;
import java.time.InstantSource;
import org.jspecify.annotations.Nullable;

/** The stand-ins' clock: the machine's until somebody sets it, then it stands. */
public final class WorldClock implements InstantSource {
    private volatile @Nullable Instant set;

    @Override
    public Instant instant() {
        Instant now = set;
        return now == null ? InstantSource.system().instant() : now;
    }

    public void set(Instant now) {
        set = now;
    }
}
