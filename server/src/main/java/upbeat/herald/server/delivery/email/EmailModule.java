package upbeat.herald.server.delivery.email;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.Texts;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.SenderOverride;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.AccountSettings;
import upbeat.herald.server.channel.ChannelModule;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.platform.http.OutboundNetwork;
import upbeat.herald.server.platform.web.ValidationException;

/** E-mail on the server: an SMTP account, and a sender's address that has to be verified before a notice goes live. */
@Component
class EmailModule implements ChannelModule {
    private final EmailProperties properties;
    private final ReplyMailProperties incoming;
    private final BrandRepository brands;
    private final DkimKeys keys;

    EmailModule(EmailProperties properties, ReplyMailProperties incoming, BrandRepository brands, DkimKeys keys) {
        this.properties = properties;
        this.incoming = incoming;
        this.brands = brands;
        this.keys = keys;
    }

    @Override
    public Channel channel() {
        return EmailChannel.EMAIL;
    }

    @Override
    public void validateAccount(Map<String, Object> account, ValidationException errors) {
        EmailAccount.validate(account, errors);
    }

    @Override
    public Gateway createGateway(String accountId, AccountSettings settings, OutboundNetwork network) {
        return new EmailGateway(
                settings.read(EmailAccount.class),
                settings.secret("password"),
                properties.connections(),
                incoming.returnPath(),
                keys::findSigner,
                network);
    }

    @Override
    public List<String> findBrandGaps(Brand brand) {
        return Texts.isBlank(brand.contact().postalAddress())
                ? List.of(
                        "Mails have no postal address below them, which many countries demand. Add it in Setup, Brand")
                : List.of();
    }

    @Override
    public Optional<String> findGoLiveObstacle(JdbcClient db, Notice notice) {
        SenderOverride own = notice.routing().sender();
        if (own != null && own.address() != null)
            return brands.isVerified(db, own.address())
                    ? Optional.empty()
                    : Optional.of("The notice's own sender address " + own.address()
                            + " isn't verified yet. Open its sender in the notice and send the code; then set it live");
        return brands.findUnverifiedSender(db, notice.audience().valuesRequired("shop"))
                .map(address -> "The sender address " + address + " isn't verified yet. Go to Setup, Brand, and send"
                        + " the code; then set the notice live");
    }
}
