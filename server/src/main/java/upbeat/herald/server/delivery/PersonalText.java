package upbeat.herald.server.delivery;

import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.credit.Posting;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;
import upbeat.herald.server.channel.Price;
import upbeat.herald.server.credit.CreditBook;
import upbeat.herald.server.platform.outbox.OutboxItem;
import upbeat.herald.server.platform.outbox.OutboxSender.Result;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** Hands over what is no message of the plan's, to one customer. */
@Component
class PersonalText {
    private final OpenAccounts accounts;
    private final BrandRepository brands;
    private final ChannelRegistry channels;
    private final CreditBook credit;
    private final DatabaseWriter writer;
    private final JdbcClient reader;

    PersonalText(
            OpenAccounts accounts,
            BrandRepository brands,
            ChannelRegistry channels,
            CreditBook credit,
            DatabaseWriter writer,
            JdbcClient reader) {
        this.accounts = accounts;
        this.brands = brands;
        this.channels = channels;
        this.credit = credit;
        this.writer = writer;
        this.reader = reader;
    }

    /** @param channel its code; {@code shop} whose brand speaks, or null; {@code language} BCP 47 */
    record To(String channel, String address, @Nullable String shop, String language) {}

    /** @param subject of an e-mail; {@code words} of the brand that speaks */
    Result send(OutboxItem item, To to, String subject, Function<Brand, String> words) {
        Channel channel = Channel.fromCode(to.channel()).orElse(null);
        if (channel == null) return new Result.Refused("This channel is no longer there");
        Brand brand = to.shop() == null ? brands.get(reader) : brands.get(reader, to.shop());
        Optional<Rendered> content = channel.renderPersonal(subject, words.apply(brand));
        if (content.isEmpty()) return new Result.Refused("This channel takes no such text");
        Gateway gateway = accounts.findGateway(channel).orElse(null);
        if (gateway == null) return new Result.Later("No gateway is set up. Go to Setup, Gateways");
        HandOver end = gateway.handOver(new OutgoingMessage(
                item.id(), item.kind(), to.address(), to.language(), brand, content.get(), null, item.createdAt()));
        if (end instanceof HandOver.Accepted) charge(channel, to, content.get());
        return read(end, gateway.isIdempotent());
    }

    private void charge(Channel channel, To to, Rendered content) {
        Price price = channels.findPriceOf(channel, to.address(), content).orElse(null);
        writer.writeAside(db -> {
            credit.spend(db, Posting.Kind.REPLY, channel, price, "Written by hand", null);
            return null;
        });
    }

    /** Rather none than two; a gateway that knows it by its id is asked again. */
    private static Result read(HandOver end, boolean isIdempotent) {
        if (end instanceof HandOver.Accepted) return new Result.Taken("Sent");
        if (end instanceof HandOver.Refused refused) return new Result.Refused(refused.reason());
        if (end instanceof HandOver.Away away) return new Result.Later(away.reason());
        if (end instanceof HandOver.Later later) return new Result.Later(later.reason());
        return isIdempotent
                ? new Result.Later("The gateway didn't confirm it")
                : new Result.Refused("The gateway didn't confirm it. It may have been sent all the same");
    }
}
