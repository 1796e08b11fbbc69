package upbeat.herald.core.answer;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;

/**
 * What somebody wrote in a reply by mail: without what is quoted, the line that says who is quoted, the block of
 * headers that some programs put instead, a signature (RFC 3676, section 4.3) and the line that a telephone adds.
 * Quotes never count: they hold our own question with its answers in it.
 *
 * <p>The shapes of mail programs are common practice, from memory.
 */
public final class MailReplyText {
    /** Nothing longer is looked at. */
    private static final int LONGEST = 200_000;

    private static final Pattern MARKS = Pattern.compile("[\\u200E\\u200F\\uFEFF]");
    private static final Pattern SENDER_LINE =
            Pattern.compile("(?i)^\\*?(From|Von|De|Da|Van|Från|Od|Fra)\\s?:\\*?\\s.*");
    private static final Pattern FURTHER_LINE = Pattern.compile(
            "(?i)^\\*?(Sent|Date|To|Subject|Gesendet|Datum|An|Betreff|Envoyé|À|Objet|Enviado|Fecha|Para|Asunto|Inviato|Data"
                    + "|A|Oggetto|Verzonden|Aan|Onderwerp|Skickat|Till|Ämne|Wysłano|Do|Temat)\\s?:\\*?\\s.*");
    private static final Pattern RULE = Pattern.compile("^(-{2,}|_{5,})\\s*\\p{L}.*-{2,}$|^_{10,}$");
    private static final Pattern OF_A_TELEPHONE = Pattern.compile(
            "(?i)^(Sent from (my|a)|Get .{1,30} for|Von meinem|Gesendet (von|mit)|Envoyé (de|depuis) mon|Enviado desde mi"
                    + "|Inviato da|Verzonden (vanaf|met)|Skickat från min|Wysłane? z)\\b.{0,60}$");
    /** A year or a time of day, whatever the language. */
    private static final Pattern WHEN = Pattern.compile("\\b(19|20)\\d\\d\\b|\\b\\d{1,2}[:.h]\\d{2}\\b");

    private static final Pattern TELLS_WHO = Pattern.compile("[\\d@]");

    private static final int LINES_OF_WHO = 3;

    private MailReplyText() {}

    /** @param text of the mail, decoded; empty where nothing in it is new */
    public static String findNew(String text) {
        String cut = text.length() > LONGEST ? text.substring(0, LONGEST) : text;
        String plain = Normalizer.normalize(MARKS.matcher(cut).replaceAll(""), Normalizer.Form.NFC);
        List<String> lines =
                new ArrayList<>(List.of(plain.replace("\u00a0", " ").split("\\R", -1)));
        cutHeaderBlock(lines);
        dropWhoIsQuoted(lines);
        return dropSignature(lines);
    }

    /** Below it the whole mail is the one that was answered. */
    private static void cutHeaderBlock(List<String> lines) {
        for (int i = 0; i < lines.size(); i++) {
            String line = lines.get(i).strip();
            boolean isRule = RULE.matcher(line).matches();
            boolean isBlock = SENDER_LINE.matcher(line).matches()
                    && i + 1 < lines.size()
                    && FURTHER_LINE.matcher(lines.get(i + 1).strip()).matches();
            if (isRule || isBlock) {
                lines.subList(i, lines.size()).clear();
                return;
            }
        }
    }

    private static boolean isQuoted(String line) {
        return line.startsWith(">");
    }

    /** The paragraph right above a quote that ends in a colon. */
    private static void dropWhoIsQuoted(List<String> lines) {
        for (int i = 0; i < lines.size(); i++) {
            if (!isQuoted(lines.get(i)) || i > 0 && isQuoted(lines.get(i - 1))) continue;
            int end = i - 1;
            while (end >= 0 && lines.get(end).isBlank()) end--;
            if (end < 0 || isQuoted(lines.get(end)) || !lines.get(end).strip().endsWith(":")) continue;
            int begin = beginOfWho(lines, end);
            if (begin < 0) continue;
            for (int w = begin; w <= end; w++) lines.set(w, ">");
        }
    }

    /** The line with the day in it, from the last one upwards; -1 where the lines don't say who and when. */
    private static int beginOfWho(List<String> lines, int end) {
        for (int i = end; i >= 0 && end - i < LINES_OF_WHO && !lines.get(i).isBlank() && !isQuoted(lines.get(i)); i--)
            if (WHEN.matcher(lines.get(i)).find()) return i;
        return TELLS_WHO.matcher(lines.get(end)).find() ? end : -1;
    }

    private static String dropSignature(List<String> lines) {
        List<String> own = new ArrayList<>();
        boolean isSignature = false;
        for (String line : lines) {
            if (isQuoted(line)) {
                isSignature = false; // whoever answers below the quote signs there
                continue;
            }
            if (line.equals("-- ") || line.equals("--")) isSignature = true;
            if (isSignature || OF_A_TELEPHONE.matcher(line.strip()).matches()) continue;
            own.add(line.stripTrailing());
        }
        return String.join("\n", own).replaceAll("\n{3,}", "\n\n").strip();
    }
}
