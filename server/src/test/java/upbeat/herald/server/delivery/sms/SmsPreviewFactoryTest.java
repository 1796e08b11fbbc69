package upbeat.herald.server.delivery.sms;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.sms.SmsContent;
import upbeat.herald.core.wording.sms.SmsLength;
import upbeat.herald.server.channel.PreviewedMessage;
import upbeat.herald.server.channel.PreviewedMessage.Sample;
import upbeat.herald.server.channel.Price;

/** Lengths: 160 letters in one SMS and 153 in each part of a longer one, 70 and 67 in UCS-2 (3GPP TS 23.040). */
class SmsPreviewFactoryTest {
    private static final String SWEDISH = "+46701740605";
    private static final String GERMAN = "+4915228895456";

    /** Ten cents a segment to Germany, twenty elsewhere. */
    private final SmsPreviewFactory factory = new SmsPreviewFactory((segments, country) -> new Price(
            new BigDecimal("DE".equals(country) ? "0.10" : "0.20").multiply(BigDecimal.valueOf(segments)), "EUR"));

    private static Order order(String number, @Nullable String phone) {
        return new Order(
                "kites",
                number,
                Instant.EPOCH,
                new Order.Customer("Ann Test", null, phone, null),
                null,
                new Order.Purchase(Payment.PREPAID, "EUR", null, List.of()),
                Order.Consent.UNKNOWN,
                List.of());
    }

    private static Rendered text(String text) {
        return new Rendered(null, text, null, new SmsContent(SmsLength.measure(text)));
    }

    private static Sample sample(String number, String phone, String text) {
        return new Sample(order(number, phone), Optional.of(text(text)));
    }

    private SmsPreview preview(String wording, String rendered, Sample... samples) {
        return preview(wording, rendered, () -> Stream.of(samples));
    }

    private SmsPreview preview(String wording, String rendered, PreviewedMessage.Samples samples) {
        return factory.create(new PreviewedMessage(
                order("QK-1", SWEDISH),
                Wording.ofText(wording, null),
                text(rendered),
                new Brand(
                        "Quay",
                        Brand.Sender.of("hello@quay.example", "Quay"),
                        Brand.Contact.NONE,
                        Brand.Look.ofColour("#2d2142"),
                        "en"),
                samples));
    }

    @Test
    void costsWhatItsSegmentsCostToThisCustomer() {
        SmsPreview one = preview("x", "x".repeat(160));
        assertThat(one.length()).isEqualTo(new SmsPreview.Length("GSM-7", 1, 160, 0));
        assertThat(one.cost()).isEqualTo("0.20");
        SmsPreview two = preview("x", "x".repeat(161));
        assertThat(two.length()).isEqualTo(new SmsPreview.Length("GSM-7", 2, 161, 2 * 153 - 161));
        assertThat(two.cost()).isEqualTo("0.40");
        assertThat(two.currency()).isEqualTo("EUR");
    }

    @Test
    void theLongestOfTheOtherOrdersIsNamedOnlyWhereItTakesMore() {
        assertThat(preview("x", "x".repeat(100), sample("QK-2", GERMAN, "x".repeat(160)))
                        .longest())
                .isNull();
        SmsPreview.Longest longest = preview(
                        "x",
                        "x".repeat(100),
                        sample("QK-2", GERMAN, "x".repeat(200)),
                        sample("QK-3", GERMAN, "x".repeat(307)),
                        sample("QK-4", SWEDISH, "x".repeat(306)))
                .longest();
        assertThat(longest).isEqualTo(new SmsPreview.Longest("QK-3", 3, "0.30"));
    }

    @Test
    void anOrderWhoseMessageWouldBeHeldHasACountryButNoLength() {
        SmsPreview preview = preview("x", "short", new Sample(order("QK-2", GERMAN), Optional.empty()));
        assertThat(preview.longest()).isNull();
        assertThat(preview.countries()).containsExactly(new SmsPreview.CountryCost("DE", 1, "0.10"));
    }

    @Test
    void countriesComeMostFrequentFirst() {
        SmsPreview preview = preview(
                "x",
                "short",
                sample("QK-2", SWEDISH, "a"),
                sample("QK-3", GERMAN, "a"),
                sample("QK-4", GERMAN, "a"),
                new Sample(order("QK-5", null), Optional.of(text("a"))));
        assertThat(preview.countries())
                .containsExactly(
                        new SmsPreview.CountryCost("DE", 2, "0.10"), new SmsPreview.CountryCost("SE", 1, "0.20"));
    }

    @Test
    void whatForcesTheLongEncodingIsSaidOnceAndWhereItStands() {
        SmsPreview preview = preview("It’s {{customer.name}}’s", "It’s Őrs’s parcel");
        assertThat(preview.length().encoding()).isEqualTo("UCS-2");
        assertThat(preview.forces()).extracting(SmsPreview.Forces::found).containsExactly("’", "Ő");
        assertThat(preview.forces()).extracting(SmsPreview.Forces::inWording).containsExactly(true, false);
    }

    @Test
    void sayingWhoItIsFromCountsInAnyCase() {
        assertThat(preview("x", "QUAY: your parcel").saysWho()).isTrue();
        assertThat(preview("x", "Your parcel").saysWho()).isFalse();
    }

    /** Rendering an order takes time, so no more are rendered than are measured. */
    @Test
    void readsAHundredOrdersAndNoMore() {
        AtomicInteger read = new AtomicInteger();
        preview("x", "short", () -> IntStream.range(0, 1000)
                .mapToObj(i -> sample("QK-" + i, SWEDISH, "a"))
                .peek(s -> read.incrementAndGet()));
        assertThat(read).hasValue(100);
    }
}
