package upbeat.herald.core.tracking;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.TrackingLink;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.PageTexts;
import upbeat.herald.core.wording.template.FieldValues;
import upbeat.herald.core.wording.template.Money;

/**
 * The page as HTML: no script, nothing from elsewhere, and no name, address or telephone number of the customer. Its
 * parts are sections with headings, the progress a list in its order, so that it reads well aloud.
 */
public final class TrackingPage {
    static final String BUNDLE = "upbeat.herald.core.tracking.page";
    /** A parcel with more has the newest: nobody reads further. */
    private static final int MOST_SCANS = 40;
    /** As in the mails: a list longer than this ends with how many more there are. */
    private static final int MOST_ITEMS = 60;

    private static final List<Block.Kind> USUAL =
            List.of(Block.Kind.QUESTION, Block.Kind.PARCELS, Block.Kind.RETURNS, Block.Kind.HELP);

    private final TrackedOrder order;
    private final Links links;
    private final PageTexts texts;
    private final PageDates dates;
    private final StringBuilder html = new StringBuilder(8_000);

    private TrackingPage(TrackedOrder order, Links links) {
        this.order = order;
        this.links = links;
        this.texts = PageTexts.load(BUNDLE, order.clock().locale());
        this.dates = new PageDates(order.clock());
    }

    /**
     * Where the page leads. Paths are our own.
     *
     * @param self of the page; null where it is only looked at, and pictures come from where they are
     * @param question the question that is open, with its forms, as HTML; or null
     * @param returns what the customer sends back or may send back, as HTML; or null
     * @param more further links at its end, such as the customer's preferences
     */
    public record Links(
            @Nullable String self,
            @Nullable String question,
            @Nullable String returns,
            List<Brand.Link> more) {
        public Links {
            more = List.copyOf(more);
        }

        /** Of an item's picture. @param item its place in the order, from 0; {@code source} where the shop has it */
        String picture(int item, @Nullable String source) {
            return self == null ? Texts.orEmpty(source) : self + "/items/" + item;
        }

        /** Of a picture that the brand put on the page. @param place among them, from 0 */
        String ownPicture(int place, String source) {
            return self == null ? source : self + "/pictures/" + place;
        }

        String calendar(TrackedParcel parcel) {
            return self == null ? "#" : self + "/parcels/" + parcel.id() + ".ics";
        }
    }

    /**
     * @param order whose locale is in one of the languages of {@link PageTexts}
     * @param text what the brand put on it; null for the page as it is by itself
     */
    public static String render(TrackedOrder order, Links links, @Nullable PageText text) {
        return new TrackingPage(order, links).write(text);
    }

    /** As it is by itself. */
    public static String render(TrackedOrder order, Links links) {
        return render(order, links, null);
    }

    private String write(@Nullable PageText text) {
        if (text == null) {
            for (Block.Kind kind : USUAL) html.append(part(kind));
        } else html.append(PageBlocks.write(text, links, texts.locale(), this::part));
        return PageFrame.wrap(
                texts.locale(),
                order.brand(),
                texts.plain("title", order.order().number()),
                html);
    }

    /** What the page says by itself in place of a block. */
    private String part(Block.Kind kind) {
        return switch (kind) {
            case QUESTION -> card(links.question());
            case PARCELS -> new TrackingPage(order, links).parcels();
            case RETURNS -> card(links.returns());
            case HELP -> new TrackingPage(order, links).help();
            default -> "";
        };
    }

    private static String card(@Nullable String inside) {
        return inside == null ? "" : "<section class=\"card\">" + inside + "</section>";
    }

    private String parcels() {
        if (order.isToBePaid())
            html.append("<p class=\"card pay\">").append(cashOnDelivery()).append("</p>");
        if (order.parcels().isEmpty()
                || order.ended() != null
                        && order.parcels().stream().noneMatch(p -> p.stage().isCarrierStage())) orderCard();
        else
            for (int i = 0; i < order.parcels().size(); i++)
                parcelCard(order.parcels().get(i), i + 1);
        stillHere();
        return html.toString();
    }

    private String cashOnDelivery() {
        Order.Purchase bought = order.order().purchase();
        return texts.html(
                "cod",
                new Money(Objects.requireNonNull(bought.total()), bought.currency(), texts.locale(), false)
                        .withSymbol());
    }

