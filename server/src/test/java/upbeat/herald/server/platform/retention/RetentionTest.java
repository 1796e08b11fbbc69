package upbeat.herald.server.platform.retention;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/** What is older than it is to be goes at night, in pieces; what is said of it stays. */
class RetentionTest extends OwnAppTestCase {

    private static int count(String sql) {
        return app.context
                .getBean(JdbcClient.class)
                .sql(sql)
                .query(Integer.class)
                .single();
    }

    private static int night() {
        return app.context.getBean(RetentionJob.class).run();
    }

    @Test
    void oldRequestsImportsAndTextsGoAndTheRestStays() {
        RunningApp.Person person = app.signedIn();
        JsonNode shop = person.call("POST", "/ui/shops", "{\"key\":\"old\",\"name\":\"Old\"}")
                .json();
        String path = shop.path("address").asString().replaceFirst("^https?://[^/]+", "");
        for (int i = 0; i < 3; i++)
            app.bare(
                    "POST",
                    path,
                    "{\"n\":" + i + "}",
                    java.util.Map.of("X-Shop-Secret", shop.path("headerSecret").asString()));
        person.upload("/ui/sheets?kind=orders", "old", "order,name\nS-1,Ann\n".getBytes());
        String number = app.order("cash-on-delivery", "keep@customer.example", null, "{}");
        app.advance("PT15M");
        await().until(() -> app.message(number, "is-it-yours", "email")
                .path("status")
                .asString()
                .equals("accepted"));
        assertThat(night()).as("nothing is old yet").isZero();
        int requests = count("select count(*) from arrival");
        assertThat(requests).isEqualTo(3);
        app.advance("P91D");
        assertThat(night()).isGreaterThanOrEqualTo(3);
        assertThat(count("select count(*) from arrival")).isZero();
        assertThat(count("select count(*) from import_run")).isZero();
        JsonNode said = app.message(number, "is-it-yours", "email");
        assertThat(said.path("text").asString("")).as("texts are kept longer").isNotEmpty();
        app.advance("P640D");
        assertThat(night()).isPositive();
        JsonNode left = app.message(number, "is-it-yours", "email");
        assertThat(left.path("text").asString("")).isEmpty();
        assertThat(left.path("status").asString()).isEqualTo("accepted");
        assertThat(left.path("to").asString()).isEqualTo("keep@customer.example");
    }

    @Test
    void eachNightlyQuestionHasItsIndex() {
        JdbcClient db = app.context.getBean(JdbcClient.class);
        for (String sql : new String[] {
            "select id from arrival where received_at < 1 order by received_at limit 5",
            "select id from import_run where created_at < 1 order by created_at limit 5",
            "select id from feed_run where ended_at < 1 order by ended_at limit 5",
            "select seq from message where sent_at < 1 and text is not null order by sent_at limit 5",
            "select id from wording_version where at < 1 order by at limit 5"
        })
            assertThat(db.sql("explain query plan " + sql)
                            .query((rs, i) -> rs.getString("detail"))
                            .list()
                            .toString())
                    .as(sql)
                    .contains("USING")
                    .doesNotContain("SCAN")
                    .doesNotContain("TEMP B-TREE");
    }
}
