package upbeat.herald.core.wording;

import com.github.jknack.handlebars.HandlebarsException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import upbeat.herald.core.Texts;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.Wording;

/**
 * Finds what is wrong with a wording before it is saved; what passes here renders, or holds for an empty field, and
 * never shows a raw name.
 */
public final class CheckWording {
    private static final Pattern TAG = Pattern.compile("\\{\\{(.*?)}}", Pattern.DOTALL);
    private static final Pattern WORD = Pattern.compile("\"[^\"]*\"|'[^']*'|[^\\s()]+");
    private static final int LONGEST = 100_000;

    private CheckWording() {}

    /** @return faults in the order they stand in the text, empty where the wording may be saved */
    public static List<WordingFault> of(Notice notice, Channel channel, Wording wording) {
        List<WordingFault> faults = new ArrayList<>();
        if (channel == Channel.EMAIL) mail(notice, wording, faults);
        else {
            String text = wording.text() == null ? "" : wording.text();
            if (Texts.blank(text)) faults.add(new WordingFault(1, 1, "The wording is empty"));
            if (tooLong(text, "text", faults)) return faults;
            check(text, "text", notice, channel, false, faults);
        }
        if (wording.buttons() != null) {
            wording.buttons().forEach((id, label) -> {
                if (Texts.blank(label) || label.length() > 20)
                    faults.add(new WordingFault(
                            1,
                            1,
                            "A button says something in up to 20 characters; \"" + label + "\" does not",
                            "buttons"));
                if (notice.question() != null && notice.question().button(id).isEmpty())
                    faults.add(new WordingFault(1, 1, "The question has no button \"" + id + "\"", "buttons"));
            });
        }
        if (channel == Channel.WHATSAPP && faults.isEmpty()) faults.addAll(ChatTemplate.faults(wording, notice));
        if (channel == Channel.SMS
                && notice.question() != null
                && faults.isEmpty()
                && !wording.text().contains("answer.link")) {
            faults.add(
                    new WordingFault(1, 1, "The notice asks a question: put {{answer.link}} where its link belongs"));
        }
        faults.sort(Comparator.comparing(WordingFault::part)
                .thenComparing(WordingFault::line)
                .thenComparing(WordingFault::column));
        return faults;
    }

    private static void mail(Notice notice, Wording wording, List<WordingFault> faults) {
        if (Texts.blank(wording.subject())) faults.add(new WordingFault(1, 1, "An e-mail needs a subject", "subject"));
        else {
            if (wording.subject().matches("(?s).*[\\r\\n].*"))
                faults.add(new WordingFault(1, 1, "A subject has one line", "subject"));
            if (wording.subject().length() > 300)
                faults.add(new WordingFault(1, 1, "A subject has up to 300 characters", "subject"));
            check(wording.subject(), "subject", notice, Channel.EMAIL, true, faults);
        }
        if (wording.preview() != null) check(wording.preview(), "preview", notice, Channel.EMAIL, true, faults);
        String all = wording.text();
        if (!Texts.blank(wording.html())) {
            all = wording.html();
            if (!tooLong(all, "html", faults)) check(all, "html", notice, Channel.EMAIL, false, faults);
        } else if (wording.blocks() != null) {
            CheckBlocks.of(notice, wording.blocks(), faults);
            return;
        } else if (Texts.blank(all)) faults.add(new WordingFault(1, 1, "The wording is empty"));
        else if (!tooLong(all, "text", faults)) check(all, "text", notice, Channel.EMAIL, false, faults);
        if (notice.question() != null
                && all != null
                && !all.contains(Fields.QUESTION_BLOCK)
                && !all.contains("answer.link")) {
            faults.add(new WordingFault(
                    1,
                    1,
                    "The notice asks a question: put {{" + Fields.QUESTION_BLOCK + "}} where its buttons belong"));
        }
    }

