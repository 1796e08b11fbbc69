package upbeat.herald.server.people;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.random.RandomIds;

/**
 * The code that the first visit to an empty installation asks for. It is shown where only those see it who run the
 * product: in the console and in the log. Each start has another.
 */
@Component
public class FirstAccountCode {
    private static final Logger LOG = LoggerFactory.getLogger(FirstAccountCode.class);
    private final AccountRepository accounts;
    private final JdbcClient reader;
    private final String code;

    FirstAccountCode(AccountRepository accounts, JdbcClient reader, RandomIds ids) {
        this.accounts = accounts;
        this.reader = reader;
        this.code = Tokens.createReadable(ids);
    }

    @EventListener(ApplicationReadyEvent.class)
    void show() {
        if (!accounts.isEmpty(reader)) return;
        LOG.info("To create the first account, enter this code: {}", code());
        System.out.println("\n  To create the first account, enter this code: " + code() + "\n");
    }

    /** As it is shown, in two groups. */
    public String code() {
        return code;
    }

    boolean matches(@Nullable String given) {
        byte[] plain = Tokens.normalizeReadable(given).getBytes(StandardCharsets.UTF_8);
        return MessageDigest.isEqual(plain, code.getBytes(StandardCharsets.UTF_8));
    }
}
