package upbeat.herald.server.channel;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.journey.PhoneNumbers;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Wording;

/** The channels that are there. */
@Component
public class ChannelRegistry implements PriceList {
    private final Map<Channel, ChannelModule> modules;

    private final Prices prices;

    ChannelRegistry(List<ChannelModule> modules, Prices prices) {
        this.prices = prices;
        this.modules = modules.stream().collect(Collectors.toMap(ChannelModule::channel, Function.identity()));
    }

    public ChannelModule get(Channel channel) {
        ChannelModule module = modules.get(channel);
        if (module == null) throw new IllegalStateException("No module for the channel " + channel);
        return module;
    }

    /** @throws HeraldException where no channel has this code */
    public Channel parse(String code) {
        return Channel.fromCode(code)
                .orElseThrow(() -> new HeraldException("channel", "\"" + code + "\" is not a channel"));
    }

    public Optional<ContentApproval> findApproval(Channel channel) {
        return Optional.ofNullable(modules.get(channel)).flatMap(ChannelModule::approval);
    }

    private Stream<ContentApproval> approvals() {
        return modules.values().stream().flatMap(m -> m.approval().stream());
    }

    @Override
    public Optional<Price> findPrice(Channel channel, int segments, @Nullable String country) {
        return prices.find(channel, segments, country).or(() -> get(channel).priceOf(segments, country));
    }

    /** What a text costs that goes to this address. Empty where it costs nothing. */
    public Optional<Price> findPriceOf(Channel channel, @Nullable String address, Rendered content) {
        int units = content.segments() == null ? 1 : content.segments();
        return findPrice(channel, units, PhoneNumbers.countryOf(address).orElse(null));
    }

    /** Stores what networks have to approve of a notice; part of the caller's transaction. */
    public void submitWordings(JdbcClient db, Notice notice, String baseLanguage, Instant now) {
        approvals().forEach(a -> a.submit(db, notice, baseLanguage, now));
    }

    /** Called after the commit of {@link #submitWordings}. */
    public void wordingsSubmitted() {
        approvals().forEach(ContentApproval::submitted);
    }

    /** The wording that may go out over a channel. */
    public Wording findUsable(JdbcClient db, Notice notice, Channel channel, WordingSelection.Chosen chosen) {
        return findApproval(channel).map(a -> a.findUsable(db, notice, chosen)).orElse(chosen.wording());
    }

    /** Why a notice may not go live yet; empty where it may. */
    public Optional<String> findGoLiveObstacle(JdbcClient db, Notice notice) {
        return notice.routing().channels().stream()
                .flatMap(c -> get(c).findGoLiveObstacle(db, notice).stream())
                .findFirst();
    }
}
