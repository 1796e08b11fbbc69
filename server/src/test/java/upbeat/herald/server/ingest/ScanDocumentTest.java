package upbeat.herald.server.ingest;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

class ScanDocumentTest {
    private final RunningApp app = RunningApp.shared();

    private JsonNode post(String path, String body) {
        return app.bare(
                        "POST",
                        path,
                        body,
                        Map.of("Authorization", "Bearer " + RunningApp.KEY, "Content-Type", "application/octet-stream"))
                .json();
    }

    private static String counts(JsonNode taken) {
        return taken.path("accepted").asInt() + " " + taken.path("duplicate").asInt() + " "
                + taken.path("unknownParcel").asInt() + " "
                + taken.path("unreadCode").asInt() + " "
                + taken.path("rejected").size();
    }

    @Test
    void anInterchangeMovesParcelsAndWaitsForThoseNobodyKnowsYet() throws IOException {
        String edi =
                "UNB+UNOC:3+A:14+B:14+261124:0930+R'UNH+1+IFTSTA:D:01B:UN'BGM+23+D+9'NAD+CA+SOMEBODY::92'CNI+1+HOP 5500 0001 4'STS+1+24'DTM+334:202611241010:203'CNI+2+GB550002'STS+1+21'DTM+334:202611241020:203'CNI+3+HOP550000014'STS+1+99'DTM+334:202611241030:203'UNT+13+1'UNZ+1+R'";
        String number = app.order("prepaid", "edi@customer.example", null, "{}");
        app.parcel(number, "hopgate", "HOP 5500 0001 4");
        assertThat(counts(post("/api/v1/scans/iftsta", edi))).isEqualTo("1 0 1 1 0");
        assertThat(counts(post("/api/v1/scans/iftsta", edi)))
                .as("the same once more")
                .isEqualTo("0 3 0 0 0");
        assertThat(app.read(number).path("stage").asString()).isEqualTo("in-transit");
        assertThat(app.read(number).path("parcels").get(0).path("scans")).anySatisfy(s -> {
            assertThat(s.path("code").asString()).isEqualTo("rec24:24");
            assertThat(s.path("at").asString()).as("in the carrier's zone").isEqualTo("2026-11-24T09:10:00Z");
        });
        String late = app.order("prepaid", "edi2@customer.example", null, "{}");
        app.parcel(late, "grainbarge", "GB 550002");
        assertThat(app.read(late).path("stage").asString())
                .as("what waited is read")
                .isEqualTo("delivered");
        for (String broken : new String[] {edi.replace("UNT+13", "UNT+12"), edi.substring(0, 200), "hello"}) {
            RunningApp.Answer answer = app.api("POST", "/api/v1/scans/iftsta", broken);
            assertThat(answer.status()).as(broken).isEqualTo(422);
            assertThat(answer.json().path("detail").asString()).isNotBlank();
        }
        assertThat(app.api("POST", "/api/v1/scans/iftsta?carrier=pigeon", edi)
                        .json()
                        .path("detail")
                        .asString())
                .contains("no carrier pigeon");
    }

    @Test
    void epcisEventsAndOneThatIsWrong() {
        String number = app.order("prepaid", "epcis@customer.example", null, "{}");
        app.parcel(number, "hopgate", "376104250021234569");
        String document = """
                {"type":"EPCISDocument","schemaVersion":"2.0","epcisBody":{"eventList":[
                {"type":"ObjectEvent","action":"OBSERVE","eventTime":"2026-11-24T10:00:00Z","eventTimeZoneOffset":"+00:00","bizStep":"departing","disposition":"in_transit","epcList":["https://id.gs1.org/00/376104250021234569"]},
                {"type":"ObjectEvent","action":"OBSERVE","eventTime":"never","eventTimeZoneOffset":"+00:00","bizStep":"accepting","epcList":["https://id.gs1.org/00/376104250021234569"]},
                {"type":"ObjectEvent","action":"OBSERVE","eventTime":"2026-11-24T11:00:00Z","eventTimeZoneOffset":"+00:00","bizStep":"inspecting","disposition":"damaged","epcList":["https://id.gs1.org/00/376104250021234569"]}]}}""";
        JsonNode taken = post("/api/v1/scans/epcis", document);
        assertThat(counts(taken)).isEqualTo("1 0 0 1 1");
        assertThat(taken.path("rejected").get(0).path("index").asInt()).isEqualTo(1);
        assertThat(app.read(number).path("stage").asString()).isEqualTo("in-transit");
        assertThat(app.api("POST", "/api/v1/scans/epcis", "{\"type\":\"Other\"}")
                        .status())
                .isEqualTo(422);
    }

