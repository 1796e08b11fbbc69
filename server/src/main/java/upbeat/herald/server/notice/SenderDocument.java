package upbeat.herald.server.notice;

import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.EmailAddress;
import upbeat.herald.core.wording.SenderOverride;
import upbeat.herald.server.platform.web.ValidationException;

/** A notice's own sender, as somebody typed it. */
final class SenderDocument {
    private static final int LONGEST_NAME = 60;

    private SenderDocument() {}

    static @Nullable SenderOverride parse(@Nullable SenderOverride typed, ValidationException errors) {
        if (typed == null) return null;
        String name = Texts.blankToNull(typed.name());
        if (name != null && (name.length() > LONGEST_NAME || name.matches("(?s).*[\\r\\n].*")))
            errors.add("sender.name", "Enter a sender name of one line, up to " + LONGEST_NAME + " characters");
        return new SenderOverride(
                name,
                address("sender.address", typed.address(), errors),
                address("sender.replyTo", typed.replyTo(), errors));
    }

    private static @Nullable String address(String field, @Nullable String typed, ValidationException errors) {
        String address = Texts.blankToNull(typed);
        if (address == null) return null;
        String trimmed = address.strip();
        if (!EmailAddress.isValid(trimmed)) errors.add(field, "\"" + trimmed + "\" isn't an e-mail address");
        return trimmed;
    }
}
