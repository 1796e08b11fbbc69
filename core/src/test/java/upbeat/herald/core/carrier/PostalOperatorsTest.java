package upbeat.herald.core.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PostalOperatorsTest {
    private final List<Carrier> all = PostalOperators.list();

    /** The worked example of UPU standard S10 (47312482 has the check digit 9), with other countries behind it. */
    @ParameterizedTest
    @CsvSource({"RR473124829SE, post-se", "RR473124829DE, post-de", "LX473124829NZ, post-nz"})
    void aNumberIsRecognisedByItsCountryAlone(String number, String key) {
        assertThat(all.stream()
                        .filter(c -> c.formats().get(0).match(number).isPresent())
                        .map(Carrier::key))
                .containsExactly(key);
    }

    @Test
    void aWrongCheckDigitIsSeen() {
        Carrier sweden =
                all.stream().filter(c -> c.key().equals("post-se")).findFirst().orElseThrow();
        assertThat(TrackingNumber.findDoubt("RR473124829SE", sweden)).isEmpty();
        assertThat(TrackingNumber.findDoubt("RR473124820SE", sweden)).isPresent();
    }

    /** ISO 3166-1 as the Java platform has it; XA to XZ and ZZ are for users, and no country's. */
    @Test
    void eachIsACountrysOnceAndHoldsNoLink() {
        assertThat(all).hasSize(Locale.getISOCountries().length - 6);
        assertThat(all).extracting(Carrier::key).doesNotHaveDuplicates().noneMatch(k -> k.startsWith("post-x"));
        assertThat(all).extracting(Carrier::linkPattern).containsOnlyNulls();
        assertThat(all).extracting(c -> c.formats().get(0).check()).containsOnly(CheckDigit.S10);
        assertThat(all).allSatisfy(c -> c.formats().forEach(NumberFormat::validate));
        assertThat(all)
                .extracting(Carrier::name)
                .contains("Postal operator, Sweden")
                .noneMatch(n -> Arrays.stream(Locale.getISOCountries()).anyMatch(c -> n.endsWith(", " + c)));
    }

    @Test
    void theTimeZoneIsTheCountrysWhereItHasOne() {
        assertThat(zone("post-se")).isEqualTo(ZoneId.of("Europe/Stockholm"));
        assertThat(zone("post-us")).as("several are possible").isEqualTo(ZoneOffset.UTC);
    }

    private ZoneId zone(String key) {
        return all.stream()
                .filter(c -> c.key().equals(key))
                .findFirst()
                .orElseThrow()
                .reporting()
                .zone();
    }
}
