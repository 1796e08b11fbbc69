package upbeat.herald.server.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.PhoneApp;
import upbeat.herald.server.RunningApp;

/** People come by invitation, do what their role allows, and leave; over real sockets and real mails. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class PeopleTest extends OwnAppTestCase {
    private static final Pattern TOKEN = Pattern.compile("#([A-Za-z0-9_-]{32})");
    private static final AtomicInteger addresses = new AtomicInteger();
    private static final String PASSWORD = "kites over the harbour";

    private static String json(Object... namesAndValues) {
        Map<String, Object> values = new java.util.LinkedHashMap<>();
        for (int i = 0; i < namesAndValues.length; i += 2)
            values.put((String) namesAndValues[i], namesAndValues[i + 1]);
        return JsonMapper.shared().writeValueAsString(values);
    }

    private static String mailedToken(String to, String subject) {
        String[] token = new String[1];
        await().until(() -> app.world.mailbox.to(to).stream()
                        .map(m -> m.raw())
                        .filter(raw -> raw.contains("Subject: " + subject))
                        .map(raw -> TOKEN.matcher(raw.replace("=\r\n", "")))
                        .filter(Matcher::find)
                        .peek(m -> token[0] = m.group(1))
                        .count()
                > 0);
        return token[0];
    }

    private static String invite(String email, String role) {
        RunningApp.Answer made =
                app.signedIn().call("POST", "/ui/people/invitations", json("email", email, "role", role));
        assertThat(made.status()).as(made.body()).isEqualTo(201);
        Matcher link = TOKEN.matcher(made.json().path("link").asString());
        assertThat(link.find()).isTrue();
        return link.group(1);
    }

    private static RunningApp.Person join(String name, String role) {
        String token = invite(name + "@team.example", role);
        RunningApp.Person person = app.visitor();
        RunningApp.Answer joined = post(person, "/ui/invitation", "token", token, "name", name, "password", PASSWORD);
        assertThat(joined.status()).as(joined.body()).isEqualTo(200);
        person.call("GET", "/ui/session", null);
        return person;
    }

    private static RunningApp.Person owner;

    private static RunningApp.Person owner() {
        if (owner == null) owner = app.signedIn();
        return owner;
    }

    /** Where an account is changed. */
    private static String of(String name) {
        return "/ui/people/"
                + owner().call("GET", "/ui/people", null)
                        .json()
                        .path("people")
                        .valueStream()
                        .filter(p -> p.path("name").asString().equals(name))
                        .findFirst()
                        .orElseThrow()
                        .path("id")
                        .asLong();
    }

    /** Each from an address of its own: how often one may try is another test's. */
    private static RunningApp.Answer post(RunningApp.Person person, String path, Object... namesAndValues) {
        return person.call(
                "POST",
                path,
                json(namesAndValues),
                Map.of("X-Forwarded-For", "198.51.100." + addresses.incrementAndGet()));
    }

    private static RunningApp.Answer signIn(RunningApp.Person person, String name, String password, String code) {
        return post(person, "/ui/session", "name", name, "password", password, "code", code);
    }

    @Test
    @Order(1)
    void anInvitationIsMailedAndLetsOnePersonInOnce() {
        String shown = invite("mila@team.example", "view");
        String token = mailedToken("mila@team.example", "Invitation to Upbeat Herald");
        assertThat(token).isEqualTo(shown);
        RunningApp.Person person = app.visitor();
        JsonNode looked = post(person, "/ui/invitation", "token", token).json();
        assertThat(looked.path("role").asString()).isEqualTo("view");
        assertThat(looked.path("invitedBy").asString()).isEqualTo("coordinator");
        assertThat(looked.path("accepted").asBoolean()).isFalse();
        assertThat(post(person, "/ui/invitation", "token", token, "name", "mila", "password", "short")
                        .body())
                .contains("at least 12 characters");
        assertThat(post(person, "/ui/invitation", "token", token, "name", "Coordinator", "password", PASSWORD)
                        .body())
                .contains("Somebody is called Coordinator already");
        assertThat(post(person, "/ui/invitation", "token", token, "name", "mila", "password", PASSWORD)
                        .json()
                        .path("accepted")
                        .asBoolean())
                .isTrue();
        assertThat(person.call("GET", "/ui/session", null).json().path("role").asString())
                .isEqualTo("view");
        RunningApp.Answer twice =
                post(app.visitor(), "/ui/invitation", "token", token, "name", "other", "password", PASSWORD);
        assertThat(twice.status()).isEqualTo(422);
        assertThat(twice.body()).contains("was used, withdrawn or has expired");
        assertThat(post(app.visitor(), "/ui/invitation", "token", "x".repeat(32))
                        .status())
                .isEqualTo(422);
    }

    @Test
    @Order(2)
    void invitationsAreWithdrawnRefusedAndReplaced() {
        RunningApp.Person owner = app.signedIn();
        assertThat(owner.call("POST", "/ui/people/invitations", json("email", "nobody", "role", "view"))
                        .body())
                .contains("Enter an e-mail address");
        assertThat(owner.call("POST", "/ui/people/invitations", json("email", "a@team.example", "role", "king"))
                        .body())
                .contains("Choose a role");
        assertThat(owner.call("POST", "/ui/people/invitations", json("email", "MILA@team.example", "role", "view"))
                        .body())
                .contains("has an account already");
        String first = invite("late@team.example", "work");
        String second = invite("late@team.example", "set-up");
        assertThat(post(app.visitor(), "/ui/invitation", "token", first).status())
                .as("replaced by the second")
                .isEqualTo(422);
        assertThat(owner.call("DELETE", "/ui/people/invitations?email=late@team.example", null)
                        .status())
                .isEqualTo(204);
        assertThat(post(app.visitor(), "/ui/invitation", "token", second).status())
                .isEqualTo(422);
    }

    /** Each role may do what is its own, and nothing of those above. */
    @ParameterizedTest
    @CsvSource({"view, 403, 403, 403", "work, 204, 403, 403", "set-up, 204, 200, 403", "owner, 204, 200, 201"})
    @Order(3)
    void aRoleAllowsWhatItSays(String role, int work, int setUp, int own) {
        String order = app.order("prepaid", "r-" + role + "@customer.example", null, "{\"email\":true}");
        RunningApp.Person person = join("role-" + role, role);
        for (String path :
                List.of("/ui/orders", "/ui/messages", "/ui/plan", "/ui/shops", "/ui/people", "/ui/changes-log"))
            assertThat(person.call("GET", path, null).status()).as(path).isEqualTo(200);
        RunningApp.Answer held = person.call("PUT", "/ui/orders/kites/" + order + "/hold", "{\"why\":\"asks\"}");
        assertThat(held.status()).as(held.body()).isEqualTo(work);
        if (work == 403) assertThat(held.body()).contains("needs the role Work, and yours is View");
        assertThat(person.call("PUT", "/ui/sending/daily-limit", "{\"most\":4}").status())
                .isEqualTo(setUp);
        RunningApp.Answer invited = person.call(
                "POST", "/ui/people/invitations", json("email", "by-" + role + "@team.example", "role", "view"));
        assertThat(invited.status()).as(invited.body()).isEqualTo(own);
        assertThat(person.call("GET", "/ui/api-keys", null).status()).isEqualTo(own == 201 ? 200 : 403);
    }

    @Test
    @Order(4)
    void thereIsAlwaysAnOwnerAndWhoIsTurnedDownIsSignedOut() {
        RunningApp.Person owner = app.signedIn();
        RunningApp.Person piet = join("piet", "owner");
        assertThat(piet.call("PUT", of("piet") + "/role", json("role", "work")).status())
                .isEqualTo(204);
        assertThat(piet.call("GET", "/ui/orders", null).status())
                .as("signed out, so that the old rights are gone")
                .isEqualTo(401);
        owner.call("DELETE", of("role-owner"), null);
        assertThat(owner.call("PUT", of("coordinator") + "/role", json("role", "view"))
                        .body())
                .contains("There has to be an owner");
        assertThat(owner.call("DELETE", of("coordinator"), null).body()).contains("can't remove yourself");
        assertThat(owner.call("DELETE", of("coordinator") + "/second-step", null)
                        .body())
                .contains("under Your account");
        RunningApp.Person visitor = app.visitor();
        assertThat(signIn(visitor, "piet", PASSWORD, null).status()).isEqualTo(200);
        assertThat(owner.call("DELETE", of("piet"), null).status()).isEqualTo(204);
        assertThat(visitor.call("GET", "/ui/orders", null).status()).isEqualTo(401);
        assertThat(signIn(app.visitor(), "piet", PASSWORD, null).status()).isEqualTo(401);
    }

    @Test
    @Order(5)
    void aForgottenPasswordIsReplacedByAMailedLink() {
        RunningApp.Person mila = app.visitor();
        signIn(mila, "mila", PASSWORD, null);
        for (String address : List.of("mila@team.example", "nobody@team.example"))
            assertThat(post(app.visitor(), "/ui/password-reset/ask", "email", address)
                            .status())
                    .as("the same answer for everybody")
                    .isEqualTo(204);
        String token = mailedToken("mila@team.example", "Choose a new password");
        assertThat(app.world.mailbox.to("nobody@team.example")).isEmpty();
        String other = "reels and tails in the wind";
        assertThat(post(app.visitor(), "/ui/password-reset", "token", token, "password", "short")
                        .status())
                .isEqualTo(422);
        assertThat(post(app.visitor(), "/ui/password-reset", "token", token, "password", other)
                        .status())
                .isEqualTo(204);
        assertThat(mila.call("GET", "/ui/orders", null).status())
                .as("signed out everywhere")
                .isEqualTo(401);
        assertThat(post(app.visitor(), "/ui/password-reset", "token", token, "password", other)
                        .body())
                .contains("was used or has expired");
        assertThat(signIn(app.visitor(), "mila", PASSWORD, null).status()).isEqualTo(401);
        assertThat(signIn(app.visitor(), "mila", other, null).status()).isEqualTo(200);
        await().until(() -> app.world.mailbox.to("mila@team.example").stream()
                .anyMatch(m -> m.raw().contains("password was changed by a mailed link")));
    }

    @Test
    @Order(6)
    void theSecondStepAsksForACodeThatWorksOnce() {
        RunningApp.Person noor = join("noor", "work");
        assertThat(noor.call("POST", "/ui/me/second-step", json("current", "wrong"))
                        .body())
                .contains("isn't your password");
        JsonNode offer = noor.call("POST", "/ui/me/second-step", json("current", PASSWORD))
                .json();
        PhoneApp phone = new PhoneApp(offer.path("secret").asString());
        assertThat(offer.path("uri").asString())
                .startsWith("otpauth://totp/")
                .contains("secret=" + offer.path("secret").asString());
        assertThat(noor.call("PUT", "/ui/me/second-step", json("code", "000000"))
                        .status())
                .isEqualTo(422);
        String first = phone.code(0);
        JsonNode codes = noor.call("PUT", "/ui/me/second-step", json("code", first))
                .json()
                .path("codes");
        assertThat(codes.size()).isEqualTo(10);

        RunningApp.Person again = app.visitor();
        RunningApp.Answer asked = signIn(again, "noor", PASSWORD, null);
        assertThat(asked.status()).isEqualTo(401);
        assertThat(asked.json().path("errors").get(0).path("field").asString()).isEqualTo("code");
        assertThat(again.call("GET", "/ui/orders", null).status()).isEqualTo(401);
        assertThat(signIn(again, "noor", PASSWORD, first).status())
                .as("the code that turned it on was taken")
                .isEqualTo(401);
        assertThat(signIn(again, "noor", "wrong password here", first).body())
                .as("a wrong password doesn't say that a code is missing")
                .doesNotContain("code");
        String next = phone.code(1);
        assertThat(signIn(again, "noor", PASSWORD, next).status()).isEqualTo(200);
        assertThat(signIn(app.visitor(), "noor", PASSWORD, next).status()).isEqualTo(401);

        String onPaper = codes.get(0).asString();
        assertThat(signIn(app.visitor(), "noor", PASSWORD, onPaper.toLowerCase().replace("-", " "))
                        .status())
                .isEqualTo(200);
        assertThat(signIn(app.visitor(), "noor", PASSWORD, onPaper).status()).isEqualTo(401);
        again.call("GET", "/ui/session", null);
        assertThat(again.call("GET", "/ui/me", null)
                        .json()
                        .path("recoveryCodes")
                        .asInt())
                .isEqualTo(9);

        assertThat(app.signedIn()
                        .call("DELETE", of("noor") + "/second-step", null)
                        .status())
                .isEqualTo(204);
        assertThat(signIn(app.visitor(), "noor", PASSWORD, null).status()).isEqualTo(200);
    }

    @Test
    @Order(7)
    void sessionsAreListedAndEnded() {
        RunningApp.Person desk = join("two-desks", "work");
        RunningApp.Person phone = app.visitor();
        signIn(phone, "two-desks", PASSWORD, null);
        phone.call("GET", "/ui/session", null);
        JsonNode sessions = desk.call("GET", "/ui/me", null).json().path("sessions");
        assertThat(sessions.size()).isEqualTo(2);
        String other = sessions.valueStream()
                .filter(s -> !s.path("own").asBoolean())
                .findFirst()
                .orElseThrow()
                .path("id")
                .asString();
        assertThat(app.signedIn()
                        .call("DELETE", "/ui/me/sessions/" + other, null)
                        .status())
                .as("somebody else's")
                .isEqualTo(404);
        assertThat(desk.call("DELETE", "/ui/me/sessions/" + other, null).status())
                .isEqualTo(204);
        assertThat(phone.call("GET", "/ui/orders", null).status()).isEqualTo(401);
        assertThat(desk.call("GET", "/ui/orders", null).status()).isEqualTo(200);

        phone = app.visitor();
        signIn(phone, "two-desks", PASSWORD, null);
        assertThat(desk.call(
                                "PUT",
                                "/ui/me/password",
                                json("current", PASSWORD, "password", "reels and tails in the wind"))
                        .status())
                .isEqualTo(204);
        assertThat(phone.call("GET", "/ui/orders", null).status())
                .as("a new password ends the other sessions")
                .isEqualTo(401);
        assertThat(desk.call("GET", "/ui/orders", null).status()).isEqualTo(200);
    }

    @Test
    @Order(8)
    void keysDoWhatTheirRightsSay() {
        RunningApp.Person owner = app.signedIn();
        for (String rights : List.of("read", "ingest")) {
            String key = owner.call("POST", "/ui/api-keys", json("name", "key " + rights, "rights", rights))
                    .json()
                    .path("key")
                    .asString();
            Map<String, String> bearer = Map.of("Authorization", "Bearer " + key);
            boolean reads = rights.equals("read");
            RunningApp.Answer listed = app.bare("GET", "/api/v1/messages", null, bearer);
            assertThat(listed.status()).isEqualTo(reads ? 200 : 403);
            RunningApp.Answer sent = app.bare("POST", "/api/v1/scans", "[]", bearer);
            assertThat(sent.status()).as(sent.body()).isEqualTo(reads ? 403 : 200);
            assertThat((reads ? sent : listed).body()).contains("doesn't have the right");
            assertThat(app.bare("POST", "/api/v1/sms/measure", "{\"text\":\"Hello\"}", bearer)
                            .status())
                    .isEqualTo(reads ? 200 : 403);
        }
        assertThat(owner.call("POST", "/ui/api-keys", json("name", "none", "rights", "everything"))
                        .status())
                .isEqualTo(422);
    }

    @Test
    @Order(9)
    void allOfItStandsInTheChangeLog() {
        RunningApp.Person owner = app.signedIn();
        JsonNode page =
                owner.call("GET", "/ui/changes-log?search=piet", null).json().path("changes");
        assertThat(page.valueStream().map(c -> c.path("action").asString()).toList())
                .contains("created", "changed", "deleted");
        JsonNode changed = page.valueStream()
                .filter(c -> c.path("action").asString().equals("changed"))
                .findFirst()
                .orElseThrow();
        assertThat(changed.path("before").path("role").asString()).isEqualTo("owner");
        assertThat(changed.path("after").path("role").asString()).isEqualTo("work");
        assertThat(owner.call("GET", "/ui/orders-export.csv", null).status()).isEqualTo(200);
        String file = owner.call("GET", "/ui/changes-log/export.csv", null).body();
        assertThat(file).contains("exported", "key ingest").doesNotContain(PASSWORD, "bcrypt", "$2a$");
        assertThat(owner.call("GET", "/ui/changes-log?area=export", null)
                        .json()
                        .path("changes")
                        .get(0)
                        .path("subject")
                        .asString())
                .isEqualTo("change log");
    }
}
