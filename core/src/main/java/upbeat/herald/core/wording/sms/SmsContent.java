package upbeat.herald.core.wording.sms;

import org.jspecify.annotations.Nullable;
import upbeat.herald.core.wording.Rendered;

/** What an SMS holds besides its text. */
public record SmsContent(SmsLength length) implements Rendered.Details {
    @Override
    public @Nullable Integer segments() {
        return length.segments();
    }

    /** The length of a rendered SMS. */
    public static SmsLength lengthOf(Rendered rendered) {
        if (rendered.details() instanceof SmsContent sms) return sms.length();
        throw new IllegalArgumentException("not an SMS");
    }
}
