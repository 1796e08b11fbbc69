package upbeat.herald.server.people;

import jakarta.servlet.http.HttpSession;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.signin.Base32;
import upbeat.herald.core.signin.TimeCode;
import upbeat.herald.server.people.AccountRepository.Account;
import upbeat.herald.server.platform.time.WallClock;
import upbeat.herald.server.platform.web.NotFoundException;
import upbeat.herald.server.platform.web.TooManyCallsException;
import upbeat.herald.server.platform.web.ValidationException;

/** What people do about their own accounts. What lets somebody in another way asks for the password first. */
@Service
class MyAccountService {
    /** The secret that was shown and not confirmed yet. */
    private static final String OFFERED = MyAccountService.class.getName() + ".offered";

    private final AccountRepository accounts;
    private final SecondStep secondStep;
    private final SignedInSessions sessions;
    private final SignInLimits limits;
    private final PasswordEncoder passwords;
    private final AccountMail mail;
    private final PeopleStore store;
    private final WallClock wallClock;

    MyAccountService(
            AccountRepository accounts,
            SecondStep secondStep,
            SignedInSessions sessions,
            SignInLimits limits,
            PasswordEncoder passwords,
            AccountMail mail,
            PeopleStore store,
            WallClock wallClock) {
        this.accounts = accounts;
        this.secondStep = secondStep;
        this.sessions = sessions;
        this.limits = limits;
        this.passwords = passwords;
        this.mail = mail;
        this.store = store;
        this.wallClock = wallClock;
    }

    /** @param recoveryCodes how many are left */
    record MyAccount(
            String name,
            @Nullable String email,
            String role,
            boolean secondStep,
            int recoveryCodes,
            List<SignedInSessions.SignedIn> sessions) {}

    record PasswordChange(String current, @Nullable String password) {}

    record EmailChange(String current, @Nullable String email) {}

    record Current(String current) {}

    record Code(@Nullable String code) {}

    /**
     * @param secret to type into an app, in base 32
     * @param uri the same for an app that reads it as a QR code
     */
    record Offer(String secret, String uri) {}

    /** @param codes shown this once */
    record RecoveryCodes(List<String> codes) {}

    MyAccount get(String name, HttpSession session) {
        Account a = find(store.reader(), name);
        return new MyAccount(
                a.name(),
                a.email(),
                a.role().code(),
                a.secondStep() != null,
                accounts.countRecoveryCodes(store.reader(), name),
                sessions.find(name, session));
    }

    /** The other sessions end. */
    void changePassword(String name, PasswordChange body, HttpSession session) {
        requirePassword(name, body.current());
        ValidationException errors = new ValidationException();
        PasswordRules.findFault(body.password(), name).ifPresent(f -> errors.add("password", f));
        errors.throwIfAny();
        String hash = Objects.requireNonNull(passwords.encode(Objects.requireNonNull(body.password())));
        store.writer().write(db -> {
            accounts.updatePassword(db, name, hash);
            tell(db, name, "The password was changed");
            return null;
        });
        sessions.endAll(name, session);
    }

    /** The address before is told, since links for new passwords go to the new one from now on. */
    void changeEmail(String name, EmailChange body) {
        requirePassword(name, body.current());
        String email = Texts.isBlank(body.email()) ? null : PeopleService.parseEmail(body.email());
        store.writer().write(db -> {
            if (email != null
                    && accounts.findByEmail(db, email)
                            .filter(a -> !a.name().equals(name))
                            .isPresent()) throw new HeraldException("email", "Another account has this address");
            tell(db, name, "The e-mail address was changed");
            accounts.updateEmail(db, name, email);
            return null;
        });
    }

    /** A secret for an app; it is used once a code has shown that the app has it. */
    Offer offerSecondStep(String name, Current body, HttpSession session) {
        requirePassword(name, body.current());
        byte[] secret = secondStep.newSecret();
        session.setAttribute(OFFERED, secret);
        String text = Base32.encode(secret);
        String label = URLEncoder.encode(name, StandardCharsets.UTF_8).replace("+", "%20");
        return new Offer(
                text, "otpauth://totp/Upbeat%20Herald:" + label + "?secret=" + text + "&issuer=Upbeat%20Herald");
    }

    RecoveryCodes confirmSecondStep(String name, Code body, HttpSession session) {
        if (!(session.getAttribute(OFFERED) instanceof byte[] secret))
            throw new HeraldException("code", "Begin again: the code that was shown is no longer known");
        if (!limits.tryAccount(name)) throw new TooManyCallsException();
        OptionalLong step = TimeCode.findStep(secret, Texts.orEmpty(body.code()), wallClock.instant(), -1);
        if (step.isEmpty())
            throw new HeraldException(
                    "code", "This code isn't right. Check that the time on your phone is, and enter the next code");
        List<String> codes = store.writer().write(db -> {
            tell(db, name, "Two-step log-in was turned on");
            return secondStep.turnOn(db, name, secret, step.getAsLong());
        });
        session.removeAttribute(OFFERED);
        sessions.endAll(name, session);
        return new RecoveryCodes(codes);
    }

    RecoveryCodes renewRecoveryCodes(String name, Current body) {
        requirePassword(name, body.current());
        return store.writer().write(db -> {
            if (find(db, name).secondStep() == null) throw new HeraldException(null, "Turn on two-step log-in first");
            return new RecoveryCodes(secondStep.renewRecoveryCodes(db, name));
        });
    }

    void turnOffSecondStep(String name, Current body) {
        requirePassword(name, body.current());
        store.writer().write(db -> {
            secondStep.turnOff(db, name);
            tell(db, name, "Two-step log-in was turned off");
            return null;
        });
    }

    void endSession(String name, String id) {
        if (!sessions.end(name, id)) throw new NotFoundException("This session has ended already");
    }

    void endOtherSessions(String name, HttpSession session) {
        sessions.endAll(name, session);
    }

    private Account find(JdbcClient db, String name) {
        return accounts.find(db, name).orElseThrow(() -> new NotFoundException("This account was removed"));
    }

    private void requirePassword(String name, @Nullable String given) {
        if (!limits.tryAccount(name)) throw new TooManyCallsException();
        if (!passwords.matches(Texts.orEmpty(given), find(store.reader(), name).passwordHash()))
            throw new HeraldException("current", "This isn't your password. Enter the one you sign in with");
    }

    private void tell(JdbcClient db, String name, String what) {
        String email = find(db, name).email();
        Instant now = store.clock().instant();
        if (email != null) mail.tellChanged(db, email, name, what, now);
    }
}
