package upbeat.herald.server.shops;

import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.exchange.mapping.Mapping;
import upbeat.herald.server.storage.Vault;

/** Opens a shop with an address and secrets that are known beforehand. */
@Component
public class OpenShop {
    private final ShopStore shops;
    private final Vault vault;

    OpenShop(ShopStore shops, Vault vault) {
        this.shops = shops;
        this.vault = vault;
    }

    public void open(
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
                    new ShopStore.ShopRow(
                            key, name, path, vault.seal(signingSecret), vault.seal(headerSecret), mapping),
                    now);
    }
}
