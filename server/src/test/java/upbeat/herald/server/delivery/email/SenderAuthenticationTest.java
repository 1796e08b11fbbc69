package upbeat.herald.server.delivery.email;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.james.jdkim.DKIMVerifier;
import org.apache.james.jdkim.api.PublicKeyRecordRetriever;
import org.apache.james.jdkim.api.SignatureRecord;
import org.apache.james.jdkim.exceptions.FailException;
import org.apache.james.jdkim.exceptions.PermFailException;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.server.RunningApp;

/**
 * Mail is signed once its key is seen in DNS. Signatures are verified by another library (Apache James jDKIM), which is
 * itself held to the mails of {@code dkim.json}, judged by dkimpy and mailauth.
 */
class SenderAuthenticationTest {
    private static RunningApp app;
    private static RunningApp.Person person;
    private static String domain;

    @BeforeAll
    static void open() {
        app = RunningApp.start();
        person = app.signedIn();
        domain = call("GET", "").path("domain").asString();
    }

    @AfterAll
    static void close() {
        app.close();
    }

    @BeforeEach
    void nothingPublished() {
        app.world.dns.clear();
        app.world.dns.start();
        call("DELETE", "/key");
    }

    private static JsonNode call(String method, String path) {
        RunningApp.Answer answer = person.call(method, "/ui/sender/authentication" + path, null);
        assertThat(answer.status()).as(answer.body()).isEqualTo(200);
        return answer.json();
    }

    private static JsonNode finding(JsonNode view, String subject) {
        return view.path("findings")
                .valueStream()
                .filter(f -> f.path("subject").asString().equals(subject))
                .findFirst()
                .orElseThrow();
    }

    private static String mailTo(String to) {
        String number = app.order("prepaid", to, null, "{\"email\":true}");
        String tracking = "HOP 0077 %04d 1".formatted(Math.floorMod(to.hashCode(), 10_000));
        app.parcel(number, "hopgate", tracking);
        app.scan("hopgate", tracking, "20", app.now());
        app.settled(number, "on-its-way", 1);
        return app.world.mailbox.to(to).get(0).raw();
    }

    private static List<SignatureRecord> verify(String raw, Map<String, String> records) throws Exception {
        PublicKeyRecordRetriever found = (methods, selector, of) -> {
            String record = records.get(selector + "._domainkey." + of);
            if (record == null) throw new PermFailException("no key");
            return List.of(record);
        };
        return new DKIMVerifier(found).verify(new ByteArrayInputStream(raw.getBytes(StandardCharsets.UTF_8)));
    }

    private static String crlf(String raw) {
        return raw.replace("\r\n", "\n").replace("\n", "\r\n");
    }

    @Test
    void aKeySignsWhenItIsPublishedAndNotBefore() throws Exception {
        assertThat(mailTo("before@customer.example")).doesNotContain("DKIM-Signature");
        JsonNode made = call("POST", "/key");
        assertThat(made.path("signs").asBoolean()).isFalse();
        JsonNode dkim = finding(made, "dkim");
        assertThat(dkim.path("state").asString()).isEqualTo("bad");
        assertThat(mailTo("waiting@customer.example")).doesNotContain("DKIM-Signature");

        app.world.dns.add(
                dkim.path("name").asString(), "TXT", dkim.path("quoted").asString());
        JsonNode checked = call("POST", "/check");
        assertThat(finding(checked, "dkim").path("state").asString()).isEqualTo("good");
        assertThat(checked.path("signs").asBoolean()).isTrue();
        String raw = crlf(mailTo("after@customer.example"));
        Map<String, String> records =
                Map.of(dkim.path("name").asString(), dkim.path("record").asString());
        assertThat(verify(raw, records)).singleElement().satisfies(s -> {
            assertThat(s.getDToken()).hasToString(domain);
            assertThat(s.getHeaders())
                    .extracting(h -> h.toString().toLowerCase(java.util.Locale.ROOT))
                    .contains("from", "to", "subject", "date", "message-id", "list-unsubscribe");
            assertThat(s.getBodyHashLimit()).as("the whole body").isEqualTo(-1);
        });
        assertThatThrownBy(() -> verify(raw.replace("on its way", "on its Way"), records))
                .isInstanceOf(FailException.class);
        assertThat(raw).contains("rsa-sha256").containsPattern("c=\\s*relaxed/relaxed");

        call("DELETE", "/key");
        assertThat(mailTo("gone@customer.example")).doesNotContain("DKIM-Signature");
    }

