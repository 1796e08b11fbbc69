package upbeat.herald.server.ingest.spreadsheet;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** What a person says of a sheet's columns and words is done at once, and remembered for the next one. */
class SheetWordsTest extends OwnAppTestCase {
    private static RunningApp.Person person;

    @BeforeAll
    static void open() {
        person = app.signedIn();
    }

    private static JsonNode upload(String kind, String shop, String text) {
        return person.upload("/ui/sheets?kind=" + kind, shop, text.getBytes(StandardCharsets.UTF_8))
                .json();
    }

    private static JsonNode match(JsonNode sheet, String body) {
        RunningApp.Answer answer =
                person.call("PUT", "/ui/sheets/" + sheet.path("id").asString(), body);
        assertThat(answer.status()).as(answer.body()).isEqualTo(200);
        return answer.json();
    }

    private static JsonNode apply(JsonNode sheet) {
        return person.call("POST", "/ui/sheets/" + sheet.path("id").asString(), null)
                .json();
    }

    @Test
    void anUnknownStatusIsGivenAMeaningThatIsRemembered() {
        for (String number : new String[] {"ST-1", "ST-2", "ST-3"}) {
            app.put(number, "prepaid", null, null, "{}");
            app.parcel(number, "skerry-post", "RX00000" + number.charAt(3) + "147XS");
        }
        String text = "order,status\nST-1,Verschickt\nST-2, verschickt \nST-3,in Klärung\n";
        JsonNode sheet = upload("stages", "kites", text);
        assertThat(sheet.path("refused").asInt()).isEqualTo(3);
        assertThat(sheet.path("statusWords").get(0).path("word").asString()).isEqualTo("Verschickt");
        assertThat(sheet.path("statusWords").get(0).path("rows").asInt()).isEqualTo(2);
        assertThat(sheet.path("rows").get(0).path("reason").asString())
                .contains("Verschickt")
                .contains("what it means");

        JsonNode taught = match(sheet, "{\"statuses\":{\"Verschickt\":\"dispatched\",\"in Klärung\":\"\"}}");
        assertThat(taught.path("changed").asInt()).isEqualTo(2);
        assertThat(taught.path("refused").asInt())
                .as("a status row without a status")
                .isEqualTo(1);
        assertThat(taught.path("statusWords").get(1).path("ignored").asBoolean())
                .isTrue();
        assertThat(apply(taught).path("state").asString()).isEqualTo("done");
        assertThat(app.read("ST-2").path("stage").asString()).isEqualTo("dispatched");

        JsonNode next = upload("stages", "kites", "order,status\nST-3,VERSCHICKT\n");
        assertThat(next.path("changed").asInt()).isEqualTo(1);
        assertThat(next.path("statusWords").get(0).path("stage").asString()).isEqualTo("dispatched");
        JsonNode other = match(next, "{\"statuses\":{\"verschickt\":\"packed\"}}");
        assertThat(other.path("statusWords").get(0).path("stage").asString()).isEqualTo("packed");
    }

    @Test
    void aWordThatMeansNothingLeavesAnOrdersStageAlone() {
        JsonNode sheet = upload("orders", "words", "order,name,status\nIG-1,Ann,prio\n");
        assertThat(sheet.path("refused").asInt()).isEqualTo(1);
        JsonNode taught = match(sheet, "{\"statuses\":{\"prio\":\"\"}}");
        assertThat(taught.path("created").asInt()).isEqualTo(1);
        assertThat(apply(taught).path("created").asInt()).isEqualTo(1);
    }

    @Test
    void whichRowsWereTakenIsRememberedForTheNextFileOfTheKind() {
        String text = "order,name,channel\nON-1,Ann,web\nON-2,Bo,desk\n";
        JsonNode first = upload("orders", "only", text);
        assertThat(first.path("created").asInt()).isEqualTo(2);
        JsonNode narrowed = match(first, "{\"onlyColumn\":\"channel\",\"onlyValue\":\"web\"}");
        assertThat(narrowed.path("created").asInt()).isEqualTo(1);
        apply(narrowed);

        JsonNode next = upload("orders", "only", text.replace("ON-", "OM-"));
        assertThat(next.path("onlyColumn").asString()).isEqualTo("channel");
        assertThat(next.path("created").asInt()).isEqualTo(1);
        assertThat(next.path("leftOutRows").asInt()).isEqualTo(1);
        assertThat(upload("orders", "another", text.replace("ON-", "OP-"))
                        .path("created")
                        .asInt())
                .as("another shop's files are its own")
                .isEqualTo(2);
        assertThat(upload("orders", "only", "order,name\nOQ-1,Ann\n")
                        .path("created")
                        .asInt())
                .as("a file without the column")
                .isEqualTo(1);
        JsonNode all = match(next, "{\"columns\":" + next.path("columns") + "}");
        assertThat(all.path("created").asInt()).isEqualTo(2);
        apply(all);
        assertThat(upload("orders", "only", text.replace("ON-", "OR-"))
                        .path("created")
                        .asInt())
                .as("taking all again is remembered too")
                .isEqualTo(2);
    }

    @Test
    void twoColumnsAreJoined() {
        JsonNode sheet = upload("orders", "join", "order,Vorname,Nachname\nJ-1,Wren,Tern\n");
        JsonNode joined = match(sheet, "{\"columns\":{\"order\":[\"order\"],\"name\":[\"Vorname\",\"Nachname\"]}}");
        assertThat(joined.path("rows").get(0).path("name").asString()).isEqualTo("Wren Tern");
        assertThat(upload("orders", "join", "order,Nachname,Vorname\nJ-2,Tern,Wren\n")
                        .path("columns")
                        .path("name")
                        .size())
                .as("remembered")
                .isEqualTo(2);
    }

    @Test
    void aNumberThatFitsNoCarrierIsTakenForTheDefaultOneAndSaidSo() {
        app.put("NF-1", "prepaid", null, null, "{}");
        JsonNode sheet = upload("tracking", "kites", "order,tracking number\nNF-1,ZZ-99-TOP\n");
        assertThat(sheet.path("rows").get(0).path("what").toString())
                .contains("please check", "ZZ-99-TOP doesn't look like a number of");
    }

    @Test
    void badWordsAreRefused() {
        JsonNode sheet = upload("orders", "bad", "order,status\nB-1,x\n");
        String path = "/ui/sheets/" + sheet.path("id").asString();
        assertThat(person.call("PUT", path, "{\"statuses\":{\"x\":\"flying\"}}").status())
                .isEqualTo(422);
        assertThat(person.call("PUT", path, "{\"statuses\":{\" \":\"packed\"}}").status())
                .isEqualTo(422);
        assertThat(person.call("PUT", path, "{\"columns\":{\"name\":[\"order\"],\"order\":[\"order\"]}}")
                        .status())
                .isEqualTo(422);
    }
}
