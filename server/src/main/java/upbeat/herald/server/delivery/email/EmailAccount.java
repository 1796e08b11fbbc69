package upbeat.herald.server.delivery.email;

import java.util.Map;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.web.ValidationException;

/**
 * An account at a mail server, without its password.
 *
 * @param port 587 where none is given
 * @param user empty where the server asks for no log-in
 * @param tls {@code none}, {@code starttls} or {@code tls}
 */
record EmailAccount(String host, Integer port, String user, String tls) {
    private static final int SUBMISSION = 587; // RFC 6409

    EmailAccount {
        host = host == null ? "" : host;
        port = port == null ? Integer.valueOf(SUBMISSION) : port;
        user = user == null ? "" : user;
        tls = tls == null ? "none" : tls;
    }

    static void validate(Map<String, Object> account, ValidationException errors) {
        EmailAccount a = Json.convert(account, EmailAccount.class);
        errors.check(
                a.host().matches("[A-Za-z0-9.:_-]{1,200}"),
                "account.host",
                "Enter the server's name, such as mail.example.com");
        errors.check(a.port() >= 1 && a.port() <= 65_535, "account.port", "A port is a number from 1 to 65535");
        errors.check(a.tls().matches("none|starttls|tls"), "account.tls", "Encryption is none, starttls or tls");
    }
}
