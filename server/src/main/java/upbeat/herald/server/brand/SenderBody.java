package upbeat.herald.server.brand;

import java.util.Objects;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.EmailAddress;
import upbeat.herald.core.journey.PhoneNumbers;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.server.platform.web.ValidationException;

/** From whom messages come, as the interface writes it. */
record SenderBody(
        @Nullable String senderName,
        @Nullable String senderAddress,
        @Nullable String smsSender,
        @Nullable String chatNumber,
        @Nullable String replyTo) {

    /** A sender's name that is the brand's is left empty, so that it follows when the brand is renamed. */
    static SenderBody of(Brand b) {
        Brand.Sender s = b.sender();
        return new SenderBody(
                b.name().equals(s.senderName()) ? null : s.senderName(),
                b.hasSenderAddress() ? s.senderAddress() : null,
                s.smsSender(),
                s.chatNumber(),
                s.replyTo());
    }

    void validate(ValidationException errors) {
        if (senderName != null && (senderName.length() > 60 || senderName.matches("(?s).*[\\r\\n].*")))
            errors.add("senderName", "Enter a sender name of one line, up to 60 characters");
        if (!Texts.isBlank(senderAddress) && !EmailAddress.isValid(senderAddress))
            errors.add("senderAddress", "\"" + senderAddress + "\" isn't an e-mail address");
        if (!Texts.isBlank(replyTo) && !EmailAddress.isValid(replyTo.strip()))
            errors.add("replyTo", "\"" + replyTo + "\" isn't an e-mail address");
        if (smsSender == null || !smsSender.matches("[A-Za-z0-9 ]{1,11}|\\+?[0-9]{4,15}") || smsSender.isBlank())
            errors.add(
                    "smsSender", "Enter an SMS sender of up to 11 letters and digits, or a number of 4 to 15 digits");
        if (!Texts.isBlank(chatNumber) && PhoneNumbers.toE164(chatNumber, null).isEmpty())
            errors.add("chatNumber", "Enter the number with its country code, such as +46 31 390 06 02");
    }

    /** Valid values only, see {@link #validate}. */
    Brand.Sender toSender() {
        return new Brand.Sender(
                Texts.blankToNull(senderName),
                Texts.isBlank(senderAddress) ? Brand.Sender.NO_ADDRESS : senderAddress.strip(),
                Objects.requireNonNull(smsSender).strip(),
                Texts.isBlank(chatNumber)
                        ? null
                        : PhoneNumbers.toE164(chatNumber, null).orElseThrow(),
                Texts.isBlank(replyTo) ? null : replyTo.strip());
    }
}