    private void orderCard() {
        html.append("<section class=\"card\" aria-labelledby=\"h0\">");
        headline(Headline.ofOrder(order), 0, "");
        if (order.ended() == null) progress(RouteStop.ofOrder(order.order().placedAt()));
        itemList(texts.html("items"), order.order().purchase().items());
        html.append("</section>");
    }

    private void parcelCard(TrackedParcel parcel, int place) {
        html.append("<section class=\"card\" id=\"p")
                .append(place)
                .append("\" aria-labelledby=\"h")
                .append(place)
                .append("\">");
        String several = order.parcels().size() > 1
                ? texts.html(
                        "parcelOf",
                        Integer.toString(place),
                        Integer.toString(order.parcels().size()))
                : "";
        headline(Headline.of(parcel, order), place, several);
        progress(RouteStop.of(parcel, order.order().placedAt()));
        itemList(texts.html("inParcel"), order.contentsOf(parcel));
        others(place);
        if (!parcel.parcel().trackingNumber().isBlank()) number(parcel);
        scans(parcel);
        html.append("</section>");
    }

    private void headline(Headline head, int place, String above) {
        if (!above.isEmpty())
            html.append("<p class=\"soft above\">").append(above).append("</p>");
        LocalDate day = head.day();
        html.append("<h2 id=\"h").append(place).append("\">");
        html.append(day == null ? texts.html(head.key()) : texts.html(head.key(), dates.weekday(day)))
                .append("</h2>");
        if (head.next() != null)
            html.append("<p>").append(texts.html(head.next())).append("</p>");
    }

    private void progress(List<RouteStop> stops) {
        html.append("<ol class=\"route\" aria-label=\"")
                .append(texts.html("progress"))
                .append("\">");
        for (RouteStop stop : stops) {
            String state = stop.state().name().toLowerCase(Locale.ROOT);
            html.append("<li class=\"")
                    .append(state)
                    .append(stop.stage().isSide() ? " side\"" : "\"")
                    .append(stop.state() == RouteStop.State.HERE ? " aria-current=\"step\">" : ">")
                    .append("<span class=\"stop\">")
                    .append(texts.html("stage." + stop.stage().code()));
            if (stop.place() != null) html.append(", ").append(PageFrame.name(stop.place()));
            html.append("</span><span class=\"unseen\"> (")
                    .append(texts.html(state))
                    .append(")</span>");
            if (stop.at() != null)
                html.append("<time datetime=\"")
                        .append(stop.at())
                        .append("\">")
                        .append(PageFrame.escape(
                                stop.stage() == Stage.ORDERED ? dates.day(stop.at()) : dates.dayAndTime(stop.at())))
                        .append("</time>");
            html.append("</li>");
        }
        html.append("</ol>");
    }

    private void itemList(String heading, List<Order.Item> items) {
        if (items.isEmpty()) return;
        html.append("<h3>").append(heading).append("</h3><ul class=\"items\">");
        for (Order.Item item : items.subList(0, Math.min(items.size(), MOST_ITEMS))) {
            html.append("<li>");
            int place = placeOf(item);
            if (place >= 0 && isPicture(item.imageUrl()))
                html.append("<img src=\"")
                        .append(PageFrame.escape(links.picture(place, item.imageUrl())))
                        .append("\" alt=\"\" width=\"48\" height=\"48\" loading=\"lazy\">");
            html.append("<span>").append(line(item)).append("</span></li>");
        }
        html.append("</ul>");
    }

    /** True for an address whose picture the page shows. */
    public static boolean isPicture(@Nullable String address) {
        return address != null && address.matches("https?://\\S{1,2000}");
    }

    private int placeOf(Order.Item item) {
        List<Order.Item> all = order.order().purchase().items();
        for (int i = 0; i < all.size(); i++)
            if (Objects.equals(all.get(i).sku(), item.sku())
                    && Objects.equals(all.get(i).imageUrl(), item.imageUrl())) return i;
        return -1;
    }

    private String line(Order.Item item) {
        return item.quantity() + " × " + PageFrame.name(FieldValues.itemName(item));
    }

    private String lines(List<Order.Item> items) {
        return items.stream().limit(MOST_ITEMS).map(this::line).collect(Collectors.joining(", "));
    }

