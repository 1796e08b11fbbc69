package upbeat.herald.server.simulation;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.HeraldException;
import upbeat.herald.server.platform.signal.WorkSignal;

/** The test bench: the clock, and what goes on in the simulated world outside. Only in the demo. */
@RestController
@RequestMapping("/bench")
@Tag(name = "bench")
@ConditionalOnProperty("herald.demo")
class BenchController {
    private final SimulatedClock clock;
    private final StandinClient standins;
    private final DueMoments due;
    private final WorkSignal signal;

    BenchController(SimulatedClock clock, StandinClient standins, DueMoments due, WorkSignal signal) {
        this.clock = clock;
        this.standins = standins;
        this.due = due;
        this.signal = signal;
    }

    /** @param nextDue when the next message is due, or null where none is planned */
    record ClockView(Instant now, @Nullable Instant nextDue) {}

    /** One of the three: a moment, an ISO 8601 duration, or {@code next} for the next thing due. */
    record MoveClock(
            @Nullable OffsetDateTime now,
            @Nullable String advance,
            @Nullable Boolean next) {}

    record Press(String messageId, String button) {}

    /** @param channel {@code sms} or {@code whatsapp} */
    record PhoneReply(String channel, String text) {}

    record MailReply(String text) {}

    record Switch(boolean running) {}

    record MailView(String id, String to, String subject, Instant receivedAt, String raw) {}

    record ButtonView(String id, String label) {}

    record PhoneMessage(
            String id, String channel, String from, String text, List<ButtonView> buttons, Instant receivedAt) {}

    @GetMapping("/clock")
    ClockView clock() {
        return new ClockView(clock.instant(), due.next(clock.instant()).orElse(null));
    }

    @PostMapping("/clock")
    ClockView move(@RequestBody MoveClock body) {
        Instant before = clock.instant();
        Instant to = before;
        if (body.now() != null) to = body.now().toInstant();
        else if (body.advance() != null) {
            try {
                to = before.plus(Duration.parse(body.advance()));
            } catch (DateTimeParseException e) {
                throw new HeraldException(
                        "advance", "\"" + body.advance() + "\" is not an ISO 8601 duration such as PT15M");
            }
        } else if (Boolean.TRUE.equals(body.next())) to = due.next(before).orElse(before);
        else throw new HeraldException("advance", "Send now, advance or next");
        if (to.isBefore(before)) throw new HeraldException("now", "The clock can only go forward");
        clock.save(to);
        standins.call("POST", "/clock", Map.of("now", to.toString()));
        signal.signal();
        return clock();
    }

    @GetMapping("/mail")
    ResponseEntity<JsonNode> mail(@RequestParam(required = false) @Nullable String to) {
        return answer(standins.call("GET", "/mail" + (to == null ? "" : "?to=" + encode(to)), null));
    }

    /** The customer answers a mail. */
    @PostMapping("/mail/{id}/reply")
    ResponseEntity<JsonNode> replyToMail(@PathVariable String id, @RequestBody MailReply body) {
        return answer(standins.call("POST", "/mail/" + encode(id) + "/reply", body));
    }

    @GetMapping("/phones")
    ResponseEntity<JsonNode> phones() {
        return answer(standins.call("GET", "/phones", null));
    }

    @GetMapping("/phones/{number}")
    ResponseEntity<JsonNode> phone(@PathVariable String number) {
        return answer(standins.call("GET", "/phones/" + digits(number), null));
    }

    @PostMapping("/phones/{number}/press")
    ResponseEntity<JsonNode> press(@PathVariable String number, @RequestBody Press body) {
        return answer(standins.call("POST", "/phones/" + digits(number), body));
    }

    @PostMapping("/phones/{number}/reply")
    ResponseEntity<JsonNode> reply(@PathVariable String number, @RequestBody PhoneReply body) {
        return answer(standins.call("POST", "/phones/" + digits(number) + "/reply", body));
    }

    @GetMapping("/servers")
    ResponseEntity<JsonNode> servers() {
        return answer(standins.call("GET", "/servers", null));
    }

    @PostMapping("/servers/{server}")
    ResponseEntity<JsonNode> server(@PathVariable String server, @RequestBody Switch body) {
        StandinClient.Answer answer = standins.call("POST", "/servers/" + encode(server), body);
        signal.signal();
        return answer(answer);
    }

    @PostMapping("/orders/{shop}/{number}")
    ResponseEntity<JsonNode> order(
            @PathVariable String shop, @PathVariable String number, @RequestBody JsonNode order) {
        return answer(standins.call("POST", "/orders/" + encode(shop) + "/" + encode(number), order));
    }

    /** The shop calls its own address with a document of its own shape, signed. */
    @PostMapping("/shop-call")
    ResponseEntity<JsonNode> shopCall(@RequestBody JsonNode document) {
        return answer(standins.call("POST", "/call", document));
    }

    /** Where the shop's own help page is, which has the look-up page in it. */
    @GetMapping("/help-page")
    ResponseEntity<JsonNode> helpPage() {
        return answer(standins.call("GET", "/help-page", null));
    }

    /** What the shop was called with. */
    @GetMapping("/calls")
    ResponseEntity<JsonNode> calls() {
        return answer(standins.call("GET", "/calls", null));
    }

    @PostMapping("/parcels/{shop}/{number}")
    ResponseEntity<JsonNode> parcel(
            @PathVariable String shop, @PathVariable String number, @RequestBody JsonNode parcel) {
        return answer(standins.call("POST", "/parcels/" + encode(shop) + "/" + encode(number), parcel));
    }

    @PostMapping("/scans")
    ResponseEntity<JsonNode> scans(@RequestBody JsonNode scans) {
        return answer(standins.call("POST", "/scans", scans));
    }

    private static ResponseEntity<JsonNode> answer(StandinClient.Answer answer) {
        return ResponseEntity.status(answer.status()).body(answer.body());
    }

    private static String digits(String number) {
        return number.replaceAll("\\D", "");
    }

    private static String encode(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
    }
}
