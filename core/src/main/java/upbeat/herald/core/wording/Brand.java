package upbeat.herald.core.wording;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Who is speaking: set once, and used by every mail, text and page.
 *
 * @param name of the shop, as customers know it
 * @param language BCP 47; what customers get whose own language has no wording
 * @param pages which pages of their own customers have
 * @param returns what customers may send back
 */
public record Brand(
        String name,
        @JsonUnwrapped Sender sender,
        @JsonUnwrapped Contact contact,
        @JsonUnwrapped Look look,
        String language,
        Pages pages,
        ReturnTerms returns) {
    /** A logo in an e-mail is about this wide at the most (common practice, no source). */
    public static final int USUAL_LOGO_WIDTH = 350;

    /**
     * From whom messages come.
     *
     * @param senderName beside the address of every e-mail; null for the shop's name
     * @param senderAddress of every e-mail
     * @param smsSender up to 11 letters and digits, or a number of up to 15 digits
     * @param chatNumber E.164, from which chat messages come; null for the account's own
     * @param replyTo where answers to e-mails go; null for the sender's address
     */
    public record Sender(
            @Nullable String senderName,
            String senderAddress,
            String smsSender,
            @Nullable String chatNumber,
            @Nullable String replyTo) {
        /** Stands for an address that nobody has set yet; no mail can have it (RFC 2606, section 2). */
        public static final String NO_ADDRESS = "orders@localhost.invalid";

        /** Under the shop's name, and without a chat number of its own. */
        public static Sender of(String senderAddress, String smsSender) {
            return new Sender(null, senderAddress, smsSender, null, null);
        }

        Sender withName(String name) {
            return new Sender(name, senderAddress, smsSender, chatNumber, replyTo);
        }

        Sender with(SenderOverride other) {
            return new Sender(
                    other.name() == null ? senderName : other.name(),
                    other.address() == null ? senderAddress : other.address(),
                    smsSender,
                    chatNumber,
                    other.replyTo() == null ? replyTo : other.replyTo());
        }
    }

    /**
     * Where customers find help.
     *
     * @param postalAddress one line, shown in the footer of every e-mail
     * @param links shown in the footer: help, returns, social pages
     */
    public record Contact(
            @Nullable String phone,
            @Nullable String postalAddress,
            @Nullable String helpUrl,
            List<Link> links) {
        public static final Contact NONE = new Contact(null, null, null, List.of());

        public Contact {
            links = links == null ? List.of() : List.copyOf(links);
        }
    }

    public record Link(String label, String url) {}

    /**
     * How mails and pages look; what is null has a default.
     *
     * @param colour of the buttons, {@code #rrggbb}; {@code ground} that behind the mail
     * @param button {@code filled} with the colour, or {@code outlined} by it
     * @param font {@code plain} (sans serif), {@code book} (serif) or {@code wide}
     * @param corner radius of the buttons' corners in pixels, 0 to 24
     * @param logoUrl address of its picture, or null where there is none; {@code logoWidth} in pixels, up to 600
     */
    public record Look(
            String colour,
            @Nullable String ground,
            @Nullable String button,
            @Nullable String font,
            @Nullable Integer corner,
            @Nullable String logoUrl,
            @Nullable Integer logoWidth) {
        private static final String PAPER = "#fbf8f1";
        private static final int USUAL_CORNER = 6;

        public Look {
            ground = ground == null ? PAPER : ground;
            button = button == null ? "filled" : button;
            font = font == null ? "plain" : font;
            corner = corner == null ? Integer.valueOf(USUAL_CORNER) : corner;
        }

        /** One colour, and defaults for the rest. */
        public static Look ofColour(String colour) {
            return new Look(colour, null, null, null, null, null, null);
        }

        Look withLogoUrl(String url) {
            return new Look(colour, ground, button, font, corner, url, logoWidth);
        }
    }

    /**
     * The pages that customers have beside their messages. All are off until somebody turns them on.
     *
     * @param tracking true where each order has a page on which its parcels can be followed
     * @param linked true where messages lead there, and not to the carrier's page
     * @param lookUp true where customers find that page by order number and e-mail address or postcode
     */
    public record Pages(boolean tracking, boolean linked, boolean lookUp) {
        public static final Pages NONE = new Pages(false, false, false);
    }

    /** Without pages for customers. */
    public Brand(String name, Sender sender, Contact contact, Look look, String language) {
        this(name, sender, contact, look, language, Pages.NONE, ReturnTerms.OFF);
    }

    public Brand {
        pages = pages == null ? Pages.NONE : pages;
        returns = returns == null ? ReturnTerms.OFF : returns;
        if (sender.senderName() == null) sender = sender.withName(name);
        language = language == null ? "en" : language;
    }

    /** False while nobody has set the sender's address: {@code .invalid} stands for none (RFC 2606, section 2). */
    public boolean hasSenderAddress() {
        return sender.senderAddress() != null && !sender.senderAddress().endsWith(".invalid");
    }

    /** The same, with another sender of its e-mails. @param other null for none */
    public Brand withSender(@Nullable SenderOverride other) {
        return other == null ? this : new Brand(name, sender.with(other), contact, look, language, pages, returns);
    }

    public Brand withLogoUrl(String url) {
        return new Brand(name, sender, contact, look.withLogoUrl(url), language, pages, returns);
    }

    public Brand withPages(Pages other) {
        return new Brand(name, sender, contact, look, language, other, returns);
    }

    public Brand withReturns(ReturnTerms other) {
        return new Brand(name, sender, contact, look, language, pages, other);
    }

    /** The font as a style sheet names it; every family ends in one that is everywhere. */
    public String fontFamily() {
        return switch (look.font()) {
            case "book" -> "Georgia,serif";
            case "wide" -> "Verdana,Geneva,sans-serif";
            default -> "Helvetica,Arial,sans-serif";
        };
    }

    public boolean outlined() {
        return "outlined".equals(look.button());
    }

    /** Colour of the buttons' words. */
    public String buttonText() {
        return outlined() ? look.colour() : Contrast.textOn(look.colour());
    }

    /** Colour behind the buttons' words. */
    public String buttonGround() {
        return outlined() ? "#ffffff" : look.colour();
    }
}
