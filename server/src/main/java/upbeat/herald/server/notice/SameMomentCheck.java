package upbeat.herald.server.notice;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Channel;

/** Two notices that speak to the same customers at about the same moment over the same channel. */
@Component
class SameMomentCheck implements PlanCheck {
    private static final Duration CLOSE = Duration.ofHours(1);

    @Override
    public List<PlanFinding> findAll(JdbcClient db, List<Notice> speaking, Instant now) {
        List<PlanFinding> found = new ArrayList<>();
        for (int i = 0; i < speaking.size(); i++)
            for (int j = i + 1; j < speaking.size(); j++) {
                Notice one = speaking.get(i);
                Notice other = speaking.get(j);
                findSharedChannel(one, other)
                        .ifPresent(channel -> found.add(new PlanFinding(
                                PlanFinding.Kind.SAME_MOMENT,
                                other.id(),
                                channel.code(),
                                "\"" + one.name() + "\" also speaks at this moment by " + channel.label()
                                        + ", so customers may get two messages",
                                0)));
            }
        return found;
    }

    static Optional<Channel> findSharedChannel(Notice one, Notice other) {
        boolean isSameMoment = one.state() == other.state()
                && one.timing().trigger().equals(other.timing().trigger())
                && Objects.equals(one.timing().dayDelay(), other.timing().dayDelay())
                && one.timing().after().minus(other.timing().after()).abs().compareTo(CLOSE) < 0;
        // Two audiences that are narrowed differently are taken to be kept apart on purpose.
        boolean isSameAudience = one.audience().isEveryone()
                || other.audience().isEveryone()
                || one.audience().equals(other.audience());
        // Once for an order and once for a part of it are different things to say.
        if (!isSameMoment
                || !isSameAudience
                || one.timing().per() != other.timing().per()) return Optional.empty();
        return one.routing().channels().stream()
                .filter(other.routing().channels()::contains)
                .findFirst();
    }
}
