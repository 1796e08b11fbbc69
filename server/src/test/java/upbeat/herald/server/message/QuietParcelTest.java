package upbeat.herald.server.message;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

/** A carrier that reports nothing for days is a moment of its own. */
class QuietParcelTest {
    private static final String NOTICE = """
            {"name":"%s","stage":"delayed","quietDays":2,"after":"%s","channels":["email"],"rule":"all","per":"%s",
            "ageLimit":"PT48H","state":"live","buttons":[],"audience":{"match":"all","conditions":[],"groups":[]}}""";
    private RunningApp app;

    @BeforeEach
    void start() {
        app = RunningApp.start();
    }

    @AfterEach
    void stop() {
        app.close();
    }

    private void notice(String name, String after, String per) {
        RunningApp.Answer kept = app.signedIn().call("POST", "/ui/plan/notices", NOTICE.formatted(name, after, per));
        assertThat(kept.status()).as(kept.body()).isEqualTo(201);
    }

    /** An order whose parcel the carrier has just taken. */
    private String onItsWay(String tracking) {
        String number = app.order("prepaid", "quiet@customer.example", null, "{\"email\":true}");
        app.parcel(number, "hopgate", tracking);
        app.scan("hopgate", tracking, "20", app.now());
        return number;
    }

    private List<JsonNode> of(String number, String notice) {
        return app.read(number)
                .path("messages")
                .valueStream()
                .filter(m -> m.path("notice").asString().equals(notice))
                .toList();
    }

    /** Moves the clock on and waits until the sweep has seen it. */
    private void advance(String duration) {
        app.advance(duration);
        String now = app.now().toString();
        QuietParcelSweep sweep = app.context.getBean(QuietParcelSweep.class);
        await().atMost(Duration.ofSeconds(20)).until(() -> {
            sweep.sweep();
            return app.context
                            .getBean(upbeat.herald.server.platform.persistence.SettingRepository.class)
                            .find(
                                    app.context.getBean(org.springframework.jdbc.core.simple.JdbcClient.class),
                                    "quiet.sweptUntil")
                            .orElse("")
                            .compareTo(now)
                    >= 0;
        });
    }

    @Test
    void isSaidOnceForEachSilence() {
        notice("No news", "PT0S", "occasion");
        notice("No news at all", "PT0S", "parcel");
        advance("PT2M");
        String number = onItsWay("HOP 0041 7738 2");
        advance("PT47H");
        assertThat(of(number, "no-news")).isEmpty();
        advance("PT2H");
        assertThat(of(number, "no-news")).hasSize(1);
        advance("PT5H");
        advance("PT5H");
        assertThat(of(number, "no-news")).hasSize(1);
        // Heard of again, and silent again.
        app.scan("hopgate", "HOP 0041 7738 2", "30", app.now());
        advance("PT49H");
        assertThat(of(number, "no-news")).hasSize(2);
        assertThat(of(number, "no-news-at-all")).hasSize(1);
        // Delivered: nobody waits for it any more.
        app.scan("hopgate", "HOP 0041 7738 2", "50", app.now());
        advance("PT49H");
        assertThat(of(number, "no-news")).hasSize(2);
    }

    @Test
    void isNotSaidOfAnOldSilenceNorOfOneThatEnded() {
        String old = onItsWay("HOP 0041 7738 2");
        advance("PT60H");
        notice("No news", "PT3H", "parcel");
        advance("PT2M");
        assertThat(of(old, "no-news"))
                .as("it was silent before the notice was there")
                .isEmpty();

        String number = onItsWay("HOP 0041 7739 1");
        advance("PT49H");
        assertThat(of(number, "no-news"))
                .singleElement()
                .satisfies(m -> assertThat(m.path("status").asString()).isEqualTo("planned"));
        app.scan("hopgate", "HOP 0041 7739 1", "30", app.now());
        advance("PT3H");
        await().atMost(Duration.ofSeconds(20))
                .until(() ->
                        of(number, "no-news").get(0).path("status").asString().equals("withheld"));
        assertThat(of(number, "no-news").get(0).path("reason").asString())
                .isEqualTo("The carrier has reported the parcel since");
    }

    @Test
    void itsReachIsCountedFromTheScans() {
        advance("PT2M");
        String first = onItsWay("HOP 0041 7738 2");
        advance("PT60H");
        app.scan("hopgate", "HOP 0041 7738 2", "30", app.now());
        onItsWay("HOP 0041 7739 1");
        advance("PT50H");
        String body = NOTICE.formatted("Draft", "PT0S", "occasion");
        JsonNode reach = app.signedIn().call("POST", "/ui/plan/reach", body).json();
        // Two silences of the first parcel, the second still going on, and one of the other.
        assertThat(reach.path("moments").asInt()).as(reach.toString()).isEqualTo(3);
        assertThat(reach.path("reached").asInt()).isEqualTo(3);
        assertThat(app.signedIn()
                        .call("POST", "/ui/plan/reach", body.replace("\"quietDays\":2", "\"quietDays\":3"))
                        .json()
                        .path("moments")
                        .asInt())
                .isZero();
        JsonNode outcomes =
                app.signedIn().call("GET", "/ui/orders/kites/" + first, null).json();
        assertThat(outcomes.path("order").path("number").asString()).isEqualTo(first);
    }
}
