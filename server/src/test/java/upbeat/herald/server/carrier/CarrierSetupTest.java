package upbeat.herald.server.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

class CarrierSetupTest {
    private final RunningApp app = RunningApp.shared();
    private final RunningApp.Person person = app.signedIn();

    private JsonNode recognise(String number) {
        return app.api("POST", "/api/v1/tracking-numbers/recognise", "{\"trackingNumber\":\"" + number + "\"}")
                .json()
                .path("candidates");
    }

    @Test
    void numbersAreRecognised() {
        JsonNode post = recognise("rx 473124829 xs").get(0);
        assertThat(post.path("carrier").asString()).isEqualTo("skerry-post");
        assertThat(post.path("format").asString()).startsWith("S10");
        assertThat(post.path("trackingLink").asString()).isEqualTo("https://track.skerry-post.example/RX473124829XS");
        assertThat(recognise("RX473124828XS").get(0).path("reason").asString()).isEqualTo("check digit should be 9");
        assertThat(recognise("RR473124829GB").get(0).path("carrier").isNull()).isTrue();
        assertThat(recognise("106141412345678908").get(0).path("format").asString())
                .startsWith("SSCC");
        assertThat(recognise("HOP 0041 7738 2").get(0).path("carrier").asString())
                .isEqualTo("hopgate");
        assertThat(recognise("SK 55-210-904").get(0).path("valid").asBoolean()).isTrue();
        assertThat(recognise("nothing")).isEmpty();
        assertThat(app.api("POST", "/api/v1/tracking-numbers/recognise", "{}").status())
                .isEqualTo(422);
    }

    @Test
    void anUnreadCodeIsGivenItsMeaning() {
        String mail = "unread@customer.example";
        String number = app.order("prepaid", mail, null, "{}");
        app.parcel(number, "grainbarge", "GB700001");
        assertThat(app.scan("grainbarge", "GB700001", "QUAY", app.now().minusSeconds(60))
                        .json()
                        .path("unreadCode")
                        .asInt())
                .isEqualTo(1);
        assertThat(person.call("GET", "/ui/unmapped-codes", null).json()).anySatisfy(u -> {
            assertThat(u.path("code").asString()).isEqualTo("QUAY");
            assertThat(u.path("carrier").asString()).isEqualTo("grainbarge");
        });
        JsonNode look = person.call(
                        "POST",
                        "/ui/unmapped-codes/grainbarge/preview",
                        "{\"code\":\"QUAY\",\"stage\":\"dispatched\",\"send\":true}")
                .json();
        assertThat(look.path("messages").asInt()).isEqualTo(1);
        assertThat(look.path("moved").get(0).asString()).contains(number, "packed → dispatched");
        assertThat(app.read(number).path("stage").asString())
                .as("looking moves nothing")
                .isEqualTo("packed");
        JsonNode said = person.call(
                        "POST",
                        "/ui/unmapped-codes/grainbarge",
                        "{\"code\":\"QUAY\",\"stage\":\"dispatched\",\"send\":false}")
                .json();
        assertThat(said.path("messages").asInt()).isZero();
        assertThat(app.read(number).path("stage").asString()).isEqualTo("dispatched");
        assertThat(app.message(number, "on-its-way", "email").path("reason").asString())
                .contains("Skipped by you");
        assertThat(app.world.mailbox.to(mail)).isEmpty();
        assertThat(person.call("GET", "/ui/unmapped-codes", null).json())
                .noneSatisfy(u -> assertThat(u.path("code").asString()).isEqualTo("QUAY"));
        assertThat(person.call("POST", "/ui/unmapped-codes/grainbarge", "{\"code\":\"X\",\"stage\":\"moon\"}")
                        .status())
                .isEqualTo(422);
    }

