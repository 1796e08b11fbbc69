package upbeat.herald.core.wording;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What a notice asks.
 *
 * @param buttons one to three, the chat networks' usual limit for reply buttons (common practice, no source)
 */
public record Question(List<Button> buttons) {
    public Question {
        buttons = List.copyOf(buttons);
    }

    /**
     * @param id stable name in links and receipts
     * @param label what the customer reads, 20 characters at the most
     * @param tag put on the order when pressed
     * @param refuses true where the customer does not want the order: nothing planned for it goes out any more
     */
    public record Button(String id, String label, String tag, boolean refuses) {}

    /** The same question with other words on its buttons. @param labels by button id, or null */
    public Question withLabels(@Nullable Map<String, String> labels) {
        return labels == null
                ? this
                : new Question(buttons.stream()
                        .map(b -> new Button(b.id(), labels.getOrDefault(b.id(), b.label()), b.tag(), b.refuses()))
                        .toList());
    }

    public Optional<Button> findButton(String id) {
        return buttons.stream().filter(b -> b.id().equals(id)).findFirst();
    }
}
