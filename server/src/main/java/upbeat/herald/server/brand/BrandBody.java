package upbeat.herald.server.brand;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.server.platform.web.ValidationException;

/** The brand as the interface writes it. */
record BrandBody(
        @Nullable String name,
        @JsonUnwrapped SenderBody sender,
        @JsonUnwrapped ContactBody contact,
        @JsonUnwrapped LookBody look,
        @Nullable String language) {

    static BrandBody of(Brand b) {
        return new BrandBody(
                b.name(), SenderBody.of(b), ContactBody.of(b.contact()), LookBody.of(b.look()), b.language());
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
        errors.throwIfAny();
        return new Brand(
                Objects.requireNonNull(name).strip(),
                sender.toSender(),
                contact.toContact(),
                look.toLook(),
                Texts.isBlank(language) ? "en" : language.strip());
    }
}
