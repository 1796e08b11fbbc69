package upbeat.herald.server.notice;

import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.kind.AnswerKind;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Question;
import upbeat.herald.server.carrier.CarrierRepository;

/** Names of what conditions hold by key: carriers, notices, answers. */
@Component
public class PlanNames {
    private final NoticeRepository notices;
    private final CarrierRepository carriers;

    PlanNames(NoticeRepository notices, CarrierRepository carriers) {
        this.notices = notices;
        this.carriers = carriers;
    }

    /** The names as they are now; what is gone is called by its key. */
    public ConditionNames load(JdbcClient db) {
        Map<String, Notice> plan =
                notices.findAll(db).stream().collect(Collectors.toMap(Notice::id, Function.identity()));
        return (kind, value) -> switch (kind) {
            case "carrier" -> carriers.find(db, value).map(Carrier::name).orElse(value);
            case "sent" ->
                Optional.ofNullable(plan.get(value)).map(Notice::name).orElse(value);
            case "answer" -> nameAnswer(plan, value);
            default -> value;
        };
    }

    private static String nameAnswer(Map<String, Notice> plan, String value) {
        int slash = value.lastIndexOf('/');
        if (slash < 0) return value;
        Notice notice = plan.get(value.substring(0, slash));
        String button = value.substring(slash + 1);
        if (notice == null) return value;
        if (button.equals(AnswerKind.ANY_BUTTON)) return "any answer to \"" + notice.name() + "\"";
        return Optional.ofNullable(notice.content().question())
                .flatMap(q -> q.findButton(button))
                .map(Question.Button::label)
                .map(label -> "\"" + label + "\"")
                .orElse(value);
    }
}
