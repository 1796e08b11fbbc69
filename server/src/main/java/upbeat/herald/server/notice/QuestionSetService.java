package upbeat.herald.server.notice;

import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.notice.QuestionSet;
import upbeat.herald.core.notice.Starters;
import upbeat.herald.core.wording.Question;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.notice.QuestionDocument.ButtonBody;
import upbeat.herald.server.notice.QuestionDocument.QuestionEndBody;

/** Questions that are ready to be used, in the language of the texts for everyone. */
@Service
class QuestionSetService {
    private final BrandRepository brands;
    private final JdbcClient reader;

    QuestionSetService(BrandRepository brands, JdbcClient reader) {
        this.brands = brands;
        this.reader = reader;
    }

    /**
     * @param stage the stage it is usually asked at; {@code after} how long after that, ISO 8601
     * @param buttons, questionEnd, changeUntil as in a notice
     */
    record QuestionSetView(
            String code,
            String name,
            String stage,
            String after,
            List<ButtonBody> buttons,
            @Nullable QuestionEndBody questionEnd,
            @Nullable String changeUntil) {}

    List<QuestionSetView> list() {
        String language = brands.baseLanguage(reader);
        return Arrays.stream(QuestionSet.values())
                .map(set -> view(set, Starters.question(set, language)))
                .toList();
    }

    private static QuestionSetView view(QuestionSet set, Question question) {
        return new QuestionSetView(
                set.code(),
                Starters.nameOf(set),
                set.stage().code(),
                set.after().toString(),
                QuestionDocument.describeButtons(question),
                QuestionDocument.describeEnd(question),
                QuestionDocument.describeChange(question));
    }
}
