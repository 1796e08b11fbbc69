package upbeat.herald.server.customerpage;

import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.wording.Question;
import upbeat.herald.server.answer.AnswerService;

/** The forms by which a customer answers. One for each answer that takes words, so that none goes with another. */
final class AnswerForms {
    private AnswerForms() {}

    /**
     * @param chosen id of the answer whose link was followed, or null
     * @param given id of the answer that counts already, and isn't offered; or null
     * @param action where they lead; empty for the page they stand on
     */
    static String write(
            Question question,
            @Nullable String chosen,
            @Nullable String given,
            CustomerPageTexts texts,
            String action) {
        String form = action.isEmpty()
                ? "<form method=\"post\">"
                : "<form method=\"post\" action=\"" + CustomerPage.escape(action) + "\">";
        List<Question.Button> offered =
                question.buttons().stream().filter(b -> !b.id().equals(given)).toList();
        StringBuilder html = new StringBuilder();
        List<Question.Button> plain =
                offered.stream().filter(b -> !b.freeText()).toList();
        if (!plain.isEmpty()) {
            html.append(form);
            plain.forEach(b -> html.append(button(b, chosen)));
            html.append("</form>");
        }
        offered.stream().filter(Question.Button::freeText).forEach(b -> html.append(form)
                .append(withWords(b, chosen, texts)));
        return html.toString();
    }

    private static String withWords(Question.Button b, @Nullable String chosen, CustomerPageTexts texts) {
        String id = "words-" + CustomerPage.escape(b.id());
        return "<label for=\"" + id + "\">" + texts.html("words") + "</label><textarea id=\"" + id
                + "\" name=\"text\" rows=\"2\" maxlength=\"" + AnswerService.LONGEST_TEXT + "\"></textarea>"
                + button(b, chosen) + "</form>";
    }

    private static String button(Question.Button b, @Nullable String chosen) {
        boolean isMain = b.id().equals(chosen) || chosen == null && !b.refuses();
        return "<button name=\"button\" value=\"" + CustomerPage.escape(b.id()) + "\" class=\""
                + (isMain ? "main" : "other") + "\">" + CustomerPage.escape(b.label()) + "</button>";
    }
}
