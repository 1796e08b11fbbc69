package upbeat.herald.core.wording;

import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;

/**
 * What a wording is written for.
 *
 * @param stage the stage the message is about
 * @param question what it asks, or null
 */
public record WordingPurpose(Stage stage, @Nullable Question question) {}
