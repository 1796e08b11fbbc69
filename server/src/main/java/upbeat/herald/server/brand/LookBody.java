package upbeat.herald.server.brand;

import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Contrast;
import upbeat.herald.server.platform.web.ValidationException;

/** How mails and pages look, as the interface writes it. @param logo name of an uploaded picture, or null */
record LookBody(
        @Nullable String colour,
        @Nullable String ground,
        @Nullable String button,
        @Nullable String font,
        @Nullable Integer corner,
        @Nullable String logo,
        @Nullable Integer logoWidth) {
    private static final Set<String> FONTS = Set.of("plain", "book", "wide");
    private static final int WIDEST_LOGO = 600;
    /** The colour of the words on the mail's ground; what the ground must contrast with. */
    private static final String INK = "#2d2142";

    static LookBody of(Brand.Look l) {
        return new LookBody(l.colour(), l.ground(), l.button(), l.font(), l.corner(), l.logoUrl(), l.logoWidth());
    }

    void validate(ValidationException errors) {
        if (!isColour(colour)) errors.add("colour", "Enter a colour like #2d2142");
        if (ground != null) {
            if (!isColour(ground)) errors.add("ground", "Enter a colour like #2d2142");
            else if (Contrast.ratio(INK, ground) < Contrast.TEXT)
                errors.add(
                        "ground", lowContrast("Dark text on " + ground, INK, ground) + "Choose a lighter background");
        }
        if (font != null && !FONTS.contains(font)) errors.add("font", "Choose a plain, book or wide font");
        if (corner != null && (corner < 0 || corner > 24))
            errors.add("corner", "Enter a corner radius of 0 to 24 pixels");
        if (logoWidth != null && (logoWidth < 20 || logoWidth > WIDEST_LOGO))
            errors.add("logoWidth", "Enter a logo width of 20 to 600 pixels; about 350 is usual");
        if (button != null && !button.matches("filled|outlined"))
            errors.add("button", "Choose filled or outlined buttons");
        else if ("outlined".equals(button)
                && colour != null
                && isColour(colour)
                && Contrast.ratio(colour, "#ffffff") < Contrast.TEXT)
            errors.add(
                    "button",
                    lowContrast("Text in " + colour + " on white", colour, "#ffffff")
                            + "Choose filled buttons or a darker colour");
    }

    private static String lowContrast(String what, String one, String other) {
        return String.format(
                Locale.ROOT,
                "%s has a contrast of only %.1f; at least 4.5 is needed. ",
                what,
                Contrast.ratio(one, other));
    }

    /** Valid values only, see {@link #validate}. */
    Brand.Look toLook() {
        return new Brand.Look(
                Objects.requireNonNull(colour),
                ground,
                Texts.blankToNull(button),
                font,
                corner,
                Texts.blankToNull(logo),
                logoWidth);
    }

    private static boolean isColour(@Nullable String colour) {
        return colour != null && colour.matches("#[0-9a-fA-F]{6}");
    }
}
