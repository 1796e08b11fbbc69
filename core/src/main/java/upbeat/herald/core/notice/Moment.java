package upbeat.herald.core.notice;

import java.time.Instant;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;

/**
 * The event a decision is about.
 *
 * @param occasion of the stage, see {@link upbeat.herald.core.journey.StageReached#occasion()}
 * @param with the further stage reached by the very same scan, or null: the earlier one is used only if the further one
 *     has nothing to say
 */
public record Moment(
        Stage stage, String occasion, Instant at, @Nullable Stage with) {}
