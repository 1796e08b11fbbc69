package upbeat.herald.server.brand;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.EmailAddress;
import upbeat.herald.core.journey.PhoneNumbers;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Contrast;
import upbeat.herald.server.platform.web.ValidationException;

/** The brand as the interface writes it. @param logo name of an uploaded picture, or null */
record BrandBody(
        @Nullable String name,
        @Nullable String senderName,
        @Nullable String senderAddress,
        @Nullable String smsSender,
        @Nullable String phone,
        @Nullable String postalAddress,
        @Nullable String helpUrl,
        @Nullable String colour,
        @Nullable String ground,
        @Nullable String font,
        @Nullable Integer corner,
        @Nullable String logo,
        @Nullable Integer logoWidth,
        @Nullable List<LinkBody> links,
        @Nullable String language,
        @Nullable String button,
        @Nullable String chatNumber) {

    record LinkBody(@Nullable String label, @Nullable String url) {}

    private static final Set<String> FONTS = Set.of("plain", "book", "wide");
    private static final int WIDEST_LOGO = 600;
    private static final int MOST_LINKS = 8;
    /** The colour of the words on the mail's ground; what the ground must contrast with. */
    private static final String INK = "#2d2142";

    static BrandBody of(Brand b) {
        return new BrandBody(
                b.name(),
                b.sender().senderName(),
                b.sender().senderAddress(),
                b.sender().smsSender(),
                b.contact().phone(),
                b.contact().postalAddress(),
                b.contact().helpUrl(),
                b.look().colour(),
                b.look().ground(),
                b.look().font(),
                b.look().corner(),
                b.look().logoUrl(),
                b.look().logoWidth(),
                b.contact().links().stream()
                        .map(l -> new LinkBody(l.label(), l.url()))
                        .toList(),
                b.language(),
                b.look().button(),
                b.sender().chatNumber());
    }

    /** @throws ValidationException naming every value that can't be used */
    Brand toBrand() {
        ValidationException errors = new ValidationException();
        if (Texts.isBlank(name) || name.length() > 60) errors.add("name", "Enter a name of 1 to 60 characters");
        if (senderName != null && (senderName.length() > 60 || senderName.matches("(?s).*[\\r\\n].*")))
            errors.add("senderName", "Enter a sender name of one line, up to 60 characters");
        if (!EmailAddress.isValid(senderAddress))
            errors.add("senderAddress", "\"" + senderAddress + "\" isn't an e-mail address");
        if (smsSender == null || !smsSender.matches("[A-Za-z0-9 ]{1,11}|\\+?[0-9]{4,15}") || smsSender.isBlank())
            errors.add(
                    "smsSender", "Enter an SMS sender of up to 11 letters and digits, or a number of 4 to 15 digits");
        colour("colour", colour, errors);
        if (ground != null && colour("ground", ground, errors) && Contrast.ratio(INK, ground) < Contrast.TEXT)
            errors.add(
                    "ground",
                    String.format(
                            java.util.Locale.ROOT,
                            "Dark text on %s has a contrast of only %.1f; at least 4.5 is needed. Choose a lighter background",
                            ground,
                            Contrast.ratio(INK, ground)));
        if (font != null && !FONTS.contains(font)) errors.add("font", "Choose a plain, book or wide font");
        if (corner != null && (corner < 0 || corner > 24))
            errors.add("corner", "Enter a corner radius of 0 to 24 pixels");
        if (logoWidth != null && (logoWidth < 20 || logoWidth > WIDEST_LOGO))
            errors.add("logoWidth", "Enter a logo width of 20 to 600 pixels; about 350 is usual");
        if (postalAddress == null || postalAddress.isBlank() || postalAddress.length() > 200)
            errors.add(
                    "postalAddress",
                    "Enter a postal address for the footer, up to 200 characters. It's required in most countries");
        if (helpUrl != null && !helpUrl.isBlank()) address("helpUrl", helpUrl, errors);
        List<Brand.Link> list = new ArrayList<>();
        List<LinkBody> given = links == null ? List.of() : links;
        if (given.size() > MOST_LINKS) errors.add("links", "The footer can have up to " + MOST_LINKS + " links");
        for (int i = 0; i < given.size(); i++) {
            LinkBody l = given.get(i);
            if (Texts.isBlank(l.label()) || l.label().length() > 40)
                errors.add("links[" + i + "].label", "Enter a label of up to 40 characters");
            address("links[" + i + "].url", l.url(), errors);
            list.add(new Brand.Link(l.label(), l.url()));
        }
        if (language != null && !language.matches("[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*"))
            errors.add("language", "Choose a language");
        if (!Texts.isBlank(chatNumber) && PhoneNumbers.toE164(chatNumber, null).isEmpty())
            errors.add("chatNumber", "Enter the number with its country code, such as +46 31 390 06 02");
        if (button != null && !button.matches("filled|outlined"))
            errors.add("button", "Choose filled or outlined buttons");
        else if ("outlined".equals(button)
                && colour != null
                && colour.matches("#[0-9a-fA-F]{6}")
                && Contrast.ratio(colour, "#ffffff") < Contrast.TEXT)
            errors.add(
                    "button",
                    String.format(
                            java.util.Locale.ROOT,
                            "Text in %s on white has a contrast of only %.1f; at least 4.5 is needed. Choose filled buttons or a darker colour",
                            colour,
                            Contrast.ratio(colour, "#ffffff")));
        errors.throwIfAny();
        return new Brand(
                name.strip(),
                new Brand.Sender(
                        Texts.blankToNull(senderName),
                        senderAddress.strip(),
                        smsSender.strip(),
                        Texts.isBlank(chatNumber)
                                ? null
                                : PhoneNumbers.toE164(chatNumber, null).orElseThrow()),
                new Brand.Contact(Texts.blankToNull(phone), postalAddress.strip(), Texts.blankToNull(helpUrl), list),
                new Brand.Look(
                        colour, ground, Texts.blankToNull(button), font, corner, Texts.blankToNull(logo), logoWidth),
                Texts.blankToNull(language));
    }

    private static boolean colour(String field, String colour, ValidationException errors) {
        boolean good = colour != null && colour.matches("#[0-9a-fA-F]{6}");
        if (!good) errors.add(field, "Enter a colour like #2d2142");
        return good;
    }

    private static void address(String field, String url, ValidationException errors) {
        if (url == null || url.length() > 300 || !url.matches("https?://[^\\s<>\"]+"))
            errors.add(field, "Enter an address that begins with https:// and has no spaces");
    }
}
