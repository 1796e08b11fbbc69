package upbeat.herald.server.wording;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.Optional;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.server.platform.http.OutboundHttp;
import upbeat.herald.server.platform.picture.PictureEncoder;

/**
 * The pictures that a shop's orders name, for previews: the browser loads nothing from elsewhere, so they are fetched
 * here under the rules for addresses that people type, drawn anew and kept for a while. Mails that are sent name the
 * shop's own pictures.
 */
@Service
class PreviewPictureService {
    private static final int MOST_PIXELS = 600;
    private static final long MOST_BYTES = 32L << 20;
    private static final int LONGEST_ADDRESS = 2_000;
    private static final Duration PATIENCE = Duration.ofSeconds(10);

    private final OutboundHttp http;

    /** Also what could not be had, so that a shop that is away isn't asked with every letter that is typed. */
    private final Cache<String, Optional<byte[]>> kept = Caffeine.newBuilder()
            .maximumWeight(MOST_BYTES)
            .weigher((String address, Optional<byte[]> png) ->
                    address.length() + png.map(b -> b.length).orElse(0))
            .expireAfterWrite(Duration.ofMinutes(10))
            .build();

    PreviewPictureService(OutboundHttp http) {
        this.http = http;
    }

    /** A PNG; empty where there is no picture that could be shown. */
    Optional<byte[]> find(String address) {
        return address.length() > LONGEST_ADDRESS ? Optional.empty() : kept.get(address, this::fetch);
    }

    private Optional<byte[]> fetch(String address) {
        try {
            byte[] file = http.get(address, PATIENCE).body();
            return Optional.of(
                    PictureEncoder.toPng(file, MOST_PIXELS, MOST_PIXELS).bytes());
        } catch (HeraldException e) {
            return Optional.empty();
        }
    }
}
