package upbeat.herald.server.channel;

import java.time.Duration;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.timing.Backoff;

/** How a hand-over ended. */
public sealed interface HandOver {
    /**
     * The gateway has it.
     *
     * @param ref its name there, under which receipts come; null where there are none
     * @param said what the gateway answered, or null
     */
    record Accepted(@Nullable String ref, @Nullable String said) implements HandOver {
        public Accepted(@Nullable String ref) {
            this(ref, null);
        }
    }

    /**
     * The gateway does not take this message and never will.
     *
     * @param isAddressBad true where the address itself doesn't exist
     */
    record Refused(String reason, boolean isAddressBad) implements HandOver {
        public Refused(String reason) {
            this(reason, false);
        }
    }

    /**
     * The gateway asks to come again.
     *
     * @param kind how the waits grow; {@code after} the wait it asked for, or null where it named none
     */
    record Later(String reason, Backoff kind, @Nullable Duration after) implements HandOver {
        public Later(String reason) {
            this(reason, Backoff.TEMPORARY, null);
        }

        /** The gateway would take it, only not so fast. */
        public static Later throttled(String reason) {
            return new Later(reason, Backoff.THROTTLED, null);
        }
    }

    /** Its content isn't approved yet: no attempt was made, and none has failed. */
    record NotApproved(String reason) implements HandOver {}

    /** The gateway was not reached and has nothing of it. */
    record Away(String reason) implements HandOver {}

    /** The line broke while the message was on it: it may have been taken or not. */
    record Unsure(String reason) implements HandOver {}
}
