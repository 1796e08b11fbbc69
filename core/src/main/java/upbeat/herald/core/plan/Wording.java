package upbeat.herald.core.plan;

/**
 * The text of a notice for one channel.
 *
 * @param subject of an e-mail, else null
 * @param text    paragraphs parted by blank lines, with fields in double braces
 */
public record Wording(String subject, String text) {}
