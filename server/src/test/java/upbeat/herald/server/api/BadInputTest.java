package upbeat.herald.server.api;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

class BadInputTest {
    private final RunningApp app = RunningApp.shared();

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{}|placedAt",
                "{\"placedAt\":\"2126-01-01T00:00:00Z\"}|placedAt",
                "{\"placedAt\":\"yesterday\"}|placedAt",
                "{\"placedAt\":\"2026-11-24T00:00:00Z\",\"customer\":{\"phone\":\"12\"}}|customer.phone",
                "{\"placedAt\":\"2026-11-24T00:00:00Z\",\"customer\":{\"email\":\"a@@b\"}}|customer.email",
                "{\"placedAt\":\"2026-11-24T00:00:00Z\",\"shipTo\":{\"country\":\"ZZZ\"}}|shipTo.country",
                "{\"placedAt\":\"2026-11-24T00:00:00Z\",\"payment\":\"shells\"}|payment",
                "{\"placedAt\":\"2026-11-24T00:00:00Z\",\"currency\":\"XYZ1\"}|currency",
                "{\"placedAt\":\"2026-11-24T00:00:00Z\",\"items\":[{\"name\":\"x\",\"quantity\":0}]}|items[0].quantity",
                "{\"placedAt\":\"2026-11-24T00:00:00Z\",\"items\":[{\"quantity\":\"many\"}]}|items[0].quantity"
            })
    void aProblemNamesTheField(String body, String field) {
        RunningApp.Answer answer = app.api("PUT", "/api/v1/orders/kites/BAD-1", body);
        assertThat(answer.status()).isBetween(400, 422);
        assertThat(answer.response().headers().firstValue("Content-Type").orElse(""))
                .startsWith("application/problem+json");
        assertThat(answer.json().path("errors").get(0).path("field").asString()).isEqualTo(field);
        assertThat(app.api("GET", "/api/v1/orders/kites/BAD-1", null).status()).isEqualTo(404);
    }

    @Test
    void brokenJsonLargeBodiesAndStrangers() {
        assertThat(app.api("PUT", "/api/v1/orders/kites/BAD-2", "{\"placedAt\":")
                        .json()
                        .path("detail")
                        .asString())
                .contains("line 1");
        String large = "{\"placedAt\":\"2026-11-24T00:00:00Z\",\"tags\":[\"" + "x".repeat(5 << 20) + "\"]}";
        assertThat(app.api("PUT", "/api/v1/orders/kites/BAD-3", large).status()).isEqualTo(413);
        assertThat(app.bare("PUT", "/api/v1/orders/kites/BAD-4", "{}", Map.of()).status())
                .isEqualTo(401);
        assertThat(app.bare("GET", "/api/v1/messages", null, Map.of("Authorization", "Bearer wrong"))
                        .status())
                .isEqualTo(401);
    }

    @Test
    void unknownCarriersAndParcels() {
        String number = app.order("prepaid", "bad@customer.example", null, "{}");
        RunningApp.Answer answer = app.parcel(number, "pigeon", "1");
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.json().path("errors").get(0).path("message").asString())
                .contains("pigeon", "skerry-post");
        assertThat(app.parcel(number, "hopgate", " - ").status()).isEqualTo(422);
        assertThat(app.parcel("NOPE", "hopgate", "1").status()).isEqualTo(404);
        String other = app.order("prepaid", "bad@customer.example", null, "{}");
        app.parcel(number, "hopgate", "HOP 1111 2222 3");
        assertThat(app.parcel(other, "hopgate", "hop 111122223")
                        .json()
                        .path("detail")
                        .asString())
                .contains("already on order");
    }

    @Test
    void oneBrokenScanKeepsNoOtherOut() {
        JsonNode taken = app.api("POST", "/api/v1/scans", """
                [{"carrier":"pigeon","trackingNumber":"1","code":"1","at":"2026-11-24T10:00:00Z"},
                 {"carrier":"hopgate","trackingNumber":"HOP 9","code":"20","at":"2026-11-24T10:00:00"},
                 {"carrier":"hopgate","trackingNumber":"HOP 9","code":"20","at":"2026-11-24T10:00:00+01:00"},
                 {"carrier":"hopgate","trackingNumber":"HOP 9","code":"20","at":"2062-11-24T10:00:00Z"},
                 {"carrier":"hopgate","trackingNumber":"HOP 9","code":"20","at":"noon"}, null]""").json();
        assertThat(taken.path("unknownParcel").asInt()).isEqualTo(1);
        assertThat(taken.path("duplicate").asInt())
                .as("a time without offset is read in the carrier's zone")
                .isEqualTo(1);
        assertThat(taken.path("rejected"))
                .extracting(r -> r.path("index").asInt())
                .containsExactly(0, 3, 4, 5);
        assertThat(taken.path("rejected").get(1).path("reason").asString()).contains("future");
    }

    @Test
    void aSheetShowsWhatItWouldDoAndDoesItOnce() {
        RunningApp.Person person = app.signedIn();
        String known = app.order("prepaid", "sheet0@customer.example", null, "{}");
        byte[] sheet = ("\ufefforder number;name;e-mail;phone;country;carrier;tracking number;status\r\n"
                        + "S-1;\"Zoë; \"\"Z\"\"\";zoe@customer.example;070-174 06 15;SE;Hopgate Couriers;HOP 5555 0001 1;dispatched\r\n"
                        + known + ";;;;;;;\r\n" + "S-2;B;not-an-address;;;;;\r\n"
                        + "S-3;C;c@customer.example;12;SE;;;\r\n" + ";D;;;;;;\r\n"
                        + "S-4;E;e@customer.example;;;skerry-post;1.06141E+17;\r\n"
                        + "S-5;F;f@customer.example;;;pigeon;1;\r\n" + "S-6;G;g@customer.example;;;;;dispatched\r\n"
                        + "S-7;H;h@customer.example;;Atlantis;;;\r\n")
                .getBytes(StandardCharsets.UTF_8);
        RunningApp.Answer dry = person.upload("/ui/sheets", "kites", sheet);
        assertThat(dry.status()).as(dry.body()).isEqualTo(200);
        assertThat(dry.json().path("readAs").asString()).isEqualTo("UTF-8 with semicolons");
        assertThat(counts(dry.json())).isEqualTo("new 1, unchanged 1, refused 7");
        assertThat(dry.json().path("rows"))
                .filteredOn(r -> r.path("outcome").asString().equals("refused"))
                .allSatisfy(r -> assertThat(r.path("reason").asString()).isNotBlank());
        assertThat(app.api("GET", "/api/v1/orders/kites/S-1", null).status())
                .as("a rehearsal keeps nothing")
                .isEqualTo(404);
        RunningApp.Answer done =
                person.call("POST", "/ui/sheets/" + dry.json().path("id").asString(), null);
        assertThat(counts(done.json())).isEqualTo(counts(dry.json()));
        assertThat(done.json().path("messages").asInt())
                .isEqualTo(dry.json().path("messages").asInt())
                .isEqualTo(1);
        JsonNode order = app.read("S-1");
        assertThat(order.path("customer").path("name").asString()).isEqualTo("Zoë; \"Z\"");
        assertThat(order.path("customer").path("phone").asString()).isEqualTo("+46701740615");
        assertThat(order.path("stage").asString()).isEqualTo("dispatched");
        assertThat(person.call("POST", "/ui/sheets/" + dry.json().path("id").asString(), null)
                        .status())
                .isEqualTo(422);
        JsonNode again = person.upload("/ui/sheets", "kites", sheet).json();
        assertThat(counts(again)).isEqualTo("new 0, unchanged 2, refused 7");
        assertThat(again.path("messages").asInt()).isZero();
        byte[] latin = "order,name\nS-8,Zoë\n".getBytes(StandardCharsets.ISO_8859_1);
        assertThat(person.upload("/ui/sheets", "kites", latin)
                        .json()
                        .path("rows")
                        .get(0)
                        .path("name")
                        .asString())
                .isEqualTo("Zoë");
        assertThat(person.upload("/ui/sheets", "kites", new byte[0])
                        .json()
                        .path("detail")
                        .asString())
                .isEqualTo("The file is empty");
    }

    private static String counts(JsonNode r) {
        return "new " + r.path("created").asInt() + ", unchanged "
                + r.path("unchanged").asInt() + ", refused " + r.path("refused").asInt();
    }

    @Test
    void nobodyComesInWithoutLogInOrToken() {
        for (String path : new String[] {"/ui/orders", "/ui/plan", "/ui/route", "/ui/messages/x", "/actuator/metrics"})
            assertThat(app.bare("GET", path, null, Map.of()).status()).as(path).isEqualTo(401);
        RunningApp.Person person = app.signedIn();
        assertThat(person.call("GET", "/ui/plan", null).status()).isEqualTo(200);
        assertThat(person.call("POST", "/ui/plan/preview", "{}", Map.of("X-XSRF-TOKEN", "wrong"))
                        .status())
                .isEqualTo(403);
        assertThat(app.bare(
                                "POST",
                                "/doors/chat",
                                "{\"type\":\"button.pressed\",\"data\":{}}",
                                Map.of("webhook-id", "1", "webhook-timestamp", "1", "webhook-signature", "v1,x"))
                        .status())
                .isEqualTo(401);
        assertThat(app.bare("GET", "/bench/clock", null, Map.of("Origin", "http://evil.example"))
                        .status())
                .isEqualTo(404);
        RunningApp.Answer page = app.bare("GET", "/orders/kites/T-1", null, Map.of());
        assertThat(page.status()).isEqualTo(200);
        assertThat(page.response()
                        .headers()
                        .firstValue("Content-Security-Policy")
                        .orElse(""))
                .contains("default-src 'self'", "frame-ancestors 'none'");
        RunningApp.Person wrong = app.new Person();
        wrong.call("GET", "/ui/session", null);
        assertThat(wrong.call("POST", "/ui/session", "{\"name\":\"coordinator\",\"password\":\"wrong\"}")
                        .status())
                .isEqualTo(401);
    }

    @Test
    void aNoticeIsCheckedBeforeItIsKept() {
        RunningApp.Person person = app.signedIn();
        String good = """
                {"name":"Waits for you","stage":"ready-for-collection","after":"PT0S","audience":{"match":"all","conditions":[{"kind":"country","values":["de"]}],"groups":[]},"channels":["sms"],"rule":"all","per":"parcel","ageLimit":"PT48H","state":"paused","buttons":[],"wordings":{"sms":{"text":"%s"}}}""";
        RunningApp.Answer bad = person.call("POST", "/ui/plan/notices", good.formatted("{{order.nubmer}}"));
        assertThat(bad.status()).isEqualTo(422);
        assertThat(bad.json().path("errors").get(0).path("message").asString())
                .isEqualTo("Line 1, column 3: There is no field named order.nubmer");
        // An audience that is misread must not become everyone.
        assertThat(person.call("POST", "/ui/plan/notices", good.formatted("x").replace("conditions", "countries"))
                        .status())
                .isBetween(400, 422);
        assertThat(person.call("POST", "/ui/plan/notices", good.formatted("x").replace("\"de\"", "\"xx\""))
                        .json()
                        .path("errors")
                        .get(0)
                        .path("field")
                        .asString())
                .isEqualTo("audience.conditions[0]");
        assertThat(person.call("POST", "/ui/plan/notices", good.formatted("x").replace("\"sms\"],", "\"pigeon\"],"))
                        .json()
                        .path("errors")
                        .get(0)
                        .path("field")
                        .asString())
                .isEqualTo("channels");
        assertThat(refusedField(person, good, "\"window\":{\"from\":\"08:00\",\"to\":\"08:00\"}"))
                .isEqualTo("window");
        assertThat(refusedField(person, good, "\"window\":{\"from\":\"8\",\"to\":\"20:00\"}"))
                .isEqualTo("window");
        assertThat(refusedField(
                        person, good, "\"window\":{\"from\":\"08:00\",\"to\":\"20:00\",\"days\":[\"someday\"]}"))
                .isEqualTo("window");
        assertThat(refusedField(person, good, "\"days\":{\"count\":3660}")).isEqualTo("days");
        assertThat(refusedField(person, good, "\"days\":{\"count\":1,\"at\":\"noon\"}"))
                .isEqualTo("days");
        assertThat(person.call(
                                "POST",
                                "/ui/plan/notices",
                                good.replace("PT0S", "P3650D").formatted("x"))
                        .json()
                        .path("errors")
                        .get(0)
                        .path("field")
                        .asString())
                .isEqualTo("after");
        RunningApp.Answer kept =
                person.call("POST", "/ui/plan/notices", good.formatted("{{order.number}} waits for you"));
        assertThat(kept.status()).isEqualTo(201);
        assertThat(kept.json().path("id").asString()).isEqualTo("waits-for-you");
        assertThat(kept.json().path("audience").asString()).isEqualTo("orders to Germany");
        assertThat(person.call("DELETE", "/ui/plan/notices/waits-for-you", null).status())
                .isEqualTo(204);
        assertThat(person.call("PUT", "/ui/plan/notices/waits-for-you", good.formatted("x"))
                        .status())
                .isEqualTo(404);
    }

    private static String refusedField(RunningApp.Person person, String notice, String part) {
        RunningApp.Answer answer =
                person.call("POST", "/ui/plan/notices", notice.formatted("x").replace("\"rule\"", part + ",\"rule\""));
        assertThat(answer.status()).as(part).isEqualTo(422);
        return answer.json().path("errors").get(0).path("field").asString();
    }
}
