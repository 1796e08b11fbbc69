package upbeat.herald.server.delivery;

import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.sms.SmsChannel;
import upbeat.herald.core.wording.sms.SmsContent;
import upbeat.herald.core.wording.sms.SmsLength;
import upbeat.herald.core.wording.template.Phrases;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;
import upbeat.herald.server.platform.outbox.OutboxItem;
import upbeat.herald.server.platform.outbox.OutboxSender;
import upbeat.herald.server.platform.persistence.Json;

/** Tells a customer who replied STOP, once, that it is done. */
@Component
public class StopConfirmationSender implements OutboxSender {
    public static final String KIND = "stop-confirmation";

    private final GatewayRegistry gateways;
    private final BrandRepository brands;
    private final JdbcClient reader;

    StopConfirmationSender(GatewayRegistry gateways, BrandRepository brands, JdbcClient reader) {
        this.gateways = gateways;
        this.brands = brands;
        this.reader = reader;
    }

    /** @param shop whose brand speaks, or null; {@code language} BCP 47 */
    public record StopConfirmation(
            String channel, String to, @Nullable String shop, String language) {}

    /** A chat takes only texts that its network approved. */
    public static boolean canConfirm(Channel channel) {
        return channel.equals(SmsChannel.SMS);
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public Result send(OutboxItem item) {
        if (item.body().isEmpty()) return new Result.Refused("The customer's data was erased");
        StopConfirmation c = Json.read(item.body(), StopConfirmation.class);
        Channel channel = Channel.fromCode(c.channel()).orElse(null);
        Gateway gateway = channel == null ? null : gateways.find(channel).orElse(null);
        if (gateway == null) return new Result.Later("No gateway is set up. Go to Setup, Gateways");
        Brand brand = c.shop() == null ? brands.get(reader) : brands.get(reader, c.shop());
        HandOver end = gateway.handOver(new OutgoingMessage(
                item.id(), KIND, c.to(), c.language(), brand, rendered(c, brand), null, item.createdAt()));
        if (end instanceof HandOver.Accepted) return new Result.Taken("Sent");
        if (end instanceof HandOver.Refused refused) return new Result.Refused(refused.reason());
        if (end instanceof HandOver.Away away) return new Result.Later(away.reason());
        // Rather none than two.
        return new Result.Refused("The gateway didn't confirm it");
    }

    private static Rendered rendered(StopConfirmation c, Brand brand) {
        Phrases phrases = Phrases.forLocale(Locale.forLanguageTag(c.language()));
        String contact = brand.contact().phone() == null
                ? brand.sender().senderAddress()
                : brand.contact().phone();
        String whom = Texts.isBlank(contact) ? "" : " " + phrases.get("stoppedContact", contact);
        String text = phrases.get("stopped", brand.name()) + whom;
        return new Rendered(null, text, null, new SmsContent(SmsLength.measure(text)));
    }
}
