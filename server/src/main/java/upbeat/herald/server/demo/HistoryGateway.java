package upbeat.herald.server.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.server.dispatch.Accounts;
import upbeat.herald.server.dispatch.Gateway;
import upbeat.herald.server.dispatch.HandOver;
import upbeat.herald.server.dispatch.Outgoing;
import upbeat.herald.server.dispatch.ReceiptBook;

/** A gateway of the past: answers by the stand-ins' script and remembers what receipts are still to come. */
final class HistoryGateway implements Gateway {
    private final Channel channel;
    private final List<ReceiptBook.Receipt> due = new ArrayList<>();

    HistoryGateway(Channel channel) {
        this.channel = channel;
    }

    @Override
    public Channel channel() {
        return channel;
    }

    @Override
    public int lanes() {
        return 1;
    }

    @Override
    public boolean knowsIds() {
        return true;
    }

    @Override
    public HandOver handOver(Outgoing m) {
        if (channel == Channel.EMAIL) {
            return m.to().startsWith("bounce")
                    ? new HandOver.Refused("The mail server answered: 550 5.1.1 no such mailbox")
                    : new HandOver.Accepted(null);
        }
        if (channel == Channel.WHATSAPP && m.to().endsWith("99"))
            return new HandOver.Refused("The chat network answered: This number is not on the network");
        boolean lost = channel == Channel.SMS && m.to().endsWith("98");
        String ref = "past-" + m.id();
        due.add(new ReceiptBook.Receipt(
                channel,
                ref,
                lost ? ReceiptBook.Kind.FAILED : ReceiptBook.Kind.DELIVERED,
                lost ? "The SMS centre reports UNDELIV, error 027" : "past"));
        return new HandOver.Accepted(ref);
    }

    @Override
    public Optional<String> away() {
        return Optional.empty();
    }

    List<ReceiptBook.Receipt> receipts() {
        List<ReceiptBook.Receipt> all = List.copyOf(due);
        due.clear();
        return all;
    }

    @Override
    public Accounts.Connection connect() {
        return new Accounts.Connection(true, "A past needs no line");
    }
}
