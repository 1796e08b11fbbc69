package upbeat.herald.server.people;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.server.people.AccountLinkRepository.AccountLink;
import upbeat.herald.server.people.AccountRepository.Account;
import upbeat.herald.server.platform.changes.ChangeLogRepository;
import upbeat.herald.server.platform.web.TooManyCallsException;
import upbeat.herald.server.platform.web.ValidationException;

/** A new password for who forgot it, by a link that is mailed. A second step stays. */
@Service
class PasswordResetService {
    private static final Duration HOLDS = Duration.ofHours(1);

    private final AccountRepository accounts;
    private final AccountLinkRepository links;
    private final AccountMail mail;
    private final PasswordEncoder passwords;
    private final SignInLimits limits;
    private final SignedInSessions sessions;
    private final ChangeLogRepository changes;
    private final PeopleStore store;

    PasswordResetService(
            AccountRepository accounts,
            AccountLinkRepository links,
            AccountMail mail,
            PasswordEncoder passwords,
            SignInLimits limits,
            SignedInSessions sessions,
            ChangeLogRepository changes,
            PeopleStore store) {
        this.accounts = accounts;
        this.links = links;
        this.mail = mail;
        this.passwords = passwords;
        this.limits = limits;
        this.sessions = sessions;
        this.changes = changes;
        this.store = store;
    }

    record ResetAsk(@Nullable String email) {}

    record NewPassword(String token, @Nullable String password) {}

    /** Says the same to everybody, so that nobody learns whose address is known. */
    void ask(ResetAsk body, String address) {
        String email = Texts.blankToNull(body.email());
        if (email == null) throw new HeraldException("email", "Enter your e-mail address");
        if (!limits.tryFrom(address)) throw new TooManyCallsException();
        if (!limits.tryReset(email)) return; // as many mails as this address gets in an hour
        Instant now = store.clock().instant();
        Account account = accounts.findByEmail(store.reader(), email).orElse(null);
        if (account == null || account.email() == null) return;
        String token = Tokens.create(store.ids());
        Instant until = now.plus(HOLDS);
        String to = account.email();
        store.writer().write(db -> {
            links.dropResets(db, account.id());
            links.insert(db, new AccountLink(Tokens.hash(token), to, null, account.id(), null, now, until, null));
            mail.resetPassword(db, to, account.name(), token, until, now);
            return null;
        });
    }

    /** Signs out everywhere. */
    void reset(NewPassword body, String address) {
        if (!limits.tryFrom(address)) throw new TooManyCallsException();
        Instant now = store.clock().instant();
        String hash = Tokens.hash(String.valueOf(body.token()));
        Account account = links.find(store.reader(), hash)
                .filter(l -> l.accountId() != null && l.usedAt() == null && now.isBefore(l.expiresAt()))
                .flatMap(l -> accounts.find(store.reader(), Objects.requireNonNull(l.accountId())))
                .orElseThrow(PasswordResetService::gone);
        ValidationException errors = new ValidationException();
        PasswordRules.findFault(body.password(), account.name()).ifPresent(f -> errors.add("password", f));
        errors.throwIfAny();
        String encoded = Objects.requireNonNull(passwords.encode(Objects.requireNonNull(body.password())));
        store.writer().write(db -> {
            if (!links.use(db, hash, now)) throw gone();
            accounts.updatePassword(db, account.name(), encoded);
            changes.insert(
                    db,
                    account.name(),
                    "account",
                    account.name(),
                    "changed",
                    Map.of("password", "the new one, by a mailed link"),
                    now);
            if (account.email() != null)
                mail.tellChanged(db, account.email(), account.name(), "The password was changed by a mailed link", now);
            return null;
        });
        sessions.endAll(account.name(), null);
    }

    private static HeraldException gone() {
        return new HeraldException(null, "This link was used or has expired. Ask for another one");
    }
}
