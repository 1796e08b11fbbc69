package upbeat.herald.server.brand;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.EmailAddress;
import upbeat.herald.core.journey.Phones;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Contrast;
import upbeat.herald.server.web.Faults;

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
                b.senderName(),
                b.senderAddress(),
                b.smsSender(),
                b.phone(),
                b.postalAddress(),
                b.helpUrl(),
                b.colour(),
                b.ground(),
                b.font(),
                b.corner(),
                b.logoUrl(),
                b.logoWidth(),
                b.links().stream().map(l -> new LinkBody(l.label(), l.url())).toList(),
                b.language(),
                b.button(),
                b.chatNumber());
    }

    /** @throws Faults naming every value that can't be used */
    Brand toBrand() {
        Faults faults = new Faults();
        if (Texts.blank(name) || name.length() > 60) faults.add("name", "A name has 1 to 60 characters");
        if (senderName != null && (senderName.length() > 60 || senderName.matches("(?s).*[\\r\\n].*")))
            faults.add("senderName", "A sender's name is one line of up to 60 characters");
        if (!EmailAddress.valid(senderAddress))
            faults.add("senderAddress", "\"" + senderAddress + "\" is not an e-mail address");
        if (smsSender == null || !smsSender.matches("[A-Za-z0-9 ]{1,11}|\\+?[0-9]{4,15}") || smsSender.isBlank())
            faults.add("smsSender", "An SMS sender has up to 11 letters and digits, or is a number of 4 to 15 digits");
        colour("colour", colour, faults);
        if (ground != null && colour("ground", ground, faults) && Contrast.ratio(INK, ground) < Contrast.TEXT)
            faults.add(
                    "ground",
                    String.format(
                            java.util.Locale.ROOT,
                            "Dark text on %s has a contrast of %.1f; 4.5 is needed. Take a lighter ground",
                            ground,
                            Contrast.ratio(INK, ground)));
        if (font != null && !FONTS.contains(font)) faults.add("font", "A font is plain, book or wide");
        if (corner != null && (corner < 0 || corner > 24)) faults.add("corner", "Corners are 0 to 24 pixels");
        if (logoWidth != null && (logoWidth < 20 || logoWidth > WIDEST_LOGO))
            faults.add("logoWidth", "A logo is 20 to 600 pixels wide; about 350 is usual");
        if (postalAddress == null || postalAddress.isBlank() || postalAddress.length() > 200)
            faults.add("postalAddress", "Mail rules demand a postal address in the footer, up to 200 characters");
        if (helpUrl != null && !helpUrl.isBlank()) address("helpUrl", helpUrl, faults);
        List<Brand.Link> list = new ArrayList<>();
        List<LinkBody> given = links == null ? List.of() : links;
        if (given.size() > MOST_LINKS) faults.add("links", "The footer holds up to " + MOST_LINKS + " links");
        for (int i = 0; i < given.size(); i++) {
            LinkBody l = given.get(i);
            if (Texts.blank(l.label()) || l.label().length() > 40)
                faults.add("links[" + i + "].label", "A link has a word of up to 40 characters");
            address("links[" + i + "].url", l.url(), faults);
            list.add(new Brand.Link(l.label(), l.url()));
        }
        if (language != null && !language.matches("[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*"))
            faults.add("language", "A language is written as en or de-AT");
        if (!Texts.blank(chatNumber) && Phones.e164(chatNumber, null).isEmpty())
            faults.add("chatNumber", "Write the number with its country, such as +46 31 390 06 02");
        if (button != null && !button.matches("filled|outlined"))
            faults.add("button", "Buttons are filled or outlined");
        else if ("outlined".equals(button)
                && colour != null
                && colour.matches("#[0-9a-fA-F]{6}")
                && Contrast.ratio(colour, "#ffffff") < Contrast.TEXT)
            faults.add(
                    "button",
                    String.format(
                            java.util.Locale.ROOT,
                            "Words in %s on white have a contrast of %.1f; 4.5 is needed. Fill the buttons, or take a darker colour",
                            colour,
                            Contrast.ratio(colour, "#ffffff")));
        faults.raise();
        return new Brand(
                name.strip(),
                senderAddress.strip(),
                smsSender.strip(),
                Texts.orNull(phone),
                postalAddress.strip(),
                colour,
                Texts.orNull(helpUrl),
                Texts.orNull(senderName),
                ground,
                font,
                corner,
                Texts.orNull(logo),
                logoWidth,
                list,
                Texts.orNull(language),
                Texts.orNull(button),
                Texts.blank(chatNumber) ? null : Phones.e164(chatNumber, null).orElseThrow());
    }

    private static boolean colour(String field, String colour, Faults faults) {
        boolean good = colour != null && colour.matches("#[0-9a-fA-F]{6}");
        if (!good) faults.add(field, "A colour is written as #2d2142");
        return good;
    }

    private static void address(String field, String url, Faults faults) {
        if (url == null || url.length() > 300 || !url.matches("https?://[^\\s<>\"]+"))
            faults.add(field, "An address begins with https:// and has no blanks");
    }
}
