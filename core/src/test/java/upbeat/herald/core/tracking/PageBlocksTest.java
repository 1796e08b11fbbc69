package upbeat.herald.core.tracking;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Locale;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import upbeat.herald.core.Samples;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.PageDocument;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingCheck;
import upbeat.herald.core.wording.WordingError;
import upbeat.herald.core.wording.email.EmailChannel;

/** What a brand puts on its tracking page, beside what the page says by itself. */
class PageBlocksTest {
    private static final TrackedOrder ORDER = TrackedSamples.tracked(
            TrackedSamples.german(), null, TrackedSamples.parcel("dispatched 2026-11-23T17:40:00Z Harbourton"));
    private static final TrackingPage.Links LINKS = new TrackingPage.Links(
            "token", "<h2>Ist sie offen</h2>", "<h2>Rücksendung</h2>", List.of(new Brand.Link("Auswahl", "../u/x")));

    private static MessageSubject subject(String language) {
        return new MessageSubject(ORDER.order(), null, null, Samples.BRAND, null, Locale.forLanguageTag(language));
    }

    private static Document page(Block... blocks) {
        return Jsoup.parse(TrackingPage.render(ORDER, LINKS, new PageText(List.of(blocks), subject("de"))));
    }

    private static Block text(String markup) {
        return Block.text("<p>" + markup + "</p>");
    }

    private static Block picture(String src) {
        return new Block(
                "picture", null, null, null, new Block.Image(src, "Ein \"Drachen\"", 300, null), null, null, null);
    }

    @Test
    void withoutAnyItIsAsTheStarterMakesIt() {
        Wording starter = PageDocument.starter();
        PageText usual = new PageText(List.copyOf(starter.email().blocks()), subject("de"));
        assertThat(TrackingPage.render(ORDER, LINKS, usual)).isEqualTo(TrackingPage.render(ORDER, LINKS));
    }

    @Test
    void partsStandWhereTheBrandPutThem() {
        Document page = page(
                Block.of("heading").withText("Frohes Fest"),
                text("Ihre Bestellung {{order.number}} ist bei uns gut aufgehoben."),
                Block.of("parcels"),
                Block.of("delay").withText("<p>Am 24. Dezember liefern wir nicht.</p>"),
                Block.of("help"));
        assertThat(page.select("main > section").eachAttr("class"))
                .containsExactly("card own", "card", "card own", "card help");
        assertThat(page.select(".own").eachText())
                .containsExactly(
                        "Frohes Fest Ihre Bestellung QK-20887 ist bei uns gut aufgehoben.",
                        "Am 24. Dezember liefern wir nicht.");
        assertThat(page.select(".notice")).hasSize(1);
        assertThat(page.text()).as("left out on purpose").doesNotContain("Ist sie offen", "Rücksendung");
    }

    @Test
    void picturesComeFromThePageItself() {
        Block like = Block.of("recommended")
                .withItems(List.of(new Block.Recommended(
                        "Windspiel <groß>", "https://shop.example/w", "https://shop.example/w.png", "12 €")));
        Block columns = Block.of("columns")
                .withColumns(List.of(List.of(picture("https://shop.example/a.png")), List.of(text("Rechts"))));
        Document page = page(Block.of("parcels"), columns, like);
        assertThat(page.select(".own img").eachAttr("src")).containsExactly("token/pictures/0", "token/pictures/1");
        assertThat(page.select(".own img").first().attr("alt")).isEqualTo("Ein \"Drachen\"");
        assertThat(page.select(".like a").text()).isEqualTo("Windspiel <groß> 12 €");
        assertThat(page.select("[src^=http]")).isEmpty();
        assertThat(new PageText(List.of(columns, like), subject("de")).pictures())
                .containsExactly("https://shop.example/a.png", "https://shop.example/w.png");
        Document looked = Jsoup.parse(TrackingPage.render(
                ORDER,
                new TrackingPage.Links(null, null, null, List.of()),
                new PageText(List.of(columns), subject("de"))));
        assertThat(looked.select(".own img").attr("src")).isEqualTo("https://shop.example/a.png");
    }

