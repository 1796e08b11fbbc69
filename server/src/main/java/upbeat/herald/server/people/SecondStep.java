package upbeat.herald.server.people;

import java.time.Instant;
import java.util.Base64;
import java.util.List;
import java.util.OptionalLong;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.signin.TimeCode;
import upbeat.herald.server.people.AccountRepository.Account;
import upbeat.herald.server.platform.random.RandomIds;
import upbeat.herald.server.platform.secret.SecretVault;

/** The second step of signing in: a code of the moment from somebody's phone, or one of ten kept on paper. */
@Component
class SecondStep {
    private static final int CODES = 10;

    private final AccountRepository accounts;
    private final SecretVault vault;
    private final RandomIds ids;

    SecondStep(AccountRepository accounts, SecretVault vault, RandomIds ids) {
        this.accounts = accounts;
        this.vault = vault;
        this.ids = ids;
    }

    byte[] newSecret() {
        return ids.newBytes(TimeCode.SECRET_BYTES);
    }

    /** Takes a secret into use. @return the codes for the day the phone is lost, shown this once */
    List<String> turnOn(JdbcClient db, String name, byte[] secret, long usedStep) {
        accounts.updateSecondStep(db, name, vault.encrypt(Base64.getEncoder().encodeToString(secret)), usedStep);
        return renewRecoveryCodes(db, name);
    }

    List<String> renewRecoveryCodes(JdbcClient db, String name) {
        List<String> codes =
                Stream.generate(() -> Tokens.createReadable(ids)).limit(CODES).toList();
        accounts.replaceRecoveryCodes(db, name, codes.stream().map(Tokens::hash).toList());
        return codes;
    }

    void turnOff(JdbcClient db, String name) {
        accounts.updateSecondStep(db, name, null, null);
        accounts.replaceRecoveryCodes(db, name, List.of());
    }

    /** Whether a code opens the account now; each does so once. */
    boolean accept(JdbcClient db, Account account, @Nullable String given, Instant now) {
        if (given == null || account.secondStep() == null) return false;
        OptionalLong step = vault.tryDecrypt(account.secondStep())
                .map(s -> TimeCode.findStep(
                        Base64.getDecoder().decode(s),
                        given,
                        now,
                        account.usedStep() == null ? -1 : account.usedStep()))
                .orElse(OptionalLong.empty());
        if (step.isPresent()) return accounts.useStep(db, account.name(), step.getAsLong());
        return accounts.useRecoveryCode(db, account.name(), Tokens.hash(Tokens.normalizeReadable(given)));
    }
}
