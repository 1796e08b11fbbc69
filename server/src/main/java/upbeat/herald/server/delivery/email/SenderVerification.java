package upbeat.herald.server.delivery.email;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.HexFormat;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.EmailAddress;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.SenderOverride;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.persistence.SettingRepository;
import upbeat.herald.server.platform.random.RandomIds;

/** Verifies that mail to the sender's address is read by whoever sets it: a code is sent there and has to come back. */
@Component
class SenderVerification {
    /** The name the setting has had from the beginning. */
    private static final String SETTING = "brand.proof";

    private static final Duration LIFETIME = Duration.ofMinutes(30);
    private static final int MOST_ATTEMPTS = 5;

    private final BrandRepository brands;
    private final GatewayRegistry gateways;
    private final SettingRepository settings;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final RandomIds ids;
    private final InstantSource clock;

    SenderVerification(
            BrandRepository brands,
            GatewayRegistry gateways,
            SettingRepository settings,
            JdbcClient reader,
            DatabaseWriter writer,
            RandomIds ids,
            InstantSource clock) {
        this.brands = brands;
        this.gateways = gateways;
        this.settings = settings;
        this.reader = reader;
        this.writer = writer;
        this.ids = ids;
        this.clock = clock;
    }

    /** @param canSend true where a mail server is set up */
    record SenderView(String address, boolean verified, boolean canSend) {}

    /** What waits for an answer. @param hash of the code; the code itself is stored nowhere */
    private record Waiting(String address, String hash, Instant until, int tries) {}

    /**
     * Which address is meant.
     *
     * @param shop whose brand's, or null for the team's
     * @param address another one that notices are sent from; null for the brand's own
     */
    record Asked(@Nullable String shop, @Nullable String address) {}

    SenderView get(Asked asked) {
        Brand brand = brand(asked);
        return new SenderView(
                brand.sender().senderAddress(),
                brands.isVerified(reader, brand),
                gateways.find(EmailChannel.EMAIL).isPresent());
    }

    private Brand brand(Asked asked) {
        Brand brand = asked.shop() == null ? brands.get(reader) : brands.get(reader, asked.shop());
        String address = Texts.blankToNull(asked.address());
        if (address == null) return brand;
        if (!EmailAddress.isValid(address.strip()))
            throw new HeraldException("address", "\"" + address + "\" isn't an e-mail address");
        return brand.withSender(new SenderOverride(null, address.strip(), null));
    }

    SenderView sendCode(Asked asked) {
        Brand brand = brand(asked);
        Gateway gateway = gateways.find(EmailChannel.EMAIL)
                .orElseThrow(
                        () -> new HeraldException("senderAddress", "No mail server is set up. Go to Setup, Gateways"));
        int number = Math.floorMod(ByteBuffer.wrap(ids.newBytes(4)).getInt(), 1_000_000);
        String code = String.format(Locale.ROOT, "%06d", number);
        Instant now = clock.instant();
        Waiting waiting = new Waiting(
                brand.sender().senderAddress(), hash(brand.sender().senderAddress(), code), now.plus(LIFETIME), 0);
        writer.write(db -> {
            settings.put(db, SETTING, Json.write(waiting));
            return null;
        });
        HandOver end = gateway.handOver(new OutgoingMessage(
                ids.newId("proof_"),
                "sender-proof",
                brand.sender().senderAddress(),
                "en",
                brand,
                mail(code),
                null,
                now));
        if (!(end instanceof HandOver.Accepted))
            throw new HeraldException("senderAddress", "The code couldn't be sent. " + reason(end));
        return get(asked);
    }

    private static String reason(HandOver end) {
        if (end instanceof HandOver.Refused refused) return refused.reason();
        if (end instanceof HandOver.Away away) return away.reason();
        return "The mail server didn't accept it";
    }

    private static Rendered mail(String code) {
        String first = "Your code is " + code + ".";
        String second = "Someone wants to send delivery messages from this address. If it's you, enter the code in"
                + " Setup, Brand. It works for 30 minutes.";
        String html = "<!DOCTYPE html><html lang=\"en\"><head><title>Your code</title></head><body><p>" + first
                + "</p><p>" + second + "</p></body></html>";
        return new Rendered("Your Upbeat Herald code: " + code, first + "\n\n" + second + "\n", html, null);
    }

    SenderView confirmCode(Asked asked, @Nullable String code) {
        Optional<String> problem =
                writer.write(db -> confirm(db, String.valueOf(code).strip()));
        if (problem.isPresent()) throw new HeraldException("code", problem.get());
        return get(asked);
    }

    /** @return what is wrong with the code, or empty; a wrong one counts as an attempt, so it is not thrown in here */
    private Optional<String> confirm(JdbcClient db, String code) {
        Waiting w = settings.find(db, SETTING)
                .filter(s -> !s.isEmpty())
                .map(s -> Json.read(s, Waiting.class))
                .orElse(null);
        if (w == null || clock.instant().isAfter(w.until()) || w.tries() >= MOST_ATTEMPTS)
            return Optional.of("This code has expired. Send a new one");
        byte[] given = hash(w.address(), code).getBytes(StandardCharsets.US_ASCII);
        if (!MessageDigest.isEqual(given, w.hash().getBytes(StandardCharsets.US_ASCII))) {
            settings.put(db, SETTING, Json.write(new Waiting(w.address(), w.hash(), w.until(), w.tries() + 1)));
            return Optional.of("That isn't the code that was sent to " + w.address());
        }
        settings.put(db, SETTING, "");
        brands.markVerified(db, w.address());
        return Optional.empty();
    }

    private static String hash(String address, String code) {
        try {
            byte[] text = (address.toLowerCase(Locale.ROOT) + "\n" + code).getBytes(StandardCharsets.UTF_8);
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(text));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("SHA-256 is part of every Java platform", e);
        }
    }
}
