package upbeat.herald.server.manual;

import java.time.Duration;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** How long customers hear nothing of what was done by hand, so that undoing it undoes all of it. */
@Component
public class UndoTime {
    private static final Duration LONGEST = Duration.ofMinutes(10);

    private final Duration time;

    UndoTime(@Value("${herald.undo-time:60s}") Duration time) {
        if (time.isNegative() || time.compareTo(LONGEST) > 0)
            throw new IllegalArgumentException(
                    "herald.undo-time is " + time.toSeconds() + " seconds. Set it to 0 to " + LONGEST.toSeconds());
        this.time = time;
    }

    public Duration get() {
        return time;
    }
}
