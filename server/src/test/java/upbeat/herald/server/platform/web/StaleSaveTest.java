package upbeat.herald.server.platform.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;

/**
 * Two people at one document: the second save is refused with what the first one saved. Statuses 412 and 428 as in RFC
 * 9110, 15.5.13, and RFC 6585, 3.
 */
class StaleSaveTest extends OwnAppTestCase {
    private static RunningApp.Person person;

    @BeforeAll
    static void open() {
        person = app.signedIn();
        person.call("POST", "/ui/shops", "{\"key\":\"attic\",\"name\":\"Attic\"}");
        person.call(
                "POST",
                "/ui/feeds",
                "{\"name\":\"Nightly\",\"kind\":\"folder\",\"place\":\"nightly\",\"holds\":\"orders\","
                        + "\"shop\":\"attic\",\"schedule\":\"off\"}");
    }

    private static JsonNode read(String path, String pointer) {
        return person.call("GET", path, null).json().at(pointer);
    }

    private static RunningApp.Answer put(String path, JsonNode body, String match) {
        return person.call("PUT", path, body.toString(), Map.of("If-Match", match));
    }

    private static String tag(String version) {
        return '"' + version + '"';
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource({
        "/ui/plan/notices/delivered, /ui/plan, /notices/0, /notice, name",
        "/ui/wording/delivered/email, /ui/wording/delivered/email, '', /own, subject",
        "/ui/brand, /ui/brand, '', /brand, name",
        "/ui/carriers/hopgate, /ui/carriers, /carriers/0, /carrier, name",
        "/ui/feeds/1, /ui/feeds/1, '', /feed, name",
        "/ui/shops/attic/mapping, /ui/shops/attic, '', /mapping, each",
        "/ui/shops/attic, /ui/shops/attic, '', '', name",
    })
    void theSecondOfTwoSavesIsRefusedWithWhatTheFirstSaved(
            String save, String view, String at, String document, String field) {
        String where = place(view, at, save);
        String version = read(view, where + "/version").asString();
        JsonNode found = read(view, where + document);
        ObjectNode body = found.isObject() ? ((ObjectNode) found).deepCopy() : mapping();
        if (save.contains("/plan/")) body.remove(List.of("wordings", "others"));
        body.put(field, "$.first");
        RunningApp.Answer first = put(save, body, tag(version));
        assertThat(first.status()).as(first.body()).isEqualTo(200);

        body.put(field, "$.second");
        RunningApp.Answer second = put(save, body, tag(version));
        assertThat(second.status()).as(second.body()).isEqualTo(412);
        assertThat(second.json().path("current").path(field).asString())
                .as("what stands there now, to compare with")
                .isEqualTo("$.first");
        assertThat(read(view, where + document).path(field).asString()).isEqualTo("$.first");
        String now = second.json().path("version").asString();
        assertThat(now).isEqualTo(read(view, where + "/version").asString()).isNotEqualTo(version);
        assertThat(second.response().headers().firstValue("ETag")).contains(tag(now));

        assertThat(put(save, body, tag(version) + ", " + tag(now)).status())
                .as("saved over what was shown")
                .isEqualTo(200);
        assertThat(read(view, where + document).path(field).asString()).isEqualTo("$.second");
        body.put(field, "$.third");
        assertThat(put(save, body, "*").status()).isEqualTo(200);
        assertThat(put(save, body, "W/" + tag(read(view, where + "/version").asString()))
                        .status())
                .as("a weak tag never matches (RFC 9110, 13.1.1)")
                .isEqualTo(412);
    }

    /** Where the notice or carrier stands in its list; the pointer itself for a document of its own. */
    private static String place(String view, String at, String save) {
        if (at.isEmpty()) return "";
        String list = at.substring(0, at.lastIndexOf('/'));
        String id = save.substring(save.lastIndexOf('/') + 1);
        JsonNode lines = read(view, list);
        int i = IntStream.range(0, lines.size())
                .filter(n -> lines.get(n).path("id").asString("").equals(id)
                        || lines.get(n).at("/carrier/key").asString("").equals(id))
                .findFirst()
                .orElseThrow();
        return list + "/" + i;
    }

    private static ObjectNode mapping() {
        return (ObjectNode)
                JsonMapper.shared()
                        .readTree(
                                "{\"each\":null,\"fields\":{\"number\":{\"path\":\"$.id\",\"steps\":[]}},\"lists\":{},\"stages\":{}}");
    }

    @Test
    void aSaveThatDoesNotSayWhatItBeganFromIsRefused() {
        RunningApp.Answer answer = person.callAsGiven("PUT", "/ui/brand", "{\"name\":\"Nobody asked\"}", Map.of());
        assertThat(answer.status()).as(answer.body()).isEqualTo(428);
        assertThat(read("/ui/brand", "/brand/name").asString()).isNotEqualTo("Nobody asked");
    }

    @Test
    void ofManyWhoSaveAtOnceOneSucceeds() throws Exception {
        JsonNode shown = person.call("GET", "/ui/brand", null).json();
        ExecutorService people = Executors.newFixedThreadPool(8);
        try {
            List<Callable<Integer>> saves = IntStream.range(0, 16)
                    .<Callable<Integer>>mapToObj(i -> () -> {
                        ObjectNode body = ((ObjectNode) shown.path("brand")).deepCopy();
                        return put(
                                        "/ui/brand",
                                        body.put("phone", "+46 8 465 004 " + (10 + i)),
                                        tag(shown.path("version").asString()))
                                .status();
                    })
                    .toList();
            List<Integer> statuses = new java.util.ArrayList<>();
            for (Future<Integer> f : people.invokeAll(saves)) statuses.add(f.get());
            assertThat(statuses).containsOnlyOnce(200).containsOnly(200, 412);
        } finally {
            people.shutdownNow();
        }
    }

    @Test
    void anEditOfTheRuleAndOneOfTheTextDoNotStandInEachOthersWay() {
        JsonNode plan = read("/ui/plan", "/notices");
        JsonNode notice = plan.valueStream()
                .filter(n -> n.path("id").asString().equals("delivered"))
                .findFirst()
                .orElseThrow();
        ObjectNode text = (ObjectNode) read("/ui/wording/delivered/sms", "/own");
        assertThat(put("/ui/wording/delivered/sms", text.put("text", "It is there."), "*")
                        .status())
                .isEqualTo(200);
        ObjectNode rule = ((ObjectNode) notice.path("notice")).deepCopy();
        rule.remove(List.of("wordings", "others"));
        assertThat(put(
                                "/ui/plan/notices/delivered",
                                rule.put("after", "PT5M"),
                                tag(notice.path("version").asString()))
                        .status())
                .isEqualTo(200);
        assertThat(read("/ui/wording/delivered/sms", "/own/text").asString()).isEqualTo("It is there.");
    }
}
