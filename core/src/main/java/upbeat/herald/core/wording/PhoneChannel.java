package upbeat.herald.core.wording;

import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.PhoneNumbers;

/** A channel that reaches a customer under the phone number of the order. */
public abstract class PhoneChannel extends Channel {
    @Override
    public final Optional<String> addressOf(Order order) {
        return Optional.ofNullable(order.customer()).map(Order.Customer::phone);
    }

    @Override
    public final String addressLabel() {
        return "phone number";
    }

    @Override
    public final String parseAddress(@Nullable String typed) {
        return PhoneNumbers.parseTyped(typed);
    }
}
