package upbeat.herald.core.wording;

import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;

/**
 * What a wording is written for.
 *
 * @param stage the stage the message is about
 * @param question what it asks, or null
 * @param isPage true for the page of an order, which has no subject and names nobody
 */
public record WordingPurpose(Stage stage, @Nullable Question question, boolean isPage) {
    /** Of a message. */
    public WordingPurpose(Stage stage, @Nullable Question question) {
        this(stage, question, false);
    }
}
