package upbeat.herald.server.simulation;

import java.time.InstantSource;
import java.util.Objects;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import upbeat.herald.server.people.AccountRepository;
import upbeat.herald.server.people.ApiKeyService;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.role.Role;

/** The demo's person, its API key and its credit. */
@Component
@ConditionalOnProperty("herald.demo")
class DemoAccount {
    private final AccountRepository accounts;
    private final ApiKeyService keys;
    private final PasswordEncoder passwords;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final DemoCredit credit;

    DemoAccount(
            AccountRepository accounts,
            ApiKeyService keys,
            PasswordEncoder passwords,
            DatabaseWriter writer,
            InstantSource clock,
            DemoCredit credit) {
        this.accounts = accounts;
        this.keys = keys;
        this.passwords = passwords;
        this.writer = writer;
        this.clock = clock;
        this.credit = credit;
    }

    void insert(String name, String password, String apiKey) {
        String hash = Objects.requireNonNull(passwords.encode(password));
        writer.write(db -> {
            if (accounts.isEmpty(db)) accounts.insert(db, name, hash, null, Role.OWNER, clock.instant());
            return null;
        });
        keys.save("demo", apiKey);
        credit.insert(name);
    }
}
