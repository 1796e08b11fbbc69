package upbeat.herald.server.delivery.sms;

import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.sms.SmsChannel;
import upbeat.herald.server.channel.AccountSettings;
import upbeat.herald.server.channel.ChannelModule;
import upbeat.herald.server.channel.ChannelPreview;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.GatewayAccounts;
import upbeat.herald.server.channel.PreviewedMessage;
import upbeat.herald.server.channel.Price;
import upbeat.herald.server.channel.Prices;
import upbeat.herald.server.channel.ReplyListener;
import upbeat.herald.server.message.ReceiptService;
import upbeat.herald.server.platform.http.OutboundNetwork;
import upbeat.herald.server.platform.web.ValidationException;

/** SMS on the server: an SMPP account, paid for by segment. */
@Component
class SmsModule implements ChannelModule {
    private final SmsProperties properties;
    private final GatewayAccounts accounts;
    private final ReceiptService receipts;
    /** Asked for when something comes: who listens needs the channels itself. */
    private final ObjectProvider<ReplyListener> listeners;

    private final Prices prices;

    SmsModule(
            SmsProperties properties,
            GatewayAccounts accounts,
            ReceiptService receipts,
            Prices prices,
            ObjectProvider<ReplyListener> listeners) {
        this.properties = properties;
        this.accounts = accounts;
        this.receipts = receipts;
        this.prices = prices;
        this.listeners = listeners;
    }

    @Override
    public Channel channel() {
        return SmsChannel.SMS;
    }

    @Override
    public void validateAccount(Map<String, Object> account, ValidationException errors) {
        SmsAccount.validate(account, errors);
    }

    @Override
    public Gateway createGateway(String accountId, AccountSettings settings, OutboundNetwork network) {
        return new SmsGateway(
                accountId.equals(GatewayAccounts.mainId(channel())) ? "" : accountId + "/",
                settings.read(SmsAccount.class),
                settings.secret("password"),
                network,
                receipts::record,
                this::tellReply);
    }

    private void tellReply(ReplyListener.IncomingText text) {
        listeners.forEach(l -> l.textReceived(text));
    }

    @Override
    public Optional<SmsPreview> preview(PreviewedMessage message) {
        return Optional.of(new SmsPreviewFactory(this::price).create(message));
    }

    @Override
    public Optional<Class<? extends ChannelPreview>> previewType() {
        return Optional.of(SmsPreview.class);
    }

    @Override
    public Optional<Price> priceOf(int segments, @Nullable String country) {
        return Optional.of(price(segments, country));
    }

    private Price price(int segments, @Nullable String country) {
        return prices.find(channel(), segments, country).orElseGet(() -> priceOfAccount(segments, country));
    }

    private Price priceOfAccount(int segments, @Nullable String country) {
        SmsAccount usual = properties.usualPrices();
        SmsAccount account =
                accounts.findInUse(channel()).map(s -> s.read(SmsAccount.class)).orElse(usual);
        return account.priceOf(segments, country, usual);
    }
}
