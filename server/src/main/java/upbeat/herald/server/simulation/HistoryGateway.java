package upbeat.herald.server.simulation;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;
import upbeat.herald.server.channel.ConnectionCheck;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;
import upbeat.herald.server.message.ReceiptService;

/** A gateway of the past: answers by the stand-ins' script and remembers what receipts are still to come. */
final class HistoryGateway implements Gateway {
    private final Channel channel;
    private final List<ReceiptService.Receipt> due = new ArrayList<>();

    HistoryGateway(Channel channel) {
        this.channel = channel;
    }

    @Override
    public Channel channel() {
        return channel;
    }

    @Override
    public int parallelism() {
        return 1;
    }

    @Override
    public boolean isIdempotent() {
        return true;
    }

    @Override
    public HandOver handOver(OutgoingMessage m) {
        if (channel.equals(EmailChannel.EMAIL)) {
            return Texts.orEmpty(m.to()).startsWith("bounce")
                    ? new HandOver.Refused("The mail server answered: 550 5.1.1 no such mailbox")
                    : new HandOver.Accepted(null);
        }
        if (channel.equals(ChatChannel.WHATSAPP) && Texts.orEmpty(m.to()).endsWith("99"))
            return new HandOver.Refused("The chat network responded: This number is not on the network");
        boolean lost = channel.equals(SmsChannel.SMS) && Texts.orEmpty(m.to()).endsWith("98");
        String ref = "past-" + m.id();
        due.add(new ReceiptService.Receipt(
                channel,
                ref,
                lost ? ReceiptService.Kind.FAILED : ReceiptService.Kind.DELIVERED,
                lost ? "The SMS centre reports UNDELIV, error 027" : "past"));
        return new HandOver.Accepted(ref);
    }

    @Override
    public Optional<String> findOutage() {
        return Optional.empty();
    }

    List<ReceiptService.Receipt> receipts() {
        List<ReceiptService.Receipt> all = List.copyOf(due);
        due.clear();
        return all;
    }

    @Override
    public ConnectionCheck checkConnection() {
        return new ConnectionCheck(true, "A past needs no line");
    }
}
