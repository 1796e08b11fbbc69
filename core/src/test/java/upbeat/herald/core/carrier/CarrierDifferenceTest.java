package upbeat.herald.core.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.timing.Watch;

class CarrierDifferenceTest {
    private static final CodeRule A = new CodeRule("A", null, Stage.DISPATCHED);
    private static final CodeRule B = new CodeRule("B", null, Stage.DELIVERED);
    private static final CodeRule WORDS = new CodeRule(null, "on the boat", Stage.IN_TRANSIT);
    private static final NumberFormat SHORT = new NumberFormat("short", "T[0-9]{5}", CheckDigit.NONE);
    private static final NumberFormat LONG = new NumberFormat("long", "T[0-9]{9}", CheckDigit.NONE);
    private static final Carrier TERN = new Carrier(
            "tern",
            "Tern Post",
            true,
            "https://tern.example/{trackingNumber}",
            List.of(SHORT, LONG),
            new Carrier.Reporting(ZoneOffset.UTC, List.of(A, B, WORDS), Carrier.ScansArrive.PUSHED, null),
            "data:image/png;base64,AA==");

    private static Carrier with(List<NumberFormat> formats, List<CodeRule> codes) {
        return new Carrier(
                TERN.key(),
                TERN.name(),
                TERN.inUse(),
                TERN.linkPattern(),
                formats,
                new Carrier.Reporting(ZoneOffset.UTC, codes, Carrier.ScansArrive.PUSHED, null),
                TERN.logo());
    }

    @Test
    void theSameCarrierDiffersInNothing() {
        assertThat(CarrierDifference.describe(TERN, with(List.of(SHORT, LONG), List.of(A, B, WORDS))))
                .isEmpty();
    }

    @Test
    void whatWouldBeLostIsCounted() {
        Carrier emptied = new Carrier(
                "tern",
                "Tern",
                false,
                null,
                List.of(),
                new Carrier.Reporting(
                        ZoneId.of("Europe/Oslo"),
                        List.of(),
                        Carrier.ScansArrive.ASKED,
                        new Carrier.Asking(
                                "https://tern.example/api/{trackingNumber}",
                                new Watch(Duration.ofMinutes(30), 60, Duration.ofDays(7)))),
                null);
        assertThat(CarrierDifference.describe(TERN, emptied))
                .containsExactly(
                        "renamed from Tern Post",
                        "switched off",
                        "tracking link removed",
                        "2 number formats removed",
                        "3 codes removed",
                        "time zone Europe/Oslo instead of UTC",
                        "how scans arrive changed",
                        "polling added",
                        "logo removed");
        assertThat(CarrierDifference.describe(emptied, TERN))
                .contains("switched on", "tracking link added", "3 codes added", "polling removed", "logo added");
    }

    @Test
    void aCodeWithAnotherStageIsChangedAndNotNew() {
        CodeRule other = new CodeRule("b", null, Stage.RETURNED);
        assertThat(CarrierDifference.describe(TERN, with(TERN.formats(), List.of(A, other, WORDS))))
                .containsExactly("1 code changed");
        assertThat(CarrierDifference.describe(TERN, with(List.of(LONG, SHORT), List.of(A, B))))
                .containsExactly("number formats in another order", "1 code removed");
    }
}
