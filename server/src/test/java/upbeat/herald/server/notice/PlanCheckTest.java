package upbeat.herald.server.notice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** Each thing that can be wrong with a plan is brought about, seen, and gone when it is put right. */
class PlanCheckTest extends OwnAppTestCase {
    private static RunningApp.Person person;

    @BeforeEach
    void onlyWhatTheTestMakes() {
        if (person == null) person = app.signedIn();
        app.emptyPlan(person);
    }

    private static String notice(String name, String stage, String channels, String conditions) {
        return """
                {"name":"%s","stage":"%s","after":"PT0S","channels":%s,"rule":"all","per":"order","ageLimit":"PT48H",
                "state":"live","buttons":[],"audience":{"match":"all","conditions":[%s],"groups":[]}}""".formatted(name, stage, channels, conditions);
    }

    private static String create(String body) {
        RunningApp.Answer made = person.call("POST", "/ui/plan/notices", body);
        assertThat(made.status()).as(made.body()).isEqualTo(201);
        return made.json().path("id").asString();
    }

    private static List<JsonNode> find(String kind, String noticeId) {
        return person.call("GET", "/ui/plan/checks", null)
                .json()
                .valueStream()
                .filter(f -> f.path("kind").asString().equals(kind)
                        && f.path("noticeId").asString().equals(noticeId))
                .toList();
    }

    private static void write(String sql, Object... values) {
        app.context
                .getBean(DatabaseWriter.class)
                .write(db -> db.sql(sql).params(values).update());
    }

    @Test
    void twoNoticesThatSpeakAtOnce() {
        create(notice("First", "packed", "[\"email\",\"sms\"]", ""));
        String second = create(notice("Second", "packed", "[\"sms\"]", ""));
        assertThat(find("same-moment", second)).singleElement().satisfies(f -> assertThat(
                        f.path("text").asString())
                .contains("\"First\" also speaks at this moment by SMS"));
        person.call(
                "PUT",
                "/ui/plan/notices/" + second,
                notice("Second", "packed", "[\"sms\"]", "").replace("PT0S", "PT3H"));
        assertThat(find("same-moment", second)).isEmpty();
    }

    @Test
    void aLanguageThatRecentCustomersHave() {
        String id = create(notice("Spoken", "ordered", "[\"email\"]", ""));
        String number = app.order("prepaid", "sami@customer.example", null, "{\"email\":true}");
        write("update shop_order set body = json_set(body, '$.customer.language', 'fi') where number = ?", number);
        assertThat(find("missing-language", id))
                .anySatisfy(f -> assertThat(f.path("text").asString())
                        .isEqualTo("Finnish is missing for e-mail (1 recent order)"));
    }

    @Test
    void messagesThatWereHeldForOurOwnReasons() {
        String id = create(notice("Kept back", "ordered", "[\"email\"]", ""));
        String number = app.order("prepaid", "kept@customer.example", null, "{\"email\":true}");
        await().atMost(Duration.ofSeconds(20))
                .until(() -> app.read(number).path("messages").toString().contains("accepted"));
        assertThat(find("held", id)).isEmpty();
        write("""
                update message set status = 'withheld', reason_code = 'FIELD_EMPTY', reason = 'The field is empty'
                where notice_id = ?""", id);
        assertThat(find("held", id)).singleElement().satisfies(f -> {
            assertThat(f.path("text").asString()).contains("The field is empty");
            assertThat(f.path("count").asInt()).isEqualTo(1);
        });
        write("update message set reason_code = 'OVERTAKEN' where notice_id = ?", id);
        assertThat(find("overtaken", id)).as("one late message is no habit").isEmpty();
        for (int i = 0; i < 5; i++) app.order("prepaid", "late" + i + "@customer.example", null, "{\"email\":true}");
        write("update message set status = 'withheld', reason_code = 'OVERTAKEN' where notice_id = ?", id);
        assertThat(find("overtaken", id))
                .singleElement()
                .satisfies(f -> assertThat(f.path("text").asString()).contains("6 of 6"));
    }

    @Test
    void aNoticeThatFellSilent() {
        String id = create(notice("Was talking", "packed", "[\"email\"]", ""));
        long today = NoticeOutcomeRepository.dayOf(app.now());
        for (int d = 6; d < 21; d++)
            write("insert into notice_sent (notice_id, channel, day, n) values (?, 'email', ?, 4)", id, today - d);
        assertThat(find("silent", id)).singleElement().satisfies(f -> assertThat(
                        f.path("text").asString())
                .startsWith("Nothing was sent for 6 days; before, it was 60 messages"));
        write("insert into notice_sent (notice_id, channel, day, n) values (?, 'email', ?, 4)", id, today - 1);
        assertThat(find("silent", id)).isEmpty();
    }

    @Test
    void textsThatAreJustOverTheLimit() {
        String id = create(notice("Long", "ordered", "[\"sms\"]", ""));
        String number = app.order("prepaid", null, "+46701740653", "{\"sms\":true}");
        await().atMost(Duration.ofSeconds(20))
                .until(() -> app.read(number).path("messages").toString().contains("delivered"));
        write("update message set segments = 2, text = ? where notice_id = ?", "x".repeat(200), id);
        assertThat(find("just-over", id)).isEmpty();
        write("update message set text = ? where notice_id = ?", "x".repeat(161), id);
        assertThat(find("just-over", id))
                .singleElement()
                .satisfies(f -> assertThat(f.path("count").asInt()).isEqualTo(1));
    }

