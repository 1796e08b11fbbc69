package upbeat.herald.core.wording;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import upbeat.herald.core.Texts;

/**
 * Finds what is wrong with a wording before it is saved; what passes here renders, or holds for an empty field, and
 * never shows a raw name.
 */
public final class WordingCheck {
    /** The chat networks' usual limit for reply buttons, kept for every channel (common practice, no source). */
    private static final int LONGEST_BUTTON = 20;

    private WordingCheck() {}

    /** @return errors in the order they stand in the wording, empty where it may be saved */
    public static List<WordingError> findErrors(WordingPurpose purpose, Channel channel, Wording wording) {
        List<WordingError> errors = new ArrayList<>(channel.checkParts(purpose, wording));
        if (wording.buttons() != null) wording.buttons().forEach((id, label) -> button(purpose, id, label, errors));
        errors.sort(Comparator.comparing(WordingError::part)
                .thenComparing(WordingError::line)
                .thenComparing(WordingError::column));
        return errors;
    }

    private static void button(WordingPurpose purpose, String id, String label, List<WordingError> errors) {
        if (Texts.isBlank(label) || label.length() > LONGEST_BUTTON)
            errors.add(new WordingError(
                    1, 1, "A button label has 1 to 20 characters; \"" + label + "\" is too long or empty", "buttons"));
        if (purpose.question() != null && purpose.question().findButton(id).isEmpty())
            errors.add(new WordingError(1, 1, "The question has no button \"" + id + "\"", "buttons"));
    }
}
