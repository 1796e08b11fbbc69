package upbeat.herald.server.messageview;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.TeamOccasion;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.message.MessageEventRepository;
import upbeat.herald.server.message.MessageEventRepository.MessageEvent;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.MessageView;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.web.NotFoundException;

/** One message: as it was sent, with all that happened to it and what can be done. */
@Service
class MessageDetailService {
    private final MessageRepository messages;
    private final MessageEventRepository events;
    private final NoticeRepository notices;
    private final OrderRepository orders;
    private final JdbcClient reader;

    MessageDetailService(
            MessageRepository messages,
            MessageEventRepository events,
            NoticeRepository notices,
            OrderRepository orders,
            JdbcClient reader) {
        this.messages = messages;
        this.events = events;
        this.notices = notices;
        this.orders = orders;
        this.reader = reader;
    }

    /**
     * @param name of its notice
     * @param history what happened to it, the oldest first
     */
    record ShownMessage(
            MessageView message,
            String name,
            @Nullable String html,
            List<String> buttons,
            List<MessageEvent> history,
            @JsonUnwrapped Possible possible) {}

    /** @param actions what can be done about it; {@code channels} codes of those that could say it instead */
    record Possible(List<String> actions, List<String> channels) {}

    ShownMessage getMessage(String id) {
        MessageRow m = find(id);
        OrderRow row = orders.get(reader, m.origin().orderId());
        Notice notice = notices.find(reader, m.origin().noticeId()).orElse(null);
        return new ShownMessage(
                MessageView.of(m, row.order().shop(), row.order().number()),
                notice == null ? "deleted notice" : notice.name(),
                m.sent().html(),
                m.sent().question() == null
                        ? List.of()
                        : m.sent().question().buttons().stream()
                                .map(b -> b.label())
                                .toList(),
                events.find(reader, m.seq()),
                possible(m, notice));
    }

    MessageRow find(String id) {
        return messages.find(reader, id).orElseThrow(() -> new NotFoundException("There is no message " + id));
    }

    /** What may be tried; the answer to the attempt says whether it can be done. */
    private Possible possible(MessageRow m, @Nullable Notice notice) {
        boolean isForTeam = TeamOccasion.isForTeam(m.origin().occasion());
        List<MessageAction> actions = Arrays.stream(MessageAction.values())
                .filter(a -> a.isPossible(m.state().status()))
                .filter(a -> a != MessageAction.CHANNEL || notice != null && !isForTeam)
                .filter(a -> a != MessageAction.AGAIN
                        || notice != null && !(isForTeam && m.times().sentAt() != null))
                .toList();
        List<String> channels = notice == null || !actions.contains(MessageAction.CHANNEL)
                ? List.of()
                : notice.content().wordings().keySet().stream()
                        .filter(c -> c != m.recipient().channel())
                        .map(Channel::code)
                        .sorted()
                        .toList();
        return new Possible(
                actions.stream()
                        .filter(a -> a != MessageAction.CHANNEL || !channels.isEmpty())
                        .map(MessageAction::code)
                        .toList(),
                channels);
    }
}
