package upbeat.herald.server.message;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;

/** What is planned is asked again when its order changes and when it leaves. */
class MessageReplanTest extends OwnAppTestCase {

    private JsonNode only(String number, String channel) {
        for (JsonNode m : app.read(number).path("messages"))
            if (m.path("channel").asString().equals(channel)) return m;
        throw new AssertionError(
                "no message by " + channel + ": " + app.read(number).path("messages"));
    }

    private String asked(String email, String phone, String consent) {
        return app.order("cash-on-delivery", email, phone, consent);
    }

    @Test
    void anOrderThatIsPrepaidByNowIsNotAskedWhetherItIsMeant() {
        String number = asked(null, "+46701740641", "{\"whatsapp\":false}");
        assertThat(only(number, "sms").path("status").asString()).isEqualTo("planned");
        app.put(number, "prepaid", null, "+46701740641", "{\"whatsapp\":false}");
        JsonNode kept = only(number, "sms");
        assertThat(kept.path("status").asString()).isEqualTo("withheld");
        assertThat(kept.path("reason").asString()).contains("prepaid");
        app.advance("PT20M");
        assertThat(app.world.phones.on("+46701740641")).isEmpty();
    }

    @Test
    void andOneThatBecameCashOnDeliveryIs() {
        String number = app.order("prepaid", null, "+46701740642", "{\"whatsapp\":false}");
        assertThat(app.read(number).path("messages")).isEmpty();
        app.put(number, "cash-on-delivery", null, "+46701740642", "{\"whatsapp\":false}");
        assertThat(only(number, "sms").path("status").asString()).isEqualTo("planned");
        app.advance("PT20M");
        await().until(() -> !app.world.phones.on("+46701740642").isEmpty());
    }

    @Test
    void aWithdrawnConsentAndARemovedPhoneKeepTheSmsBack() {
        String withdrawn = asked(null, "+46701740643", "{\"whatsapp\":false}");
        app.put(withdrawn, "cash-on-delivery", null, "+46701740643", "{\"whatsapp\":false,\"sms\":false}");
        String removed = asked(null, "+46701740644", "{\"whatsapp\":false}");
        app.put(removed, "cash-on-delivery", null, null, "{\"whatsapp\":false}");
        app.advance("PT20M");
        assertThat(only(withdrawn, "sms").path("reason").asString()).contains("opted out of SMS");
        assertThat(only(removed, "sms").path("reason").asString()).contains("no phone");
        assertThat(app.world.phones.on("+46701740643")).isEmpty();
        assertThat(app.world.phones.on("+46701740644")).isEmpty();
    }

    @Test
    void aCorrectedAddressIsUsedAndTheTimelineSaysSo() {
        String number = asked(null, "+46701740645", "{\"whatsapp\":false}");
        app.put(number, "cash-on-delivery", null, "+46701740646", "{\"whatsapp\":false}");
        app.advance("PT20M");
        await().until(() -> !app.world.phones.on("+46701740646").isEmpty());
        assertThat(app.world.phones.on("+46701740645")).isEmpty();
        assertThat(app.read(number).path("notes").toString()).contains("now goes to +46701740646");
    }

    @Test
    void aPhoneThatComesLaterLetsTheQuestionGo() {
        String number = asked(null, null, "{\"whatsapp\":false}");
        assertThat(only(number, "sms").path("status").asString()).isEqualTo("withheld");
        app.put(number, "cash-on-delivery", null, "+46701740647", "{\"whatsapp\":false}");
        assertThat(only(number, "sms").path("status").asString()).isEqualTo("planned");
        assertThat(app.read(number).path("notes").toString()).contains("1 message was added because the order changed");
    }

    @Test
    void whatAnOutageKeptLongerThanTheAgeLimitIsOldNews() {
        app.world.phones.on("+46701740648");
        app.bare("POST", "/bench/servers/sms", "{\"running\":false}", java.util.Map.of());
        String number = asked(null, "+46701740648", "{\"whatsapp\":false}");
        app.advance("PT20M");
        await().until(() -> only(number, "sms").path("status").asString().equals("waiting"));
        app.advance("P4D");
        app.bare("POST", "/bench/servers/sms", "{\"running\":true}", java.util.Map.of());
        await().atMost(java.time.Duration.ofSeconds(40))
                .until(() -> only(number, "sms").path("status").asString().equals("withheld"));
        assertThat(only(number, "sms").path("reason").asString()).contains("couldn't be sent for 4 days");
        assertThat(app.world.phones.on("+46701740648")).isEmpty();
    }

