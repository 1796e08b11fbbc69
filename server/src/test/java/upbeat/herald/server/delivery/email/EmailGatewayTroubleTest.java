package upbeat.herald.server.delivery.email;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;
import upbeat.herald.server.platform.http.OutboundNetwork;

/** What a mail server may answer (RFC 5321, RFC 4954), and whether it says something of the customer or of us. */
@Timeout(30)
class EmailGatewayTroubleTest {
    private final List<String> heard = Collections.synchronizedList(new ArrayList<>());
    private ServerSocket server;

    /** A server that answers as it is told; what it was not told it takes. @param script by the command's first word */
    private EmailGateway against(Map<String, String> script) throws IOException {
        // Its own: a server that was closed before must not answer for its successor.
        ServerSocket own = new ServerSocket(0, 10, InetAddress.getLoopbackAddress());
        server = own;
        Thread t = new Thread(() -> {
            while (!own.isClosed()) {
                try (Socket line = own.accept()) {
                    talk(line, script);
                } catch (IOException e) {
                    // The other side hung up, or the test is over.
                }
            }
        });
        t.setDaemon(true);
        t.start();
        return new EmailGateway(
                new EmailAccount("127.0.0.1", own.getLocalPort(), "", "none"),
                "",
                1,
                null,
                domain -> Optional.empty(),
                OutboundNetwork.ANYWHERE);
    }

    private void talk(Socket line, Map<String, String> script) throws IOException {
        BufferedReader in = new BufferedReader(new InputStreamReader(line.getInputStream(), StandardCharsets.US_ASCII));
        OutputStream out = line.getOutputStream();
        say(out, "220 ready");
        boolean data = false;
        for (String read = in.readLine(); read != null; read = in.readLine()) {
            if (data && !read.equals(".")) continue;
            String word = data ? "." : read.split("[ :]")[0].toUpperCase(java.util.Locale.ROOT);
            data = false;
            heard.add(word);
            String answer = script.getOrDefault(
                    word,
                    switch (word) {
                        case "EHLO" -> "250 herald";
                        case "DATA" -> "354 go on";
                        case "QUIT" -> "221 bye";
                        default -> "250 ok";
                    });
            if (answer.equals("hang up")) return;
            say(out, answer);
            if (answer.startsWith("354")) data = true;
        }
    }

    private static void say(OutputStream out, String answer) throws IOException {
        out.write((answer + "\r\n").getBytes(StandardCharsets.US_ASCII));
        out.flush();
    }

    @AfterEach
    void close() throws IOException {
        server.close();
    }

    private static OutgoingMessage mail() {
        return mail("Hello");
    }

    private static OutgoingMessage mail(String text) {
        return new OutgoingMessage(
                "msg_1",
                "n1",
                "ann@customer.example",
                "en",
                new Brand(
                        "Kites",
                        Brand.Sender.of("hello@quillfeather.example", "Kites"),
                        Brand.Contact.NONE,
                        Brand.Look.ofColour("#2d2142"),
                        "en"),
                new Rendered("News", text, "<p>Hello</p>", null),
                null,
                Instant.parse("2026-11-24T12:00:00Z"));
    }

    @ParameterizedTest(name = "{0} answered with {1}: {2}")
    @CsvSource(
            delimiter = '|',
            value = {
                // Of our account or our sender: the channel waits.
                "MAIL | 530 5.7.0 Authentication required | Away",
                "MAIL | 535 5.7.8 Credentials invalid | Away",
                "MAIL | 552 5.2.2 Sender over quota | Away",
                "MAIL | 550 5.7.1 Sender rejected | Away",
                "MAIL | 451 4.7.1 Try again later | Away",
                "RCPT | 530 5.7.0 Authentication required | Away",
                "DATA | 530 5.7.0 Authentication required | Away",
                ". | 421 4.3.2 Shutting down | Away",
                // Of the customer or of this mail.
                "RCPT | 550 5.1.1 No such user | Refused",
                "RCPT | 552 5.2.2 Mailbox full | Refused",
                "RCPT | 450 4.2.1 Greylisted | Later",
                "RCPT | 452 4.2.2 Mailbox full for now | Later",
                ". | 554 5.7.1 Content rejected | Refused",
                ". | 451 4.3.0 Local error | Later",
                // Nobody knows.
                ". | hang up | Unsure"
            })
    void anAnswerIsAboutUsOrAboutThem(String command, String answer, String expected) throws IOException {
        EmailGateway gateway = against(Map.of(command, answer));
        HandOver end = gateway.handOver(mail());
        assertThat(end.getClass().getSimpleName()).as(end + " after " + heard).isEqualTo(expected);
        gateway.close();
    }

    @Test
    void aServerThatTakesItHasIt() throws IOException {
        EmailGateway gateway = against(Map.of());
        assertThat(gateway.handOver(mail())).isInstanceOf(HandOver.Accepted.class);
        assertThat(gateway.handOver(mail())).as("over the same line").isInstanceOf(HandOver.Accepted.class);
        assertThat(heard).containsSubsequence("EHLO", "MAIL", "RCPT", "DATA", ".", "MAIL");
        gateway.close();
    }

    /** RFC 5321, 4.1.1.4: until the final dot the server has taken nothing. */
    @Test
    void aLineLostBeforeTheFinalDotGoesAgainAndOneLostAfterItIsUnsure() throws IOException {
        assertThat(against(Map.of("DATA", "hang up")).handOver(mail())).isInstanceOf(HandOver.Later.class);
        close();
        assertThat(against(Map.of(".", "hang up")).handOver(mail())).isInstanceOf(HandOver.Unsure.class);
    }

    @Test
    void aLineThatBreaksInTheMiddleOfALongMailGoesAgain() throws IOException {
        server = new ServerSocket(0, 10, InetAddress.getLoopbackAddress());
        Thread t = new Thread(() -> {
            try (Socket line = server.accept()) {
                line.setReceiveBufferSize(1024);
                BufferedReader in =
                        new BufferedReader(new InputStreamReader(line.getInputStream(), StandardCharsets.US_ASCII));
                say(line.getOutputStream(), "220 ready");
                for (String read = in.readLine(); read != null; read = in.readLine()) {
                    if (read.startsWith("DATA")) {
                        say(line.getOutputStream(), "354 go on");
                        for (int i = 0; i < 20; i++) in.readLine();
                        line.setSoLinger(true, 0); // a reset, not a polite end
                        return;
                    }
                    say(line.getOutputStream(), "250 ok");
                }
            } catch (IOException e) {
                // The test is over.
            }
        });
        t.setDaemon(true);
        t.start();
        EmailGateway gateway = new EmailGateway(
                new EmailAccount("127.0.0.1", server.getLocalPort(), "", "none"),
                "",
                1,
                null,
                domain -> Optional.empty(),
                OutboundNetwork.ANYWHERE);
        assertThat(gateway.handOver(mail("x".repeat(76).concat("\n").repeat(100_000))))
                .isInstanceOf(HandOver.Later.class);
    }
}
