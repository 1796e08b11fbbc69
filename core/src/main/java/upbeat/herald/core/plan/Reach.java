package upbeat.herald.core.plan;

import upbeat.herald.core.journey.Order;

/**
 * Whether a customer can be reached over a channel. Service messages by e-mail and SMS go to whoever did not say no; a
 * chat message needs a clear yes, because the chat networks ask for an opt-in (common practice, no source).
 *
 * @param to the address, or null where {@code not} says why there is none
 */
record Reach(String to, Reason not) {

    static Reach of(Order order, Channel channel) {
        Order.Customer customer = order.customer();
        Order.Consent consent = order.consent() == null ? Order.Consent.UNKNOWN : order.consent();
        String to = customer == null ? null : channel == Channel.EMAIL ? customer.email() : customer.phone();
        if (to == null) {
            return no(
                    Reason.Code.NO_ADDRESS,
                    "The order has no "
                            + (channel == Channel.EMAIL ? "e-mail address" : "phone number that can be called"));
        }
        Boolean said =
                switch (channel) {
                    case EMAIL -> consent.email();
                    case SMS -> consent.sms();
                    case WHATSAPP -> consent.whatsapp();
                };
        if (Boolean.FALSE.equals(said))
            return no(Reason.Code.NO_CONSENT, "The customer does not want " + channel.words());
        if (said == null && channel == Channel.WHATSAPP)
            return no(Reason.Code.NO_CONSENT, "The customer has not agreed to WhatsApp");
        return new Reach(to, null);
    }

    private static Reach no(Reason.Code code, String text) {
        return new Reach(null, new Reason(code, text));
    }
}
