package upbeat.herald.core.bounce;

import org.jspecify.annotations.Nullable;

/**
 * What a report says of one recipient.
 *
 * @param address it was sent to; the one it was meant for first, where a server changed it
 * @param status null where the report has none
 * @param said the server's own words, or null
 */
public record RecipientReport(
        String address,
        Action action,
        @Nullable MailStatus status,
        @Nullable String said) {
    /** RFC 3464, 2.3.3. */
    public enum Action {
        FAILED,
        DELAYED,
        DELIVERED,
        RELAYED,
        EXPANDED
    }

    public boolean isAddressBad() {
        return action == Action.FAILED && status != null && status.isAddressBad();
    }
}
