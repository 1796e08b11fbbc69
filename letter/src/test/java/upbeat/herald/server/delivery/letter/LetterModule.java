package upbeat.herald.server.delivery.letter;

import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.AccountSettings;
import upbeat.herald.server.channel.ChannelModule;
import upbeat.herald.server.channel.ConfiguredAccount;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.PreviewedMessage;
import upbeat.herald.server.platform.HeraldProperties;
import upbeat.herald.server.platform.http.OutboundNetwork;
import upbeat.herald.server.platform.web.ValidationException;

/** Letters on the server: their account is a folder in which a printing house finds them. */
@Component
class LetterModule implements ChannelModule, ConfiguredAccount {
    private static final Channel LETTER = new LetterChannel();
    static final String FOLDER = "folder";

    private final HeraldProperties properties;

    LetterModule(HeraldProperties properties) {
        this.properties = properties;
    }

    @Override
    public Channel channel() {
        return LETTER;
    }

    @Override
    public Optional<AccountSettings> settings() {
        String folder = properties.data().resolve("letters").toString();
        return Optional.of(new AccountSettings(Map.of(FOLDER, folder), Map.of()));
    }

    @Override
    public void validateAccount(Map<String, Object> account, ValidationException errors) {
        errors.check(account.get(FOLDER) instanceof String, "account.folder", "Choose a folder");
    }

    @Override
    public Optional<LetterPreview> preview(PreviewedMessage message) {
        return Optional.of(
                new LetterPreview((int) message.rendered().text().lines().count()));
    }

    @Override
    public Gateway createGateway(String accountId, AccountSettings settings, OutboundNetwork network) {
        return new LetterGateway(String.valueOf(settings.account().get(FOLDER)));
    }
}
