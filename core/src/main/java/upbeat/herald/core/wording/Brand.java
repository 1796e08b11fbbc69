package upbeat.herald.core.wording;

/**
 * Who is speaking. @param smsSender up to 11 letters and digits, or a number; {@code colour} of the buttons as #rrggbb;
 * {@code postalAddress} one line, shown in the footer of every e-mail
 */
public record Brand(String name, String senderAddress, String smsSender, String phone, String postalAddress, String colour, String helpUrl) {}
