package upbeat.herald.server.ingest.spreadsheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.nio.charset.StandardCharsets;
import java.util.Random;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** Whatever is in a sheet: what was looked at is what is done, and loading it once more changes and sends nothing. */
class SpreadsheetPropertyTest extends OwnAppTestCase {
    private static RunningApp.Person person;

    @BeforeAll
    static void open() {
        person = app.signedIn();
    }

    private static String pick(Random random, String... values) {
        return values[random.nextInt(values.length)];
    }

    private static JsonNode settled(JsonNode run) {
        JsonNode[] last = {run};
        await().until(() -> {
            if (!last[0].path("state").asString().matches("checking|doing")) return true;
            last[0] = person.call("GET", "/ui/sheets/" + run.path("id").asString(), null)
                    .json();
            return false;
        });
        return last[0];
    }

    private static String counts(JsonNode r) {
        return r.path("created").asInt() + " new, " + r.path("changed").asInt() + " changed, "
                + r.path("unchanged").asInt() + " unchanged, "
                + r.path("refused").asInt() + " refused, " + r.path("messages").asInt() + " messages";
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void lookingDoingAndDoingAgain(long seed) {
        Random random = new Random(seed);
        StringBuilder csv = new StringBuilder(
                "order number,name,e-mail,phone,country,carrier,tracking number,status,item,quantity,price,total\n");
        for (int i = 0; i < 60; i++) {
            int order = random.nextInt(40);
            csv.append(String.join(
                    ",",
                    "R" + seed + "-" + order,
                    pick(random, "Ann", "Zoë", "=1+1", "\"Lee, Bo\""),
                    pick(random, "a" + order + "@customer.example", "", "no address"),
                    pick(random, "070-174 06 10", "", "12"),
                    pick(random, "SE", "Sweden", "Atlantis"),
                    pick(random, "hopgate", "Skerry Post", "", "pigeon"),
                    pick(random, "", "HOP " + seed + order + " 0000 1", "1.06E+17"),
                    pick(random, "", "packed", "dispatched", "nonsense"),
                    pick(random, "Kite", ""),
                    pick(random, "1", "2", "many"),
                    pick(random, "12.50", "9.90"),
                    pick(random, "25.00", "")));
            csv.append('\n');
        }
        byte[] file = csv.toString().getBytes(StandardCharsets.UTF_8);
        JsonNode looked = settled(person.upload("/ui/sheets", "rand", file).json());
        assertThat(looked.path("state").asString())
                .as(looked.path("reason").asString(""))
                .isEqualTo("ready");
        JsonNode done =
                settled(person.call("POST", "/ui/sheets/" + looked.path("id").asString(), "")
                        .json());
        assertThat(counts(done)).as("what was looked at is what was done").isEqualTo(counts(looked));
        JsonNode again = settled(person.upload("/ui/sheets", "rand", file).json());
        assertThat(again.path("created").asInt()).isZero();
        assertThat(again.path("messages").asInt()).as("nothing is said twice").isZero();
        assertThat(again.path("refused").asInt())
                .as("what was refused stays refused")
                .isEqualTo(looked.path("refused").asInt());
    }
}
