package upbeat.herald.server.notice;

import static org.assertj.core.api.Assertions.assertThat;

import upbeat.herald.server.RunningApp;

/** Notices for tests, as the browser sends them. */
public final class NoticeJson {
    private NoticeJson() {}

    /** Live, at once, to everyone. @param more further values, each ending in a comma, or empty */
    public static String live(String name, String stage, String channels, String more) {
        return """
                {"name":"%s","stage":"%s",%s "channels":%s,"rule":"all","per":"order","ageLimit":"PT48H",
                "state":"live","audience":{"match":"all","conditions":[],"groups":[]}}""".formatted(name, stage, more, channels);
    }

    /** @return its id */
    public static String create(RunningApp.Person person, String body) {
        RunningApp.Answer made = person.call("POST", "/ui/plan/notices", body);
        assertThat(made.status()).as(made.body()).isEqualTo(201);
        return made.json().path("id").asString();
    }
}
