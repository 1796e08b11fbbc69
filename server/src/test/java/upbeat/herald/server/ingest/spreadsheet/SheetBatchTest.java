package upbeat.herald.server.ingest.spreadsheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

/** Rows that are taken in together end as they would one by one. */
class SheetBatchTest {
    /** Marks by hand stand for a sheet's rows here, so they have to be as quick as those. */
    private static final RunningApp app = RunningApp.startWith(Map.of("herald.undo-time", "0s"));

    @AfterAll
    static void close() {
        app.close();
    }

    private static RunningApp.Person person;

    @BeforeAll
    static void open() {
        person = app.signedIn();
    }

    private static JsonNode load(String shop, String kind, String csv) {
        JsonNode looked = settled(person.upload("/ui/sheets?kind=" + kind, shop, csv.getBytes(StandardCharsets.UTF_8))
                .json());
        assertThat(looked.path("state").asString()).as(looked.toString()).isEqualTo("ready");
        JsonNode done =
                settled(person.call("POST", "/ui/sheets/" + looked.path("id").asString(), "")
                        .json());
        assertThat(done.path("state").asString()).as(done.toString()).isEqualTo("done");
        for (String count : List.of("created", "changed", "unchanged", "refused", "messages"))
            assertThat(done.path(count).asInt())
                    .as("%s: what was looked at is what was done", count)
                    .isEqualTo(looked.path(count).asInt());
        return done;
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

    private static JsonNode read(String shop, String number) {
        return app.api("GET", "/api/v1/orders/" + shop + "/" + number, null).json();
    }

    /** What doesn't depend on how an order came in. */
    private static String essence(JsonNode order) {
        List<String> parcels = order.path("parcels")
                .valueStream()
                .map(p -> p.path("carrier").asString() + " " + p.path("stage").asString() + " "
                        + p.path("scans").size())
                .sorted()
                .toList();
        List<String> messages = order.path("messages")
                .valueStream()
                .map(m -> m.path("notice").asString() + " " + m.path("channel").asString() + " "
                        + m.path("status").asString() + " " + m.path("stage").asString() + " "
                        + m.path("to").asString("") + " " + m.path("language").asString() + " "
                        + m.path("reason").asString(""))
                .sorted()
                .toList();
        return String.join(
                "\n",
                order.path("stage").asString(),
                order.path("customer").toString(),
                order.path("shipTo").toString(),
                order.path("payment").asString() + " " + order.path("total").asString(""),
                order.path("items").toString(),
                order.path("tags").toString(),
                parcels.toString(),
                messages.toString());
    }

    @ParameterizedTest
    @ValueSource(longs = {11, 12, 13})
    void aSheetOfNewOrdersEndsAsTheSameOrdersByTheInterface(long seed) {
        Random random = new Random(seed);
        String stamp = app.now().toString();
        StringBuilder csv = new StringBuilder("order number,placed at,name,e-mail,phone,street,city,postcode,country,"
                + "payment,total,currency,sku,item,quantity,price,carrier,tracking number,status\n");
        List<String> numbers = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            String number = "B" + seed + "-" + i;
            String mail = random.nextInt(5) == 0 ? "" : "b" + seed + "." + i + "@customer.example";
            String phone = random.nextInt(3) == 0 ? "" : "+4670174069" + random.nextInt(10);
            String country = List.of("SE", "DE", "US", "PL").get(random.nextInt(4));
            boolean cash = random.nextInt(3) == 0;
            String tracking = random.nextInt(3) == 0 ? "" : "HOP " + seed + " 5 " + (1000 + i);
            String status = tracking.isEmpty() || random.nextBoolean()
                    ? ""
                    : List.of("packed", "dispatched", "delivered").get(random.nextInt(3));
            int items = 1 + random.nextInt(3);
            StringBuilder list = new StringBuilder();
            for (int k = 0; k < items; k++) {
                csv.append(String.join(
                        ",",
                        number,
                        stamp,
                        "Ann Example",
                        mail,
                        phone,
                        "1 Quay Street",
                        "Harbour",
                        "22100",
                        country,
                        cash ? "cash-on-delivery" : "prepaid",
                        "25.00",
                        "EUR",
                        "K-" + k,
                        "Kite " + k,
                        "" + (k + 1),
                        "12.50",
                        tracking.isEmpty() ? "" : "hopgate",
                        tracking,
                        status));
                csv.append('\n');
                list.append(k == 0 ? "" : ",")
                        .append("{\"sku\":\"K-%d\",\"name\":\"Kite %d\",\"quantity\":%d,\"price\":\"12.50\"}"
                                .formatted(k, k, k + 1));
            }
            numbers.add(number);
            RunningApp.Answer put = app.api("PUT", "/api/v1/orders/one-by-one/" + number, """
                    {"placedAt":"%s","customer":{"name":"Ann Example","email":%s,"phone":%s},"shipTo":{"name":"Ann Example",
                    "street":"1 Quay Street","city":"Harbour","postcode":"22100","country":"%s"},"payment":"%s",
                    "currency":"EUR","total":"25.00","items":[%s]}""".formatted(
                            stamp,
                            mail.isEmpty() ? "null" : "\"" + mail + "\"",
                            phone.isEmpty() ? "null" : "\"" + phone + "\"",
                            country,
                            cash ? "cash-on-delivery" : "prepaid",
                            list));
            assertThat(put.status()).as(put.body()).isBetween(200, 201);
            if (!tracking.isEmpty()) {
                app.api(
                        "POST",
                        "/api/v1/orders/one-by-one/" + number + "/parcels",
                        "{\"carrier\":\"hopgate\",\"trackingNumber\":\"9" + tracking.replace(" ", "") + "\"}");
                if (!status.isEmpty() && !status.equals("packed"))
                    person.call(
                            "POST",
                            "/ui/hand/marks",
                            "{\"orders\":[{\"shop\":\"one-by-one\",\"number\":\"" + number + "\"}],\"stage\":\""
                                    + status + "\",\"confirmed\":true}");
            }
        }
        JsonNode done = load("together", "orders", csv.toString());
        assertThat(done.path("created").asInt()).isEqualTo(40);
        assertThat(done.path("refused").asInt()).isZero();
        for (String number : numbers) {
            JsonNode together = read("together", number);
            assertThat(essence(together)).as(number).isEqualTo(essence(read("one-by-one", number)));
            // It is found, by its number and by its parcel's.
            for (String words : List.of(
                    number,
                    together.path("parcels").path(0).path("trackingNumber").asString(number)))
                assertThat(person.call("GET", "/ui/orders?shop=together&search=" + words.replace(" ", "%20"), null)
                                .body())
                        .contains("\"" + number + "\"");
        }
        JsonNode again = load("together", "orders", csv.toString());
        assertThat(again.path("created").asInt()
                        + again.path("changed").asInt()
                        + again.path("messages").asInt())
                .as("once more changes nothing")
                .isZero();
    }

