package upbeat.herald.server.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.ChatNetwork;
import upbeat.herald.standins.MailServer;
import upbeat.herald.standins.SimulatedWorld;

/** Setup, Gateways: an account is tried before it is kept, used at once, and its secrets stay secret. */
class GatewayAccountTest extends OwnAppTestCase {
    private static RunningApp.Person person;

    @BeforeAll
    static void open() {
        person = app.signedIn();
    }

    private static JsonNode gateway(String channel) {
        return person.call("GET", "/ui/gateways", null)
                .json()
                .valueStream()
                .filter(g -> g.path("channel").asString().equals(channel))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void whatTheOtherSideSaysIsShown() {
        JsonNode account = gateway("email").path("account");
        assertThat(person.call("POST", "/ui/gateways/email/test", "{\"account\":" + account + "}")
                        .json()
                        .path("good")
                        .asBoolean())
                .isTrue();
        for (String channel : new String[] {"email", "sms"}) {
            JsonNode a = gateway(channel).path("account");
            JsonNode wrong = person.call(
                            "POST",
                            "/ui/gateways/" + channel + "/test",
                            "{\"account\":" + a + ",\"secrets\":{\"password\":\"wrong\"}}")
                    .json();
            assertThat(wrong.path("good").asBoolean()).as(channel).isFalse();
            assertThat(wrong.path("message").asString())
                    .as(channel)
                    .isNotBlank()
                    .doesNotContain("wrong\"");
        }
        JsonNode token = person.call(
                        "POST",
                        "/ui/gateways/whatsapp/test",
                        "{\"account\":" + gateway("whatsapp").path("account") + ",\"secrets\":{\"token\":\"wrong\"}}")
                .json();
        assertThat(token.path("message").asString()).contains("rejected the");
        JsonNode nowhere = person.call(
                        "POST",
                        "/ui/gateways/email/test",
                        "{\"account\":{\"host\":\"127.0.0.1\",\"port\":1},\"secrets\":{\"password\":\"x\"}}")
                .json();
        assertThat(nowhere.path("message").asString()).contains("can't be reached");
    }

    @Test
    void anAccountThatDoesNotWorkIsNotKeptAndOneThatDoesIsUsedAtOnce() throws Exception {
        try (SimulatedWorld other = new SimulatedWorld()) {
            other.start();
            String account =
                    "{\"host\":\"127.0.0.1\",\"port\":" + other.mail.port() + ",\"user\":\"herald\",\"tls\":\"none\"}";
            assertThat(person.call(
                                    "PUT",
                                    "/ui/gateways/email",
                                    "{\"account\":{\"host\":\"127.0.0.1\",\"port\":1},\"secrets\":{\"password\":\"x\"}}")
                            .json()
                            .path("detail")
                            .asString())
                    .contains("Not saved");
            assertThat(gateway("email").path("source").asString()).isEqualTo("file");
            RunningApp.Answer kept = person.call(
                    "PUT",
                    "/ui/gateways/email",
                    "{\"account\":" + account + ",\"secrets\":{\"password\":\"" + MailServer.PASSWORD + "\"}}");
            assertThat(kept.status()).as(kept.body()).isEqualTo(200);
            assertThat(kept.json().path("source").asString()).isEqualTo("setup");
            app.order("cash-on-delivery", "moved@customer.example", null, "{}");
            app.advance("PT15M");
            await().until(() -> !other.mailbox.to("moved@customer.example").isEmpty());
            assertThat(app.world.mailbox.to("moved@customer.example")).isEmpty();
            assertThat(person.call("DELETE", "/ui/gateways/email", null)
                            .json()
                            .path("source")
                            .asString())
                    .isEqualTo("file");
            app.order("cash-on-delivery", "back@customer.example", null, "{}");
            app.advance("PT15M");
            await().until(() -> !app.world.mailbox.to("back@customer.example").isEmpty());
        }
    }

    @Test
    void anSmsCostsWhatItCostsWhereItGoes() {
        tools.jackson.databind.node.ObjectNode account =
                (tools.jackson.databind.node.ObjectNode) gateway("sms").path("account");
        account.putObject("prices").put("SE", "0.07");
        assertThat(person.call("PUT", "/ui/gateways/sms", "{\"account\":" + account + "}")
                        .status())
                .isEqualTo(200);
        String measure = "{\"text\":\"Hello\",\"country\":\"%s\"}";
        assertThat(app.api("POST", "/api/v1/sms/measure", measure.formatted("SE"))
                        .json()
                        .path("cost")
                        .path("amount")
                        .asString())
                .isEqualTo("0.07");
        assertThat(app.api("POST", "/api/v1/sms/measure", measure.formatted("DE"))
                        .json()
                        .path("cost")
                        .path("amount")
                        .asString())
                .isEqualTo("0.15");
        String number = app.order("cash-on-delivery", null, "+46701740622", "{\"whatsapp\":false}");
        app.order("cash-on-delivery", null, "+61491570006", "{\"whatsapp\":false}");
        JsonNode sms = person.call(
                        "POST",
                        "/ui/wording/preview",
                        "{\"notice\":\"is-it-yours\",\"channel\":\"sms\",\"language\":\"en\",\"orderShop\":\"kites\",\"orderNumber\":\""
                                + number + "\"}")
                .json()
                .path("details");
        assertThat(sms.path("cost").asString())
                .isEqualTo(new java.math.BigDecimal("0.07")
                        .multiply(java.math.BigDecimal.valueOf(
                                sms.path("length").path("segments").asInt()))
                        .toPlainString());
        assertThat(sms.path("countries").toString()).contains("\"country\":\"SE\"", "\"country\":\"AU\"");
        app.advance("PT15M");
        await().until(() -> app.message(number, "is-it-yours", "sms")
                        .path("cost")
                        .path("amount")
                        .asString("")
                        .startsWith("0.07")
                || app.message(number, "is-it-yours", "sms")
                        .path("cost")
                        .path("amount")
                        .asString("")
                        .startsWith("0.14"));
        assertThat(person.call("DELETE", "/ui/gateways/sms", null).status()).isEqualTo(200);
    }

    @Test
    void secretsAreNeverShown() {
        JsonNode account = gateway("whatsapp").path("account");
        RunningApp.Answer kept = person.call(
                "PUT",
                "/ui/gateways/whatsapp",
                "{\"account\":" + account + ",\"secrets\":{\"token\":\"" + ChatNetwork.TOKEN + "\"}}");
        assertThat(kept.status()).isEqualTo(200);
        assertThat(kept.json().path("secret").asBoolean()).isTrue();
        assertThat(person.call("GET", "/ui/gateways", null).body() + kept.body())
                .doesNotContain(ChatNetwork.TOKEN, ChatNetwork.WEBHOOK_SECRET);
        assertThat(person.call("DELETE", "/ui/gateways/whatsapp", null).status())
                .isEqualTo(200);
    }

    /** A server of somebody else's that notes whether a log-in is tried on it. */
    @Test
    void aStoredSecretGoesNowhereElse() throws Exception {
        try (java.net.ServerSocket other = new java.net.ServerSocket(0, 1, java.net.InetAddress.getLoopbackAddress())) {
            other.setSoTimeout(300);
            RunningApp.Answer refused = person.call(
                    "POST",
                    "/ui/gateways/whatsapp/test",
                    "{\"account\":{\"url\":\"http://127.0.0.1:" + other.getLocalPort() + "\"}}");
            assertThat(refused.status()).isEqualTo(422);
            assertThat(refused.body()).contains("account.token", "Enter this again");
            org.assertj.core.api.Assertions.assertThatThrownBy(other::accept)
                    .isInstanceOf(java.net.SocketTimeoutException.class);
        }
        tools.jackson.databind.node.ObjectNode sms =
                (tools.jackson.databind.node.ObjectNode) gateway("sms").path("account");
        assertThat(person.call(
                                "POST",
                                "/ui/gateways/sms/test",
                                "{\"account\":" + sms.deepCopy().put("user", "other") + "}")
                        .status())
                .isEqualTo(422);
        assertThat(person.call("POST", "/ui/gateways/sms/test", "{\"account\":" + sms.put("price", "0.20") + "}")
                        .json()
                        .path("good")
                        .asBoolean())
                .as("another price is the same place")
                .isTrue();
    }

    @Test
    void gatewaysInsideTheNetworkNeedASetting() {
        try (RunningApp strict = RunningApp.startWith(java.util.Map.of("herald.gateways.inside-allowed", "false"))) {
            RunningApp.Answer refused = strict.signedIn()
                    .call("POST", "/ui/gateways/email/test", "{\"account\":{\"host\":\"127.0.0.1\",\"port\":25}}");
            assertThat(refused.status()).isEqualTo(422);
            assertThat(refused.body()).contains("inside this network", "herald.gateways.inside-allowed");
        }
    }

    @Test
    void aPausedChannelSaysWhyAndIsTriedAgainAtOnce() {
        app.bare("POST", "/bench/servers/smtp", "{\"running\":false}", java.util.Map.of());
        app.order("cash-on-delivery", "paused@customer.example", null, "{}");
        app.advance("PT15M");
        await().until(() ->
                gateway("email").path("trouble").path("reason").asString("").contains("can't be reached"));
        app.bare("POST", "/bench/servers/smtp", "{\"running\":true}", java.util.Map.of());
        assertThat(person.call("POST", "/ui/gateways/email/retry", null)
                        .json()
                        .path("trouble")
                        .path("secondsLeft")
                        .asInt(-1))
                .isZero();
        await().until(() -> !app.world.mailbox.to("paused@customer.example").isEmpty());
        await().until(() -> gateway("email").path("trouble").isNull()
                || gateway("email").path("trouble").isMissingNode());
    }

    @Test
    void accountsThatCantBe() {
        String[][] bad = {
            {"email", "{\"host\":\"\"}"},
            {"email", "{\"host\":\"a b\"}"},
            {"email", "{\"host\":\"x\",\"port\":70000}"},
            {"email", "{\"host\":\"x\",\"tls\":\"ssl3\"}"},
            {"sms", "{\"host\":\"x\",\"price\":\"cheap\"}"},
            {"sms", "{\"host\":\"x\",\"prices\":{\"ZZ\":\"0.09\"}}"},
            {"sms", "{\"host\":\"x\",\"prices\":{\"DE\":null}}"},
            {"sms", "{\"host\":\"x\",\"currency\":\"XQX\"}"},
            {"sms", "{\"host\":\"x\",\"prices\":{\"Germany\":\"0.09\"}}"},
            {"whatsapp", "{\"url\":\"ftp://x\"}"}
        };
        for (String[] b : bad)
            assertThat(person.call("POST", "/ui/gateways/" + b[0] + "/test", "{\"account\":" + b[1] + "}")
                            .status())
                    .as(b[1])
                    .isEqualTo(422);
        assertThat(person.call("POST", "/ui/gateways/pigeon/test", "{\"account\":{}}")
                        .status())
                .isEqualTo(422);
        assertThat(person.call("POST", "/ui/gateways/email/test", "{}").status())
                .isEqualTo(422);
    }
}
