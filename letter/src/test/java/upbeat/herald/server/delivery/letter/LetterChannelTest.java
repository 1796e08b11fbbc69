package upbeat.herald.server.delivery.letter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.File;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/**
 * A fourth channel is a package: what stands in this one is found by itself, and nothing else in the product knows of
 * it. The same holds for a further format of scan documents.
 */
class LetterChannelTest extends OwnAppTestCase {
    private static final String NOTICE = """
            {"name":"A letter","stage":"dispatched","channels":["letter"],"rule":"all","per":"parcel","state":"live",
            "wordings":{"letter":{"text":"Hello {{customer.firstName}},\\nyour parcel {{parcel.trackingNumber}} is on the way."}}}""";

    @Test
    void aNoticeIsSentAsALetter() {
        assertThat(Channel.all()).extracting(Channel::code).contains("letter");
        RunningApp.Person person = app.signedIn();
        assertThat(person.call("POST", "/ui/plan/notices", NOTICE).status()).isEqualTo(201);
        String number = app.order("prepaid", "letter@customer.example", null, "{}");
        app.parcel(number, "skerry-post", "RX473124829XS");
        app.api(
                "POST",
                "/api/v1/scans",
                "[{\"carrier\":\"skerry-post\",\"trackingNumber\":\"RX473124829XS\",\"code\":\"EMA\",\"at\":\""
                        + app.now() + "\"}]");
        File letter = await().atMost(Duration.ofSeconds(20)).until(this::findLetter, f -> f != null);
        assertThat(text(letter)).contains("Ann", "Lund", "your parcel RX473124829XS is on the way.");
        await().atMost(Duration.ofSeconds(20)).untilAsserted(() -> {
            JsonNode messages =
                    app.api("GET", "/api/v1/messages?order=" + number, null).json();
            assertThat(messages.path("messages")).anySatisfy(m -> {
                assertThat(m.path("channel").asString()).isEqualTo("letter");
                assertThat(m.path("status").asString()).isEqualTo("accepted");
            });
        });
    }

    @Test
    void itsPreviewShowsWhatOnlyTheChannelKnows() {
        app.parcel(app.order("prepaid", "shown@customer.example", null, "{}"), "skerry-post", "RX473124833XS");
        JsonNode shown = app.signedIn()
                .call("POST", "/ui/plan/preview", "{\"channel\":\"letter\",\"notice\":" + NOTICE + "}")
                .json();
        assertThat(shown.path("message").path("text").asString()).contains("is on the way.");
        assertThat(shown.path("details").path("lines").asInt()).isEqualTo(2);
    }

    @Test
    void aWordingThatNamesNoFieldIsRefused() {
        String wrong = NOTICE.replace("parcel.trackingNumber", "parcel.colour");
        RunningApp.Answer answer = app.signedIn().call("POST", "/ui/plan/notices", wrong);
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.body()).contains("There is no field named parcel.colour");
    }

    @Test
    void aFurtherFormatOfScansIsOneClass() {
        String number = app.order("prepaid", "tally@customer.example", null, "{}");
        app.parcel(number, "skerry-post", "RX100000005XS");
        RunningApp.Answer answer = app.api(
                "POST", "/api/v1/scans/tally?carrier=skerry-post", "TALLY\nRX100000005XS EMA " + app.now() + "\n");
        assertThat(answer.json().path("accepted").asInt()).isEqualTo(1);
        assertThat(app.api("GET", "/api/v1/orders/kites/" + number, null)
                        .json()
                        .path("stage")
                        .asString())
                .isEqualTo("dispatched");
        assertThat(app.api("POST", "/api/v1/scans/nothing", "x").status()).isEqualTo(404);
    }

    private File findLetter() {
        File[] letters = app.data.resolve("letters").toFile().listFiles((d, name) -> name.endsWith(".pdf"));
        return letters == null ? null : Arrays.stream(letters).findFirst().orElse(null);
    }

    private static String text(File pdf) {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            return new PDFTextStripper().getText(document);
        } catch (IOException e) {
            throw new AssertionError("no PDF: " + Path.of(pdf.toString()), e);
        }
    }
}
