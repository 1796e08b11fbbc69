package upbeat.herald.core.wording;

/** Contrast of two colours by WCAG 2.2 (relative luminance, 1.4.3): 1 to 21; text wants 4.5, large text 3. */
public final class Contrast {
    /** What running text needs for level AA. */
    public static final double TEXT = 4.5;

    private Contrast() {}

    /** @param a,b as {@code #rrggbb} */
    public static double ratio(String a, String b) {
        double first = luminance(a);
        double second = luminance(b);
        return (Math.max(first, second) + 0.05) / (Math.min(first, second) + 0.05);
    }

    /** The colour for text on a ground: white or black, whichever reads better. One of them always reaches 4.5. */
    public static String textOn(String ground) {
        return ratio("#ffffff", ground) >= ratio("#000000", ground) ? "#ffffff" : "#000000";
    }

    private static double luminance(String colour) {
        int rgb = Integer.parseInt(colour.substring(1), 16);
        return 0.2126 * channel(rgb >> 16 & 0xFF) + 0.7152 * channel(rgb >> 8 & 0xFF) + 0.0722 * channel(rgb & 0xFF);
    }

    private static double channel(int value) {
        double c = value / 255.0;
        return c <= 0.04045 ? c / 12.92 : Math.pow((c + 0.055) / 1.055, 2.4);
    }
}
