package upbeat.herald.server.planfile;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingDifference;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.notice.NoticeBody;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.notice.PlanContext;
import upbeat.herald.server.notice.PlanNames;
import upbeat.herald.server.planfile.PlanComparison.ComparedRule;
import upbeat.herald.server.planfile.PlanComparison.Kind;
import upbeat.herald.server.planfile.PlanComparison.NoticeComparison;
import upbeat.herald.server.planfile.PlanComparison.TextChange;
import upbeat.herald.server.platform.web.ValidationException;

/** The plan as a file, and a file beside the plan. */
@Service
class PlanComparisonService {
    private final PlanFileFormat format;
    private final PlanFileMapper mapper;
    private final NoticeRepository notices;
    private final BrandRepository brands;
    private final PlanNames names;
    private final JdbcClient reader;

    PlanComparisonService(
            PlanFileFormat format,
            PlanFileMapper mapper,
            NoticeRepository notices,
            BrandRepository brands,
            PlanNames names,
            JdbcClient reader) {
        this.format = format;
        this.mapper = mapper;
        this.notices = notices;
        this.brands = brands;
        this.names = names;
        this.reader = reader;
    }

    String export() {
        return format.write(mapper.toFile(reader, notices.findAll(reader)));
    }

    PlanComparison compare(String text) {
        PlanFile file = format.read(text);
        // Before the notices: what changes in between is found when the file is taken in.
        String mark = Long.toString(notices.findMark(reader));
        ConditionNames words = names.load(reader);
        Map<String, Notice> here = new LinkedHashMap<>();
        notices.findAll(reader).forEach(n -> here.put(n.id(), n));
        PlanContext context = mapper.loadContext(reader, file);
        List<NoticeComparison> rows = new ArrayList<>();
        for (PlanFile.NamedNotice named : file.notices())
            rows.add(compare(context, file.language(), named, here.remove(named.id()), words));
        here.values()
                .forEach(n -> rows.add(new NoticeComparison(
                        n.id(), n.name(), Kind.ONLY_HERE, rule(n, words), null, List.of(), List.of())));
        return new PlanComparison(mark, rows);
    }

    private NoticeComparison compare(
            PlanContext context,
            String language,
            PlanFile.NamedNotice named,
            @Nullable Notice before,
            ConditionNames words) {
        String name = Objects.requireNonNullElse(named.notice().name(), named.id());
        ComparedRule was = before == null ? null : rule(before, words);
        Kind kind = before == null ? Kind.ADDED : Kind.CHANGED;
        try {
            Notice after = PlanFileMapper.toNotice(context, language, named, before);
            ComparedRule is = rule(after, words);
            List<TextChange> texts = before == null
                    ? List.of()
                    : WordingDifference.list(before, after, brands.baseLanguage(reader)).stream()
                            .map(PlanComparisonService::describe)
                            .toList();
            return new NoticeComparison(
                    named.id(), name, is.equals(was) && texts.isEmpty() ? Kind.SAME : kind, was, is, texts, List.of());
        } catch (ValidationException e) {
            List<String> problems =
                    e.errors().stream().map(f -> String.valueOf(f.message())).toList();
            return new NoticeComparison(named.id(), name, kind, was, null, List.of(), problems);
        } catch (HeraldException e) {
            return new NoticeComparison(
                    named.id(), name, kind, was, null, List.of(), List.of(String.valueOf(e.getMessage())));
        }
    }

    private static TextChange describe(WordingDifference.Change change) {
        String kind = change.before() == null ? "added" : change.after() == null ? "removed" : "changed";
        return new TextChange(change.channel().code(), change.language(), change.variant(), kind);
    }

    private static ComparedRule rule(Notice notice, ConditionNames words) {
        return new ComparedRule(
                NoticeBody.of(notice).withoutWordings(), notice.audience().describe(words));
    }
}
