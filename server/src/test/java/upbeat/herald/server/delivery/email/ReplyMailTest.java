package upbeat.herald.server.delivery.email;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Properties;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.json.JsonMapper;

/**
 * Replies as mail programs write them. The mails of replies/ were made by hand in the shapes of common programs, from
 * memory; what is new in each is a human reading (replies.json says so).
 */
class ReplyMailTest {
    private static MimeMessage parse(InputStream in) throws Exception {
        return new MimeMessage(Session.getInstance(new Properties()), in);
    }

    private static MimeMessage mail(String headers, String body) throws Exception {
        String raw =
                "From: Ann <ann@customer.example>\r\nTo: shop@shop.example\r\nMessage-ID: <r1@customer.example>\r\n"
                        + headers + "\r\n" + body;
        return parse(new ByteArrayInputStream(raw.getBytes(StandardCharsets.UTF_8)));
    }

    static Stream<Arguments> mails() throws IOException {
        try (InputStream in = ReplyMailTest.class.getResourceAsStream("/replies/replies.json")) {
            return JsonMapper.shared().readTree(in).path("cases").properties().stream()
                    .map(c -> Arguments.of(
                            c.getKey(), c.getValue().path("newText").asString()))
                    .toList()
                    .stream();
        }
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("mails")
    void findsWhatThePersonWrote(String file, String expected) throws Exception {
        try (InputStream in = ReplyMailTest.class.getResourceAsStream("/replies/" + file)) {
            ReplyMail reply = ReplyMail.read(parse(in)).orElseThrow();
            assertThat(reply.text()).isEqualTo(Normalizer.normalize(expected, Normalizer.Form.NFC));
            assertThat(reply.from()).contains("@");
        }
    }

    /** RFC 3834, section 5; the others are common practice from before it, no source. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "Auto-Submitted: auto-replied\r\n",
                "Auto-Submitted: auto-generated\r\n",
                "Auto-Submitted: auto-notified; owner-email=\"a@b.example\"\r\n",
                "Auto-Submitted: AUTO-REPLIED (vacation)\r\n",
                "Precedence: bulk\r\n",
                "Precedence: auto_reply\r\n",
                "X-Autoreply: yes\r\n",
                "List-Id: <news.shop.example>\r\n",
                "Return-Path: <>\r\n",
                "Content-Type: multipart/report; report-type=delivery-status; boundary=x\r\n"
            })
    void anAutomaticOneIsNoReply(String header) throws Exception {
        assertThat(ReplyMail.read(mail(header, "Yes"))).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"", "Auto-Submitted: no\r\n", "Auto-Submitted: no (a person)\r\n", "Precedence: first-class\r\n"
            })
    void aPersonsIsOne(String header) throws Exception {
        assertThat(ReplyMail.read(mail(header, "Yes")).orElseThrow().text()).isEqualTo("Yes");
    }

    @Test
    void knowsWhatItAnswers() throws Exception {
        ReplyMail reply = ReplyMail.read(mail(
                        "In-Reply-To: <msg_3@shop.example>\r\nReferences: <msg_1@shop.example> <msg_2@shop.example>\r\n <msg_3@shop.example>\r\n",
                        "Yes"))
                .orElseThrow();
        assertThat(reply.answers()).containsExactly("msg_3", "msg_2", "msg_1");
        assertThat(reply.id()).isEqualTo("<r1@customer.example>");
    }

    @Test
    void takesTheTextOfHtmlWithoutItsQuotes() throws Exception {
        ReplyMail reply = ReplyMail.read(
                        mail(
                                "Content-Type: text/html; charset=utf-8\r\n",
                                "<html><head><style>p{}</style></head><body><div>Yes, <b>please</b></div><script>x()</script>"
                                        + "<div>On 24 Nov 2026, Shop wrote:</div><blockquote>YES or NO or STOP</blockquote></body></html>"))
                .orElseThrow();
        assertThat(reply.text()).isEqualTo("Yes, please");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Content-Type: text/plain; charset=no-such-set\r\n",
                "Content-Type: multipart/mixed; boundary=nowhere\r\n",
                "Content-Type: ;;;\r\n",
                "Content-Transfer-Encoding: base64\r\n"
            })
    void aDamagedOneIsRefusedOrEmptyAndNeverAnError(String header) {
        try {
            ReplyMail.read(mail(header, "%%%%"));
        } catch (Exception e) {
            assertThat(e).isInstanceOfAny(jakarta.mail.MessagingException.class, IOException.class);
        }
    }

    @Test
    void nestedWithoutEndItIsLeftAtAnEnd() throws Exception {
        StringBuilder body = new StringBuilder();
        for (int i = 0; i < 200; i++)
            body.append("--b")
                    .append(i)
                    .append("\r\nContent-Type: multipart/mixed; boundary=b")
                    .append(i + 1)
                    .append("\r\n\r\n");
        body.append("--b200\r\nContent-Type: text/plain\r\n\r\nYes\r\n");
        assertThat(ReplyMail.read(mail("Content-Type: multipart/mixed; boundary=b0\r\n", body.toString())))
                .isEmpty();
    }
}
