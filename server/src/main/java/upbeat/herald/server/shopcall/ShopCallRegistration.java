package upbeat.herald.server.shopcall;

import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.secret.SecretVault;

/** Says where a shop is called, with a secret that is known beforehand. */
@Component
public class ShopCallRegistration {
    private final ShopCallTargetRepository targets;
    private final SecretVault vault;

    ShopCallRegistration(ShopCallTargetRepository targets, SecretVault vault) {
        this.targets = targets;
        this.vault = vault;
    }

    /** An address that is there already keeps its secret. */
    public void register(JdbcClient db, String shop, String url, String secret, Instant now) {
        String sealed = targets.find(db, shop)
                .map(ShopCallTargetRepository.Target::encryptedSecret)
                .orElseGet(() -> vault.encrypt(secret));
        targets.save(db, shop, new ShopCallTargetRepository.Target(url, sealed), now);
    }
}
