package upbeat.herald.core.tracking;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.IntStream;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.Samples;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.wording.Brand;

class TrackingPageTest {
    private static final TrackingPage.Links LINKS = new TrackingPage.Links("token", null, null, List.of());

    private static Document page(TrackedOrder order) {
        return Jsoup.parse(TrackingPage.render(order, LINKS));
    }

    private static TrackedOrder twoParcels() {
        return TrackedSamples.tracked(
                TrackedSamples.german(),
                null,
                TrackedSamples.parcel(
                        1,
                        List.of(new Parcel.Content("BK", 1), new Parcel.Content("RT", 2)),
                        "dispatched 2026-11-23T17:40:00Z Harbourton",
                        "in-transit 2026-11-24T05:12:00Z Verteilzentrum Nord"),
                TrackedSamples.parcel(2, List.of(new Parcel.Content("WV", 1)), "packed 2026-11-23T10:00:00Z"));
    }

    @Test
    void tellsBothParcelsInGerman() {
        Document page = page(twoParcels());
        assertThat(page.selectFirst("html").attr("lang")).isEqualTo("de");
        assertThat(page.select("h2").eachText())
                .startsWith(
                        "Voraussichtlich Donnerstag, 26. November",
                        "Verpackt und bereit für die Abholung durch den Paketdienst");
        assertThat(page.select(".above").eachText()).containsExactly("Paket 1 von 2", "Paket 2 von 2");
        assertThat(page.select("#p1 .route li .stop").eachText())
                .containsExactly(
                        "Bestellt",
                        "Versandt, Harbourton",
                        "Unterwegs, Verteilzentrum Nord",
                        "In Zustellung",
                        "Zugestellt");
        assertThat(page.select("#p1 .route time").eachText())
                .as("on the customer's clock, one hour before UTC's")
                .containsExactly("Sa., 21. Nov.", "Mo., 23. Nov., 18:40", "heute, 06:12");
        assertThat(page.select("#p1 .items li").eachText()).containsExactly("1 × Kastendrachen", "2 × Bandschwanz");
        assertThat(page.select("#p1 .soft").eachText()).contains("In Paket 2: 1 × Windfahne");
        assertThat(page.select(".pay").text()).isEqualTo("Sie zahlen 84,50 € bei der Zustellung.");
        assertThat(page.select("#p1 .number").text()).isEqualTo("RX473124829XS");
        assertThat(page.select("#p1 a.button").eachAttr("href"))
                .containsExactly("https://track.skerry-post.example/RX473124829XS?to=DE", "token/parcels/1.ics");
    }

    @Test
    void showsNobodyWhoTheCustomerIs() {
        String html = TrackingPage.render(twoParcels(), LINKS);
        assertThat(html)
                .doesNotContain("Hannelore")
                .doesNotContain("Musterweg")
                .doesNotContain("hannelore@customer.example")
                .doesNotContain("4915550100");
    }

    /** One current stop for each parcel, headings in their order, states in words and not by colour alone. */
    @Test
    void readsWellAloud() {
        Document page = page(twoParcels());
        assertThat(page.select("h1")).hasSize(1);
        for (var route : page.select("ol.route")) {
            assertThat(route.select("[aria-current=step]")).hasSize(1);
            assertThat(route.select("li .unseen")).hasSameSizeAs(route.select("li"));
            assertThat(route.attr("aria-label")).isNotBlank();
        }
        for (var section : page.select("section[aria-labelledby]"))
            assertThat(page.getElementById(section.attr("aria-labelledby"))).isNotNull();
        assertThat(page.select("img")).allMatch(i -> i.hasAttr("alt"));
        assertThat(page.select("[id]").eachAttr("id")).doesNotHaveDuplicates();
    }

    @Test
    void loadsNothingFromElsewhereAndRunsNothing() {
        String markup = "<script>alert(1)</script>\"><img src=x onerror=alert(1)>";
        Order order = TrackedSamples.order(
                Payment.PREPAID, "en", "GB", new Order.Item("BK", markup, 1, null, "https://shop.example/\"x.png"));
        TrackedParcel parcel = TrackedSamples.parcel(1, List.of(), "in-transit 2026-11-24T05:12:00Z " + markup);
        Document page = page(TrackedSamples.tracked(order, null, parcel));
        assertThat(page.select("script, iframe, object, link, [onerror], [onclick]"))
                .isEmpty();
        assertThat(page.select("[src]").eachAttr("src")).containsExactly("token/items/0");
        assertThat(page.select(".items").text()).contains("<script>");
        assertThat(page.select("meta[name=robots]").attr("content")).isEqualTo("noindex");
    }

