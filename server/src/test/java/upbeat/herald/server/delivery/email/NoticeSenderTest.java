package upbeat.herald.server.delivery.email;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;
import static upbeat.herald.server.notice.NoticeJson.create;
import static upbeat.herald.server.notice.NoticeJson.live;

import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Properties;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.RunningApp;
import upbeat.herald.standins.Mailbox;

/** A notice's own sender: who it is from, where answers go, and that nobody sends from an address they don't read. */
class NoticeSenderTest extends OwnAppTestCase {
    private static RunningApp.Person person;

    @BeforeEach
    void onlyWhatTheTestMakes() {
        if (person == null) person = app.signedIn();
        app.emptyPlan(person);
    }

    private static MimeMessage mailTo(String address) throws Exception {
        await().until(() -> !app.world.mailbox.to(address).isEmpty());
        List<Mailbox.Mail> mails = app.world.mailbox.to(address);
        return new MimeMessage(
                Session.getInstance(new Properties()),
                new ByteArrayInputStream(mails.get(mails.size() - 1).raw().getBytes(StandardCharsets.UTF_8)));
    }

    private static void verify(String address) throws Exception {
        assertThat(person.call("POST", "/ui/sender/send-code?address=" + address, null)
                        .status())
                .isEqualTo(200);
        String code = mailTo(address).getSubject().replaceAll("\\D+", "");
        RunningApp.Answer confirmed =
                person.call("POST", "/ui/sender/confirm-code?address=" + address, "{\"code\":\"" + code + "\"}");
        assertThat(confirmed.json().path("verified").asBoolean())
                .as(confirmed.body())
                .isTrue();
    }

    @Test
    void isVerifiedBeforeItIsUsedAndThenStandsInTheMail() throws Exception {
        String sender = "\"sender\":{\"name\":\"Returns desk\",\"address\":\"returns@quillfeather.example\","
                + "\"replyTo\":\"answers@quillfeather.example\"},";
        String notice = live("Sender", "ordered", "[\"email\"]", sender);
        RunningApp.Answer refused = person.call("POST", "/ui/plan/notices", notice);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body()).contains("returns@quillfeather.example isn't verified yet");
        verify("returns@quillfeather.example");
        create(person, notice);
        app.order("prepaid", "from@customer.example", null, "{\"email\":true}");
        MimeMessage mail = mailTo("from@customer.example");
        InternetAddress from = (InternetAddress) mail.getFrom()[0];
        assertThat(from.getAddress()).isEqualTo("returns@quillfeather.example");
        assertThat(from.getPersonal()).isEqualTo("Returns desk");
        assertThat(mail.getHeader("Reply-To")).containsExactly("answers@quillfeather.example");
        assertThat(mail.getMessageID()).endsWith("@quillfeather.example>");
    }

    @Test
    void whatIsLeftEmptyIsTheBrands() throws Exception {
        create(
                person,
                live("Reply", "ordered", "[\"email\"]", "\"sender\":{\"replyTo\":\"help@quillfeather.example\"},"));
        app.order("prepaid", "reply@customer.example", null, "{\"email\":true}");
        MimeMessage mail = mailTo("reply@customer.example");
        String brand = person.call("GET", "/ui/brand", null)
                .json()
                .path("brand")
                .path("senderAddress")
                .asString();
        assertThat(((InternetAddress) mail.getFrom()[0]).getAddress()).isEqualTo(brand);
        assertThat(mail.getHeader("Reply-To")).containsExactly("help@quillfeather.example");
    }

    @Test
    void withoutOneThereIsNoReplyTo() throws Exception {
        create(person, live("Plain", "ordered", "[\"email\"]", ""));
        app.order("prepaid", "plain@customer.example", null, "{\"email\":true}");
        assertThat(mailTo("plain@customer.example").getHeader("Reply-To")).isNull();
    }

    @Test
    void whatIsNoAddressIsRefusedByItsField() {
        RunningApp.Answer bad = person.call(
                "POST",
                "/ui/plan/notices",
                live(
                        "Bad",
                        "ordered",
                        "[\"email\"]",
                        "\"sender\":{\"name\":\"A\\nBcc: x@y.example\",\"address\":\"nobody\",\"replyTo\":\"a b@c.example\"},"));
        assertThat(bad.json().path("errors").valueStream().map(e -> e.path("field")
                        .asString()))
                .containsExactlyInAnyOrder("sender.name", "sender.address", "sender.replyTo");
        assertThat(person.call("POST", "/ui/sender/send-code?address=nobody", null)
                        .body())
                .contains("isn't an e-mail address");
    }
}
