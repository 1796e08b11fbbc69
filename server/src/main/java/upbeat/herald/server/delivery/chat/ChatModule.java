package upbeat.herald.server.delivery.chat;

import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.server.channel.AccountSettings;
import upbeat.herald.server.channel.ChannelModule;
import upbeat.herald.server.channel.ChannelPreview;
import upbeat.herald.server.channel.ContentApproval;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.PreviewedMessage;
import upbeat.herald.server.platform.http.OutboundNetwork;
import upbeat.herald.server.platform.web.ValidationException;

/** Chat on the server: an account at the network, and wordings that it has to approve. */
@Component
class ChatModule implements ChannelModule {
    static final String WEBHOOK_SECRET = "webhookSecret";

    private final ChatApprovalService approvals;

    ChatModule(ChatApprovalService approvals) {
        this.approvals = approvals;
    }

    @Override
    public Channel channel() {
        return ChatChannel.WHATSAPP;
    }

    @Override
    public void validateAccount(Map<String, Object> account, ValidationException errors) {
        ChatAccount.validate(account, errors);
    }

    @Override
    public Gateway createGateway(String accountId, AccountSettings settings, OutboundNetwork network) {
        return new ChatGateway(ChatClient.of(settings, network), approvals);
    }

    /** The network's approvals, and what it reports to us, belong to one account. */
    @Override
    public boolean canHaveSeveralAccounts() {
        return false;
    }

    @Override
    public Optional<ChatPreview> preview(PreviewedMessage message) {
        return Optional.of(ChatPreview.of(message.rendered()));
    }

    @Override
    public Optional<Class<? extends ChannelPreview>> previewType() {
        return Optional.of(ChatPreview.class);
    }

    @Override
    public Optional<ContentApproval> approval() {
        return Optional.of(approvals);
    }
}
