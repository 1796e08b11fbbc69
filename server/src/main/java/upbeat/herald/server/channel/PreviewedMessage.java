package upbeat.herald.server.channel;

import java.util.Optional;
import java.util.stream.Stream;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Wording;

/**
 * A message that is shown before it is sent.
 *
 * @param order whose customer would get it
 * @param samples the same wording with other recent orders, newest first
 */
public record PreviewedMessage(Order order, Wording wording, Rendered rendered, Brand brand, Samples samples) {
    /** The orders to compare with. Each is rendered as it is read, so a channel that needs none pays for none. */
    public interface Samples {
        Stream<Sample> stream();
    }

    /** @param rendered empty where the message would be held */
    public record Sample(Order order, Optional<Rendered> rendered) {}
}
