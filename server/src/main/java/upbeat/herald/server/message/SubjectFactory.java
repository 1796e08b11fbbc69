package upbeat.herald.server.message;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;
import upbeat.herald.core.answer.PreferenceLink;
import upbeat.herald.core.answer.ShortLink;
import upbeat.herald.core.answer.SignedLink;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.returns.CustomerReturn;
import upbeat.herald.core.timing.CustomerClock;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.server.brand.PageAddresses;
import upbeat.herald.server.platform.address.PublicAddress;
import upbeat.herald.server.platform.secret.LinkSigningKey;

/** Makes what a message is about from what is at hand, with its links. Looks nothing up. */
@Component
public class SubjectFactory {
    /** How long an answer link works. */
    public static final Duration LINK_LIFETIME = Duration.ofDays(30);

    private final LinkSigningKey linkKey;
    private final PublicAddress address;
    private final PageAddresses pages;
    private final boolean isSigning;

    @Autowired
    SubjectFactory(LinkSigningKey linkKey, PublicAddress address, PageAddresses pages) {
        this(linkKey, address, pages, true);
    }

    private SubjectFactory(LinkSigningKey linkKey, PublicAddress address, PageAddresses pages, boolean isSigning) {
        this.linkKey = linkKey;
        this.address = address;
        this.pages = pages;
        this.isSigning = isSigning;
    }

    /** One whose links are as long as real ones and lead nowhere: for messages that aren't sent. */
    public SubjectFactory withoutLinks() {
        return new SubjectFactory(linkKey, address, pages, false);
    }

    /**
     * @param language of the wording, BCP 47
     * @param number of the message, which its answer links carry; 0 for one that isn't sent
     * @param orderId of the row of the order
     * @param isForTeam true where it goes to the team, who choose for nobody what they are sent
     * @param returned what the customer sends back, or null
     */
    public record Letter(
            Notice notice,
            String language,
            long number,
            long orderId,
            boolean isForTeam,
            @Nullable CustomerReturn returned) {}

    /**
     * The parcel it is about.
     *
     * @param parcel as the customer can follow it now
     * @param id of its row
     * @param numbers of all the order's parcels; {@code place} of this one among them, from 1
     * @param isReported false where the stage isn't known from the carrier
     * @param dispatchedAt when it was dispatched, or null
     * @param expectedOn the day of delivery that the carrier announced, or null
     */
    public record About(
            Parcel parcel,
            long id,
            @Nullable Carrier carrier,
            List<String> numbers,
            int place,
            boolean isReported,
            @Nullable Instant dispatchedAt,
            @Nullable LocalDate expectedOn) {}

    public MessageSubject create(Letter letter, Order order, @Nullable About about, Brand brand, Instant now) {
        return new MessageSubject(
                order,
                about == null ? null : about.parcel(),
                about == null ? null : about.carrier(),
                brand,
                answers(letter, now),
                CustomerLanguage.localeFor(letter.language(), order),
                tracking(letter, order, about, brand),
                days(about, CustomerClock.of(order).likely(), now));
    }

    /** Where the customer of a message chooses what they are sent. @param number of the message */
    String preferencePage(long number) {
        return address.get() + "/u/" + PreferenceLink.create(linkKey.bytes(), number);
    }

    private String preferencePageFor(Letter letter) {
        return isSigning && letter.number() > 0 ? preferencePage(letter.number()) : samplePreferencePage(address);
    }

    /** One that is as long and leads nowhere, for messages that aren't sent. */
    public static String samplePreferencePage(PublicAddress address) {
        return address.get() + "/u/" + PreferenceLink.createUnsigned();
    }

    private MessageSubject.@Nullable Answers answers(Letter letter, Instant now) {
        if (letter.notice().content().question() == null) return null;
        String token = isSigning
                ? SignedLink.create(linkKey.bytes(), letter.number(), now.plus(LINK_LIFETIME))
                : SignedLink.createUnsigned();
        String page = address.get() + "/a/" + token;
        List<String> links = letter.notice().content().question().buttons().stream()
                .map(b -> page + "?b=" + b.id())
                .toList();
        return new MessageSubject.Answers(letter.notice().content().question(), links, page);
    }

    private MessageSubject.@Nullable Returned returned(Letter letter, Order order, Brand brand) {
        CustomerReturn r = letter.returned();
        String page = isSigning ? pages.trackingPage(brand, letter.orderId()) : pages.sampleTrackingPage(brand);
        if (r == null || page == null) return null;
        return new MessageSubject.Returned(
                r.label().trackingNumber(), r.itemsOf(order), page + PageAddresses.ofReturn(r.id()));
    }

    private MessageSubject.Tracking tracking(Letter letter, Order order, @Nullable About about, Brand brand) {
        MessageSubject.Returned returned = returned(letter, order, brand);
        String page = isSigning ? pages.trackingPage(brand, letter.orderId()) : pages.sampleTrackingPage(brand);
        String preferences = letter.isForTeam() ? null : preferencePageFor(letter);
        if (about == null)
            return new MessageSubject.Tracking(
                    List.of(), 0, null, true, new MessageSubject.Pages(page, null, preferences), returned);
        String shortLink = address.get() + "/t/"
                + (isSigning ? ShortLink.create(linkKey.bytes(), about.id()) : ShortLink.createUnsigned(about.id()));
        String part = page != null && about.numbers().size() > 1 ? page + "#p" + about.place() : page;
        String calendar = page == null ? null : page + PageAddresses.calendar(about.id());
        return new MessageSubject.Tracking(
                about.numbers(),
                about.place(),
                shortLink,
                about.isReported(),
                new MessageSubject.Pages(part, calendar, preferences),
                returned);
    }

    private static MessageSubject.Days days(@Nullable About about, ZoneId zone, Instant now) {
        LocalDate today = now.atZone(zone).toLocalDate();
        if (about == null) return new MessageSubject.Days(zone, today, null, null);
        LocalDate dispatchedOn = about.dispatchedAt() == null
                ? null
                : about.dispatchedAt().atZone(zone).toLocalDate();
        return new MessageSubject.Days(zone, today, dispatchedOn, about.expectedOn());
    }
}
