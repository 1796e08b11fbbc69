package upbeat.herald.server.platform.address;

import java.net.URI;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.web.server.context.WebServerInitializedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.HeraldProperties;
import upbeat.herald.server.platform.persistence.SettingRepository;

/**
 * Under which address customers reach their pages: the one entered in Setup, else the operator's, else this machine's
 * own, which serves for trying things out. Asked for with every message, so it is kept here and not read each time.
 */
@Component
public class PublicAddress {
    private static final String SETTING = "public-address";

    /** Where an address comes from. */
    public enum Source {
        SETUP,
        FILE,
        DEFAULT
    }

    private final SettingRepository settings;
    private final @Nullable String ofFile;
    private volatile int port;
    private volatile @Nullable String entered;

    PublicAddress(
            SettingRepository settings,
            JdbcClient reader,
            HeraldProperties properties,
            @Value("${server.port:8080}") int port) {
        this.settings = settings;
        this.ofFile = properties.publicUrl() == null || properties.publicUrl().isBlank()
                ? null
                : properties.publicUrl().replaceAll("/+$", "");
        this.port = port;
        this.entered = settings.find(reader, SETTING).filter(a -> !a.isEmpty()).orElse(null);
    }

    /** Port 0 stands for any that is free. */
    @EventListener
    void portChosen(WebServerInitializedEvent event) {
        port = event.getWebServer().getPort();
    }

    /** Without a slash at its end. */
    public String get() {
        String address = entered != null ? entered : ofFile;
        return address != null ? address : "http://127.0.0.1:" + port;
    }

    public Source source() {
        return entered != null ? Source.SETUP : ofFile != null ? Source.FILE : Source.DEFAULT;
    }

    /** Who can follow links to it. */
    public AddressReach reach() {
        return AddressReach.of(get());
    }

    /** The name it is reached under; empty where the operator's isn't an address. */
    public Optional<String> host() {
        try {
            return Optional.ofNullable(URI.create(get()).getHost());
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    Optional<String> findEntered(JdbcClient db) {
        return settings.find(db, SETTING).filter(a -> !a.isEmpty());
    }

    void save(JdbcClient db, @Nullable String address) {
        settings.put(db, SETTING, address == null ? "" : address);
    }

    /** What was saved holds from now on; to be called once it is committed. */
    void use(@Nullable String address) {
        entered = address;
    }
}
