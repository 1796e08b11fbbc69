package upbeat.herald.core.journey;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * How a number that somebody wrote is read. Validity and formats are those of libphonenumber 9; the numbers are made
 * up, most of them in ranges kept for fiction (ranges from memory).
 */
class PhoneReadingTest {
    @ParameterizedTest(name = "{0} in {1} is {2}")
    @CsvSource({
        // Digits with their country code and without a plus, as many shops export them.
        "4915228895456, DE, +4915228895456",
        "46701740605, SE, +46701740605",
        "61491570006, AU, +61491570006",
        "12025550123, US, +12025550123",
        "46701740605, DE, +46701740605",
        "46701740605, , +46701740605",
        // As they are dialled at home.
        "015228895456, DE, +4915228895456",
        "070-174 06 05, SE, +46701740605",
        "0491 570 006, AU, +61491570006",
        "(202) 555-0123, US, +12025550123",
        // With plus or the international prefix, whatever the country of the order.
        "+46 70 174 06 05, DE, +46701740605",
        "0046701740605, DE, +46701740605",
        "00 49 1522 8895456, SE, +4915228895456",
        // Another script's digits.
        "٠٧٠١٧٤٠٦٠٥, SE, +46701740605",
        "＋４６７０１７４０６０５, SE, +46701740605"
    })
    void isReadAsItWasMeant(String written, String country, String e164) {
        assertThat(PhoneNumbers.toE164(written, country)).contains(e164);
    }

    @ParameterizedTest(name = "{0} in {1} is none")
    @CsvSource({
        "4.9E12, DE",
        "4.91522E+12, DE",
        "4,9e12, DE",
        "112, DE",
        "110, DE",
        "911, US",
        "999, GB",
        "+112, ",
        "12, SE",
        "+49112, DE",
        "n/a, SE",
        "-, SE",
        "00, SE",
        "+, SE",
        "123456789012345678901234567890, SE",
        "0701740605, "
    })
    void isRefused(String written, String country) {
        assertThat(PhoneNumbers.toE164(written, country)).isEmpty();
    }
}
