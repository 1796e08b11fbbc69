package upbeat.herald.core.returns;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.tracking.TrackedSamples.parcel;

import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.tracking.PageBundle;
import upbeat.herald.core.tracking.TrackedOrder;
import upbeat.herald.core.tracking.TrackedSamples;
import upbeat.herald.core.wording.PageTexts;

class ReturnPageTest {
    private static final TrackedOrder ORDER = ReturnSamples.order(
            ReturnSamples.terms(14, null, "WV"),
            "DE",
            parcel("dispatched 2026-11-10T08:00:00Z", "delivered 2026-11-20T08:00:00Z"));

    private static Document form(TrackedOrder order, ReturnRequest chosen, String fault) {
        return Jsoup.parse(
                new ReturnPage(order, "token").writeForm(ReturnOffer.of(order, List.of()), chosen, fault, 0));
    }

    @Test
    void asksWhatAndWhyInGerman() {
        Document page = form(ORDER, ReturnRequest.EMPTY, null);
        assertThat(page.selectFirst("html").attr("lang")).isEqualTo("de");
        assertThat(page.selectFirst("h1").text()).isEqualTo("Rücksendung zur Bestellung QK-20887");
        assertThat(page.select("ul.pick li span").eachText())
                .containsExactly(
                        "1 × Kastendrachen", "2 × Bandschwanz", "1 × Windfahne Von der Rücksendung ausgeschlossen");
        assertThat(page.select("select[name=item1] option").eachText()).containsExactly("0", "1", "2");
        assertThat(page.select("select[name=item2]")).isEmpty();
        assertThat(page.select("#reason option")).hasSize(1 + ReturnReason.values().length);
        assertThat(page.select("p.soft").text()).isEqualTo("Eine Rücksendung ist bis Freitag, 4. Dezember möglich.");
        assertThat(page.select("script, link, iframe, [onclick]")).isEmpty();
    }

    @Test
    void keepsWhatWasFilledIn() {
        Document page = form(
                ORDER, new ReturnRequest(Map.of(1, 2), ReturnReason.DAMAGED, "<b>Stab</b> gebrochen"), "fault.reason");
        assertThat(page.select("[role=alert]").text()).isEqualTo("Bitte wählen Sie einen Grund aus.");
        assertThat(page.select("select[name=item1] option[selected]").text()).isEqualTo("2");
        assertThat(page.select("#reason option[selected]").val()).isEqualTo("damaged");
        assertThat(page.select("textarea").text()).isEqualTo("<b>Stab</b> gebrochen");
    }

    @Test
    void saysWhenThereIsNothingToSend() {
        Document page = form(ReturnSamples.order(), ReturnRequest.EMPTY, null);
        assertThat(page.text()).contains("Zurzeit gibt es nichts zurückzusenden.");
        assertThat(page.select("form")).isEmpty();
        assertThat(new ReturnPage(ReturnSamples.order(), "token")
                        .writeCard(ReturnOffer.of(ReturnSamples.order(), List.of()), List.of()))
                .isNull();
    }

    @Test
    void itemsMayBeCalledAnything() {
        Order odd = TrackedSamples.order(
                Payment.PREPAID, "de", "DE", TrackedSamples.item("X\"'", "<script>alert(1)</script> \u202eoops", 1));
        TrackedOrder order = TrackedSamples.tracked(odd, null, parcel("dispatched 2026-11-10T08:00:00Z"));
        order = order.withBrand(order.brand().withReturns(ReturnSamples.FORTNIGHT));
        Document page = form(order, ReturnRequest.EMPTY, null);
        assertThat(page.select("script")).isEmpty();
        assertThat(page.select("ul.pick bdi").text()).isEqualTo("<script>alert(1)</script> oops");
    }

    @Test
    void leadsToTheLabelUntilItIsHandedOver() {
        CustomerReturn made = ReturnSamples.of(0, 1, null);
        Document page = Jsoup.parse(new ReturnPage(ORDER, "token").writeState(made, "Skerry Post"));
        assertThat(page.select("a.button").eachAttr("href")).containsExactly("1/label-a4.pdf", "1/label-a6.pdf");
        assertThat(page.select(".number").text()).isEqualTo("CP400000005XS");
        assertThat(page.select("form").attr("action")).isEqualTo("1/cancel");
        assertThat(page.select(".route li").eachAttr("class")).containsExactly("here", "ahead", "ahead");
        CustomerReturn gone = new CustomerReturn(
                1,
                made.label(),
                made.items(),
                made.reason(),
                null,
                new CustomerReturn.Times(
                        made.times().requestedAt(), Instant.parse("2026-11-24T10:00:00Z"), null, null, null));
        Document later = Jsoup.parse(new ReturnPage(ORDER, "token").writeState(gone, "Skerry Post"));
        assertThat(later.select("a.button, form")).isEmpty();
        assertThat(later.selectFirst("h2").text()).isEqualTo("Auf dem Rückweg zu uns");
        assertThat(later.select(".route li").eachAttr("class")).containsExactly("passed", "here", "ahead");
    }

    /** Found by nothing but their key: a missing one would break the page. */
    @ParameterizedTest
    @EnumSource
    void everyStateReasonAndObstacleHasItsWords(ReturnReason reason) {
        PageTexts texts = PageTexts.load(ReturnPage.BUNDLE, Locale.ENGLISH);
        assertThat(texts.has("reason." + reason.code())).isTrue();
        for (CustomerReturn.State state : CustomerReturn.State.values())
            assertThat(texts.has("state." + state.code())).isTrue();
        for (ReturnOffer.Obstacle obstacle : ReturnOffer.Obstacle.values())
            assertThat(texts.has("obstacle." + obstacle)).isTrue();
    }

    @ParameterizedTest
    @ValueSource(strings = {"de", "fr", "es", "it", "nl", "sv", "pl"})
    void everyLanguageHasEveryTextWithTheSameValues(String language) {
        PageBundle.assertTranslated(ReturnPage.BUNDLE, language, Set.of());
    }

    @Test
    void frenchHasItsSpaces() {
        PageBundle.assertFrenchSpaces(ReturnPage.BUNDLE);
    }
}
