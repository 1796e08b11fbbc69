package upbeat.herald.core.wording.email;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Fields;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingError;
import upbeat.herald.core.wording.WordingPurpose;
import upbeat.herald.core.wording.template.TemplateCheck;

/** Finds what is wrong with an e-mail's subject, preview line and body before they are saved. */
final class EmailCheck {
    private static final int LONGEST_SUBJECT = 300;

    private EmailCheck() {}

    static List<WordingError> findErrors(WordingPurpose purpose, Wording wording) {
        List<WordingError> errors = new ArrayList<>();
        if (purpose.isPage()) {
            page(purpose, wording, errors);
            return errors;
        }
        subject(purpose, wording.email().subject(), errors);
        if (wording.email().preview() != null)
            TemplateCheck.check(wording.email().preview(), "preview", purpose, TemplateCheck.Blocks.NOWHERE, errors);
        body(purpose, wording, errors);
        return errors;
    }

    private static void page(WordingPurpose purpose, Wording wording, List<WordingError> errors) {
        if (!Texts.isBlank(wording.email().html()) || wording.email().blocks() == null)
            errors.add(new WordingError(1, 1, "The page is made of blocks. Add some", "blocks"));
        else BlockCheck.findErrors(purpose, wording.email().blocks(), errors);
    }

    private static void subject(WordingPurpose purpose, @Nullable String subject, List<WordingError> errors) {
        if (Texts.isBlank(subject)) {
            errors.add(new WordingError(1, 1, "An e-mail needs a subject", "subject"));
            return;
        }
        if (subject.matches("(?s).*[\\r\\n].*"))
            errors.add(new WordingError(1, 1, "The subject must be one line", "subject"));
        if (subject.length() > LONGEST_SUBJECT)
            errors.add(
                    new WordingError(1, 1, "The subject can have up to " + LONGEST_SUBJECT + " characters", "subject"));
        TemplateCheck.check(subject, "subject", purpose, TemplateCheck.Blocks.NOWHERE, errors);
    }

    private static void body(WordingPurpose purpose, Wording wording, List<WordingError> errors) {
        String body = wording.text();
        if (!Texts.isBlank(wording.email().html())) {
            body = wording.email().html();
            if (!TemplateCheck.isTooLong(body, "html", errors))
                TemplateCheck.check(body, "html", purpose, TemplateCheck.Blocks.ANYWHERE, errors);
        } else if (wording.email().blocks() != null) {
            BlockCheck.findErrors(purpose, wording.email().blocks(), errors);
            return;
        } else if (Texts.isBlank(body)) errors.add(new WordingError(1, 1, "The text is empty"));
        else if (!TemplateCheck.isTooLong(body, "text", errors))
            TemplateCheck.check(body, "text", purpose, TemplateCheck.Blocks.ALONE_IN_PARAGRAPH, errors);
        if (purpose.question() != null && body != null && !EmailQuestion.isAskedBy(wording))
            errors.add(new WordingError(
                    1,
                    1,
                    "This notice asks a question. Add {{" + Fields.QUESTION_BLOCK + "}} where the buttons belong"));
    }
}
