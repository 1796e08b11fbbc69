package upbeat.herald.core.bounce;

import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * The machine's part of a complaint: {@code message/feedback-report}, RFC 5965.
 *
 * @param type abuse, fraud, not-spam and so on
 * @param recipient who complained, or null where the report hides it
 */
public record ComplaintReport(String type, @Nullable String recipient) {
    /** Empty where it names no type. */
    public static Optional<ComplaintReport> parse(String report) {
        Map<String, String> fields = DeliveryReport.HeaderLines.parse(report);
        String type = fields.get("feedback-type");
        if (type == null || type.isBlank()) return Optional.empty();
        String recipient = fields.get("original-rcpt-to");
        return Optional.of(new ComplaintReport(
                type.strip().toLowerCase(java.util.Locale.ROOT),
                recipient == null ? null : recipient.replaceAll("[<>]", "").strip()));
    }

    /** True where somebody doesn't want such mails. "not-spam" says the opposite. */
    public boolean isUnwanted() {
        return type.equals("abuse") || type.equals("opt-out") || type.equals("fraud");
    }
}
