package upbeat.herald.core.wording;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.journey.EmailAddress;
import upbeat.herald.core.journey.PhoneNumbers;
import upbeat.herald.core.wording.SampleOrders.Sample;

class SampleOrdersTest {
    private static final List<Sample> ALL =
            SampleOrders.create("kites", SampleOrders.CARRIER, Instant.parse("2026-11-24T12:00:00Z"));

    @Test
    void eachIsThereOnceAndHasWhatItIsFor() {
        assertThat(ALL).extracting(Sample::kind).doesNotHaveDuplicates().hasSize(7);
        assertThat(find("many-items").order().purchase().items()).hasSizeGreaterThan(10);
        assertThat(find("two-parcels").parcels()).hasSize(2);
        assertThat(find("missing-values").order().customer().name()).isNull();
        assertThat(find("missing-values").order().shipTo()).isNull();
        assertThat(find("long-names").order().customer().name().length()).isGreaterThan(60);
        assertThat(find("right-to-left").order().customer().name().codePoints())
                .anyMatch(c -> Character.getDirectionality(c) == Character.DIRECTIONALITY_RIGHT_TO_LEFT);
        assertThat(SampleOrders.find(ALL, null)).contains(ALL.get(0));
        assertThat(SampleOrders.find(ALL, "no-such")).isEmpty();
    }

    /** Reserved by RFC 2606 and RFC 6761; telephone numbers that the regulators keep for drama. */
    @Test
    void nobodyCanBeReachedByThem() {
        assertThat(ALL).allSatisfy(s -> {
            String mail = s.order().customer().email();
            assertThat(EmailAddress.isValid(mail)).isTrue();
            assertThat(mail).endsWith(".example");
            String phone = s.order().customer().phone();
            if (phone != null) {
                assertThat(phone).containsPattern("^(\\+4670174060[5-9]|\\+4477009000?\\d+)");
                assertThat(PhoneNumbers.toE164(phone, null)).contains(phone);
            }
        });
        assertThat(SampleOrders.CARRIER.linkPattern()).contains(".example/");
    }

    @Test
    void theirItemsAddUpToTheirTotals() {
        assertThat(ALL).filteredOn(s -> !s.order().purchase().items().isEmpty()).allSatisfy(s -> {
            var sum = s.order().purchase().items().stream()
                    .map(i -> i.price().multiply(java.math.BigDecimal.valueOf(i.quantity())))
                    .reduce(java.math.BigDecimal.ZERO, java.math.BigDecimal::add);
            assertThat(s.order().purchase().total()).isEqualByComparingTo(sum);
        });
    }

    private static Sample find(String kind) {
        return SampleOrders.find(ALL, kind).orElseThrow();
    }
}
