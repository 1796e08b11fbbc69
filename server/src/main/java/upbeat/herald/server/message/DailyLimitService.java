package upbeat.herald.server.message;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.notice.DailyLimit;
import upbeat.herald.core.notice.Importance;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.notice.TeamOccasion;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.persistence.SettingRepository;

/** How many messages a customer is sent on a day at most, and whether there is room for one more. */
@Service
public class DailyLimitService {
    private static final String SETTING = "daily.limit";
    private static final String NONE = "";
    /** A day of the customer's is somewhere within it, whatever their clock. */
    private static final Duration AROUND = Duration.ofHours(26);

    private final CustomerDayRepository days;
    private final NoticeRepository notices;
    private final SettingRepository settings;

    DailyLimitService(CustomerDayRepository days, NoticeRepository notices, SettingRepository settings) {
        this.days = days;
        this.notices = notices;
        this.settings = settings;
    }

    /** @return null for no limit */
    public @Nullable Integer findMost(JdbcClient db) {
        return settings.find(db, SETTING)
                .filter(s -> !s.equals(NONE))
                .map(Integer::valueOf)
                .orElse(null);
    }

    /** @param most null for no limit */
    public void save(JdbcClient db, @Nullable Integer most) {
        if (most != null && (most < 1 || most > DailyLimit.LARGEST))
            throw new HeraldException(
                    "most", "Enter 1 to " + DailyLimit.LARGEST + " messages, or nothing for no limit");
        settings.put(db, SETTING, most == null ? NONE : most.toString());
    }

    /** Why a message would be one too many today; empty where it may go. What goes to the team is never too much. */
    Optional<Reason> check(JdbcClient db, MessageRow m, Notice notice, OrderRow order, Instant now) {
        if (TeamOccasion.isForTeam(m.origin().occasion())) return Optional.empty();
        Integer most = findMost(db);
        if (most == null) return Optional.empty();
        Map<String, Importance> ranks = notices.findAll(db).stream()
                .collect(Collectors.toMap(Notice::id, n -> n.routing().importance()));
        List<DailyLimit.Said> others = days.find(db, order.id(), now.minus(AROUND), now.plus(AROUND)).stream()
                .map(t -> new DailyLimit.Said(
                        t.key(), ranks.getOrDefault(t.noticeId(), Importance.NORMAL), t.at(), t.isSent()))
                .toList();
        MessageOrigin of = m.origin();
        String key = CustomerDayRepository.key(order.id(), of.noticeId(), of.parcel(), of.occasion());
        return new DailyLimit(most).check(key, notice.routing().importance(), order.order(), others, now);
    }
}
