package upbeat.herald.server.platform.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;

class ValidationExceptionTest {
    @Test
    void nothingWrongThrowsNothing() {
        assertThatCode(() -> new ValidationException().throwIfAny()).doesNotThrowAnyException();
    }

    @Test
    void itSaysTheFirstErrorInPlainWordsAndHowManyMoreThereAre() {
        ValidationException errors = new ValidationException();
        errors.add("window", "Enter opening hours like 08:00");
        errors.check(false, "name", "Enter a name of 1 to 60 characters");
        errors.check(true, "stage", "never said");
        assertThatThrownBy(errors::throwIfAny).hasMessage("Enter opening hours like 08:00 (and 1 more)");
        assertThat(errors.errors()).extracting("field").containsExactly("window", "name");
    }
}
