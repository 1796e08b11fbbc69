package upbeat.herald.server.customerpage;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.RunningApp;

/** The pages as a customer gets them, over a real socket. */
class CustomerPagesTest {
    private static final Map<String, String> FORM = Map.of("Content-Type", "application/x-www-form-urlencoded");
    private final RunningApp app = RunningApp.shared();

    private String answerPath(String phone) {
        app.order("cash-on-delivery", null, phone, "{\"whatsapp\":false}");
        app.advance("PT15M");
        await().until(() -> !app.world.phones.on(phone).isEmpty());
        String text = app.world.phones.on(phone).get(0).text();
        Matcher link = Pattern.compile("/a/[A-Za-z0-9_-]+").matcher(text);
        assertThat(link.find()).as(text).isTrue();
        return link.group();
    }

    @Test
    void theAnswerIsConfirmedInCompleteSentences() {
        String path = answerPath("+46701740621");
        assertThat(app.bare("GET", path, null, Map.of()).body())
                .contains("<html lang=\"en\" dir=\"ltr\">", "Please confirm your answer.");
        assertThat(app.bare("POST", path, "button=confirm", FORM).body())
                .contains("Thank you", "We’ve recorded your answer.", "Your answer for order", "Questions? Call +46");
        assertThat(app.bare("GET", path, null, Map.of()).body())
                .contains("You’ve already answered", "If this has changed, please contact us.");
        assertThat(app.bare("POST", path, "button=nonsense", FORM).body()).contains("We don’t know this answer");
    }

    @Test
    void aLinkThatDoesNotWorkSaysSoInTheBrowsersLanguage() {
        RunningApp.Answer page = app.bare("GET", "/a/nothing", null, Map.of("Accept-Language", "de-AT, en;q=0.5"));
        assertThat(page.status()).isEqualTo(404);
        assertThat(page.body()).contains("<html lang=\"de\"", "Dieser Link funktioniert nicht", "Rufen Sie uns an");
        assertThat(app.bare("GET", "/t/nothing", null, Map.of("Accept-Language", "pl"))
                        .body())
                .contains("<html lang=\"pl\"", "Ten link nie działa");
        assertThat(app.bare("GET", "/t/nothing", null, Map.of("Accept-Language", "tlh"))
                        .body())
                .contains("<html lang=\"en\"", "This link doesn’t work");
    }
}
