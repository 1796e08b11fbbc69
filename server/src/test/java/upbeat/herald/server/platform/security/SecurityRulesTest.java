package upbeat.herald.server.platform.security;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.server.RunningApp;

/** Who may go where, over a real socket. */
class SecurityRulesTest {
    private final RunningApp app = RunningApp.shared();

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/ui/plan",
                "/ui/orders",
                "/ui/route",
                "/ui/setup/shops",
                "/ui/brand",
                "/ui/feeds",
                "/ui/gateways",
                "/ui/api-keys",
                "/ui/orders-export.csv",
                "/actuator/metrics"
            })
    void aPersonsPagesAskForASession(String path) {
        assertThat(app.bare("GET", path, null, Map.of()).status()).isEqualTo(401);
        assertThat(app.bare("GET", path, null, Map.of("Authorization", "Bearer " + RunningApp.KEY))
                        .status())
                .as("a machine's key is not a session")
                .isEqualTo(401);
    }

    @ParameterizedTest
    @CsvSource({"Basic Y29vcmRpbmF0b3I6eA==", "Bearer", "Bearer wrong-key", "bearer", "Digest x"})
    void aMachineNeedsItsKey(String header) {
        RunningApp.Answer answer = app.bare("GET", "/api/v1/messages", null, Map.of("Authorization", header));
        assertThat(answer.status()).isEqualTo(401);
        assertThat(answer.response().headers().firstValue("WWW-Authenticate")).contains("Bearer");
        assertThat(answer.response().headers().firstValue("Content-Type").orElseThrow())
                .as("RFC 9457")
                .startsWith("application/problem+json");
    }

    @Test
    void theSchemesNameIsReadInAnyCase() {
        assertThat(app.bare("GET", "/api/v1/messages", null, Map.of("Authorization", "bEaReR " + RunningApp.KEY))
                        .status())
                .as("RFC 9110, 11.1: case-insensitive")
                .isEqualTo(200);
    }

    @Test
    void aSessionChangesNothingWithoutItsToken() {
        RunningApp.Person person = app.signedIn();
        assertThat(person.call("POST", "/ui/plan/reach", "{}", Map.of("X-XSRF-TOKEN", "wrong"))
                        .status())
                .isEqualTo(403);
        assertThat(person.call("GET", "/ui/plan", null).status()).isEqualTo(200);
    }

    @Test
    void pagesAllowNothingFromElsewhere() {
        String policy = app.bare("GET", "/", null, Map.of())
                .response()
                .headers()
                .firstValue("Content-Security-Policy")
                .orElseThrow();
        assertThat(policy)
                .contains("default-src 'self'", "object-src 'none'", "frame-ancestors 'none'", "base-uri 'none'")
                .doesNotContain("unsafe-eval", "http:", "https:", "*");
    }

    @Test
    void signingOutEndsTheSession() {
        RunningApp.Person person = app.signedIn();
        assertThat(person.call("DELETE", "/ui/session", null).status()).isEqualTo(204);
        assertThat(person.call("GET", "/ui/plan", null).status()).isEqualTo(401);
    }
}