    /** What is in the other parcels, so that nobody misses it in this one. */
    private void others(int place) {
        for (int i = 0; i < order.parcels().size(); i++) {
            List<Order.Item> inside = order.contentsOf(order.parcels().get(i));
            if (i + 1 != place && !inside.isEmpty() && order.parcels().size() > 1)
                html.append("<p class=\"soft\">")
                        .append(texts.html("inOther", Integer.toString(i + 1), "\u0000")
                                .replace("\u0000", lines(inside)))
                        .append("</p>");
        }
    }

    private void number(TrackedParcel parcel) {
        html.append("<h3>")
                .append(PageFrame.name(parcel.carrierName()))
                .append("</h3><p><span class=\"unseen\">")
                .append(texts.html("number"))
                .append(" </span><span class=\"number\" dir=\"ltr\">")
                .append(PageFrame.escape(parcel.parcel().trackingNumber()))
                .append("</span></p><p class=\"row\">");
        String link = carrierLink(parcel);
        if (link != null)
            html.append("<a class=\"button\" rel=\"noopener noreferrer\" href=\"")
                    .append(PageFrame.escape(link))
                    .append("\">")
                    .append(texts.html("open", parcel.carrierName()))
                    .append("</a>");
        if (Headline.expectedDay(parcel, order) != null)
            html.append("<a class=\"button\" href=\"")
                    .append(PageFrame.escape(links.calendar(parcel)))
                    .append("\">")
                    .append(texts.html("calendar"))
                    .append("</a>");
        html.append("</p>");
        if (link != null && parcel.carrier() != null && !parcel.carrier().linkTakesNumber())
            html.append("<p class=\"soft\">").append(texts.html("paste")).append("</p>");
    }

    private @Nullable String carrierLink(TrackedParcel parcel) {
        Order.ShipTo to = order.order().shipTo();
        String link = TrackingLink.build(
                parcel.carrier(),
                parcel.parcel().trackingNumber(),
                to == null ? null : to.postcode(),
                to == null ? null : to.country(),
                texts.locale().getLanguage());
        return link != null && link.matches("https?://\\S+") ? link : null;
    }

    private void scans(TrackedParcel parcel) {
        List<TrackedParcel.Scan> newestFirst = new ArrayList<>(parcel.scans());
        Collections.reverse(newestFirst);
        if (newestFirst.isEmpty()) return;
        html.append("<details><summary>").append(texts.html("scans")).append("</summary><ul class=\"scans\">");
        for (TrackedParcel.Scan scan : newestFirst.subList(0, Math.min(newestFirst.size(), MOST_SCANS))) {
            html.append("<li><time datetime=\"")
                    .append(scan.at())
                    .append("\">")
                    .append(PageFrame.escape(dates.dayAndTime(scan.at())))
                    .append("</time> ")
                    .append(texts.html("stage." + scan.stage().code()));
            if (!Texts.isBlank(scan.place())) html.append(", ").append(PageFrame.name(scan.place()));
            html.append("</li>");
        }
        html.append("</ul></details>");
    }

    private void stillHere() {
        List<Order.Item> left = order.stillHere();
        if (!left.isEmpty())
            html.append("<section class=\"card\"><p>")
                    .append(texts.html("stillHere", "\u0000").replace("\u0000", lines(left)))
                    .append("</p></section>");
    }

    private String help() {
        Brand brand = order.brand();
        List<String> parts = new ArrayList<>();
        if (brand.contact().phone() != null)
            parts.add(PageFrame.anchor(
                    "tel:" + brand.contact().phone().replaceAll("[^+\\d]", ""),
                    brand.contact().phone()));
        if (brand.hasSenderAddress()) {
            String address = brand.sender().replyTo() == null
                    ? brand.sender().senderAddress()
                    : brand.sender().replyTo();
            parts.add(PageFrame.anchor("mailto:" + address, address));
        }
        if (brand.contact().helpUrl() != null)
            parts.add(PageFrame.anchor(brand.contact().helpUrl(), texts.plain("helpPage")));
        brand.contact().links().forEach(l -> parts.add(PageFrame.anchor(l.url(), l.label())));
        links.more().forEach(l -> parts.add(PageFrame.anchor(l.url(), l.label())));
        if (parts.isEmpty()) return "";
        html.append("<section class=\"card help\" aria-labelledby=\"help\"><h2 id=\"help\">")
                .append(texts.html("help"))
                .append("</h2><ul>");
        parts.forEach(p -> html.append("<li>").append(p).append("</li>"));
        return html.append("</ul></section>").toString();
    }
}
