package upbeat.herald.core.carrier;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.Samples.POST;

import java.time.ZoneOffset;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import upbeat.herald.core.Checks;
import upbeat.herald.core.journey.Stage;

class CarrierTest {
    @Test
    void scansAreReadByCodeThenByText() {
        assertThat(ScanReader.readStage(POST, "emi", "Out for delivery")).contains(Stage.DELIVERED);
        assertThat(ScanReader.readStage(POST, "Z9", "Now OUT FOR DELIVERY")).contains(Stage.OUT_FOR_DELIVERY);
        assertThat(ScanReader.readStage(POST, "Z9", "?")).isEmpty();
        assertThat(ScanReader.readStage(POST, null, null)).isEmpty();
    }

    @Test
    void aCodeThatIsIgnoredSaysNothingAndIsNoUnreadOne() {
        Carrier carrier = POST.withCodes(List.of(
                new CodeRule("EMC", null, null),
                new CodeRule("77", null, null),
                new CodeRule(null, "customs", null),
                new CodeRule("78", null, Stage.DELAYED)));
        assertThat(ScanReader.readStage(carrier, "77", "Out for delivery")).isEmpty();
        assertThat(ScanReader.isIgnored(carrier, "77", null)).isTrue();
        assertThat(ScanReader.isIgnored(carrier, " 77 ", null)).isTrue();
        assertThat(ScanReader.isIgnored(carrier, "99", "Handed to CUSTOMS")).isTrue();
        assertThat(ScanReader.isIgnored(carrier, "99", "elsewhere")).isFalse();
        assertThat(ScanReader.isIgnored(carrier, "78", "customs"))
                .as("the code goes first")
                .isFalse();
        assertThat(ScanReader.readStage(carrier, "78", "customs")).contains(Stage.DELAYED);
        assertThat(ScanReader.isIgnored(carrier, "EMC", null))
                .as("before the open lists")
                .isTrue();
        assertThat(new CodeRule("77", null, null).stageCode()).isEqualTo("ignore");
    }

    /** Source: commons-validator with the weights of UPU S10 and a second implementation; see the file. */
    @TestFactory
    Stream<DynamicTest> postalNumbers() {
        return Checks.list("check-digits.json", "vectors")
                .filter(v -> v.path("scheme").asString().equals("S10")
                        && v.path("valid").isBoolean())
                .map(v -> DynamicTest.dynamicTest(v.path("value").asString(), () -> assertThat(
                                S10.isValid(v.path("value").asString()))
                        .isEqualTo(v.path("valid").asBoolean())));
    }

    @Test
    void linksAreEncoded() {
        assertThat(TrackingLink.build(POST, "rx 473 124 829 xs", "7000", "AU", "en"))
                .isEqualTo("https://track.skerry-post.example/RX473124829XS?to=AU");
        assertThat(TrackingLink.build(POST, "1&x=<", null, null, null)).endsWith("/1%26X%3D%3C?to=");
        Carrier freight = new Carrier("f", "F", "https://f.example/where", ZoneOffset.UTC, List.of());
        assertThat(TrackingLink.build(freight, "1", null, null, null)).isEqualTo("https://f.example/where");
        assertThat(freight.linkTakesNumber()).isFalse();
        assertThat(TrackingLink.build(new Carrier("n", "N", null, ZoneOffset.UTC, List.of()), "1", null, null, null))
                .isNull();
    }
}