    @Test
    void aParcelThatIsGoneEndsItsMessageAndNothingElse() {
        String number = app.order("prepaid", "gone.parcel@customer.example", null, "{}");
        app.parcel(number, "hopgate", "HOP 0701 0000 8");
        var person = app.signedIn();
        app.bare("POST", "/bench/servers/smtp", "{\"running\":false}", java.util.Map.of());
        app.scan("hopgate", "HOP 0701 0000 8", "20", app.now());
        person.call("DELETE", "/ui/hand/orders/kites/" + number + "/parcels/hopgate/HOP%200701%200000%208", null);
        app.bare("POST", "/bench/servers/smtp", "{\"running\":true}", java.util.Map.of());
        String other = app.order("prepaid", "after.it@customer.example", null, "{}");
        app.parcel(other, "hopgate", "HOP 0702 0000 7");
        app.scan("hopgate", "HOP 0702 0000 7", "20", app.now());
        await().atMost(java.time.Duration.ofSeconds(40))
                .until(() -> !app.world.mailbox.to("after.it@customer.example").isEmpty());
        assertThat(app.world.mailbox.to("gone.parcel@customer.example")).isEmpty();
    }

    @Test
    void aNumberThatCouldBeReadInTwoWaysSaysHowItWasRead() {
        String guessed = app.order("prepaid", null, "46701740660", "{}");
        assertThat(app.read(guessed).path("customer").path("phone").asString()).isEqualTo("+46701740660");
        assertThat(app.read(guessed).path("notes").toString()).contains("46701740660 was read as +46701740660");
        String plain = app.order("prepaid", null, "+46701740661", "{}");
        String dialled = app.order("prepaid", null, "070 174 06 62", "{}");
        assertThat(app.read(plain).path("notes")).isEmpty();
        assertThat(app.read(dialled).path("notes")).isEmpty();
    }

    @Test
    void aParcelDelayedBeforeItsNumberWasKnownHereStandsAtTheDelay() {
        String number = app.order("prepaid", "delayed.first@customer.example", null, "{}");
        app.scan("hopgate", "HOP 0703 0000 6", "60", app.now().minusSeconds(7_200));
        app.parcel(number, "hopgate", "HOP 0703 0000 6");
        assertThat(app.read(number).path("parcels").get(0).path("stage").asString())
                .isEqualTo("delayed");
    }

    /** An order to Lund; 22:30Z and 23:30Z lie on two days there, and on one in UTC. */
    @Test
    void theDayOfAnOccasionIsTheCustomersWhateverOffsetTheScanIsWrittenIn() {
        String number = app.order("prepaid", null, null, "{}");
        app.parcel(number, "hopgate", "HOP 0704 0000 5");
        java.util.function.Consumer<String> out = at -> app.api(
                "POST",
                "/api/v1/scans",
                "[{\"carrier\":\"hopgate\",\"trackingNumber\":\"HOP 0704 0000 5\",\"code\":\"40\",\"text\":null,\"at\":\""
                        + at + "\",\"place\":\"Lund\"}]");
        out.accept("2026-11-22T22:30:00Z");
        out.accept("2026-11-23T08:30:00+10:00");
        long visits = occasions(number);
        assertThat(visits).as("one moment, written in two offsets").isEqualTo(1);
        out.accept("2026-11-22T23:30:00Z");
        assertThat(occasions(number))
                .as("half past midnight in Lund is another day")
                .isEqualTo(2);
        out.accept("2026-11-23T02:10:00Z");
        assertThat(occasions(number)).isEqualTo(2);
    }

    private long occasions(String number) {
        return app.context
                .getBean(org.springframework.jdbc.core.simple.JdbcClient.class)
                .sql(
                        "select count(*) from stage_reached r join shop_order o on o.id = r.order_id where o.number = ? and r.stage = 'out-for-delivery'")
                .param(number)
                .query(Long.class)
                .single();
    }
}
