package upbeat.herald.core.plan;

/** A notice's wording beside the one for everyone in the brand's language. @param language BCP 47 */
public record OtherWording(Channel channel, String language, Variant variant, Wording wording) {
    public OtherWording {
        variant = variant == null ? Variant.EVERYONE : variant;
    }
}
