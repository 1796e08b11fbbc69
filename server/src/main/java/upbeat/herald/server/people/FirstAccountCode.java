package upbeat.herald.server.people;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.Texts;
import upbeat.herald.server.platform.random.RandomIds;

/**
 * The code that the first visit to an empty installation asks for. It is shown where only those see it who run the
 * product: in the console and in the log. Each start has another.
 */
@Component
public class FirstAccountCode {
    private static final Logger LOG = LoggerFactory.getLogger(FirstAccountCode.class);
    /** Without letters and digits that look alike. */
    private static final String ALPHABET = "ABCDEFGHJKMNPQRSTUVWXYZ23456789";

    private static final int LENGTH = 10;

    private final AccountRepository accounts;
    private final JdbcClient reader;
    private final String code;

    FirstAccountCode(AccountRepository accounts, JdbcClient reader, RandomIds ids) {
        this.accounts = accounts;
        this.reader = reader;
        StringBuilder made = new StringBuilder();
        for (byte b : ids.newBytes(LENGTH)) made.append(ALPHABET.charAt(Byte.toUnsignedInt(b) % ALPHABET.length()));
        this.code = made.toString();
    }

    @EventListener(ApplicationReadyEvent.class)
    void show() {
        if (!accounts.isEmpty(reader)) return;
        LOG.info("To create the first account, enter this code: {}", code());
        System.out.println("\n  To create the first account, enter this code: " + code() + "\n");
    }

    /** As it is shown, in two groups. */
    public String code() {
        return code.substring(0, LENGTH / 2) + "-" + code.substring(LENGTH / 2);
    }

    boolean matches(@Nullable String given) {
        byte[] plain = Texts.compactNumber(given).toUpperCase(Locale.ROOT).getBytes(StandardCharsets.UTF_8);
        return MessageDigest.isEqual(plain, code.getBytes(StandardCharsets.UTF_8));
    }
}
