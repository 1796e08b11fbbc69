package upbeat.herald.server.delivery.chat;

import java.io.IOException;
import java.net.ConnectException;
import java.net.UnknownHostException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.hc.client5.http.ConnectTimeoutException;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.timing.Backoff;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.core.wording.chat.ChatContent;
import upbeat.herald.server.channel.ConnectionCheck;
import upbeat.herald.server.channel.ContentApproval;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;

/**
 * The chat network over HTTP. A message goes as the name of an approved template with parameters and reply buttons; its
 * id is the Idempotency-Key.
 */
final class ChatGateway implements Gateway, AutoCloseable {
    private static final int TOO_MANY_REQUESTS = 429; // RFC 6585

    private final ChatClient client;
    private final ChatApprovalService approvals;

    ChatGateway(ChatClient client, ChatApprovalService approvals) {
        this.client = client;
        this.approvals = approvals;
    }

    @Override
    public void close() {
        client.close();
    }

    @Override
    public Channel channel() {
        return ChatChannel.WHATSAPP;
    }

    @Override
    public int parallelism() {
        return 4;
    }

    @Override
    public boolean isIdempotent() {
        return true;
    }

    @Override
    public HandOver handOver(OutgoingMessage m) {
        return m.content().details() instanceof ChatContent ? sendTemplate(m) : sendText(m);
    }

    /** Free words, which the network takes for a while after the customer wrote. */
    private HandOver sendText(OutgoingMessage m) {
        Map<String, Object> message =
                new HashMap<>(Map.of("to", digits(m.to()), "text", m.content().text()));
        if (m.brand().sender().chatNumber() != null)
            message.put("from", digits(m.brand().sender().chatNumber()));
        try {
            ChatClient.ChatResponse answer = client.call("POST", "/v1/messages", m.id(), message);
            return answer.isSuccess() ? accepted(answer) : bad(answer);
        } catch (ConnectException | ConnectTimeoutException | UnknownHostException e) {
            return new HandOver.Away("The chat network can't be reached");
        } catch (IOException e) {
            return new HandOver.Unsure("The line to the chat network broke while the message was on it");
        }
    }

    private static HandOver accepted(ChatClient.ChatResponse answer) {
        String ref = answer.body().path("id").asString("");
        return ref.isEmpty()
                ? new HandOver.Unsure("Unexpected response from the chat network")
                : new HandOver.Accepted(ref);
    }

    private HandOver sendTemplate(OutgoingMessage m) {
        String name = TemplateName.of(
                m.noticeId(), m.language(), ChatContent.in(m.content()).template());
        try {
            ContentApproval.Approval judged = approvals.checkApproval(client, name, m);
            switch (judged.status()) {
                case APPROVED -> {}
                case REFUSED -> {
                    return new HandOver.Refused("The chat network refused the wording: " + judged.reason());
                }
                default -> {
                    return new HandOver.NotApproved("The chat network is still reviewing the wording");
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
                            ChatContent.in(m.content()).parameters()),
                    "buttons",
                    buttons));
            if (m.brand().sender().chatNumber() != null)
                message.put("from", digits(m.brand().sender().chatNumber()));
            ChatClient.ChatResponse answer = client.call("POST", "/v1/messages", m.id(), message);
            if (answer.errorCode().equals("unknown_template")) {
                approvals.resubmit(name);
                return new HandOver.NotApproved(
                        "The chat network no longer knows the wording; it has been submitted again");
            }
            return answer.isSuccess() ? accepted(answer) : bad(answer);
        } catch (ConnectException | ConnectTimeoutException | UnknownHostException e) {
            return new HandOver.Away("The chat network can't be reached");
        } catch (IOException e) {
            return new HandOver.Unsure("The line to the chat network broke while the message was on it");
        }
    }

    /** A chat gateway wants the number in digits only (common practice, no source). */
    private static String digits(@Nullable String number) {
        return Texts.orEmpty(number).replaceAll("\\D", "");
    }

    private static HandOver bad(ChatClient.ChatResponse answer) {
        if (answer.status() == 401 || answer.status() == 403)
            return new HandOver.Away("The chat network rejected the token");
        // 409: the same message is being worked on from an attempt before, whose answer was lost.
        Backoff kind = answer.status() == TOO_MANY_REQUESTS ? Backoff.THROTTLED : Backoff.TEMPORARY;
        return answer.status() == 409 || answer.status() == TOO_MANY_REQUESTS || answer.status() >= 500
                ? new HandOver.Later("The chat network responded: " + answer.errorMessage(), kind, answer.retryAfter())
                : new HandOver.Refused("The chat network responded: " + answer.errorMessage());
    }

    @Override
    public ConnectionCheck checkConnection() {
        Optional<String> away = findOutage();
        return new ConnectionCheck(away.isEmpty(), away.orElse("The access token is valid"));
    }

    @Override
    public Optional<String> findOutage() {
        try {
            int status = client.call("GET", "/v1/health", null, null).status();
            return status == 200
                    ? Optional.empty()
                    : Optional.of(
                            status == 401
                                    ? "The chat network rejected the token"
                                    : "The chat network returned status " + status);
        } catch (IOException e) {
            return Optional.of("The chat network can't be reached");
        }
    }
}