    @Test
    void tenThousandScansOfWhichOneIsBroken() {
        String number = app.order("prepaid", "many@customer.example", null, "{}");
        app.parcel(number, "hopgate", "HOP 7700 0000 0");
        StringBuilder scans = new StringBuilder("[");
        Instant at = app.now().minus(1, ChronoUnit.DAYS);
        for (int i = 0; i < 10_000; i++)
            scans.append(i == 0 ? "" : ",")
                    .append("{\"carrier\":\"hopgate\",\"trackingNumber\":\"")
                    .append(i < 5 ? "HOP 7700 0000 0" : "HOP 77 " + i)
                    .append("\",\"code\":\"30\",\"at\":\"")
                    .append(i == 77 ? "broken" : at.plusSeconds(i))
                    .append("\"}");
        JsonNode taken =
                app.api("POST", "/api/v1/scans", scans.append("]").toString()).json();
        assertThat(counts(taken)).isEqualTo("5 0 9994 0 1");
        assertThat(taken.path("rejected").get(0).path("index").asInt()).isEqualTo(77);
        assertThat(app.api("POST", "/api/v1/scans", "[" + "null,".repeat(10_000) + "null]")
                        .status())
                .isEqualTo(422);
    }

    @Test
    void theCarriersDayIsTheDayItArrives() {
        String number = app.order("prepaid", null, null, "{}");
        app.parcel(number, "hopgate", "HOP 6600 0001 0");
        String scan =
                "[{\"carrier\":\"hopgate\",\"trackingNumber\":\"HOP 6600 0001 0\",\"code\":\"30\",\"at\":\"%s\",\"expectedOn\":\"%s\"}]";
        String shown =
                "{\"notice\":\"moving\",\"channel\":\"email\",\"language\":\"en\",\"orderShop\":\"kites\",\"orderNumber\":\""
                        + number
                        + "\",\"wording\":{\"subject\":\"{{date date.arrives \\\"weekday\\\"}}: {{date.arrives}}\",\"blocks\":[{\"kind\":\"parcel\"}]}}";
        RunningApp.Person person = app.signedIn();
        assertThat(counts(app.api(
                                "POST",
                                "/api/v1/scans",
                                scan.formatted(app.now().minusSeconds(300), "2026-12-03"))
                        .json()))
                .isEqualTo("1 0 0 0 0");
        JsonNode said = person.call("POST", "/ui/wording/preview", shown).json();
        assertThat(said.path("message").path("subject").asString()).isEqualTo("Thursday: 3 December 2026");
        assertThat(said.path("message").path("html").asString())
                .contains("itemprop=\"expectedArrivalUntil\" content=\"2026-12-03\"");
        String edi =
                "UNB+UNOC:3+A:14+B:14+261124:0930+R'UNH+1+IFTSTA:D:01B:UN'BGM+23+D+9'CNI+1+HOP 6600 0001 0'STS+1+21'DTM+334:202611241255:203'DTM+17:20261204:102'UNT+7+1'UNZ+1+R'";
        app.bare(
                "POST",
                "/api/v1/scans/iftsta?carrier=hopgate",
                edi,
                java.util.Map.of("Authorization", "Bearer " + RunningApp.KEY, "Content-Type", "application/edifact"));
        app.api("POST", "/api/v1/scans", scan.formatted(app.now().minusSeconds(9_000), "2026-12-24"));
        assertThat(person.call("POST", "/ui/wording/preview", shown)
                        .json()
                        .path("message")
                        .path("subject")
                        .asString())
                .as("what older scans say holds no more")
                .isEqualTo("Thursday: 3 December 2026");
        assertThat(app.api("POST", "/api/v1/scans", scan.formatted(app.now(), "soon"))
                        .json()
                        .path("rejected")
                        .get(0)
                        .path("reason")
                        .asString())
                .contains("The expected day");
    }