    @Test
    void aBlockThatIsForSomeIsShownToThem() {
        Document page = page(
                Block.of("parcels"),
                text("Bitte Bargeld bereithalten.").withWhen("cash-on-delivery"),
                text("Schon bezahlt, danke.").withWhen("prepaid"));
        assertThat(page.select(".own").eachText()).containsExactly("Bitte Bargeld bereithalten.");
        assertThat(page(Block.of("parcels"), Block.of("help").withWhen("prepaid"))
                        .select(".help"))
                .isEmpty();
    }

    @Test
    void aFieldWithoutAValueTakesItsBlockAway() {
        Document page = page(Block.of("parcels"), text("Seite: {{order.trackingPage}}"), text("Hallo"));
        assertThat(page.select(".own").eachText()).containsExactly("Hallo");
    }

    @Test
    void otherWordsThanThePagesAreMarkedAsSuch() {
        Document english = Jsoup.parse(TrackingPage.render(
                ORDER, LINKS, new PageText(List.of(text("Hello"), Block.of("parcels")), subject("en"))));
        assertThat(english.select("html").attr("lang")).isEqualTo("de");
        assertThat(english.select(".own").attr("lang")).isEqualTo("en");
        assertThat(page(text("Hallo"), Block.of("parcels")).select(".own").hasAttr("lang"))
                .isFalse();
    }

    @Test
    void nothingThatWasPastedRuns() {
        Document page = page(
                Block.of("parcels"),
                Block.text("<p>Hi<script>alert(1)</script><img src=x onerror=alert(1)><iframe></iframe></p>"),
                Block.button("<b>Los</b>", "https://shop.example/?a=1&b=\"2"));
        assertThat(page.select("script, iframe, [onerror], .own b")).isEmpty();
        assertThat(page.select(".own a.button").text()).isEqualTo("<b>Los</b>");
    }

    private static List<String> faults(Block... blocks) {
        Notice page = PageDocument.create(java.util.Map.of(), List.of());
        return WordingCheck.findErrors(
                        page.purpose(), EmailChannel.EMAIL, Wording.ofBlocks(null, null, List.of(blocks), null))
                .stream()
                .map(WordingError::message)
                .toList();
    }

    @Test
    void theStarterMayBeSaved() {
        assertThat(faults(PageDocument.starter().email().blocks().toArray(Block[]::new)))
                .isEmpty();
    }

    @Test
    void theParcelsAreShownOnce() {
        String once = "The page shows the parcels once. Add the block Parcels, or delete the second one";
        assertThat(faults(Block.of("help"))).containsExactly(once);
        assertThat(faults(Block.of("parcels"), Block.of("parcels"))).containsExactly(once);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            {{customer.email}} | The page names nobody: whoever has its link may read it. Leave out customer.email
            {{shipTo.street}} | The page names nobody: whoever has its link may read it. Leave out shipTo.street
            {{parcel.place}} | There is no parcel yet when an order is ordered, so parcel.place would be empty
            {{answer.link}} | This notice has no question, so it has no answer link
            {{order.colour}} | There is no field named order.colour
            """)
    void whatThePageMustntSayIsRefused(String field, String said) {
        assertThat(faults(Block.of("parcels"), text(field))).containsExactly(said);
    }

    @ParameterizedTest
    @CsvSource({"items", "parcel", "address", "totals", "html"})
    void blocksOfMailsStayThere(String kind) {
        assertThat(faults(Block.of("parcels"), Block.of(kind).withText("x")))
                .containsExactly("This block is for e-mails only; the page shows it with the parcels");
    }

    @ParameterizedTest
    @CsvSource({"parcels", "returns", "help"})
    void blocksOfThePageStayThere(String kind) {
        Notice mail = Samples.notice(upbeat.herald.core.journey.Stage.DELIVERED, EmailChannel.EMAIL);
        assertThat(WordingCheck.findErrors(
                                mail.purpose(),
                                EmailChannel.EMAIL,
                                Wording.ofBlocks("Hi", null, List.of(Block.of(kind)), null))
                        .stream()
                        .map(WordingError::message))
                .containsExactly("This block is for the tracking page only");
    }
}
