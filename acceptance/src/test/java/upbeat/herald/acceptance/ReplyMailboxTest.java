package upbeat.herald.acceptance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import upbeat.herald.server.RunningApp;

/** Replies are fetched from a mailbox of a real IMAP server. */
class ReplyMailboxTest {
    private static Map<String, String> settings(int port, String password) {
        return Map.of(
                "herald.mail-in.imap.host",
                "127.0.0.1",
                "herald.mail-in.imap.port",
                Integer.toString(port),
                "herald.mail-in.imap.user",
                Dovecot.USER,
                "herald.mail-in.imap.password",
                password,
                "herald.mail-in.imap.tls",
                "false",
                "herald.mail-in.imap.every",
                "PT1S");
    }

    private static String mail(String from, String id, String more, String text) {
        return "From: " + from + "\nTo: replies@quillfeather.example\nSubject: Re: your order\nMessage-ID: <" + id
                + "@customer.example>\nDate: Tue, 24 Nov 2026 14:00:00 +0100\n" + more
                + "MIME-Version: 1.0\nContent-Type: text/plain; charset=utf-8\n\n" + text + "\n";
    }

    private static List<String> texts(RunningApp.Person person, String sender) {
        List<String> texts = new ArrayList<>();
        for (JsonNode r : person.call("GET", "/ui/answers/replies", null).json().path("replies"))
            if (r.path("sender").asString().equals(sender))
                texts.add(r.path("text").asString());
        return texts;
    }

    @Test
    void whatCustomersWriteIsTakenOnceAndMarkedAsRead() throws Exception {
        try (Dovecot dovecot = new Dovecot();
                RunningApp app = RunningApp.startWith(settings(dovecot.port, Dovecot.PASSWORD))) {
            RunningApp.Person person = app.signedIn();
            dovecot.deliver("1", mail("ann@customer.example", "a1", "", "Is the kite blue?\n\n> your order\n"));
            dovecot.deliver("2", mail("ann@customer.example", "a2", "Auto-Submitted: auto-replied\n", "I am away"));
            dovecot.deliver("3", mail("bo@customer.example", "b1", "", "x".repeat(6_000_000)));
            dovecot.deliver("4", "no mail at all");
            dovecot.deliver("5", mail("żółw@customer.example", "c1", "", "Dziękuję, ale nie."));
            await().until(() -> dovecot.read().equals(List.of("1", "2", "3", "4", "5")));
            assertThat(texts(person, "ann@customer.example")).containsExactly("Is the kite blue?");
            assertThat(texts(person, "bo@customer.example")).as("too large").isEmpty();
            // The same mail once more, as after a crash between keeping and marking it.
            dovecot.deliver("6", mail("ann@customer.example", "a1", "", "Is the kite blue?"));
            await().until(() -> dovecot.read().contains("6"));
            assertThat(texts(person, "ann@customer.example")).hasSize(1);
        }
    }

    @Test
    void aMailboxThatIsAwayIsLookedIntoLater() throws Exception {
        Dovecot first = new Dovecot();
        int port = first.port;
        first.close();
        try (RunningApp app = RunningApp.startWith(settings(port, "wrong"))) {
            assertThat(app.signedIn().call("GET", "/ui/answers/replies", null).status())
                    .as("nothing else waits for it")
                    .isEqualTo(200);
        }
    }
}