    @Test
    void aNameWrittenFromRightToLeftTurnsNothingAround() {
        Order order = TrackedSamples.order(
                Payment.PREPAID, "en", "IL", new Order.Item("BK", "\u202eעפיפון\u202c", 1, null, null));
        Document page = page(TrackedSamples.tracked(order, null, TrackedSamples.parcel("packed 2026-11-23T10:00:00Z")));
        assertThat(page.select(".items bdi").text()).isEqualTo("עפיפון");
        assertThat(page.html()).doesNotContain("\u202e");
    }

    @Test
    void aLongOrderStaysSmall() {
        Order.Item[] items = IntStream.range(0, 200)
                .mapToObj(i -> TrackedSamples.item("S" + i, "Wind vane with a rather long name number " + i, 1 + i % 3))
                .toArray(Order.Item[]::new);
        String[] scans = IntStream.range(0, 300)
                .mapToObj(i ->
                        "in-transit " + Instant.parse("2026-11-01T00:00:00Z").plusSeconds(i * 3600L)
                                + " Sorting centre of the northern harbour " + i)
                .toArray(String[]::new);
        String html = TrackingPage.render(
                TrackedSamples.tracked(
                        TrackedSamples.order(Payment.PREPAID, "fr", "FR", items), null, TrackedSamples.parcel(scans)),
                LINKS);
        assertThat(html.getBytes(StandardCharsets.UTF_8)).hasSizeLessThan(60_000);
    }

    @Test
    void aBrandInAPaleColourKeepsMarksThatCanBeSeen() {
        Brand pale = new Brand(
                "Pale", Samples.BRAND.sender(), Samples.BRAND.contact(), Brand.Look.ofColour("#ffe9a8"), "en");
        assertThat(PageStyle.of(pale))
                .contains("border:3px solid #2d2142")
                .contains("header{background:#ffe9a8;color:#000000");
        assertThat(PageStyle.of(Samples.BRAND)).doesNotContain("$");
    }

    /**
     * As Node.js 20 writes them (Intl.DateTimeFormat, ICU with the Unicode CLDR), taken from it once; but for the point
     * of Dutch months, which the platform's older CLDR has.
     */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            en-GB | Thursday 26 November | Thu 26 Nov
            en-US | Thursday, November 26 | Thu, Nov 26
            en-AU | Thursday 26 November | Thu, 26 Nov
            en-IE | Thursday, 26 November | Thu, 26 Nov
            de-DE | Donnerstag, 26. November | Do., 26. Nov.
            de-AT | Donnerstag, 26. November | Do., 26. Nov.
            fr-FR | jeudi 26 novembre | jeu. 26 nov.
            es-ES | jueves, 26 de noviembre | jue, 26 nov
            it-IT | giovedì 26 novembre | gio 26 nov
            nl-NL | donderdag 26 november | do 26 nov.
            sv-SE | torsdag 26 november | tors 26 nov.
            pl-PL | czwartek, 26 listopada | czw., 26 lis
            """)
    void daysAreWrittenAsInTheLanguageAndRegion(String tag, String weekday, String day) {
        Locale locale = Locale.forLanguageTag(tag);
        Instant at = Instant.parse("2026-11-26T18:40:00Z");
        PageDates dates = new PageDates(new TrackedOrder.Clock(locale, ZoneOffset.UTC, at));
        assertThat(dates.weekday(at.atZone(ZoneId.of("UTC")).toLocalDate())).isEqualTo(weekday);
        assertThat(dates.day(at)).isEqualTo(day);
    }

    /** Texts that are the same in some other language by its own right. */
    private static final Set<String> ALIKE = Set.of("pattern.weekday", "pattern.day", "pattern.joined");

    @ParameterizedTest
    @ValueSource(strings = {"de", "fr", "es", "it", "nl", "sv", "pl"})
    void everyLanguageHasEveryTextWithTheSameValues(String language) {
        PageBundle.assertTranslated(TrackingPage.BUNDLE, language, ALIKE);
    }

    @Test
    void frenchHasItsSpaces() {
        PageBundle.assertFrenchSpaces(TrackingPage.BUNDLE);
    }
}
