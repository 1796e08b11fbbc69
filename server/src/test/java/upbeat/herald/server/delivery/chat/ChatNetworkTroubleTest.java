package upbeat.herald.server.delivery.chat;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.core.timing.Backoff;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.chat.ChatContent;
import upbeat.herald.core.wording.chat.ChatTemplate;
import upbeat.herald.server.OwnAppTestCase;
import upbeat.herald.server.channel.ContentApproval.Status;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;
import upbeat.herald.server.platform.http.OutboundNetwork;

/**
 * A chat network that answers otherwise than it should: no message is lost, none goes out twice, and nothing is taken
 * for a yes that is none.
 */
class ChatNetworkTroubleTest extends OwnAppTestCase {
    private static int run;

    private record Said(int status, String body, String retryAfter) {
        Said(int status, String body) {
            this(status, body, null);
        }
    }

    private final Deque<Said> script = new ArrayDeque<>();
    private final List<String> asked = new ArrayList<>();
    private HttpServer network;
    private ChatGateway gateway;
    private OutgoingMessage message;
    private String name;

    @BeforeAll
    static void open() {
        app.context.getBean(ChatApprovalLoop.class).stop(); // it would ask the stand-in about the same wordings
    }

    @BeforeEach
    void network() throws IOException {
        network = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        network.createContext("/", exchange -> {
            asked.add(exchange.getRequestMethod() + " "
                    + exchange.getRequestURI().getPath().replaceAll("/templates/.*", "/templates") + " "
                    + exchange.getRequestHeaders().getFirst("Idempotency-Key"));
            Said said = script.poll();
            if (said == null) throw new IllegalStateException("asked more than the script answers: " + asked);
            byte[] body = said.body().getBytes(StandardCharsets.UTF_8);
            exchange.getRequestBody().readAllBytes();
            if (said.status() == 0) { // hangs up
                exchange.close();
                return;
            }
            if (said.retryAfter() != null) exchange.getResponseHeaders().set("Retry-After", said.retryAfter());
            exchange.sendResponseHeaders(said.status(), body.length == 0 ? -1 : body.length);
            exchange.getResponseBody().write(body);
            exchange.close();
        });
        network.start();
        gateway = new ChatGateway(
                new ChatClient(
                        new ChatAccount(
                                "http://127.0.0.1:" + network.getAddress().getPort()),
                        "token",
                        OutboundNetwork.ANYWHERE),
                app.context.getBean(ChatApprovalService.class));
        ChatTemplate template = ChatTemplate.of(
                new Wording(null, "Parcel " + ++run + " is here, {{customer.firstName}}, come and see"), null);
        Rendered content = new Rendered(
                null, "Parcel is here, Ann, come and see", null, new ChatContent(template, List.of("Ann")));
        message = new OutgoingMessage(
                "msg_trouble" + run,
                "delivered",
                "+46701740640",
                "en",
                new Brand(
                        "Quillfeather Kites",
                        Brand.Sender.of("hello@quillfeather.example", "Kites"),
                        Brand.Contact.NONE,
                        Brand.Look.ofColour("#2d2142"),
                        "en"),
                content,
                null,
                Instant.EPOCH);
        name = TemplateName.of("delivered", "en", template);
    }

    @AfterEach
    void allWasAsked() {
        network.stop(0);
        assertThat(script).as("answers nobody asked for").isEmpty();
    }

    private HandOver told(Said... answers) {
        script.addAll(List.of(answers));
        return gateway.handOver(message);
    }

    private static Said template(String status) {
        return new Said(200, "{\"status\":\"" + status + "\",\"reason\":\"because\"}");
    }

    private Status kept() {
        return app.context
                .getBean(ChatTemplateRepository.class)
                .find(app.context.getBean(JdbcClient.class), name)
                .orElseThrow()
                .status();
    }

    @Test
    void aWordingIsSubmittedOnceAndSentOnlyWhenItIsApproved() {
        assertThat(told(template("pending")))
                .isEqualTo(new HandOver.NotApproved("The chat network is still reviewing the wording"));
        assertThat(told(template("pending"))).isInstanceOf(HandOver.NotApproved.class);
        assertThat(told(template("approved"), new Said(202, "{\"id\":\"c-1\"}")))
                .isEqualTo(new HandOver.Accepted("c-1"));
        assertThat(told(new Said(202, "{\"id\":\"c-2\"}")))
                .as("it is not asked about again")
                .isEqualTo(new HandOver.Accepted("c-2"));
        assertThat(asked)
                .containsExactly(
                        "PUT /v1/templates null",
                        "GET /v1/templates null",
                        "GET /v1/templates null",
                        "POST /v1/messages " + message.id(),
                        "POST /v1/messages " + message.id());
    }

