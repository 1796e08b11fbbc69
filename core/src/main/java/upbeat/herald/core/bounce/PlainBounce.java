package upbeat.herald.core.bounce;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Bounces in plain text by servers that write no report: a paragraph for each recipient that begins with the address
 * and a colon, and below a line of dashes a copy of the message (the shape is known as QSBMF).
 */
public final class PlainBounce {
    private static final int LARGEST = 100_000;
    private static final Pattern RECIPIENT = Pattern.compile("^<([^<>\\s]{1,320}@[^<>\\s]{1,255})>:[ \t]*$");
    private static final Pattern COPY =
            Pattern.compile("^---+.*\\bcopy of the message\\b.*$", Pattern.CASE_INSENSITIVE);
    private static final Pattern ID =
            Pattern.compile("^Message-ID:[ \t]*(<[^<>\\s]{1,300}>)", Pattern.CASE_INSENSITIVE);

    private PlainBounce() {}

    /** @param messageId of the message that came back, with its angle brackets; null where there is no copy */
    public record Bounced(
            List<RecipientReport> recipients, @Nullable String messageId) {}

    /** Empty where the text is no such bounce. */
    public static Optional<Bounced> parse(String text) {
        String[] lines = text.substring(0, Math.min(LARGEST, text.length()))
                .replace("\r\n", "\n")
                .split("\n");
        List<RecipientReport> found = new ArrayList<>();
        String id = null;
        boolean inCopy = false;
        for (int i = 0; i < lines.length; i++) {
            if (COPY.matcher(lines[i]).matches()) inCopy = true;
            if (inCopy) {
                Matcher of = ID.matcher(lines[i]);
                if (id == null && of.find()) id = of.group(1);
                continue;
            }
            Matcher recipient = RECIPIENT.matcher(lines[i]);
            if (!recipient.matches()) continue;
            StringBuilder said = new StringBuilder();
            for (int j = i + 1; j < lines.length && !lines[j].isBlank(); j++)
                said.append(said.isEmpty() ? "" : " ").append(lines[j].strip());
            found.add(new RecipientReport(
                    recipient.group(1),
                    RecipientReport.Action.FAILED,
                    MailStatus.find(said.toString()).orElse(null),
                    said.toString()));
        }
        return found.isEmpty() || !inCopy ? Optional.empty() : Optional.of(new Bounced(found, id));
    }
}
