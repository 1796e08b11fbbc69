package upbeat.herald.server.platform.address;

import java.net.URI;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.web.ContentVersion;
import upbeat.herald.server.platform.web.IfMatch;
import upbeat.herald.server.platform.web.ValidationException;

/** Setup, Public address. */
@Service
class PublicAddressService {
    private static final int LONGEST = 200;
    private final PublicAddress address;
    private final JdbcClient reader;
    private final DatabaseWriter writer;

    PublicAddressService(PublicAddress address, JdbcClient reader, DatabaseWriter writer) {
        this.address = address;
        this.reader = reader;
        this.writer = writer;
    }

    /**
     * @param address in use; {@code entered} the one of Setup, or null where it comes from elsewhere
     * @param source {@code setup}, {@code file} (or the environment), or {@code default}
     * @param reach who can follow links to it: {@code machine}, {@code network} or {@code internet}
     */
    record AddressView(
            String version, String address, @Nullable String entered, String source, String reach) {}

    /** @param address empty for the operator's, or this machine's own */
    record AddressBody(@Nullable String address) {}

    AddressView get() {
        String entered = address.findEntered(reader).orElse(null);
        return new AddressView(
                ContentVersion.of(entered), address.get(), entered, code(address.source()), code(address.reach()));
    }

    AddressView save(IfMatch match, AddressBody body) {
        String wanted = body.address() == null || body.address().isBlank() ? null : normalize(body.address());
        writer.write(db -> {
            String entered = address.findEntered(db).orElse(null);
            match.check(ContentVersion.of(entered), new AddressBody(entered));
            address.save(db, wanted);
            return null;
        });
        address.use(wanted);
        return get();
    }

    /** Scheme, name and port (RFC 3986, section 3), which is all that links are put behind. */
    private static String normalize(String given) {
        ValidationException errors = new ValidationException();
        String text = given.strip();
        URI uri = null;
        try {
            uri = text.length() > LONGEST ? null : URI.create(text);
        } catch (IllegalArgumentException e) {
            // named below
        }
        if (uri == null
                || uri.getHost() == null
                || !("https".equalsIgnoreCase(uri.getScheme()) || "http".equalsIgnoreCase(uri.getScheme()))
                || uri.getPort() == 0
                || uri.getPort() > 65_535)
            errors.add("address", "Enter an address such as https://delivery.shop.example");
        else if (uri.getUserInfo() != null) errors.add("address", "Leave out the name and password");
        else if (uri.getQuery() != null
                || uri.getFragment() != null
                || !uri.getPath().matches("/*"))
            errors.add("address", "Leave out everything after the name and port, starting with the /");
        errors.throwIfAny();
        URI good = java.util.Objects.requireNonNull(uri);
        return good.getScheme().toLowerCase(Locale.ROOT) + "://"
                + good.getHost().toLowerCase(Locale.ROOT)
                + (good.getPort() < 0 ? "" : ":" + good.getPort());
    }

    private static String code(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT);
    }
}
