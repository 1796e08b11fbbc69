package upbeat.herald.server.shopcall;

import java.util.List;
import java.util.Objects;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.outbox.OutboxItem;
import upbeat.herald.server.platform.outbox.OutboxSender;
import upbeat.herald.server.platform.secret.SecretVault;
import upbeat.herald.server.platform.webhook.SignedCall;

/** Calls shops with what is to be told to them. */
@Component
class ShopCallSender implements OutboxSender {
    private final ShopCallTargetRepository targets;
    private final SecretVault vault;
    private final SignedCall calls;
    private final JdbcClient reader;

    ShopCallSender(ShopCallTargetRepository targets, SecretVault vault, SignedCall calls, JdbcClient reader) {
        this.targets = targets;
        this.vault = vault;
        this.calls = calls;
        this.reader = reader;
    }

    @Override
    public String kind() {
        return ShopCalls.KIND;
    }

    @Override
    public Result send(OutboxItem item) {
        ShopCallTargetRepository.Target target =
                targets.find(reader, Objects.requireNonNull(item.target())).orElse(null);
        if (target == null) return new Result.Refused("The shop isn't called any more");
        String secret = vault.tryDecrypt(target.encryptedSecret()).orElse(null);
        if (secret == null) return new Result.Refused("The secret can't be read. Make a new one");
        return calls.post(target.url(), List.of(secret), item.id(), item.body());
    }
}
