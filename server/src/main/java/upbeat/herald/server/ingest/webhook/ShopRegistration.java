package upbeat.herald.server.ingest.webhook;

import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.exchange.mapping.Mapping;
import upbeat.herald.server.platform.secret.SecretVault;

/** Opens a shop with an address and secrets that are known beforehand. */
@Component
public class ShopRegistration {
    private final ShopRepository shops;
    private final SecretVault vault;

    ShopRegistration(ShopRepository shops, SecretVault vault) {
        this.shops = shops;
        this.vault = vault;
    }

    public void register(
            JdbcClient db,
            String key,
            String name,
            String path,
            String signingSecret,
            String headerSecret,
            Mapping mapping,
            Instant now) {
        if (shops.find(db, key).isEmpty())
            shops.insert(
                    db,
                    new ShopRepository.ShopRow(
                            key, name, path, vault.encrypt(signingSecret), vault.encrypt(headerSecret), mapping),
                    now);
    }
}
