package upbeat.herald.server.notice;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.platform.HeraldProperties;
import upbeat.herald.server.platform.address.AddressReach;
import upbeat.herald.server.platform.address.PublicAddress;

/** What a person should know before a notice goes live. Nothing of it forbids it; what does is refused at saving. */
@Service
class GoLiveCheck {
    private final NoticeTrialRepository trials;
    private final BrandRepository brands;
    private final ChannelRegistry channels;
    private final HeraldProperties properties;
    private final PublicAddress address;
    private final ShopTellsCheck shops;
    private final JdbcClient reader;

    GoLiveCheck(
            NoticeTrialRepository trials,
            BrandRepository brands,
            ChannelRegistry channels,
            HeraldProperties properties,
            PublicAddress address,
            ShopTellsCheck shops,
            JdbcClient reader) {
        this.trials = trials;
        this.brands = brands;
        this.channels = channels;
        this.properties = properties;
        this.address = address;
        this.shops = shops;
        this.reader = reader;
    }

    /**
     * Every channel is asked for what the team's brand lacks, so a notice by SMS isn't held up by what only mails show.
     *
     * @param sent messages that went out already, by channel code
     */
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
        notice.routing().channels().forEach(c -> warnings.addAll(channels.get(c).findBrandGaps(brand)));
        shops.describe(reader, notice).ifPresent(warnings::add);
        AddressReach reach = address.reach();
        if (!properties.demo() && reach != AddressReach.INTERNET)
            warnings.add("Links would lead customers to " + address.get() + ", which can only be reached from "
                    + (reach == AddressReach.MACHINE ? "this computer" : "your own network")
                    + ". Set the address in Setup, Public address");
        return warnings;
    }
}
