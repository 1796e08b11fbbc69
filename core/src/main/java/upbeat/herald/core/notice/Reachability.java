package upbeat.herald.core.notice;

import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.Channel;

/**
 * Whether a customer can be told something over a channel. Service messages by e-mail and SMS go to whoever did not say
 * no; a chat message needs a clear yes, because the chat networks ask for an opt-in (common practice, no source).
 *
 * @param address the address, or null where {@code obstacle} says why there is none
 */
public record Reachability(
        @Nullable String address, @Nullable Reason obstacle) {

    /** By address, stop list and consent. */
    static Reachability check(Order order, History history, Channel channel) {
        Order.Consent consent = order.consent() == null ? Order.Consent.UNKNOWN : order.consent();
        String address = channel.addressOf(order).orElse(null);
        if (address == null) return no(Reason.Code.NO_ADDRESS, "The order has no " + channel.addressLabel());
        if (history.stoppedChannels().contains(channel))
            return no(Reason.Code.STOPPED, "The " + channel.addressLabel() + " is on the stop list");
        Boolean agreed = channel.consentOf(consent);
        if (Boolean.FALSE.equals(agreed))
            return no(Reason.Code.NO_CONSENT, "The customer opted out of " + channel.label());
        if (agreed == null && channel.requiresConsent())
            return no(Reason.Code.NO_CONSENT, "The customer hasn't agreed to " + channel.label());
        return new Reachability(address, null);
    }

    /** The team's own address in the customer's place. */
    static Reachability ofTeam(History history, Channel channel) {
        String address = history.teamAddresses().get(channel);
        return address != null
                ? new Reachability(address, null)
                : no(
                        Reason.Code.NO_ADDRESS,
                        "The team has no " + channel.addressLabel() + " of its own. Enter one in Setup, Team");
    }

    static Reachability no(Reason reason) {
        return new Reachability(null, reason);
    }

    private static Reachability no(Reason.Code code, String text) {
        return no(new Reason(code, text));
    }
}
