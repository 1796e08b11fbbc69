package upbeat.herald.core.wording;

import java.util.List;

/**
 * A message as it leaves.
 *
 * @param subject of an e-mail, else null
 * @param text what is read as plain text
 * @param html of an e-mail, else null
 * @param template of a chat message, else null; {@code parameters} its values
 * @param sms length of an SMS, else null
 */
public record Rendered(
        String subject, String text, String html, ChatTemplate template, List<String> parameters, SmsLength sms) {}