    @Test
    void aTextThatDoesNotSayWhereToFollowTheParcel() {
        String id = create(notice("Linked", "in-transit", "[\"sms\",\"email\",\"whatsapp\"]", ""));
        assertThat(find("no-link", id)).as("the starters lead to the parcel").isEmpty();
        RunningApp.Answer saved = person.call(
                "PUT", "/ui/wording/" + id + "/sms", "{\"text\":\"{{brand.name}}: {{order.number}} is moving.\"}");
        assertThat(saved.status()).as(saved.body()).isBetween(200, 204);
        assertThat(find("no-link", id)).singleElement().satisfies(f -> {
            assertThat(f.path("text").asString())
                    .isEqualTo("The text for SMS has no link to follow the parcel (English)");
            assertThat(f.path("channel").asString()).isEqualTo("sms");
        });
        String arrived = create(notice("Arrived", "delivered", "[\"sms\"]", ""));
        assertThat(find("no-link", arrived)).as("nothing left to follow").isEmpty();
    }

    @Test
    void aShopThatTellsItsCustomersItself() {
        app.order("prepaid", "twice@customer.example", null, "{\"email\":true}");
        String id = create(notice("Heard twice", "dispatched", "[\"email\"]", ""));
        assertThat(find("shop-tells", id)).isEmpty();
        RunningApp.Answer saved = person.call(
                "PUT",
                "/ui/plan/shop-messages",
                "{\"shop\":\"kites\",\"stages\":[\"delivered\",\"dispatched\",\"dispatched\"]}");
        assertThat(saved.status()).as(saved.body()).isEqualTo(200);
        assertThat(saved.json().valueStream())
                .anyMatch(s -> s.path("shop").asString().equals("kites")
                        && s.path("stages").toString().equals("[\"dispatched\",\"delivered\"]"));
        assertThat(find("shop-tells", id)).singleElement().satisfies(f -> assertThat(
                        f.path("text").asString())
                .contains("The shop kites tells customers about this too"));
        assertThat(person.call("GET", "/ui/plan/notices/" + id + "/go-live", null)
                        .body())
                .contains("The shop kites tells customers about this too");
        String others =
                create(notice("Heard once", "dispatched", "[\"email\"]", "{\"kind\":\"shop\",\"values\":[\"reels\"]}"));
        assertThat(find("shop-tells", others)).isEmpty();
        assertThat(person.call("PUT", "/ui/plan/shop-messages", "{\"shop\":\"kites\",\"stages\":[\"sideways\"]}")
                        .status())
                .isEqualTo(422);
        person.call("PUT", "/ui/plan/shop-messages", "{\"shop\":\"kites\",\"stages\":[]}");
        assertThat(find("shop-tells", id)).isEmpty();
    }

    @Test
    void aConditionThatNobodyMeets() {
        app.order("prepaid", "somewhere@customer.example", null, "{\"email\":true}");
        String id = create(notice(
                "For nobody",
                "ordered",
                "[\"email\"]",
                "{\"kind\":\"country\",\"values\":[\"NZ\"],\"from\":null,\"to\":null}"));
        assertThat(find("never-met", id))
                .singleElement()
                .satisfies(f -> assertThat(f.path("text").asString()).contains("New Zealand"));
    }

    @Test
    void aFieldThatRecentOrdersLack() {
        String id = create(notice("Says the region", "ordered", "[\"sms\"]", ""));
        assertThat(find("empty-field", id)).isEmpty();
        app.order("prepaid", null, "+46701740654", "{\"sms\":true}");
        RunningApp.Answer changed = person.call(
                "PUT",
                "/ui/plan/notices/" + id,
                notice("Says the region", "ordered", "[\"sms\"]", "")
                        .replace(
                                "\"buttons\":[]",
                                "\"buttons\":[],\"wordings\":{\"sms\":{\"text\":\"{{brand.name}}: off to {{shipTo.region}}\"}}"));
        assertThat(changed.status()).as(changed.body()).isEqualTo(200);
        assertThat(find("empty-field", id)).singleElement().satisfies(f -> assertThat(
                        f.path("text").asString())
                .startsWith("The text for SMS can't be written for ")
                .endsWith("Empty: Region of destination"));
        // Where the text asks first, nothing is missing.
        person.call(
                "PUT",
                "/ui/plan/notices/" + id,
                notice("Says the region", "ordered", "[\"sms\"]", "").replace("\"buttons\":[]", """
                        "buttons":[],"wordings":{"sms":{"text":
                        "{{brand.name}}: off{{#if shipTo.region}} to {{shipTo.region}}{{/if}}"}}"""));
        assertThat(find("empty-field", id)).isEmpty();
    }

    @Test
    void chatTextsThatWaitForTheNetwork() {
        String id = create(notice("In chat", "ordered", "[\"whatsapp\"]", ""));
        assertThat(find("not-approved", id))
                .isNotEmpty()
                .allSatisfy(f -> assertThat(f.path("channel").asString()).isEqualTo("whatsapp"));
    }

    @Test
    void draftsAreLeftInPeace() {
        create(notice("First", "packed", "[\"sms\"]", ""));
        String second = create(notice("Second", "packed", "[\"sms\"]", "").replace("\"live\"", "\"draft\""));
        assertThat(find("same-moment", second)).isEmpty();
        assertThat(app.bare("GET", "/ui/plan/checks", null, java.util.Map.of()).status())
                .isEqualTo(401);
    }
}
