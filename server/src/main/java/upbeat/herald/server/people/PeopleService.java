package upbeat.herald.server.people;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.EmailAddress;
import upbeat.herald.server.people.AccountLinkRepository.AccountLink;
import upbeat.herald.server.people.AccountRepository.Account;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.web.NotFoundException;

/** The team: who is in it, with which role, and who is invited. There is always an owner. */
@Service
class PeopleService {
    private static final Duration INVITATION_HOLDS = Duration.ofDays(7);
    private static final int MOST_INVITATIONS = 50;

    private final AccountRepository accounts;
    private final AccountLinkRepository links;
    private final ApiKeyRepository keys;
    private final AccountMail mail;
    private final SecondStep secondStep;
    private final SignedInSessions sessions;
    private final PeopleStore store;

    PeopleService(
            AccountRepository accounts,
            AccountLinkRepository links,
            ApiKeyRepository keys,
            AccountMail mail,
            SecondStep secondStep,
            SignedInSessions sessions,
            PeopleStore store) {
        this.accounts = accounts;
        this.links = links;
        this.keys = keys;
        this.mail = mail;
        this.secondStep = secondStep;
        this.sessions = sessions;
        this.store = store;
    }

    /** @param sessions how many are open now */
    record PersonView(
            long id,
            String name,
            @Nullable String email,
            String role,
            boolean secondStep,
            Instant createdAt,
            @Nullable Instant signedInAt,
            int sessions) {}

    record InvitationView(
            String email, String role, @Nullable String invitedBy, Instant invitedAt, Instant expiresAt) {}

    record People(List<PersonView> people, List<InvitationView> invitations) {}

    /** @param role view, work, set-up or owner */
    record Invite(@Nullable String email, @Nullable String role) {}

    /** @param link shown this once, where a mail doesn't get there */
    record Invited(String email, String link, Instant expiresAt) {}

    record RoleChange(@Nullable String role) {}

    People list() {
        return new People(
                accounts.findAll(store.reader()).stream().map(this::view).toList(),
                links.findInvitations(store.reader()).stream()
                        .map(l -> new InvitationView(
                                l.email(),
                                l.role() == null ? "" : l.role().code(),
                                l.madeBy(),
                                l.madeAt(),
                                l.expiresAt()))
                        .toList());
    }

    private PersonView view(Account a) {
        return new PersonView(
                a.id(),
                a.name(),
                a.email(),
                a.role().code(),
                a.secondStep() != null,
                a.createdAt(),
                a.signedInAt(),
                sessions.count(a.name()));
    }

    /** A second invitation to the same address takes the place of the first. */
    Invited invite(Invite body, String by) {
        String email = parseEmail(body.email());
        Role role = parseRole(body.role());
        String token = Tokens.create(store.ids());
        Instant now = store.clock().instant();
        Instant until = now.plus(INVITATION_HOLDS);
        String link = mail.invitationLink(token);
        store.writer().write(db -> {
            if (accounts.findByEmail(db, email).isPresent())
                throw new HeraldException("email", email + " has an account already");
            links.revokeInvitation(db, email);
            if (links.findInvitations(db).size() >= MOST_INVITATIONS)
                throw new HeraldException(
                        "email", MOST_INVITATIONS + " invitations are open. Withdraw those that aren't needed");
            links.insert(db, new AccountLink(Tokens.hash(token), email, role, null, by, now, until, null));
            mail.invite(db, email, by, role, link, until, now);
            return null;
        });
        return new Invited(email, link, until);
    }

    void withdraw(String email) {
        if (!store.writer().write(db -> links.revokeInvitation(db, email)))
            throw new NotFoundException("This invitation was withdrawn or accepted already");
    }

    /** Holds from the next sign-in: the person is signed out, so that nobody works on with rights that are gone. */
    void changeRole(long id, RoleChange body) {
        Role role = parseRole(body.role());
        Account before = store.writer().write(db -> {
            Account account = get(db, id);
            if (account.role() == role) return account;
            if (account.role() == Role.OWNER) requireAnotherOwner(db);
            accounts.updateRole(db, account.name(), role);
            return account;
        });
        if (before.role() != role) sessions.endAll(before.name(), null);
    }

    /** The keys that the person made go on working and become those of whoever does it. */
    void remove(long id, String by) {
        Account gone = store.writer().write(db -> {
            Account account = get(db, id);
            if (account.name().equals(by))
                throw new HeraldException("name", "You can't remove yourself. Ask another owner");
            if (account.role() == Role.OWNER) requireAnotherOwner(db);
            keys.handOn(db, account.name(), by);
            accounts.delete(db, account.name());
            return account;
        });
        sessions.endAll(gone.name(), null);
    }

    /** For somebody else who lost the phone and the recovery codes; one's own is turned off with the password. */
    void dropSecondStep(long id, String by) {
        Account dropped = store.writer().write(db -> {
            Account account = get(db, id);
            if (account.name().equals(by))
                throw new HeraldException("name", "Turn off your own two-step log-in under Your account");
            secondStep.turnOff(db, account.name());
            if (account.email() != null)
                mail.tellChanged(
                        db,
                        account.email(),
                        account.name(),
                        "Two-step log-in was turned off",
                        store.clock().instant());
            return account;
        });
        sessions.endAll(dropped.name(), null);
    }

    private Account get(JdbcClient db, long id) {
        return accounts.find(db, id).orElseThrow(() -> new NotFoundException("This account was removed already"));
    }

    private void requireAnotherOwner(JdbcClient db) {
        if (accounts.countOwners(db) == 1)
            throw new HeraldException("role", "There has to be an owner. Make somebody else an owner first");
    }

    /** @throws HeraldException where it isn't one */
    static String parseEmail(@Nullable String given) {
        String email = Texts.blankToNull(given);
        if (email == null || !EmailAddress.isValid(email))
            throw new HeraldException("email", "Enter an e-mail address, such as name@example.com");
        return email;
    }

    private static Role parseRole(@Nullable String code) {
        return Role.fromCode(code).orElseThrow(() -> new HeraldException("role", "Choose a role"));
    }
}