    @Test
    void whatDnsSaysIsJudgedWithTheRecordToPaste() {
        JsonNode empty = call("POST", "/check");
        assertThat(finding(empty, "spf").path("record").asString()).isEqualTo("v=spf1 mx ~all");
        assertThat(finding(empty, "dmarc").path("name").asString()).isEqualTo("_dmarc." + domain);
        app.world
                .dns
                .add(domain, "TXT", "\"v=spf1 \" \"mx -all\"")
                .add(domain, "MX", "10 mx." + domain + ".")
                .add(domain, "MX", "5 first." + domain + ".")
                .add("_dmarc." + domain, "TXT", "\"v=DMARC1; p=reject\"");
        JsonNode view = call("POST", "/check");
        assertThat(finding(view, "spf").path("text").asString()).contains("can't be told from here");
        assertThat(finding(view, "dmarc").path("text").asString()).contains("reject");
        assertThat(finding(view, "mx").path("text").asString()).contains("first." + domain + ", mx." + domain);
    }

    @Test
    void aNameServerThatDoesNotAnswerIsSaidSo() {
        app.world.dns.stop();
        JsonNode view = call("POST", "/check");
        assertThat(finding(view, "spf").path("state").asString()).isEqualTo("unknown");
        assertThat(finding(view, "spf").path("text").asString()).contains("DNS didn't answer");
    }

    @Test
    void thePrivateKeyIsSealedAndNeverShown() {
        call("POST", "/key");
        DkimKeyRepository.DkimKey kept =
                app.context.getBean(DkimKeys.class).find(domain).orElseThrow();
        assertThat(kept.privateKey()).doesNotStartWith("MII");
        assertThat(call("GET", "").toString()).doesNotContain(kept.privateKey()).doesNotContain("privateKey");
        JsonNode again = call("POST", "/key");
        assertThat(again.path("selector").asString()).isEqualTo(kept.selector());
        assertThat(app.context.getBean(DkimKeys.class).find(domain).orElseThrow())
                .as("one that is there stays")
                .isEqualTo(kept);
    }

    /** The judge itself is judged: what dkimpy and mailauth say of these mails, jDKIM says as well. */
    @ParameterizedTest
    @CsvSource({
        "signed-rsa.eml, true",
        "ok-spaces-changed.eml, true",
        "bad-body-changed.eml, false",
        "bad-unsubscribe-changed.eml, false"
    })
    void theVerifierAgreesWithTwoOthers(String file, boolean isGood) throws Exception {
        JsonNode all = JsonMapper.shared().readTree(resource("dkim.json"));
        String name = "tests1._domainkey.mail.shop.example";
        Map<String, String> records = new ConcurrentHashMap<>();
        records.put(name, all.path("records").path(name).asString());
        assertThat(all.path("cases").path(file).path("signatureVerifies").asBoolean())
                .isEqualTo(isGood);
        String raw = new String(resource(file), StandardCharsets.UTF_8);
        if (isGood) assertThat(verify(raw, records)).hasSize(1);
        else assertThatThrownBy(() -> verify(raw, records)).isInstanceOf(FailException.class);
    }

    private static byte[] resource(String name) throws IOException {
        try (InputStream in = SenderAuthenticationTest.class.getResourceAsStream("/dkim/" + name)) {
            return in.readAllBytes();
        }
    }
}
