package upbeat.herald.core.wording;

import org.jspecify.annotations.Nullable;

/**
 * From whom the e-mails of one notice come, where the brand's sender doesn't fit. What is null is the brand's.
 *
 * @param address a verified one, see {@link Brand.Sender#senderAddress()}
 * @param replyTo where answers to the e-mail go (RFC 5322, section 3.6.2)
 */
public record SenderOverride(
        @Nullable String name,
        @Nullable String address,
        @Nullable String replyTo) {
    public boolean changesNothing() {
        return name == null && address == null && replyTo == null;
    }
}
