package upbeat.herald.server.message;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.audience.OrderBackground;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.journey.OrderStage;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.History;
import upbeat.herald.core.notice.OrderSituation;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.TeamAddressRepository;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.OrderBackgroundRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.SeriesExitRepository;
import upbeat.herald.server.order.StopListRepository;

/** Lays an order before the core: as it stands, and what it heard and answered. */
@Component
public class SituationLoader {
    private final ParcelRepository parcels;
    private final MessageRepository messages;
    private final AnswerRepository answers;
    private final StopListRepository stopList;
    private final NoticeRepository notices;
    private final OrderBackgroundRepository backgrounds;
    private final TeamAddressRepository teamAddresses;
    private final SeriesExitRepository seriesExits;

    SituationLoader(
            ParcelRepository parcels,
            MessageRepository messages,
            AnswerRepository answers,
            StopListRepository stopList,
            NoticeRepository notices,
            OrderBackgroundRepository backgrounds,
            TeamAddressRepository teamAddresses,
            SeriesExitRepository seriesExits) {
        this.parcels = parcels;
        this.messages = messages;
        this.answers = answers;
        this.stopList = stopList;
        this.notices = notices;
        this.backgrounds = backgrounds;
        this.teamAddresses = teamAddresses;
        this.seriesExits = seriesExits;
    }

    /** @param parcel the parcel in question, or null for the order as a whole */
    public OrderSituation load(JdbcClient db, OrderRow order, @Nullable ParcelRow parcel) {
        return load(order, parcel, parcels.findByOrder(db, order.id()));
    }

    /** The same, where its parcels are at hand. */
    OrderSituation load(OrderRow order, @Nullable ParcelRow parcel, List<ParcelRow> all) {
        // Without a tracking number it is the order itself that somebody marked.
        Stage own = all.isEmpty()
                ? Stage.fromCode(order.stage()).filter(s -> !s.isOrderStage()).orElse(null)
                : null;
        return new OrderSituation(
                order.order(),
                parcel == null ? null : parcel.parcel(),
                parcel == null ? own : parcel.stage(),
                own == null ? all.stream().map(ParcelRow::stage).toList() : List.of(own),
                own != null
                        || OrderStage.isCovered(
                                order.order(),
                                all.stream().map(ParcelRow::parcel).toList()),
                order.ended(),
                parcel == null ? null : parcel.lastScanAt(),
                order.heldUntil());
    }

    public History loadHistory(JdbcClient db, OrderRow order) {
        return loadRunningHistory(db, order).toHistory();
    }

    RunningHistory loadRunningHistory(JdbcClient db, OrderRow order) {
        return Objects.requireNonNull(loadRunningHistory(db, List.of(order)).get(order.id()));
    }

    /** The history of each of these orders, by its id. */
    public Map<Long, RunningHistory> loadRunningHistory(JdbcClient db, Collection<OrderRow> orders) {
        List<Long> ids = orders.stream().map(OrderRow::id).distinct().toList();
        Map<Long, Set<String>> said = messages.findSentKeys(db, ids);
        Map<Long, List<AnswerRepository.AnswerRow>> given = answers.findByOrder(db, ids);
        Map<Long, Set<Channel>> stopped = stopList.findStopped(db, orders);
        Map<Long, OrderBackground> known = loadBackgrounds(db, ids);
        Map<Channel, String> team = notices.writesToTeam(db) ? teamAddresses.findAll(db) : Map.of();
        Map<Long, Set<String>> left = notices.hasSeries(db) ? seriesExits.findByOrder(db, ids) : Map.of();
        return ids.stream()
                .collect(Collectors.toMap(
                        id -> id,
                        id -> new RunningHistory(
                                said.getOrDefault(id, Set.of()),
                                given.getOrDefault(id, List.of()),
                                stopped.getOrDefault(id, Set.of()),
                                known.getOrDefault(id, OrderBackground.NONE),
                                team,
                                left.getOrDefault(id, Set.of()))));
    }

    /** Looked up only where a notice asks for it: most plans don't, and reports come by the thousand. */
    private Map<Long, OrderBackground> loadBackgrounds(JdbcClient db, List<Long> ids) {
        if (!notices.needBackground(db)) return Map.of();
        return backgrounds.find(db, ids, messages.findSentNotices(db, ids));
    }

    /** What conditions may ask about an order, as it stands. @param parcel the one in question, or null */
    public OrderFacts loadFacts(JdbcClient db, OrderRow order, @Nullable ParcelRow parcel) {
        return load(db, order, parcel).toFacts(loadHistory(db, order));
    }

    /** What conditions may ask about these orders beside their documents, and nothing else, by their ids. */
    public Map<Long, History> loadForConditions(JdbcClient db, Collection<OrderRow> orders) {
        List<Long> ids = orders.stream().map(OrderRow::id).distinct().toList();
        Map<Long, OrderBackground> known = backgrounds.find(db, ids, messages.findSentNotices(db, ids));
        Map<Long, List<AnswerRepository.AnswerRow>> given = answers.findByOrder(db, ids);
        return ids.stream().collect(Collectors.toMap(id -> id, id -> new RunningHistory(
                        Set.of(),
                        given.getOrDefault(id, List.of()),
                        Set.of(),
                        Objects.requireNonNull(known.get(id)),
                        Map.of(),
                        Set.of())
                .toHistory()));
    }
}
