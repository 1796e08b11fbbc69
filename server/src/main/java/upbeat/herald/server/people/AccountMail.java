package upbeat.herald.server.people;

import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.address.PublicAddress;
import upbeat.herald.server.platform.outbox.Outbox;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.secret.SecretVault;

/** What people are written about their accounts. Links carry their token behind the #, so that no server logs it. */
@Component
class AccountMail {
    private static final String KIND = "account-mail";
    private static final DateTimeFormatter UNTIL = DateTimeFormatter.ofPattern("EEE d MMM yyyy, HH:mm 'UTC'", Locale.UK)
            .withZone(ZoneOffset.UTC);

    private final Outbox outbox;
    private final SecretVault vault;
    private final PublicAddress address;

    AccountMail(Outbox outbox, SecretVault vault, PublicAddress address) {
        this.outbox = outbox;
        this.vault = vault;
        this.address = address;
    }

    String invitationLink(String token) {
        return address.get() + "/join#" + token;
    }

    void invite(JdbcClient db, String to, String from, Role role, String link, Instant until, Instant now) {
        add(db, to, "Invitation to Upbeat Herald", """
                %s invites you to Upbeat Herald, with the role %s.

                Create your account here:
                %s

                The link works once, until %s. If you didn't expect this mail, you can ignore it.
                """.formatted(from, role.label(), link, UNTIL.format(until)), now);
    }

    void resetPassword(JdbcClient db, String to, String name, String token, Instant until, Instant now) {
        add(
                db,
                to,
                "Choose a new password for Upbeat Herald",
                """
                Somebody asked for a new password for the account %s.

                Choose it here:
                %s/reset#%s

                The link works once, until %s. If it wasn't you, ignore this mail: your password stays as it is.
                """.formatted(name, address.get(), token, UNTIL.format(until)),
                now);
    }

    /** Said after every change that lets somebody in another way, so that nobody changes it unnoticed. */
    void tellChanged(JdbcClient db, String to, String name, String what, Instant now) {
        add(db, to, "Your Upbeat Herald account has changed", """
                %s for the account %s. If it wasn't you, ask an owner of your team to check Setup, People.
                """.formatted(what, name), now);
    }

    private void add(JdbcClient db, String to, String subject, String text, Instant now) {
        outbox.add(db, outbox.nextId(), KIND, to, null, subject, vault.encrypt(text), now);
    }
}
