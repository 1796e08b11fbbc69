package upbeat.herald.core.wording;

import java.util.List;

/**
 * Who is speaking: set once, and used by every mail, text and page.
 *
 * @param name of the shop, as customers know it
 * @param senderAddress of every e-mail; {@code senderName} beside it, the shop's name where it is null
 * @param smsSender up to 11 letters and digits, or a number of up to 15 digits
 * @param postalAddress one line, shown in the footer of every e-mail
 * @param colour of the buttons, {@code #rrggbb}; {@code ground} that behind the mail
 * @param font {@code plain} (sans serif), {@code book} (serif) or {@code wide}
 * @param corner radius of the buttons' corners in pixels, 0 to 24
 * @param logoUrl address of its picture, or null where there is none; {@code logoWidth} in pixels, up to 600
 * @param links shown in the footer: help, returns, social pages
 * @param language BCP 47; what customers get whose own language has no wording
 * @param chatNumber E.164, from which chat messages come; null for the account's own
 * @param button {@code filled} with the colour, or {@code outlined} by it
 */
public record Brand(
        String name,
        String senderAddress,
        String smsSender,
        String phone,
        String postalAddress,
        String colour,
        String helpUrl,
        String senderName,
        String ground,
        String font,
        Integer corner,
        String logoUrl,
        Integer logoWidth,
        List<Link> links,
        String language,
        String button,
        String chatNumber) {
    /** A logo in an e-mail is about this wide at the most (common practice, no source). */
    public static final int USUAL_LOGO_WIDTH = 350;

    private static final String PAPER = "#fbf8f1";
    private static final int USUAL_CORNER = 6;

    public record Link(String label, String url) {}

    public Brand {
        senderName = senderName == null ? name : senderName;
        ground = ground == null ? PAPER : ground;
        font = font == null ? "plain" : font;
        corner = corner == null ? Integer.valueOf(USUAL_CORNER) : corner;
        links = links == null ? List.of() : List.copyOf(links);
        language = language == null ? "en" : language;
        button = button == null ? "filled" : button;
    }

    /** False while nobody has set the sender's address: {@code .invalid} stands for none (RFC 2606, section 2). */
    public boolean hasSenderAddress() {
        return senderAddress != null && !senderAddress.endsWith(".invalid");
    }

    public Brand(
            String name,
            String senderAddress,
            String smsSender,
            String phone,
            String postalAddress,
            String colour,
            String helpUrl) {
        this(
                name,
                senderAddress,
                smsSender,
                phone,
                postalAddress,
                colour,
                helpUrl,
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                null);
    }

    public Brand withLogoUrl(String url) {
        return new Brand(
                name,
                senderAddress,
                smsSender,
                phone,
                postalAddress,
                colour,
                helpUrl,
                senderName,
                ground,
                font,
                corner,
                url,
                logoWidth,
                links,
                language,
                button,
                chatNumber);
    }

    /** The font as a style sheet names it; every family ends in one that is everywhere. */
    public String fontFamily() {
        return switch (font) {
            case "book" -> "Georgia,serif";
            case "wide" -> "Verdana,Geneva,sans-serif";
            default -> "Helvetica,Arial,sans-serif";
        };
    }

    public boolean outlined() {
        return button.equals("outlined");
    }

    /** Colour of the buttons' words. */
    public String buttonText() {
        return outlined() ? colour : Contrast.textOn(colour);
    }

    /** Colour behind the buttons' words. */
    public String buttonGround() {
        return outlined() ? "#ffffff" : colour;
    }
}
