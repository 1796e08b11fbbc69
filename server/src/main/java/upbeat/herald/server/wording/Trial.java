package upbeat.herald.server.wording;

import java.time.InstantSource;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.journey.EmailAddress;
import upbeat.herald.core.journey.Phones;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.server.dispatch.Gateway;
import upbeat.herald.server.dispatch.GatewayList;
import upbeat.herald.server.dispatch.HandOver;
import upbeat.herald.server.dispatch.Outgoing;
import upbeat.herald.server.time.RandomIds;

/**
 * Sends a wording to the person who writes it, through the same gateway and with the same content as a customer would
 * get it.
 */
@Component
class Trial {
    private final WordingPreview preview;
    private final GatewayList gateways;
    private final RandomIds ids;
    private final InstantSource clock;

    Trial(WordingPreview preview, GatewayList gateways, RandomIds ids, InstantSource clock) {
        this.preview = preview;
        this.gateways = gateways;
        this.ids = ids;
        this.clock = clock;
    }

    /** @return what became of it, in words. @throws HeraldException where it can't go */
    String send(Notice notice, WordingPreview.Ask ask, String to) {
        String address = address(ask.channel(), to);
        WordingPreview.Made made = preview.made(notice, ask);
        Gateway gateway = gateways.of(ask.channel())
                .orElseThrow(() -> new HeraldException(
                        "to", "No gateway for " + ask.channel().words() + " is set up. Go to Setup, Gateways"));
        HandOver end = gateway.handOver(new Outgoing(
                ids.id("trial_"),
                notice.id(),
                address,
                made.language(),
                made.brand(),
                made.content(),
                made.question(),
                clock.instant()));
        if (end instanceof HandOver.Accepted) return "Sent to " + address;
        if (end instanceof HandOver.Refused no) throw new HeraldException("to", no.reason());
        if (end instanceof HandOver.Later later)
            throw new HeraldException("to", later.reason() + ". Try again in a while");
        if (end instanceof HandOver.Away away)
            throw new HeraldException("to", away.reason() + ". Look at Setup, Gateways");
        return "Handed over, but the line broke before the answer came. Look whether it arrived";
    }

    private static String address(Channel channel, String to) {
        if (channel == Channel.EMAIL) {
            if (!EmailAddress.valid(to))
                throw new HeraldException("to", "\"" + (to == null ? "" : to) + "\" is not an e-mail address");
            return to.strip();
        }
        return Phones.e164(to, null)
                .orElseThrow(
                        () -> new HeraldException("to", "Write the number with its country, such as +46 70 174 06 05"));
    }
}
