package upbeat.herald.standins;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;

/** What arrived on each telephone, by SMS and by chat. */
public final class PhoneInbox {
    public record Button(String id, String label) {}

    /** @param channel {@code sms} or {@code whatsapp} */
    public record Received(
            String id, String channel, String from, String text, List<Button> buttons, Instant receivedAt) {}

    private final Map<String, List<Received>> byNumber = new ConcurrentHashMap<>();

    void add(String number, Received message) {
        byNumber.computeIfAbsent(digits(number), n -> new CopyOnWriteArrayList<>())
                .add(message);
    }

    /** Newest first. @param number in any notation */
    public List<Received> on(String number) {
        List<Received> list = new ArrayList<>(byNumber.getOrDefault(digits(number), List.of()));
        Collections.reverse(list);
        return list;
    }

    public List<String> numbers() {
        return byNumber.keySet().stream().map(n -> "+" + n).sorted().toList();
    }

    public int count() {
        return byNumber.values().stream().mapToInt(List::size).sum();
    }

    Optional<Received> find(String number, String messageId) {
        return on(number).stream().filter(m -> m.id().equals(messageId)).findFirst();
    }

    static String digits(String number) {
        return number.replaceAll("\\D", "");
    }
}
