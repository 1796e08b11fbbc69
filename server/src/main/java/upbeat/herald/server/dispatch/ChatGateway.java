package upbeat.herald.server.dispatch;

import java.io.IOException;
import java.net.ConnectException;
import java.net.http.HttpConnectTimeoutException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.server.Settings;

/**
 * The chat network over HTTP. A message goes as the name of an approved template with parameters and reply buttons; its
 * id is the Idempotency-Key.
 */
final class ChatGateway implements Gateway {
    private final ChatLine line;
    private final ChatApprovals approvals;

    ChatGateway(Settings.Chat account, ChatApprovals approvals) {
        this.line = new ChatLine(account);
        this.approvals = approvals;
    }

    @Override
    public Channel channel() {
        return Channel.WHATSAPP;
    }

    @Override
    public int lanes() {
        return 4;
    }

    @Override
    public boolean knowsIds() {
        return true;
    }

    @Override
    public HandOver handOver(Outgoing m) {
        String name = ChatTemplates.name(m.noticeId(), m.language(), m.content().template());
        try {
            ChatApprovals.Judgement judged = approvals.judgement(line, name, m);
            switch (judged.status()) {
                case APPROVED -> {}
                case REFUSED -> {
                    return new HandOver.Refused("The chat network refused the wording: " + judged.reason());
                }
                default -> {
                    return new HandOver.Later("The chat network is still looking at the wording");
                }
            }
            List<Map<String, String>> buttons = m.question() == null
                    ? List.of()
                    : m.question().buttons().stream()
                            .map(b -> Map.of("id", b.id(), "label", b.label()))
                            .toList();
            Map<String, Object> message = new HashMap<>(Map.of(
                    "to",
                    digits(m.to()),
                    "template",
                    Map.of(
                            "name",
                            name,
                            "language",
                            m.language(),
                            "parameters",
                            m.content().parameters()),
                    "buttons",
                    buttons));
            if (m.brand().chatNumber() != null)
                message.put("from", digits(m.brand().chatNumber()));
            ChatLine.Answer answer = line.call("POST", "/v1/messages", m.id(), message);
            if (answer.code().equals("unknown_template")) {
                approvals.forgotten(name);
                return new HandOver.Later(
                        "The chat network does not know the wording any more; it was brought there again");
            }
            if (!answer.good()) return bad(answer);
            String ref = answer.body().path("id").asString("");
            return ref.isEmpty()
                    ? new HandOver.Unsure("Something answered in place of the chat network")
                    : new HandOver.Accepted(ref);
        } catch (ConnectException | HttpConnectTimeoutException e) {
            return new HandOver.Away("The chat network can't be reached");
        } catch (IOException e) {
            return new HandOver.Unsure("The line to the chat network broke while the message was on it");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return new HandOver.Unsure("Stopped while the message was handed over");
        }
    }

    /** A chat gateway wants the number in digits only (common practice, no source). */
    private static String digits(String number) {
        return number.replaceAll("\\D", "");
    }

    private static HandOver bad(ChatLine.Answer answer) {
        if (answer.status() == 401 || answer.status() == 403)
            return new HandOver.Away("The chat network refuses the log-in");
        return answer.status() == 429 || answer.status() >= 500
                ? new HandOver.Later("The chat network answered: " + answer.said())
                : new HandOver.Refused("The chat network answered: " + answer.said());
    }

    @Override
    public Accounts.Connection connect() {
        Optional<String> away = away();
        return new Accounts.Connection(away.isEmpty(), away.orElse("The chat network answers and knows the token"));
    }

    @Override
    public Optional<String> away() {
        try {
            int status = line.call("GET", "/v1/health", null, null).status();
            return status == 200
                    ? Optional.empty()
                    : Optional.of(
                            status == 401
                                    ? "The chat network refuses the log-in"
                                    : "The chat network answers with status " + status);
        } catch (IOException e) {
            return Optional.of("The chat network can't be reached");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.of("Stopped");
        }
    }
}
