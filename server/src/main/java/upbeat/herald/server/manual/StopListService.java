package upbeat.herald.server.manual;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.order.StopListRepository;
import upbeat.herald.server.order.StopListRepository.ReasonCount;
import upbeat.herald.server.order.StopListRepository.StopEntry;
import upbeat.herald.server.platform.signal.SignallingWriter;

/** The stop list by hand: an address looked up, put on it, taken off it. Which addresses stand on it can't be read. */
@Service
class StopListService {
    private final StopListRepository stopList;
    private final ChannelRegistry channels;
    private final JdbcClient reader;
    private final SignallingWriter writer;

    StopListService(StopListRepository stopList, ChannelRegistry channels, JdbcClient reader, SignallingWriter writer) {
        this.stopList = stopList;
        this.channels = channels;
        this.reader = reader;
        this.writer = writer;
    }

    record StopAsk(@Nullable String channel, @Nullable String address) {}

    /** @param address as it is compared; {@code reason} and {@code since} null where it isn't on the list */
    record StopView(
            String channel,
            String address,
            @Nullable String reason,
            @Nullable Instant since) {}

    List<ReasonCount> count() {
        return stopList.countByReason(reader);
    }

    StopView find(StopAsk ask) {
        Channel channel = channels.parse(Texts.orEmpty(ask.channel()));
        String address = parseAddress(channel, ask);
        Optional<StopEntry> entry = stopList.find(reader, channel, address);
        return new StopView(
                channel.code(),
                address,
                entry.map(StopEntry::reason).orElse(null),
                entry.map(StopEntry::since).orElse(null));
    }

    /** Nothing is sent to this address any more; what is planned is held when it is due. */
    StopView add(StopAsk ask) {
        Channel channel = channels.parse(Texts.orEmpty(ask.channel()));
        String address = parseAddress(channel, ask);
        writer.write((db, now) -> {
            stopList.insert(db, channel, address, "asked", now);
            return null;
        });
        return find(ask);
    }

    StopView remove(StopAsk ask) {
        Channel channel = channels.parse(Texts.orEmpty(ask.channel()));
        String address = parseAddress(channel, ask);
        writer.write((db, now) -> stopList.delete(db, channel, address));
        return find(ask);
    }

    private static String parseAddress(Channel channel, StopAsk ask) {
        try {
            return channel.parseAddress(Texts.orEmpty(ask.address()).strip());
        } catch (HeraldException e) {
            throw new HeraldException("address", Texts.orEmpty(e.getMessage()));
        }
    }
}
