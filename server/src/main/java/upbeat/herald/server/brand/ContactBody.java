package upbeat.herald.server.brand;

import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.server.platform.web.ValidationException;

/** Where customers find help, as the interface writes it. */
record ContactBody(
        @Nullable String phone,
        @Nullable String postalAddress,
        @Nullable String helpUrl,
        @Nullable List<LinkBody> links) {
    private static final int MOST_LINKS = 8;

    record LinkBody(@Nullable String label, @Nullable String url) {}

    static ContactBody of(Brand.Contact c) {
        return new ContactBody(
                c.phone(),
                c.postalAddress(),
                c.helpUrl(),
                c.links().stream().map(l -> new LinkBody(l.label(), l.url())).toList());
    }

    void validate(ValidationException errors) {
        if (postalAddress == null || postalAddress.isBlank() || postalAddress.length() > 200)
            errors.add(
                    "postalAddress",
                    "Enter a postal address for the footer, up to 200 characters. It's required in most countries");
        if (!Texts.isBlank(helpUrl)) address("helpUrl", helpUrl, errors);
        if (given().size() > MOST_LINKS) errors.add("links", "The footer can have up to " + MOST_LINKS + " links");
        for (int i = 0; i < given().size(); i++) {
            LinkBody l = given().get(i);
            if (Texts.isBlank(l.label()) || l.label().length() > 40)
                errors.add("links[" + i + "].label", "Enter a label of up to 40 characters");
            address("links[" + i + "].url", l.url(), errors);
        }
    }

    /** Valid values only, see {@link #validate}. */
    Brand.Contact toContact() {
        return new Brand.Contact(
                Texts.blankToNull(phone),
                Texts.orEmpty(postalAddress).strip(),
                Texts.blankToNull(helpUrl),
                given().stream()
                        .map(l -> new Brand.Link(Texts.orEmpty(l.label()), Texts.orEmpty(l.url())))
                        .toList());
    }

    private List<LinkBody> given() {
        return links == null ? List.of() : links;
    }

    private static void address(String field, @Nullable String url, ValidationException errors) {
        if (url == null || url.length() > 300 || !url.matches("https?://[^\\s<>\"]+"))
            errors.add(field, "Enter an address that begins with https:// and has no spaces");
    }
}
