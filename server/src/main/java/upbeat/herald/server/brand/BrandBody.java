package upbeat.herald.server.brand;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.ReturnTerms;
import upbeat.herald.server.platform.web.ValidationException;

/** The brand as the interface writes it. */
record BrandBody(
        @Nullable String name,
        @JsonUnwrapped SenderBody sender,
        @JsonUnwrapped ContactBody contact,
        @JsonUnwrapped LookBody look,
        @Nullable String language,
        @Nullable PagesBody pages,
        @Nullable ReturnTermsBody returns) {

    /** Which pages customers have; what is missing is off. */
    record PagesBody(
            @Nullable Boolean tracking,
            @Nullable Boolean linked,
            @Nullable Boolean lookUp) {
        static PagesBody of(Brand.Pages p) {
            return new PagesBody(p.tracking(), p.linked(), p.lookUp());
        }

        /** Without tracking pages there is nothing that a link or a search could lead to. */
        Brand.Pages toPages() {
            boolean on = Boolean.TRUE.equals(tracking);
            return new Brand.Pages(on, on && Boolean.TRUE.equals(linked), on && Boolean.TRUE.equals(lookUp));
        }
    }

    static BrandBody of(Brand b) {
        return new BrandBody(
                b.name(),
                SenderBody.of(b),
                ContactBody.of(b.contact()),
                LookBody.of(b.look()),
                b.language(),
                PagesBody.of(b.pages()),
                ReturnTermsBody.of(b.returns()));
    }

    /** @throws ValidationException naming every value that can't be used */
    Brand toBrand() {
        ValidationException errors = new ValidationException();
        if (Texts.isBlank(name) || name.length() > 60) errors.add("name", "Enter a name of 1 to 60 characters");
        sender.validate(errors);
        contact.validate(errors);
        look.validate(errors);
        if (language != null && !language.matches("[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*"))
            errors.add("language", "Choose a language");
        if (returns != null) returns.validate(errors);
        errors.throwIfAny();
        Brand.Pages shown = pages == null ? Brand.Pages.NONE : pages.toPages();
        return new Brand(
                Objects.requireNonNull(name).strip(),
                sender.toSender(),
                contact.toContact(),
                look.toLook(),
                Texts.isBlank(language) ? "en" : language.strip(),
                shown,
                returns == null ? ReturnTerms.OFF : returns.toTerms(shown.tracking()));
    }
}
