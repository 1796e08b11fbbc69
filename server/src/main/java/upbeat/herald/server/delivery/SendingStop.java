package upbeat.herald.server.delivery;

import java.time.Instant;
import org.jspecify.annotations.Nullable;
import upbeat.herald.server.message.DueMessageRepository;

/**
 * Something that is not to be sent for now.
 *
 * @param by who stopped it; empty where it stopped by itself, and {@code reason} says why
 */
record SendingStop(
        Scope scope, Instant since, String by, @Nullable String reason) {
    /** What is meant: everything, one channel, or one notice. @param code as it is kept and named by the API */
    record Scope(String code) {
        static final Scope ALL = new Scope("all");
        private static final String CHANNEL = "channel/";
        private static final String NOTICE = "notice/";

        static Scope ofChannel(String channel) {
            return new Scope(CHANNEL + channel);
        }

        static Scope ofNotice(String id) {
            return new Scope(NOTICE + id);
        }

        @Nullable String channel() {
            return code.startsWith(CHANNEL) ? code.substring(CHANNEL.length()) : null;
        }

        @Nullable String noticeId() {
            return code.startsWith(NOTICE) ? code.substring(NOTICE.length()) : null;
        }

        DueMessageRepository.Scope toMessages() {
            return new DueMessageRepository.Scope(channel(), noticeId());
        }

        /** True where it is one of the three kinds. */
        boolean isValid() {
            return equals(ALL) || channel() != null || noticeId() != null;
        }
    }
}