    @Test
    void oneNumberOnTwoOrdersGoesToTheFirst() {
        JsonNode done = load("twice", "orders", """
                order number,name,carrier,tracking number
                T-1,Ann,hopgate,HOP 4100 0000 1
                T-2,Bo,hopgate,HOP 4100 0000 1
                T-3,Cy,hopgate,HOP 4100 0000 2
                """);
        assertThat(done.path("created").asInt()).isEqualTo(2);
        assertThat(done.path("rows").toString()).contains("is already on order T-1");
        assertThat(read("twice", "T-1").path("parcels").size()).isEqualTo(1);
        assertThat(app.api("GET", "/api/v1/orders/twice/T-2", null).status()).isEqualTo(404);
    }

    @Test
    void scansThatCameBeforeTheirParcelAreReadWhenASheetBringsIt() {
        app.scan("hopgate", "HOP 4200 0000 1", "40", app.now());
        load("early", "orders", "order number,name,carrier,tracking number\nE-1,Ann,hopgate,HOP 4200 0000 1\n");
        assertThat(read("early", "E-1").path("stage").asString()).isEqualTo("out-for-delivery");
    }

    @Test
    void trackingNumbersAndStagesOfKnownOrdersAreTakenTogether() {
        StringBuilder orders = new StringBuilder("order number,name,e-mail\n");
        StringBuilder tracking = new StringBuilder("order number,carrier,tracking number\n");
        StringBuilder stages = new StringBuilder("order number,status\n");
        for (int i = 0; i < 30; i++) {
            orders.append("D-%d,Ann,d%d@customer.example\n".formatted(i, i));
            tracking.append("D-%d,hopgate,HOP 43 %d\n".formatted(i, 100_000 + i));
            stages.append("D-%d,dispatched\n".formatted(i));
        }
        load("daily", "orders", orders.toString());
        assertThat(load("daily", "tracking", tracking.toString())
                        .path("changed")
                        .asInt())
                .isEqualTo(30);
        assertThat(load("daily", "tracking", tracking.toString())
                        .path("unchanged")
                        .asInt())
                .isEqualTo(30);
        assertThat(load("daily", "stages", stages.toString()).path("changed").asInt())
                .isEqualTo(30);
        assertThat(load("daily", "stages", stages.toString()).path("unchanged").asInt())
                .isEqualTo(30);
        JsonNode order = read("daily", "D-7");
        assertThat(order.path("stage").asString()).isEqualTo("dispatched");
        assertThat(order.path("messages")
                        .valueStream()
                        .map(m ->
                                m.path("notice").asString() + m.path("channel").asString())
                        .collect(Collectors.toSet()))
                .hasSameSizeAs(order.path("messages").valueStream().toList());
    }
}
