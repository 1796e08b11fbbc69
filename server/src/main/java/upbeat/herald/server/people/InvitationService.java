package upbeat.herald.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Instant;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.server.people.AccountLinkRepository.AccountLink;
import upbeat.herald.server.platform.changes.ChangeLogRepository;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.web.TooManyCallsException;
import upbeat.herald.server.platform.web.ValidationException;

/** Somebody follows an invitation. */
@Service
class InvitationService {
    private static final int LONGEST_NAME = 80;

    private final AccountRepository accounts;
    private final AccountLinkRepository links;
    private final PasswordEncoder passwords;
    private final ChangeLogRepository changes;
    private final SignIns signIns;
    private final SignInLimits limits;
    private final PeopleStore store;

    InvitationService(
            AccountRepository accounts,
            AccountLinkRepository links,
            PasswordEncoder passwords,
            ChangeLogRepository changes,
            SignIns signIns,
            SignInLimits limits,
            PeopleStore store) {
        this.accounts = accounts;
        this.links = links;
        this.passwords = passwords;
        this.changes = changes;
        this.signIns = signIns;
        this.limits = limits;
        this.store = store;
    }

    /** @param name, password null to look at the invitation only */
    record Acceptance(
            String token, @Nullable String name, @Nullable String password) {}

    /** @param accepted true where the account was made, and is signed in */
    record Invitation(String email, String role, @Nullable String invitedBy, boolean accepted) {}

    Invitation accept(Acceptance body, HttpServletRequest request, HttpServletResponse response) {
        if (!limits.tryFrom(request.getRemoteAddr())) throw new TooManyCallsException();
        String hash = Tokens.hash(String.valueOf(body.token()));
        Instant now = store.clock().instant();
        AccountLink link = links.find(store.reader(), hash)
                .filter(l -> l.role() != null && l.usedAt() == null && now.isBefore(l.expiresAt()))
                .orElseThrow(InvitationService::gone);
        Role role = Objects.requireNonNull(link.role());
        if (body.name() == null && body.password() == null)
            return new Invitation(link.email(), role.code(), link.madeBy(), false);
        String name = checkName(body.name());
        ValidationException errors = new ValidationException();
        PasswordRules.findFault(body.password(), name).ifPresent(f -> errors.add("password", f));
        errors.throwIfAny();
        String password = Objects.requireNonNull(body.password());
        String passwordHash = Objects.requireNonNull(passwords.encode(password));
        store.writer().write(db -> {
            if (accounts.isTaken(db, name))
                throw new HeraldException("name", "Somebody is called " + name + " already. Choose another name");
            if (accounts.findByEmail(db, link.email()).isPresent()) throw gone();
            if (!links.use(db, hash, now)) throw gone();
            accounts.insert(db, name, passwordHash, link.email(), role, now);
            changes.insert(
                    db, name, "account", name, "created", Map.of("email", link.email(), "role", role.code()), now);
            return null;
        });
        signIns.enter(signIns.check(name, password), request, response);
        return new Invitation(link.email(), role.code(), link.madeBy(), true);
    }

    static String checkName(@Nullable String given) {
        String name = Texts.blankToNull(given);
        if (name == null || name.length() > LONGEST_NAME)
            throw new HeraldException("name", "Enter a name of up to " + LONGEST_NAME + " characters");
        return name;
    }

    private static HeraldException gone() {
        return new HeraldException(
                null, "This invitation was used, withdrawn or has expired. Ask whoever invited you for another one");
    }
}