    @Test
    void theDirectoryIsChangedAndGoesThroughFiles() {
        String body =
                "{\"key\":\"tern-post\",\"name\":\"Tern Post\",\"inUse\":true,\"linkPattern\":\"https://tern.example/{trackingNumber}\",\"zone\":\"Europe/Oslo\",\"formats\":[{\"name\":\"Tern\",\"pattern\":\"TN[0-9]{5}\",\"check\":\"luhn\"}],\"codes\":[{\"code\":\"+1\",\"stage\":\"delivered\"},{\"contains\":\"on the boat\",\"stage\":\"in-transit\"}],\"scans\":\"pushed\"}";
        assertThat(person.call("POST", "/ui/carriers", body).status()).isEqualTo(201);
        assertThat(person.call("POST", "/ui/carriers", body).status())
                .as("twice")
                .isEqualTo(422);
        assertThat(recognise("TN 12344").get(0).path("carrier").asString()).isEqualTo("tern-post");
        String csv = person.call("GET", "/ui/carriers/export.csv", null).body();
        String json = person.call("GET", "/ui/carriers/export.json", null).body();
        assertThat(person.call("DELETE", "/ui/carriers/tern-post", null).status())
                .isEqualTo(204);
        for (String file : new String[] {csv, json}) {
            byte[] bytes = file.getBytes(StandardCharsets.UTF_8);
            JsonNode check =
                    person.upload("/ui/carriers/import/check", "-", bytes).json();
            assertThat(check.path("lines").valueStream().map(l -> l.path("change")
                            .asString()))
                    .as(check.toString())
                    .doesNotContain("refused", "changed")
                    .hasSizeGreaterThan(25);
            if (file.equals(json)) continue; // all of it is there by now
            JsonNode loaded = person.upload(
                            "/ui/carriers/import?version="
                                    + check.path("version").asString(),
                            "-",
                            bytes)
                    .json();
            assertThat(loaded.path("added").asInt()).isEqualTo(1);
            assertThat(recognise("TN12344").get(0).path("carrier").asString()).isEqualTo("tern-post");
        }
        assertThat(person.call("GET", "/ui/carriers/export.csv", null).body())
                .as("nothing is lost on the way")
                .isEqualTo(csv);
        for (String bad : new String[] {
            "\"linkPattern\":\"javascript:x\"",
            "\"linkPattern\":\"https://{trackingNumber}.example/x\"",
            "\"linkPattern\":\"https://x.example:{trackingNumber}/x\"",
            "\"linkPattern\":\"https://{trackingNumber}@x.example/\"",
            "\"linkPattern\":\"https://x.example{trackingNumber}\"",
            "\"linkPattern\":\"https://x.example/%zz{trackingNumber}\"",
            "\"linkPattern\":\"https://x.example/{no}\"",
            "\"zone\":\"Mars\"",
            "\"formats\":[{\"name\":\"a\",\"pattern\":\"(?=A)A\",\"check\":\"none\"}]",
            "\"codes\":[{\"code\":\"1\",\"stage\":\"cancelled\"}]",
            "\"scans\":\"asked\""
        }) {
            assertThat(person.call("PUT", "/ui/carriers/tern-post", "{\"name\":\"T\"," + bad + "}")
                            .status())
                    .as(bad)
                    .isEqualTo(422);
        }
        app.parcel(app.order("prepaid", null, null, "{}"), "skerry-post", "RX300000093XS");
        assertThat(person.call("DELETE", "/ui/carriers/skerry-post", null).status())
                .as("parcels went with it")
                .isEqualTo(422);
    }

    @Test
    void aCarrierIsAskedUntilTheParcelArrives() {
        String base = "http://" + app.world.settings().get("herald.feeds.allowed") + "/track/{trackingNumber}";
        String carrier =
                "{\"key\":\"askme\",\"name\":\"Ask Me\",\"linkPattern\":null,\"zone\":\"UTC\",\"codes\":[{\"code\":\"A\",\"stage\":\"dispatched\"},{\"code\":\"Z\",\"stage\":\"delivered\"}],\"scans\":\"asked\",\"ask\":{\"address\":\""
                        + base + "\",\"interval\":\"PT30M\",\"mostTries\":3,\"limit\":\"P1D\"}}";
        assertThat(person.call("POST", "/ui/carriers", carrier).status()).isEqualTo(201);
        String number = app.order("prepaid", "asked@customer.example", null, "{}");
        app.world.storefront.scanned(
                "ASK1", Map.of("code", "A", "at", app.now().minusSeconds(60).toString(), "place", "Harbour"));
        app.parcel(number, "askme", "ASK 1");
        String quiet = app.order("prepaid", "asked2@customer.example", null, "{}");
        app.parcel(quiet, "askme", "ASK 2");
        Awaitility.await()
                .untilAsserted(() ->
                        assertThat(app.read(number).path("stage").asString()).isEqualTo("dispatched"));
        app.world.storefront.scanned("ASK1", Map.of("code", "Z", "at", app.now().toString(), "place", "Door"));
        for (int i = 0; i < 3; i++) {
            app.advance("PT30M");
            int tries = i + 2;
            Awaitility.await()
                    .atMost(Duration.ofSeconds(20))
                    .until(() -> tries > 3 || watch(quiet).path("tries").asInt() >= tries);
        }
        assertThat(app.read(number).path("stage").asString()).isEqualTo("delivered");
        assertThat(watch(number).path("endedBy").asString()).isEqualTo("arrived");
        assertThat(watch(quiet).path("endedBy").asString())
                .as("it says what ended it")
                .isEqualTo("tries");
        String restart = "/ui/hand/orders/kites/%s/parcels/%s/polling/askme";
        app.world.storefront.scanned("ASK2", Map.of("code", "Z", "at", app.now().toString(), "place", "Door"));
        assertThat(person.call("POST", restart.formatted(quiet, "ASK%202"), "").status())
                .isEqualTo(200);
        Awaitility.await()
                .untilAsserted(() ->
                        assertThat(app.read(quiet).path("stage").asString()).isEqualTo("delivered"));
        for (String[] no : new String[][] {{number, "ASK%201", "422"}, {quiet, "ASK%209", "404"}})
            assertThat(person.call("POST", restart.formatted(no[0], no[1]), "").status())
                    .isEqualTo(Integer.parseInt(no[2]));
    }

