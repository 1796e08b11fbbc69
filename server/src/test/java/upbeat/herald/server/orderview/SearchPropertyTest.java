package upbeat.herald.server.orderview;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** The list of orders against a plain filter in memory, over made-up orders. */
class SearchPropertyTest extends OwnAppTestCase {
    private record Made(
            String number, String name, String email, String country, String payment, String tag, String tracking) {}

    private static final List<Made> ORDERS = new ArrayList<>();
    private static RunningApp.Person person;

    @BeforeAll
    static void fill() {
        person = app.signedIn();
        Random random = new Random(17);
        String[] first = {"Zoë", "Ann", "Pádraig", "Ottoline", "Bo"};
        String[] last = {"O'Dell", "Korb", "Lindqvist", "Tern"};
        for (int i = 0; i < 120; i++) {
            Made m = new Made(
                    "PR-" + (3000 + i),
                    first[random.nextInt(5)] + " " + last[random.nextInt(4)],
                    random.nextInt(4) == 0 ? null : "p" + i + "@customer.example",
                    new String[] {"SE", "DE", "IE"}[random.nextInt(3)],
                    random.nextBoolean() ? "prepaid" : "cash-on-delivery",
                    random.nextInt(3) == 0 ? "gift" : null,
                    random.nextBoolean() ? "PRX " + (70_000 + i * 13) : null);
            ORDERS.add(m);
            app.api(
                    "PUT",
                    "/api/v1/orders/prop/" + m.number(),
                    "{\"placedAt\":\"2026-11-24T10:00:00Z\",\"customer\":{\"name\":\"" + m.name() + "\""
                            + (m.email() == null ? "" : ",\"email\":\"" + m.email() + "\"")
                            + "},\"shipTo\":{\"country\":\"" + m.country() + "\"},\"payment\":\"" + m.payment()
                            + "\",\"tags\":" + (m.tag() == null ? "[]" : "[\"gift\"]") + "}");
            if (m.tracking() != null)
                app.api(
                        "POST",
                        "/api/v1/orders/prop/" + m.number() + "/parcels",
                        "{\"carrier\":\"" + (i % 2 == 0 ? "hopgate" : "sandkettle") + "\",\"trackingNumber\":\""
                                + m.tracking() + "\"}");
        }
    }

    private static Set<String> found(Map<String, String> query) {
        Set<String> numbers = new TreeSet<>();
        String after = null;
        do {
            StringBuilder path = new StringBuilder("/ui/orders?shop=prop");
            query.forEach((k, v) ->
                    path.append('&').append(k).append('=').append(URLEncoder.encode(v, StandardCharsets.UTF_8)));
            if (after != null) path.append("&after=").append(after);
            JsonNode page = person.call("GET", path.toString(), null).json();
            for (JsonNode row : page.path("rows"))
                assertThat(numbers.add(row.path("number").asString()))
                        .as("no order twice")
                        .isTrue();
            after = page.path("next").asString(null);
        } while (after != null);
        return numbers;
    }

    private static Set<String> wanted(Predicate<Made> is) {
        Set<String> numbers = new TreeSet<>();
        ORDERS.stream().filter(is).forEach(m -> numbers.add(m.number()));
        return numbers;
    }

    @Test
    void conditionsTogetherGiveWhatEachAllows() {
        Random random = new Random(23);
        for (int round = 0; round < 60; round++) {
            Map<String, String> query = new LinkedHashMap<>();
            Predicate<Made> is = m -> true;
            if (random.nextBoolean()) {
                query.put("country", "DE");
                is = is.and(m -> m.country().equals("DE"));
            }
            if (random.nextBoolean()) {
                query.put("payment", "prepaid");
                is = is.and(m -> m.payment().equals("prepaid"));
            }
            if (random.nextBoolean()) {
                query.put("tag", "gift");
                is = is.and(m -> m.tag() != null);
            }
            if (random.nextBoolean()) {
                query.put("noContact", "true");
                is = is.and(m -> m.email() == null);
            }
            if (random.nextBoolean()) {
                query.put("stage", "packed");
                is = is.and(m -> m.tracking() != null);
            }
            if (random.nextBoolean()) {
                query.put("search", "zoe");
                is = is.and(m -> m.name().startsWith("Zoë"));
            }
            assertThat(found(query)).as("%s", query).isEqualTo(wanted(is));
            assertThat(count(query)).as("counted").isEqualTo(wanted(is).size());
        }
    }

    private static int count(Map<String, String> query) {
        StringBuilder path = new StringBuilder("/ui/orders-count?shop=prop");
        query.forEach((k, v) -> path.append('&').append(k).append('=').append(v));
        return person.call("GET", path.toString(), null).json().path("count").asInt();
    }

    @Test
    void everyOrderIsFoundByEachOfItsNumbers() {
        for (Made m : ORDERS) {
            assertThat(found(Map.of("search", m.number()))).as(m.number()).contains(m.number());
            assertThat(found(Map.of("search", m.number().replace("-", "").toLowerCase())))
                    .contains(m.number());
            if (m.email() != null)
                assertThat(found(Map.of("search", m.email()))).containsExactly(m.number());
            if (m.tracking() != null) {
                assertThat(found(Map.of("search", m.tracking()))).containsExactly(m.number());
                assertThat(found(Map.of("search", m.tracking().replace(" ", ""))))
                        .containsExactly(m.number());
                assertThat(found(Map.of(
                                "search", m.tracking().substring(m.tracking().length() - 4))))
                        .contains(m.number());
            }
        }
    }

    @Test
    void anEndedOrChangedOrderIsFoundAsItIsNow() {
        app.api(
                "PUT",
                "/api/v1/orders/prop/PR-3000",
                "{\"placedAt\":\"2026-11-24T10:00:00Z\",\"customer\":{\"name\":\"Renamed Person\"},\"shipTo\":{\"country\":\"DE\"}}");
        assertThat(found(Map.of("search", "renamed"))).containsExactly("PR-3000");
        assertThat(found(Map.of("search", ORDERS.get(0).name()))).doesNotContain("PR-3000");
        ORDERS.set(
                0,
                new Made(
                        "PR-3000",
                        "Renamed Person",
                        null,
                        "DE",
                        "prepaid",
                        ORDERS.get(0).tag(),
                        ORDERS.get(0).tracking()));
    }
}
