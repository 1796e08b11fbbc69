package upbeat.herald.core.returns;

import static upbeat.herald.core.tracking.PageFrame.escape;
import static upbeat.herald.core.tracking.PageFrame.name;

import java.time.Instant;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.tracking.PageDates;
import upbeat.herald.core.tracking.PageFrame;
import upbeat.herald.core.tracking.TrackedOrder;
import upbeat.herald.core.wording.PageTexts;
import upbeat.herald.core.wording.template.FieldValues;

/** The pages on which a customer sends something back, as HTML: the form, and what became of a return. No script. */
public final class ReturnPage {
    static final String BUNDLE = "upbeat.herald.core.returns.page";

    private final TrackedOrder order;
    private final String token;
    private final PageTexts texts;
    private final PageDates dates;

    /**
     * @param order whose locale is in one of the languages of {@link PageTexts}
     * @param token of the order's own page, the last part of its path
     */
    public ReturnPage(TrackedOrder order, String token) {
        this.order = order;
        this.token = token;
        this.texts = PageTexts.load(BUNDLE, order.clock().locale());
        this.dates = new PageDates(order.clock());
    }

    /**
     * For the order's own page: the returns so far, and the way to the form while there is something to send back.
     *
     * @return null where the order has neither
     */
    public @Nullable String writeCard(ReturnOffer offer, List<CustomerReturn> earlier) {
        if (!offer.isOpen() && earlier.isEmpty()) return null;
        StringBuilder html =
                new StringBuilder("<h2>").append(texts.html("card")).append("</h2>");
        if (!earlier.isEmpty()) {
            html.append("<ul class=\"items\">");
            for (CustomerReturn r : earlier)
                html.append("<li><span><a href=\"")
                        .append(escape(token + "/returns/" + r.id()))
                        .append("\">")
                        .append(escape(r.label().trackingNumber()))
                        .append("</a>: ")
                        .append(texts.html("state." + r.state().code()))
                        .append("</span></li>");
            html.append("</ul>");
        }
        if (offer.isOpen()) {
            html.append("<p><a class=\"button\" href=\"")
                    .append(escape(token + "/return"))
                    .append("\">")
                    .append(texts.html("begin"))
                    .append("</a></p>");
            if (offer.until() != null)
                html.append("<p class=\"soft\">")
                        .append(texts.html("until", dates.weekday(offer.until())))
                        .append("</p>");
        }
        return html.toString();
    }

    /**
     * The form.
     *
     * @param chosen what is filled in already
     * @param fault key of what was wrong with it, or null
     * @param earlier how many returns the order has: a form that is sent twice is known by it
     */
    public String writeForm(ReturnOffer offer, ReturnRequest chosen, @Nullable String fault, int earlier) {
        StringBuilder html = new StringBuilder();
        if (fault != null)
            html.append("<p class=\"card fault\" role=\"alert\">")
                    .append(texts.html(fault))
                    .append("</p>");
        html.append("<section class=\"card\">");
        if (!offer.isOpen()) html.append("<p>").append(texts.html("nothing")).append("</p>");
        else
            html.append("<p>")
                    .append(texts.html("choose"))
                    .append("</p><form method=\"post\"><input type=\"hidden\" name=\"earlier\" value=\"")
                    .append(earlier)
                    .append("\">");
        html.append("<ul class=\"items pick\">");
        offer.lines().forEach(l -> line(html, l, chosen));
        html.append("</ul>");
        if (offer.isOpen()) {
            reason(html, chosen);
            html.append("<p><button class=\"main\">")
                    .append(texts.html("submit"))
                    .append("</button></p></form>");
            if (offer.until() != null)
                html.append("<p class=\"soft\">")
                        .append(texts.html("until", dates.weekday(offer.until())))
                        .append("</p>");
        }
        return wrap(html.append(back("../")).append("</section>"));
    }

    private void line(StringBuilder html, ReturnOffer.Line line, ReturnRequest chosen) {
        String item = name(FieldValues.itemName(line.item()));
        html.append("<li><span>").append(line.item().quantity() + " × " + item);
        if (line.obstacle() != null)
            html.append("<br><small class=\"soft\">")
                    .append(texts.html("obstacle." + line.obstacle().name()))
                    .append("</small>");
        html.append("</span>");
        if (line.left() > 0) {
            html.append("<select name=\"item")
                    .append(line.place())
                    .append("\" aria-label=\"")
                    .append(texts.html("quantity", Objects.requireNonNullElse(FieldValues.itemName(line.item()), "")))
                    .append("\">");
            for (int n = 0; n <= Math.min(line.left(), MOST_OF_ONE); n++)
                html.append("<option")
                        .append(n == chosen.quantityOf(line.place()) ? " selected>" : ">")
                        .append(n)
                        .append("</option>");
            html.append("</select>");
        }
        html.append("</li>");
    }

