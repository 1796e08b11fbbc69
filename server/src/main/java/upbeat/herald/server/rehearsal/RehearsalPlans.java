package upbeat.herald.server.rehearsal;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.message.DailyLimitService;
import upbeat.herald.server.notice.NoticeBody;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.notice.PlanContextLoader;
import upbeat.herald.server.platform.web.NotFoundException;
import upbeat.herald.server.rehearsal.RehearsalRepository.ComparedWith;

/** Which notices a rehearsal is of, and what it is compared with. */
@Component
class RehearsalPlans {
    private static final String DRAFT = "new";

    private final NoticeRepository notices;
    private final PlanContextLoader contexts;
    private final DailyLimitService limits;
    private final JdbcClient reader;

    RehearsalPlans(NoticeRepository notices, PlanContextLoader contexts, DailyLimitService limits, JdbcClient reader) {
        this.notices = notices;
        this.contexts = contexts;
        this.limits = limits;
        this.reader = reader;
    }

    /**
     * What to rehearse.
     *
     * @param noticeId a notice that is to be live beside those that are; null for none, or for a new one
     * @param notice the same as it is being edited, not saved yet; or null
     * @param everyNotice true where all notices are to be live, whatever they are now
     * @param compareWith {@code live} for the notices that are live now, {@code sent} for what was really sent; null
     *     for nothing
     * @param from the period, at most {@value RehearsalStartService#MOST_DAYS} days; {@code to} not included
     */
    record RehearsalRequest(
            @Nullable String noticeId,
            @Nullable NoticeBody notice,
            @Nullable Boolean everyNotice,
            @Nullable String compareWith,
            @Nullable Instant from,
            @Nullable Instant to) {}

    /** @param of the saved notice it is of; null for a whole plan, or for what isn't saved */
    record Chosen(
            String title,
            RehearsalRepository.Plans plans,
            @Nullable ComparedWith with,
            RehearsalRepository.@Nullable OfNotice of) {}

    Chosen choose(RehearsalRequest request) {
        List<Notice> all = notices.findAll(reader);
        List<Notice> live =
                all.stream().filter(n -> n.state() == Notice.State.LIVE).toList();
        boolean every = Boolean.TRUE.equals(request.everyNotice());
        List<Notice> plan = new ArrayList<>(
                every ? all.stream().map(n -> n.withState(Notice.State.LIVE)).toList() : live);
        String title = every ? "All notices" : "The live plan";
        Notice draft = findDraft(request, all);
        if (draft != null) {
            plan.removeIf(n -> n.id().equals(draft.id()));
            plan.add(draft.withState(Notice.State.LIVE));
            title = draft.name();
        }
        if (plan.isEmpty())
            throw new HeraldException("plan", "No notice is live yet. Rehearse all notices, or one of them");
        ComparedWith with = ComparedWith.fromCode(request.compareWith()).orElse(null);
        if (with == null && request.compareWith() != null)
            throw new HeraldException("compareWith", "Compare with the live plan, with what was sent, or with nothing");
        return new Chosen(
                title,
                new RehearsalRepository.Plans(plan, with == ComparedWith.LIVE ? live : null, limits.findMost(reader)),
                with,
                draft == null || draft.id().equals(DRAFT)
                        ? null
                        : new RehearsalRepository.OfNotice(draft.id(), NoticeBody.ruleVersion(draft)));
    }

    /** Of all notices there are, by id. */
    Map<String, String> findNames() {
        return notices.findAll(reader).stream().collect(Collectors.toMap(Notice::id, Notice::name));
    }

    /** A saved notice at its present version. */
    Optional<RehearsalRepository.OfNotice> findVersion(String noticeId) {
        return notices.find(reader, noticeId)
                .map(n -> new RehearsalRepository.OfNotice(n.id(), NoticeBody.ruleVersion(n)));
    }

    private @Nullable Notice findDraft(RehearsalRequest request, List<Notice> all) {
        String id = request.noticeId();
        Notice saved = id == null
                ? null
                : all.stream()
                        .filter(n -> n.id().equals(id))
                        .findFirst()
                        .orElseThrow(() -> new NotFoundException("There is no notice " + id));
        NoticeBody body = request.notice();
        if (body == null) return saved;
        return body.toNotice(saved == null ? DRAFT : saved.id(), saved, contexts.load(reader), true);
    }
}
