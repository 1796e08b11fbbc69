package upbeat.herald.server.wording;

import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.returns.CustomerReturn;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.SampleOrders;
import upbeat.herald.core.wording.SampleOrders.Sample;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.server.brand.PageAddresses;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.message.SubjectFactory;
import upbeat.herald.server.platform.address.PublicAddress;

/** What a message would be about if it were for one of the built-in sample orders. */
@Component
class SampleSubjects {
    /** What a pick of a sample begins with. */
    static final String PREFIX = "sample-";

    private static final String SHOP = "sample";

    private final CarrierRepository carriers;
    private final PublicAddress address;
    private final PageAddresses pages;
    private final JdbcClient reader;
    private final InstantSource clock;

    SampleSubjects(
            CarrierRepository carriers,
            PublicAddress address,
            PageAddresses pages,
            JdbcClient reader,
            InstantSource clock) {
        this.carriers = carriers;
        this.address = address;
        this.pages = pages;
        this.reader = reader;
        this.clock = clock;
    }

    /** @param pick such as {@code sample-one-item}; any other finds the first sample */
    Optional<Sample> find(@Nullable String pick, Variant variant) {
        String kind = pick != null && pick.startsWith(PREFIX) ? pick.substring(PREFIX.length()) : null;
        String shop = variant.shop() == null ? SHOP : variant.shop();
        return SampleOrders.find(SampleOrders.create(shop, carrier(variant), clock.instant()), kind);
    }

    private Carrier carrier(Variant variant) {
        List<Carrier> all = carriers.findAll(reader);
        String wanted = variant.carrier() != null
                ? variant.carrier()
                : carriers.findDefaultKey(reader).orElse(null);
        return all.stream()
                .filter(c -> c.key().equals(wanted))
                .findFirst()
                .or(() -> all.stream().filter(Carrier::inUse).findFirst())
                .orElse(SampleOrders.CARRIER);
    }

    MessageSubject subjectOf(Notice notice, Sample sample, Variant variant, Brand brand, String language) {
        boolean ofOrder = notice.timing().stage().isOrderStage();
        Parcel parcel = ofOrder ? null : sample.parcels().get(0);
        Instant now = clock.instant();
        LocalDate today = now.atZone(ZoneOffset.UTC).toLocalDate();
        String shortLink = address.get() + "/t/sample";
        String page = pages.sampleTrackingPage(brand);
        MessageSubject.Pages own = new MessageSubject.Pages(
                page,
                page == null ? null : page + PageAddresses.calendar(1),
                SubjectFactory.samplePreferencePage(address));
        CustomerReturn back = CustomerReturn.sample(sample.order(), now);
        MessageSubject.Returned returned = page == null
                        || notice.timing().trigger().returnStep() == null
                ? null
                : new MessageSubject.Returned(
                        back.label().trackingNumber(), back.itemsOf(sample.order()), page + PageAddresses.ofReturn(1));
        return new MessageSubject(
                sample.order(),
                parcel,
                parcel == null ? null : carrier(variant),
                brand,
                answers(notice),
                CustomerLanguage.localeFor(language, sample.order()),
                parcel == null
                        ? new MessageSubject.Tracking(List.of(), 0, null, true, own, returned)
                        : new MessageSubject.Tracking(
                                sample.parcels().stream()
                                        .map(Parcel::trackingNumber)
                                        .toList(),
                                1,
                                shortLink,
                                true,
                                own,
                                returned),
                parcel == null
                        ? new MessageSubject.Days(ZoneOffset.UTC, today, null, null)
                        : new MessageSubject.Days(ZoneOffset.UTC, today, today.minusDays(1), today.plusDays(1)));
    }

    private MessageSubject.@Nullable Answers answers(Notice notice) {
        if (notice.content().question() == null) return null;
        String page = address.get() + "/a/sample";
        List<String> links = notice.content().question().buttons().stream()
                .map(b -> page + "?b=" + b.id())
                .toList();
        return new MessageSubject.Answers(notice.content().question(), links, page);
    }
}
