package upbeat.herald.server.notice;

import java.net.URI;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.Texts;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.platform.HeraldProperties;

/** What a person should know before a notice goes live. Nothing of it forbids it; what does is refused at saving. */
@Service
class GoLiveCheck {
    private static final Set<String> LOOPBACK = Set.of("localhost", "127.0.0.1", "[::1]", "0.0.0.0");

    private final NoticeTrialRepository trials;
    private final BrandRepository brands;
    private final HeraldProperties properties;
    private final JdbcClient reader;

    GoLiveCheck(NoticeTrialRepository trials, BrandRepository brands, HeraldProperties properties, JdbcClient reader) {
        this.trials = trials;
        this.brands = brands;
        this.properties = properties;
        this.reader = reader;
    }

    /** @param sent messages that went out already, by channel code */
    List<String> findWarnings(Notice notice, Map<String, NoticeUsageRepository.Sent> sent) {
        List<String> warnings = new ArrayList<>();
        Set<String> tried = trials.findChannels(reader, notice.id());
        List<String> never = notice.routing().channels().stream()
                .filter(c -> !tried.contains(c.code()) && !sent.containsKey(c.code()))
                .map(Channel::label)
                .toList();
        if (!never.isEmpty())
            warnings.add("It was never tried by " + String.join(", ", never)
                    + ". Send yourself a test message in Wording first");
        Brand brand = brands.get(reader);
        if (!brands.isNamed(reader))
            warnings.add("Customers would read \"" + brand.name() + "\" as the sender. Set the name in Setup, Brand");
        if (Texts.isBlank(brand.contact().postalAddress()))
            warnings.add(
                    "Mails have no postal address below them, which many countries demand. Add it in Setup, Brand");
        if (!properties.demo() && isLoopback(properties.publicUrl()))
            warnings.add("Links would lead customers to " + properties.publicUrl()
                    + ", which only this machine can reach. The operator sets herald.public-url");
        return warnings;
    }

    private static boolean isLoopback(String address) {
        try {
            String host = URI.create(address).getHost();
            return host == null || LOOPBACK.contains(host);
        } catch (IllegalArgumentException e) {
            return true;
        }
    }
}
