package upbeat.herald.server.wording;

import java.time.InstantSource;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.credit.Posting;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;
import upbeat.herald.server.channel.Price;
import upbeat.herald.server.credit.CreditBook;
import upbeat.herald.server.notice.NoticeTrialRepository;
import upbeat.herald.server.platform.random.RandomIds;
import upbeat.herald.server.platform.signal.SignallingWriter;

/**
 * Sends a wording to the person who writes it, through the same gateway and with the same content as a customer would
 * get it.
 */
@Component
class TestMessageService {
    private final WordingPreviewService preview;
    private final GatewayRegistry gateways;
    private final NoticeTrialRepository trials;
    private final SignallingWriter writer;
    private final RandomIds ids;
    private final InstantSource clock;

    private final ChannelRegistry channels;
    private final CreditBook credit;

    TestMessageService(
            WordingPreviewService preview,
            GatewayRegistry gateways,
            NoticeTrialRepository trials,
            SignallingWriter writer,
            RandomIds ids,
            InstantSource clock,
            ChannelRegistry channels,
            CreditBook credit) {
        this.preview = preview;
        this.gateways = gateways;
        this.trials = trials;
        this.writer = writer;
        this.ids = ids;
        this.clock = clock;
        this.channels = channels;
        this.credit = credit;
    }

    /** @return what became of it, in words. @throws HeraldException where it can't go */
    String send(Notice notice, WordingPreviewService.Ask ask, String to) {
        if (notice.isPage()) throw new HeraldException("to", "The page isn't sent. Look at it in an order");
        String address = ask.channel().parseAddress(to);
        WordingPreviewService.RenderedPreview made = preview.render(notice, ask);
        Gateway gateway = gateways.find(ask.channel())
                .orElseThrow(() -> new HeraldException(
                        "to", "No gateway for " + ask.channel().label() + " is set up. Go to Setup, Gateways"));
        HandOver end = gateway.handOver(new OutgoingMessage(
                ids.newId("trial_"),
                notice.id(),
                address,
                made.language(),
                made.brand(),
                made.content(),
                made.question(),
                clock.instant()));
        if (end instanceof HandOver.Accepted) {
            Price price =
                    channels.findPriceOf(ask.channel(), address, made.content()).orElse(null);
            writer.write((db, now) -> {
                credit.spend(db, Posting.Kind.TEST, ask.channel(), price, "Test of " + notice.name(), null);
                trials.save(db, notice.id(), ask.channel(), now);
                return null;
            });
            return "Sent to " + address
                    + (price == null ? "" : ". It costs " + price.amount().toPlainString() + " " + price.currency());
        }
        if (end instanceof HandOver.Refused no) throw new HeraldException("to", no.reason());
        if (end instanceof HandOver.Later later) throw new HeraldException("to", later.reason() + ". Try again later");
        if (end instanceof HandOver.Away away)
            throw new HeraldException("to", away.reason() + ". Check Setup, Gateways");
        return "Sent, but the connection broke before it was confirmed. Check whether it arrived";
    }
}
