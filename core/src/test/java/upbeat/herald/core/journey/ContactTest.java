package upbeat.herald.core.journey;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import upbeat.herald.core.Checks;

class ContactTest {
    /** Source: libphonenumber 9 (Java and JavaScript) on ranges kept for fiction; see the file. */
    @TestFactory
    Stream<DynamicTest> phonesOfTheReservedRanges() {
        return Checks.list("phone-ranges.json", "vectors")
                .map(v -> DynamicTest.dynamicTest(v.path("e164").asString(), () -> {
                    assertThat(PhoneNumbers.toE164(
                                            v.path("national").asString(),
                                            v.path("region").asString())
                                    .isPresent())
                            .isEqualTo(v.path("isPossible").asBoolean());
                    assertThat(PhoneNumbers.toE164(v.path("international").asString(), null))
                            .contains(v.path("e164").asString());
                }));
    }

    @Test
    void phonesAsShopsWriteThem() {
        assertThat(PhoneNumbers.toE164("0046 70-174 06 05", "DE")).contains("+46701740605");
        assertThat(PhoneNumbers.toE164("(0491) 570 006", "AU")).contains("+61491570006");
        assertThat(PhoneNumbers.toE164("12", "SE")).isEmpty();
        assertThat(PhoneNumbers.toE164("call me", "SE")).isEmpty();
        assertThat(PhoneNumbers.toE164("070 174 06 05", null)).isEmpty();
    }

    /** Source: RFC 5321 as read by four libraries; cases marked optional there are ours to decide. */
    @TestFactory
    Stream<DynamicTest> addresses() {
        return Checks.list("email-addresses.json", "vectors")
                .filter(v -> v.path("valid").isBoolean()
                        && !v.path("note").asString("").contains("optional"))
                .map(v -> DynamicTest.dynamicTest("<" + v.path("address").asString() + ">", () -> assertThat(
                                EmailAddress.isValid(v.path("address").asString()))
                        .isEqualTo(v.path("valid").asBoolean())));
    }
}
