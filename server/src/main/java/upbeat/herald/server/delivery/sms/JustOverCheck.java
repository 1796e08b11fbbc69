package upbeat.herald.server.delivery.sms;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.sms.SmsChannel;
import upbeat.herald.core.wording.sms.SmsLength;
import upbeat.herald.server.notice.PlanCheck;
import upbeat.herald.server.notice.PlanFinding;

/** Texts that cost a segment more for a few characters. */
@Component
class JustOverCheck implements PlanCheck {
    private static final int A_FEW = 15;
    private static final int MOST_LOOKED_AT = 2_000;

    private final SentTextRepository texts;

    JustOverCheck(SentTextRepository texts) {
        this.texts = texts;
    }

    @Override
    public List<PlanFinding> findAll(JdbcClient db, List<Notice> speaking, Instant now) {
        Set<String> ids = speaking.stream().map(Notice::id).collect(Collectors.toSet());
        Map<String, Integer> counts = new TreeMap<>();
        for (SentTextRepository.SentText t : texts.findLong(db, now.minus(Duration.ofDays(DAYS)), MOST_LOOKED_AT))
            if (ids.contains(t.noticeId()) && SmsLength.measure(t.text()).unitsOverLimit() <= A_FEW)
                counts.merge(t.noticeId(), 1, Integer::sum);
        return counts.entrySet().stream()
                .map(e -> new PlanFinding(
                        PlanFinding.Kind.JUST_OVER,
                        e.getKey(),
                        SmsChannel.SMS.code(),
                        "A few characters too long: " + e.getValue()
                                + (e.getValue() == 1 ? " text message" : " text messages")
                                + " cost a segment more. Shorten the text",
                        e.getValue()))
                .toList();
    }
}
