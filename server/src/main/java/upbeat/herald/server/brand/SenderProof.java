package upbeat.herald.server.brand;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.server.dispatch.Gateway;
import upbeat.herald.server.dispatch.GatewayList;
import upbeat.herald.server.dispatch.HandOver;
import upbeat.herald.server.dispatch.Outgoing;
import upbeat.herald.server.storage.Json;
import upbeat.herald.server.storage.SettingStore;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.time.RandomIds;

/** Proves that mail to the sender's address is read by whoever sets it: a code is sent there and has to come back. */
@Component
class SenderProof {
    private static final String SETTING = "brand.proof";
    private static final Duration HOLDS = Duration.ofMinutes(30);
    private static final int MOST_TRIES = 5;
    private final BrandStore brands;
    private final GatewayList gateways;
    private final SettingStore settings;
    private final Writer writer;
    private final RandomIds ids;
    private final InstantSource clock;

    SenderProof(
            BrandStore brands,
            GatewayList gateways,
            SettingStore settings,
            Writer writer,
            RandomIds ids,
            InstantSource clock) {
        this.brands = brands;
        this.gateways = gateways;
        this.settings = settings;
        this.writer = writer;
        this.ids = ids;
        this.clock = clock;
    }

    /** What waits for an answer. @param hash of the code; the code itself is kept nowhere */
    record Waiting(String address, String hash, Instant until, int tries) {}

    void send(Brand brand) {
        Gateway mail = gateways.of(Channel.EMAIL)
                .orElseThrow(
                        () -> new HeraldException("senderAddress", "No mail server is set up. Go to Setup, Gateways"));
        byte[] random = ids.bytes(4);
        String code = String.format(
                Locale.ROOT,
                "%06d",
                Math.floorMod(java.nio.ByteBuffer.wrap(random).getInt(), 1_000_000));
        Instant now = clock.instant();
        writer.write(db -> {
            settings.put(
                    db,
                    SETTING,
                    Json.of(new Waiting(brand.senderAddress(), hash(brand.senderAddress(), code), now.plus(HOLDS), 0)));
            return null;
        });
        String text = "The code is " + code
                + ".\n\nSomebody wants to send delivery notices from this address. If that is you, enter the code in Setup, Brand. It holds for 30 minutes.\n";
        Rendered content = new Rendered(
                "Your code for Upbeat Herald: " + code,
                text,
                "<!DOCTYPE html><html lang=\"en\"><head><title>Code</title></head><body><p>"
                        + text.strip().replace("\n\n", "</p><p>") + "</p></body></html>",
                null,
                List.of(),
                null);
        HandOver end = mail.handOver(
                new Outgoing(ids.id("proof_"), "sender-proof", brand.senderAddress(), "en", brand, content, null, now));
        if (!(end instanceof HandOver.Accepted))
            throw new HeraldException(
                    "senderAddress",
                    "The code could not be sent: "
                            + (end instanceof HandOver.Refused r
                                    ? r.reason()
                                    : end instanceof HandOver.Away a ? a.reason() : "the mail server did not take it"));
    }

    void answer(String code) {
        String wrong = writer.write(db -> {
            Waiting w = settings.find(db, SETTING)
                    .filter(s -> !s.isEmpty())
                    .map(s -> Json.read(s, Waiting.class))
                    .orElse(null);
            if (w == null || clock.instant().isAfter(w.until()) || w.tries() >= MOST_TRIES)
                return "There is no code to be entered any more. Send a new one";
            if (!MessageDigest.isEqual(
                    hash(w.address(), String.valueOf(code).strip()).getBytes(StandardCharsets.US_ASCII),
                    w.hash().getBytes(StandardCharsets.US_ASCII))) {
                settings.put(db, SETTING, Json.of(new Waiting(w.address(), w.hash(), w.until(), w.tries() + 1)));
                return "This is not the code that was sent to " + w.address();
            }
            settings.put(db, SETTING, "");
            brands.proven(db, w.address());
            return null;
        });
        if (wrong != null) throw new HeraldException("code", wrong);
    }

    private static String hash(String address, String code) {
        try {
            return java.util.HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256")
                            .digest((address.toLowerCase(Locale.ROOT) + "\n" + code).getBytes(StandardCharsets.UTF_8)));
        } catch (java.security.NoSuchAlgorithmException e) {
            throw new IllegalStateException("SHA-256 is part of every Java platform", e);
        }
    }
}
