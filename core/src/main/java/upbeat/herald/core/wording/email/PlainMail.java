package upbeat.herald.core.wording.email;

import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Rendered;

/** A mail that is words and nothing else, in both of its forms. */
public final class PlainMail {
    private PlainMail() {}

    public static Rendered render(String subject, String text) {
        String html = Texts.escapeHtml(Texts.removeDirectionControls(text)).replace("\n", "<br>\n");
        return new Rendered(
                subject,
                text + "\n",
                "<!DOCTYPE html><html><head><meta charset=\"utf-8\"><title>" + Texts.escapeHtml(subject)
                        + "</title></head><body><p>" + html + "</p></body></html>",
                null);
    }
}
