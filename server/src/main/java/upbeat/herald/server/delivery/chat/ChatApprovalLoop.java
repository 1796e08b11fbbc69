package upbeat.herald.server.delivery.chat;

import java.io.IOException;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.server.channel.AccountSettings;
import upbeat.herald.server.channel.GatewayAccounts;

/**
 * Follows templates on their way to approval: the network reports by its webhook, and is asked besides, now and then on
 * the machine's clock.
 */
@Component
class ChatApprovalLoop implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(ChatApprovalLoop.class);
    private static final long ASK_MILLIS = 30_000;
    private static final long RETRY_MILLIS = 5_000;

    private final ChatApprovalService approvals;
    private final GatewayAccounts accounts;
    private final boolean autoStart;
    private volatile @Nullable Thread loop;

    ChatApprovalLoop(
            ChatApprovalService approvals, GatewayAccounts accounts, @Value("${herald.seed:false}") boolean seeding) {
        this.approvals = approvals;
        this.accounts = accounts;
        this.autoStart = !seeding;
    }

    private void run() {
        long seen = 0;
        while (loop == Thread.currentThread()) {
            try {
                seen = approvals.awaitSubmission(seen, followUp() ? ASK_MILLIS : RETRY_MILLIS);
            } catch (InterruptedException e) {
                return;
            }
        }
    }

    /** False where it should be tried again soon. */
    private boolean followUp() {
        try {
            Optional<AccountSettings> account = accounts.findInUse(ChatChannel.WHATSAPP);
            if (account.isPresent())
                try (ChatClient client = ChatClient.of(account.get(), accounts.networkOf(ChatChannel.WHATSAPP))) {
                    approvals.followUp(client);
                }
            return true;
        } catch (IOException e) {
            LOG.debug("The chat network can't be reached: {}", e.getMessage());
        } catch (RuntimeException e) {
            LOG.error("Following up chat approvals failed; trying again in {} ms", RETRY_MILLIS, e);
        }
        return false;
    }

    @Override
    public void start() {
        loop = new Thread(this::run, "chat-approvals");
        loop.setDaemon(true);
        loop.start();
    }

    @Override
    public void stop() {
        Thread t = loop;
        loop = null;
        if (t != null) t.interrupt();
    }

    @Override
    public boolean isRunning() {
        return loop != null;
    }

    @Override
    public boolean isAutoStartup() {
        return autoStart;
    }
}
