package upbeat.herald.server.notice;

import java.util.Arrays;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.StarterPlan;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.NotFoundException;

/** What an empty plan can begin with. */
@Service
class StarterPlanService {
    private final NoticeRepository notices;
    private final NoticeService service;
    private final BrandRepository brands;
    private final SignallingWriter writer;
    private final JdbcClient reader;

    StarterPlanService(
            NoticeRepository notices,
            NoticeService service,
            BrandRepository brands,
            SignallingWriter writer,
            JdbcClient reader) {
        this.notices = notices;
        this.service = service;
        this.brands = brands;
        this.writer = writer;
        this.reader = reader;
    }

    /** @param notices their names */
    record StarterPlanView(String code, String label, String description, List<String> notices) {}

    List<StarterPlanView> list() {
        String language = brands.baseLanguage(reader);
        return Arrays.stream(StarterPlan.values())
                .map(p -> new StarterPlanView(
                        p.code(),
                        p.label(),
                        p.description(),
                        p.list(language).stream().map(Notice::name).toList()))
                .toList();
    }

    /**
     * Its notices, as drafts.
     *
     * @return their ids
     * @throws HeraldException where the plan has notices already: a starter never mixes with what somebody wrote
     */
    List<String> fill(String code, String who) {
        StarterPlan chosen = StarterPlan.fromCode(code)
                .orElseThrow(() -> new NotFoundException("There is no starter plan \"" + code + "\""));
        List<String> made = writer.write((db, now) -> {
            if (!notices.findAll(db).isEmpty())
                throw new HeraldException(
                        null, "The plan has notices already. Delete them first, or add single notices with +");
            List<Notice> all = chosen.list(brands.baseLanguage(db));
            all.forEach(n -> service.put(db, n, now, who));
            return all.stream().map(Notice::id).toList();
        });
        service.notifyPut();
        return made;
    }
}