    private static boolean tooLong(String text, String part, List<WordingFault> faults) {
        if (text.length() > LONGEST)
            faults.add(new WordingFault(1, 1, "The wording is longer than " + LONGEST + " characters", part));
        return text.length() > LONGEST;
    }

    /** @param alone true where no whole block may stand */
    static void check(
            String text, String part, Notice notice, Channel channel, boolean alone, List<WordingFault> faults) {
        int before = faults.size();
        check(text, notice, channel, alone, part.equals("html"), faults);
        for (int i = before; i < faults.size(); i++) faults.set(i, faults.get(i).in(part));
    }

    private static void check(
            String text, Notice notice, Channel channel, boolean alone, boolean html, List<WordingFault> faults) {
        try {
            TextTemplate.plain(text);
        } catch (HandlebarsException e) {
            String reason = e.getError() == null ? e.getMessage() : e.getError().reason;
            faults.add(new WordingFault(
                    e.getError() == null ? 1 : Math.max(1, e.getError().line),
                    e.getError() == null ? 1 : e.getError().column + 1,
                    "The braces don't close as they should: " + reason));
            return;
        }
        Matcher tag = TAG.matcher(text);
        while (tag.find()) {
            String inside = tag.group(1);
            if (inside.startsWith("!")) continue;
            if (inside.startsWith("{") || inside.startsWith("&") || inside.startsWith(">") || inside.startsWith("^")) {
                faults.add(at(
                        text,
                        tag.start(),
                        "Write a field in two braces, {{order.number}}; {{" + inside.charAt(0) + " is not used here"));
                continue;
            }
            Matcher word = WORD.matcher(inside);
            while (word.find()) {
                String name = word.group().replaceFirst("^[#/~]+", "").replaceFirst("~$", "");
                boolean quoted = name.startsWith("\"") || name.startsWith("'") || name.matches("\\d+");
                if (!quoted && !name.isEmpty() && !Helpers.KNOWN.contains(name))
                    field(text, tag.start(1) + word.start(), name, notice, channel, alone, html, faults);
            }
        }
    }

    private static void field(
            String text,
            int at,
            String name,
            Notice notice,
            Channel channel,
            boolean subject,
            boolean html,
            List<WordingFault> faults) {
        if (Fields.isBlock(name)) {
            boolean inPlace =
                    html || paragraphs(text).stream().anyMatch(p -> p.strip().equals("{{" + name + "}}"));
            if (channel != Channel.EMAIL || subject || !inPlace)
                faults.add(at(text, at, "{{" + name + "}} stands alone in a paragraph of an e-mail"));
            else if (name.equals(Fields.QUESTION_BLOCK) && notice.question() == null)
                faults.add(at(text, at, "The notice asks nothing, so it has no buttons"));
            else if (name.equals(Fields.PARCEL_BLOCK) && notice.stage().ofOrder())
                faults.add(at(
                        text,
                        at,
                        "There is no parcel yet when an order is "
                                + notice.stage().words()));
            return;
        }
        var field = Fields.named(name);
        if (field.isEmpty()) faults.add(at(text, at, "There is no field named " + name));
        else if (field.get().ofParcel() && notice.stage().ofOrder())
            faults.add(at(
                    text,
                    at,
                    "There is no parcel yet when an order is " + notice.stage().words() + ", so " + name
                            + " would be empty"));
        else if (name.equals("answer.link") && notice.question() == null)
            faults.add(at(text, at, "The notice asks nothing, so it has no answer link"));
    }

    static List<String> paragraphs(String text) {
        return List.of(text.strip().split("\\R\\s*\\R"));
    }

    static WordingFault at(String text, int index, String message) {
        int line = 1;
        int start = 0;
        for (int i = text.indexOf('\n'); i >= 0 && i < index; i = text.indexOf('\n', i + 1)) {
            line++;
            start = i + 1;
        }
        return new WordingFault(line, index - start + 1, message);
    }
}
