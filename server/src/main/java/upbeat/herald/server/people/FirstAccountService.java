package upbeat.herald.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.InstantSource;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import upbeat.herald.core.Texts;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.web.TooManyCallsException;
import upbeat.herald.server.platform.web.ValidationException;

/** The first visit to an empty installation makes the first account. */
@Service
class FirstAccountService {
    private final AccountRepository accounts;
    private final ApiKeyService keys;
    private final PasswordEncoder passwords;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final SignIns signIns;
    private final SignInLimits limits;
    private final FirstAccountCode code;

    FirstAccountService(
            AccountRepository accounts,
            ApiKeyService keys,
            PasswordEncoder passwords,
            DatabaseWriter writer,
            InstantSource clock,
            SignIns signIns,
            SignInLimits limits,
            FirstAccountCode code) {
        this.accounts = accounts;
        this.keys = keys;
        this.passwords = passwords;
        this.writer = writer;
        this.clock = clock;
        this.signIns = signIns;
        this.limits = limits;
        this.code = code;
    }

    /** @param code the one that was shown in the console, see {@link FirstAccountCode} */
    record FirstSignIn(
            String name, String password, @Nullable String code) {}

    /** @param apiKey shown this once */
    record FirstAccount(String name, String apiKey) {}

    FirstAccount create(FirstSignIn body, HttpServletRequest request, HttpServletResponse response) {
        if (!limits.tryFrom(request.getRemoteAddr())) throw new TooManyCallsException();
        ValidationException errors = new ValidationException();
        if (Texts.isBlank(body.name()) || body.name().length() > 80)
            errors.add("name", "Enter a name of up to 80 characters");
        if (!code.matches(body.code()))
            errors.add("code", "Enter the code that the server showed in its console and log when it started");
        PasswordRules.findFault(body.password(), body.name()).ifPresent(f -> errors.add("password", f));
        errors.throwIfAny();
        String hash = Objects.requireNonNull(passwords.encode(body.password()));
        writer.write(db -> {
            if (!accounts.isEmpty(db)) {
                errors.add("name", "There is already an account. Sign in with it");
                errors.throwIfAny();
            }
            accounts.insert(db, body.name().strip(), hash, null, Role.OWNER, clock.instant());
            return null;
        });
        signIns.enter(signIns.check(body.name().strip(), body.password()), request, response);
        return new FirstAccount(
                body.name().strip(),
                keys.create("first", ApiRights.ALL, body.name().strip()));
    }
}