    @Test
    void aWordBeyondOursIsNoYes() {
        assertThat(told(template("approved-with-conditions"))).isInstanceOf(HandOver.NotApproved.class);
        assertThat(told(new Said(200, "<html>All is well</html>"))).isInstanceOf(HandOver.NotApproved.class);
        assertThat(told(new Said(200, ""))).isInstanceOf(HandOver.NotApproved.class);
        assertThat(kept()).isEqualTo(Status.PENDING);
    }

    @Test
    void whileItFailsNothingIsDecided() {
        for (int status : new int[] {500, 502, 503, 429, 401}) {
            assertThat(told(new Said(status, "oops"))).as("%d", status).isInstanceOf(HandOver.NotApproved.class);
            assertThat(kept()).isEqualTo(Status.SUBMITTED);
        }
    }

    @Test
    void whatItForgotIsSubmittedAgain() {
        told(template("pending"));
        assertThat(told(new Said(404, ""), template("approved"), new Said(202, "{\"id\":\"c-3\"}")))
                .isEqualTo(new HandOver.Accepted("c-3"));
        assertThat(told(new Said(422, "{\"error\":{\"code\":\"unknown_template\",\"message\":\"who?\"}}")))
                .isInstanceOf(HandOver.NotApproved.class);
        assertThat(asked.subList(1, 3)).containsExactly("GET /v1/templates null", "PUT /v1/templates null");
    }

    @Test
    void aWordingItObjectsToIsRefusedForGood() {
        assertThat(told(new Said(422, "{\"error\":{\"message\":\"too long\"}}")))
                .isEqualTo(new HandOver.Refused("The chat network refused the wording: too long"));
        assertThat(gateway.handOver(message)).as("and not asked about again").isInstanceOf(HandOver.Refused.class);
        assertThat(asked).hasSize(1);
    }

    /** RFC 9110, 10.2.3: Retry-After is a number of seconds or a date. */
    @Test
    void aMessageThatIsWorkedOnAndOneThatComesTooSoonWaitAsLongAsTheyAreTold() {
        told(template("approved"), new Said(503, "{}"));
        assertThat(told(new Said(409, "{\"error\":{\"message\":\"being worked on\"}}", "90")))
                .isEqualTo(new HandOver.Later(
                        "The chat network responded: being worked on", Backoff.TEMPORARY, Duration.ofSeconds(90)));
        assertThat(told(new Said(429, "", "999999")))
                .as("an hour at the most")
                .isEqualTo(new HandOver.Later(
                        "The chat network responded: status 429", Backoff.THROTTLED, Duration.ofHours(1)));
        assertThat(told(new Said(503, "", "Tue, 31 Dec 2199 23:59:59 GMT")))
                .isEqualTo(new HandOver.Later(
                        "The chat network responded: status 503", Backoff.TEMPORARY, Duration.ofHours(1)));
        assertThat(told(new Said(503, "", "soon")))
                .isEqualTo(new HandOver.Later("The chat network responded: status 503"));
    }

    @Test
    void aMessageIsAcceptedOnlyUnderAName() {
        told(template("approved"), new Said(503, "{\"error\":{\"message\":\"busy\"}}"));
        assertThat(told(new Said(429, "")))
                .isEqualTo(HandOver.Later.throttled("The chat network responded: status 429"));
        assertThat(told(new Said(401, ""))).isInstanceOf(HandOver.Away.class);
        assertThat(told(new Said(400, "{\"error\":{\"message\":\"no such number\"}}")))
                .isEqualTo(new HandOver.Refused("The chat network responded: no such number"));
        assertThat(told(new Said(200, "<html>Welcome to the hotel's network</html>")))
                .isInstanceOf(HandOver.Unsure.class);
        assertThat(told(new Said(0, ""))).isInstanceOf(HandOver.Unsure.class);
        assertThat(asked.stream().filter(a -> a.startsWith("POST")))
                .as("every try under the same key")
                .containsOnly("POST /v1/messages " + message.id());
    }

    @Test
    void aNetworkThatIsNotThereIsAway() {
        network.stop(0);
        assertThat(gateway.handOver(message)).isEqualTo(new HandOver.Away("The chat network can't be reached"));
        assertThat(gateway.findOutage()).contains("The chat network can't be reached");
    }
}