    /** In a list to choose from; whoever sends back more calls. */
    private static final int MOST_OF_ONE = 200;

    private void reason(StringBuilder html, ReturnRequest chosen) {
        html.append("<p><label for=\"reason\">")
                .append(texts.html("reason"))
                .append("</label><select id=\"reason\" name=\"reason\"><option value=\"\">")
                .append(texts.html("reason.choose"))
                .append("</option>");
        for (ReturnReason r : ReturnReason.values())
            html.append("<option value=\"")
                    .append(r.code())
                    .append(r == chosen.reason() ? "\" selected>" : "\">")
                    .append(texts.html("reason." + r.code()))
                    .append("</option>");
        html.append("</select></p><p><label for=\"note\">")
                .append(texts.html("note"))
                .append("</label><textarea id=\"note\" name=\"note\" rows=\"3\" maxlength=\"")
                .append(ReturnRequest.LONGEST_NOTE)
                .append("\">")
                .append(escape(chosen.note()))
                .append("</textarea></p>");
    }

    /** What became of a return, with its label while it isn't on its way. @param carrier that brings it */
    public String writeState(CustomerReturn r, String carrier) {
        StringBuilder html = new StringBuilder("<section class=\"card\"><h2>")
                .append(texts.html("state." + r.state().code()))
                .append("</h2>");
        if (r.canCancel()) label(html, r, carrier);
        steps(html, r.times());
        html.append("<h3>").append(texts.html("items")).append("</h3><ul class=\"items\">");
        r.items().forEach(i -> html.append("<li><span>")
                .append(i.quantity() + " × " + name(i.name()))
                .append("</span></li>"));
        html.append("</ul><h3>")
                .append(texts.html("number"))
                .append("</h3><p><span class=\"number\" dir=\"ltr\">")
                .append(escape(r.label().trackingNumber()))
                .append("</span> <span class=\"soft\">")
                .append(name(carrier))
                .append("</span></p>");
        if (r.canCancel())
            html.append("<details><summary>")
                    .append(texts.html("cancel"))
                    .append("</summary><form method=\"post\" action=\"")
                    .append(r.id())
                    .append("/cancel\"><p>")
                    .append(texts.html("cancel.text"))
                    .append("</p><button>")
                    .append(texts.html("cancel.yes"))
                    .append("</button></form></details>");
        return wrap(html.append(back("../../")).append("</section>"));
    }

    private void label(StringBuilder html, CustomerReturn r, String carrier) {
        html.append("<ol><li>")
                .append(texts.html("step.print"))
                .append("</li><li>")
                .append(texts.html("step.pack"))
                .append("</li><li>")
                .append(texts.html("step.hand", "\u0000").replace("\u0000", name(carrier)))
                .append("</li></ol><p class=\"row\"><a class=\"button\" href=\"")
                .append(r.id())
                .append("/label-a4.pdf\">")
                .append(texts.html("label", "A4"))
                .append("</a><a class=\"button\" href=\"")
                .append(r.id())
                .append("/label-a6.pdf\">")
                .append(texts.html("label", "A6"))
                .append("</a></p>");
    }

    private void steps(StringBuilder html, CustomerReturn.Times times) {
        html.append("<ol class=\"route\" aria-label=\"")
                .append(texts.html("progress"))
                .append("\">");
        Instant back = times.receivedAt() != null ? times.receivedAt() : times.arrivedAt();
        boolean isGone = times.scannedAt() != null || back != null;
        step(html, "requested", times.requestedAt(), !isGone && times.cancelledAt() == null);
        if (times.cancelledAt() != null) step(html, "cancelled", times.cancelledAt(), true);
        else {
            if (times.scannedAt() != null || back == null)
                step(html, "on-its-way", times.scannedAt(), times.scannedAt() != null && back == null);
            step(html, "received", back, back != null);
        }
        html.append("</ol>");
    }

    private void step(StringBuilder html, String key, @Nullable Instant at, boolean isHere) {
        html.append("<li class=\"")
                .append(isHere ? "here\" aria-current=\"step\">" : at == null ? "ahead\">" : "passed\">")
                .append("<span class=\"stop\">")
                .append(texts.html("stop." + key))
                .append("</span>");
        if (at != null)
            html.append("<time datetime=\"")
                    .append(at)
                    .append("\">")
                    .append(escape(dates.dayAndTime(at)))
                    .append("</time>");
        html.append("</li>");
    }

    /** @param up from this page to where the order's own lies */
    private String back(String up) {
        return "<p>" + PageFrame.anchor(up + token, texts.plain("back")) + "</p>";
    }

    private String wrap(CharSequence main) {
        return PageFrame.wrap(
                texts.locale(),
                order.brand(),
                texts.plain("title", order.order().number()),
                main);
    }
}
