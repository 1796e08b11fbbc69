package upbeat.herald.server.platform.picture;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.server.platform.http.OutboundHttp;

/**
 * The pictures that a shop's orders name, for previews and customers' pages: a browser loads nothing from elsewhere, so
 * they are fetched here under the rules for addresses that people type, drawn anew and kept for a while. Mails that are
 * sent name the shop's own pictures.
 */
@Component
public class PictureFetcher {
    private static final long MOST_BYTES = 32L << 20;
    private static final int LONGEST_ADDRESS = 2_000;
    private static final Duration PATIENCE = Duration.ofSeconds(10);
    /** A shop that is slow keeps no more threads than this waiting. */
    private static final int MOST_AT_ONCE = 8;

    private final OutboundHttp http;
    private final Semaphore atOnce = new Semaphore(MOST_AT_ONCE);

    private record Wanted(String address, int pixels) {}

    /** Also what could not be had, so that a shop that is away isn't asked with every letter that is typed. */
    private final Cache<Wanted, Optional<byte[]>> kept = Caffeine.newBuilder()
            .maximumWeight(MOST_BYTES)
            .weigher((Wanted wanted, Optional<byte[]> png) ->
                    wanted.address().length() + png.map(b -> b.length).orElse(0))
            .expireAfterWrite(Duration.ofMinutes(10))
            .build();

    PictureFetcher(OutboundHttp http) {
        this.http = http;
    }

    /** A PNG; empty where there is no picture that could be shown. @param pixels its widest side at the most */
    public Optional<byte[]> find(String address, int pixels) {
        if (address.length() > LONGEST_ADDRESS) return Optional.empty();
        Wanted wanted = new Wanted(address, pixels);
        Optional<byte[]> known = kept.getIfPresent(wanted);
        if (known != null) return known;
        if (!atOnce.tryAcquire()) return Optional.empty();
        try {
            return kept.get(wanted, this::fetch);
        } finally {
            atOnce.release();
        }
    }

    private Optional<byte[]> fetch(Wanted wanted) {
        try {
            byte[] file = http.get(wanted.address(), PATIENCE).body();
            return Optional.of(
                    PictureEncoder.toPng(file, wanted.pixels(), wanted.pixels()).bytes());
        } catch (HeraldException e) {
            return Optional.empty();
        }
    }
}