    @Test
    void aCarrierThatHasToBeAskedIsAskedAboutWhatIsOnItsWayAlready() {
        String plain =
                "{\"key\":\"later\",\"name\":\"Later\",\"zone\":\"UTC\",\"codes\":[{\"code\":\"A\",\"stage\":\"dispatched\"}],"
                        + "\"scans\":\"%s\"%s}";
        assertThat(person.call("POST", "/ui/carriers", plain.formatted("pushed", ""))
                        .status())
                .isEqualTo(201);
        String open = app.order("prepaid", null, null, "{}");
        app.parcel(open, "later", "LATE 1");
        String gone = app.order("prepaid", null, null, "{}");
        app.parcel(gone, "later", "LATE 2");
        person.call(
                "POST",
                "/ui/hand/marks",
                "{\"stage\":\"delivered\",\"orders\":[{\"shop\":\"kites\",\"number\":\"%s\"}]}".formatted(gone));
        assertThat(watch(open)).isNull();
        app.world.storefront.scanned(
                "LATE1", Map.of("code", "A", "at", app.now().toString(), "place", "Harbour"));
        String ask = ",\"ask\":{\"address\":\"http://" + app.world.settings().get("herald.feeds.allowed")
                + "/track/{trackingNumber}\",\"interval\":\"PT30M\",\"mostTries\":3,\"limit\":\"P1D\"}";
        assertThat(person.call("PUT", "/ui/carriers/later", plain.formatted("asked", ask))
                        .status())
                .isEqualTo(200);
        assertThat(watch(gone)).as("delivered").isNull();
        app.advance("PT30M");
        Awaitility.await()
                .untilAsserted(() ->
                        assertThat(app.read(open).path("stage").asString()).isEqualTo("dispatched"));
        assertThat(watch(open).path("tries").asInt()).isPositive();
    }

    private JsonNode watch(String number) {
        return person.call("GET", "/ui/orders/kites/" + number, null)
                .json()
                .path("order")
                .path("parcels")
                .get(0)
                .path("asked")
                .get(0);
    }

    @Test
    void aCodeThatSaysNothingIsIgnoredFromThenOn() {
        String number = app.order("prepaid", null, null, "{}");
        app.parcel(number, "grainbarge", "GB 777001");
        String scan = "[{\"carrier\":\"grainbarge\",\"trackingNumber\":\"GB 777001\",\"code\":\"ZZ7\",\"at\":\"%s\"}]";
        assertThat(app.api("POST", "/api/v1/scans", scan.formatted(app.now()))
                        .json()
                        .path("unreadCode")
                        .asInt())
                .isEqualTo(1);
        String stage = app.read(number).path("stage").asString();
        assertThat(person.call("POST", "/ui/unmapped-codes/grainbarge", "{\"code\":\"ZZ7\",\"stage\":\"ignore\"}")
                        .status())
                .isEqualTo(200);
        assertThat(person.call("GET", "/ui/unmapped-codes", null).body()).doesNotContain("ZZ7");
        app.advance("PT1M");
        assertThat(app.api("POST", "/api/v1/scans", scan.formatted(app.now()))
                        .json()
                        .path("accepted")
                        .asInt())
                .as("kept, and read as nothing")
                .isEqualTo(1);
        assertThat(app.read(number).path("stage").asString()).isEqualTo(stage);
        JsonNode carrier = person.call("GET", "/ui/carriers", null)
                .json()
                .path("carriers")
                .valueStream()
                .map(c -> c.path("carrier"))
                .filter(c -> c.path("key").asString().equals("grainbarge"))
                .findFirst()
                .orElseThrow();
        assertThat(carrier.path("codes").toString()).contains("\"stage\":\"ignore\"");
        assertThat(person.call("PUT", "/ui/carriers/grainbarge", carrier.toString())
                        .status())
                .as("as it was shown it can be saved")
                .isEqualTo(200);
    }
}
