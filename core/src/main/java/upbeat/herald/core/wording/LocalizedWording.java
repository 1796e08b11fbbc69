package upbeat.herald.core.wording;

/** A notice's wording beside the one for everyone in the brand's language. @param language BCP 47 */
public record LocalizedWording(Channel channel, String language, Variant variant, Wording wording) {
    public LocalizedWording {
        variant = variant == null ? Variant.EVERYONE : variant;
    }
}
