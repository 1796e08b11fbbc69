package upbeat.herald.server.wording;

import java.util.Locale;
import upbeat.herald.server.channel.ContentApproval.Status;

/** Statuses of an approval in the words of the interface. */
final class ApprovalWords {
    private ApprovalWords() {}

    /** {@code submitted}, {@code pending}, {@code approved} or {@code refused}. */
    static String code(Status status) {
        return status.name().toLowerCase(Locale.ROOT);
    }
}
