package upbeat.herald.core.wording;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import upbeat.herald.core.Checks;
import upbeat.herald.core.Samples;
import upbeat.herald.core.wording.email.EmailChannel;

class BrandTest {
    /** Source: wcag-contrast.json, W3C's formula and the library wcag-contrast 3.0.0. */
    @TestFactory
    Stream<DynamicTest> contrast() {
        return Checks.list("wcag-contrast.json", "vectors")
                .filter(v -> v.path("fg").asString("").matches("#[0-9a-fA-F]{6}")
                        && v.path("bg").asString("").matches("#[0-9a-fA-F]{6}"))
                .map(v -> DynamicTest.dynamicTest(
                        v.path("fg").asString() + " on " + v.path("bg").asString(), () -> {
                            double ratio = Contrast.ratio(
                                    v.path("fg").asString(), v.path("bg").asString());
                            assertThat(ratio).isCloseTo(v.path("ratioExact").asDouble(), within(1e-9));
                            assertThat(ratio >= Contrast.TEXT)
                                    .isEqualTo(v.path("AA").asBoolean());
                        }));
    }

    @Test
    void aButtonCanAlwaysBeRead() {
        Random random = new Random(3);
        for (int i = 0; i < 2_000; i++) {
            String colour = String.format("#%06x", random.nextInt(1 << 24));
            assertThat(Contrast.ratio(Contrast.textOn(colour), colour))
                    .as(colour)
                    .isGreaterThanOrEqualTo(Contrast.TEXT);
        }
    }

    @Test
    void everyMailShowsIt() {
        Brand brand = new Brand(
                "Kites & Co",
                new Brand.Sender(null, "hello@kites.example", "Kites", null, null),
                new Brand.Contact(
                        "+46 31 390 06 01",
                        "1 Slipway",
                        null,
                        List.of(new Brand.Link("Returns <here>", "https://kites.example/r?a=1&b=2"))),
                new Brand.Look("#ffd400", "#eeeeee", null, "book", 0, "https://kites.example/brand/x.png", 200),
                null);
        Rendered mail = EmailChannel.EMAIL.render(
                new Wording("Hello", "Hello.\n\n{{block.question}}"),
                new MessageSubject(
                        Samples.order(),
                        null,
                        null,
                        brand,
                        new MessageSubject.Answers(
                                Samples.QUESTION,
                                List.of("https://a.example/1", "https://a.example/2"),
                                "https://a.example"),
                        Locale.ENGLISH));
        assertThat(mail.html())
                .contains(
                        "src=\"https://kites.example/brand/x.png\" width=\"200\" alt=\"Kites &amp; Co\"",
                        "border-radius:0px",
                        "color:#000000",
                        "background:#eeeeee",
                        "Georgia",
                        "Returns &lt;here&gt;",
                        "href=\"https://kites.example/r?a=1&amp;b=2\"");
        assertThat(mail.text()).contains("1 Slipway", "Returns <here>: https://kites.example/r?a=1&b=2");
    }

    @Test
    void outlinedButtonsHaveTheirColourAroundThem() {
        Brand b = Samples.BRAND;
        Brand outlined = new Brand(
                b.name(),
                new Brand.Sender(null, b.sender().senderAddress(), b.sender().smsSender(), null, null),
                new Brand.Contact(b.contact().phone(), b.contact().postalAddress(), null, null),
                new Brand.Look("#14746f", null, "outlined", null, null, null, null),
                null);
        String html = EmailChannel.EMAIL
                .render(
                        new Wording("Hello", "Hello.\n\n{{block.question}}"),
                        new MessageSubject(
                                Samples.order(),
                                null,
                                null,
                                outlined,
                                new MessageSubject.Answers(
                                        Samples.QUESTION,
                                        List.of("https://a.example/1", "https://a.example/2"),
                                        "https://a.example"),
                                Locale.ENGLISH))
                .html();
        assertThat(html)
                .contains("border:2px solid #14746f", "bgcolor=\"#ffffff\"", "color:#14746f;text-decoration:none");
    }
}
