package upbeat.herald.core.wording;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;

/**
 * What a notice asks.
 *
 * @param buttons one to {@link #MOST_BUTTONS}
 * @param end until when it may be answered, or null for as long as its links work
 * @param changeUntil the stage until which the customer may answer otherwise; null where the first answer counts
 */
public record Question(
        List<Button> buttons,
        @Nullable QuestionEnd end,
        @Nullable Stage changeUntil) {
    /** More are hard to choose from on a phone (common practice, no source). */
    public static final int MOST_BUTTONS = 5;

    public Question {
        buttons = List.copyOf(buttons);
    }

    /** One that stays open, and whose first answer counts. */
    public Question(List<Button> buttons) {
        this(buttons, null, null);
    }

    /**
     * @param id stable name in links and receipts
     * @param label what the customer reads, 20 characters at the most
     * @param tag put on the order when pressed, or empty
     * @param refuses true where the customer does not want the order: nothing planned for it goes out any more
     * @param freeText true where the customer may write something with it
     * @param effects what else happens, in this order
     */
    public record Button(
            String id, String label, String tag, boolean refuses, boolean freeText, List<AnswerEffect> effects) {
        public Button {
            tag = tag == null ? "" : tag;
            effects = effects == null ? List.of() : List.copyOf(effects);
        }

        public Button(String id, String label, String tag, boolean refuses) {
            this(id, label, tag, refuses, false, List.of());
        }

        Button withLabel(String other) {
            return new Button(id, other, tag, refuses, freeText, effects);
        }
    }

    /** The same question with other words on its buttons. @param labels by button id, or null */
    public Question withLabels(@Nullable Map<String, String> labels) {
        return labels == null
                ? this
                : new Question(
                        buttons.stream()
                                .map(b -> b.withLabel(labels.getOrDefault(b.id(), b.label())))
                                .toList(),
                        end,
                        changeUntil);
    }

    public Optional<Button> findButton(String id) {
        return buttons.stream().filter(b -> b.id().equals(id)).findFirst();
    }
}
