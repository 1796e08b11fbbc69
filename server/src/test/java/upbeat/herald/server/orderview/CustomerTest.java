package upbeat.herald.server.orderview;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** One person over several orders: by the same address, or the same telephone. */
class CustomerTest extends OwnAppTestCase {
    private static final String PHONE = "+46701740606"; // of the Swedish range kept for fiction

    @Test
    void allOrdersOfAPersonAreFoundWithWhatWasSaidAndSent() {
        RunningApp.Person person = app.signedIn();
        String first = app.order("prepaid", "one.person@customer.example", PHONE, "{\"email\":true,\"sms\":false}");
        String second = app.order("prepaid", "ONE.person@customer.example", null, "{\"email\":true}");
        String third = app.order("prepaid", "new.address@customer.example", PHONE, "{\"sms\":true}");
        String stranger = app.order("prepaid", "somebody.else@customer.example", null, "{\"email\":true}");
        person.call("POST", "/ui/stop-list/add", "{\"channel\":\"sms\",\"address\":\"" + PHONE + "\"}");
        RunningApp.Answer corrected = person.call(
                "PUT",
                "/ui/orders/kites/" + first + "/contact",
                "{\"email\":\"one.person@customer.example\",\"phone\":\"+46701740607\"}");
        assertThat(corrected.status()).as(corrected.body()).isEqualTo(200);

        JsonNode all = person.call("GET", "/ui/customers/kites/" + first, null).json();
        List<String> orders = all.path("orders")
                .valueStream()
                .map(o -> o.path("number").asString())
                .toList();
        assertThat(orders).contains(first, second).doesNotContain(stranger);
        assertThat(all.path("name").asString()).isEqualTo("Ann O'Test");
        assertThat(all.path("corrections").get(0).path("by").asString()).isEqualTo("coordinator");
        assertThat(all.path("consents")
                        .valueStream()
                        .filter(c -> c.path("order").asString().equals(first))
                        .findFirst()
                        .orElseThrow()
                        .path("sms")
                        .asBoolean(true))
                .isFalse();
        JsonNode byPhone =
                person.call("GET", "/ui/customers/kites/" + third, null).json();
        assertThat(byPhone.path("addresses")
                        .valueStream()
                        .filter(a -> a.path("channel").asString().equals("sms"))
                        .findFirst()
                        .orElseThrow()
                        .path("stoppedFor")
                        .asString())
                .isEqualTo("asked");

        RunningApp.Answer file = person.call("GET", "/ui/customers/kites/" + first + "/export.json", null);
        assertThat(file.response().headers().firstValue("Content-Disposition"))
                .hasValue("attachment; filename=\"customer.json\"");
        assertThat(JsonMapper.shared().readTree(file.body()).path("orders").size())
                .isEqualTo(all.path("orders").size());
        assertThat(person.call("GET", "/ui/changes-log?area=export", null).body())
                .contains("customer of order " + first);
    }

    @Test
    void anOrderWithoutAnAddressStandsAloneAndAnErasedOneNamesNobody() {
        RunningApp.Person person = app.signedIn();
        String alone = app.order("prepaid", null, null, "{}");
        JsonNode seen = person.call("GET", "/ui/customers/kites/" + alone, null).json();
        assertThat(seen.path("orders").size()).isEqualTo(1);
        assertThat(seen.path("addresses").size()).isZero();
        String erased = app.order("prepaid", "erased.person@customer.example", null, "{\"email\":true}");
        person.call("POST", "/ui/erasure", "{\"orders\":[{\"shop\":\"kites\",\"number\":\"" + erased + "\"}]}");
        assertThat(person.call("GET", "/ui/customers/kites/" + erased, null).body())
                .doesNotContain("erased.person", "Ann O'Test");
        assertThat(person.call("GET", "/ui/customers/kites/none", null).status())
                .isEqualTo(404);
    }
}