    @Test
    void aParcelGoesOnWithAnotherCarrierAndIsOneParcel() {
        String mail = "legs@customer.example";
        String number = app.order("prepaid", mail, null, "{}");
        app.parcel(number, "skerry-post", "RX200000000XS");
        Instant at = app.now().minusSeconds(900);
        app.scan("skerry-post", "RX200000000XS", "EMA", at);
        await().until(() -> app.world.mailbox.to(mail).size() == 1);
        app.scan("hopgate", "HOP 8800 0001 0", "30", at.plusSeconds(300));
        RunningApp.Person person = app.signedIn();
        JsonNode done = person.call(
                        "POST",
                        "/ui/hand/orders/kites/" + number + "/parcels",
                        "{\"carrier\":\"hopgate\",\"trackingNumber\":\"HOP 8800 0001 0\",\"goesOn\":true,\"of\":\"RX200000000XS\"}")
                .json();
        assertThat(done.path("what").asString()).contains("continues as");
        app.advance("PT1M"); // nothing is sent while it can be undone
        assertThat(app.read(number).path("stage").asString())
                .as("the scan that came before is read")
                .isEqualTo("in-transit");
        assertThat(app.read(number).path("parcels")).hasSize(1);
        app.scan("hopgate", "HOP 8800 0001 0", "50", at.plusSeconds(600));
        await().until(() -> app.world.mailbox.to(mail).size() >= 2);
        assertThat(app.message(number, "on-its-way", "email").path("status").asString())
                .isEqualTo("accepted");
        assertThat(app.read(number).path("parcels").get(0).path("stage").asString())
                .isEqualTo("delivered");
        JsonNode notice = person.call("GET", "/ui/plan", null)
                .json()
                .path("notices")
                .valueStream()
                .filter(n -> n.path("id").asString().equals("on-its-way"))
                .findFirst()
                .orElseThrow()
                .path("notice");
        JsonNode shown = person.call(
                        "POST",
                        "/ui/plan/preview",
                        "{\"id\":\"on-its-way\",\"channel\":\"sms\",\"shop\":\"kites\",\"number\":\"" + number
                                + "\",\"notice\":" + notice + "}")
                .json();
        assertThat(shown.path("message").path("text").asString())
                .as("a message names the last leg")
                .contains("HOP 8800 0001 0");
    }

    @Test
    void aPersonLooksIntoADocumentBeforeItIsTaken() throws IOException {
        String edi =
                "UNB+UNOC:3+A:14+B:14+261124:0930+R'UNH+1+IFTSTA:D:01B:UN'BGM+23+D+9'CNI+1+HOP 5600 0001 2'STS+1+24'DTM+334:202611241010:203'CNI+2+P9'STS+1+21'UNT+8+1'UNZ+1+R'";
        String number = app.order("prepaid", null, null, "{}");
        app.parcel(number, "hopgate", "HOP 5600 0001 2");
        RunningApp.Person person = app.signedIn();
        JsonNode looked = person.upload("/ui/scans/look", "-", edi.getBytes(StandardCharsets.ISO_8859_1))
                .json();
        assertThat(looked.path("kind").asString()).isEqualTo("EDIFACT IFTSTA");
        assertThat(looked.path("known").asInt()).isEqualTo(1);
        assertThat(looked.path("wrong")).hasSize(1);
        assertThat(app.read(number).path("stage").asString()).isEqualTo("packed");
        assertThat(counts(person.upload("/ui/scans", "-", edi.getBytes(StandardCharsets.ISO_8859_1))
                        .json()))
                .isEqualTo("1 0 0 0 1");
        assertThat(app.read(number).path("stage").asString()).isEqualTo("in-transit");
        assertThat(person.upload("/ui/scans/look", "-", "nonsense".getBytes(StandardCharsets.ISO_8859_1))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void aYearThatCantBeIsRefused() {
        JsonNode taken = app.scan("hopgate", "HOP 1", "30", app.now().minus(800, ChronoUnit.DAYS))
                .json();
        assertThat(taken.path("rejected").get(0).path("reason").asString()).contains("Check the year");
    }
}
