package upbeat.herald.server.orderview;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.TrackingLink;
import upbeat.herald.core.carrier.TrackingNumber;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.ingest.CarrierPollRepository;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.ScanRepository;

/** Puts together all that is known of a parcel. */
@Component
public class ParcelViewService {
    private final ParcelRepository parcels;
    private final ScanRepository scans;
    private final CarrierRepository carriers;
    private final CarrierPollRepository watches;

    ParcelViewService(
            ParcelRepository parcels, ScanRepository scans, CarrierRepository carriers, CarrierPollRepository watches) {
        this.parcels = parcels;
        this.scans = scans;
        this.carriers = carriers;
        this.watches = watches;
    }

    public OrderView.ParcelView view(JdbcClient db, Order order, ParcelRow p) {
        Parcel followed = parcels.currentLeg(db, p);
        Carrier carrier = carriers.find(db, followed.carrier()).orElse(null);
        Carrier own = carriers.find(db, p.parcel().carrier()).orElse(null);
        Order.ShipTo to = order.shipTo();
        String language = order.customer() == null ? null : order.customer().language();
        List<OrderView.ScanView> list = scans.findByParcel(db, p.id()).stream()
                .map(s -> new OrderView.ScanView(
                        s.event().code(),
                        s.event().text(),
                        s.event().at(),
                        s.event().place(),
                        s.stage() == null ? null : s.stage().code(),
                        s.late(),
                        s.source(),
                        s.receivedAt()))
                .toList();
        return new OrderView.ParcelView(
                new OrderView.TrackingView(
                        p.parcel().carrier(),
                        name(db, p.parcel().carrier()),
                        p.parcel().trackingNumber(),
                        own == null
                                ? null
                                : TrackingNumber.findDoubt(p.parcel().trackingNumber(), own)
                                        .orElse(null),
                        TrackingLink.build(
                                carrier,
                                followed.trackingNumber(),
                                to == null ? null : to.postcode(),
                                to == null ? null : to.country(),
                                language)),
                p.stage().code(),
                p.parcel().items(),
                list,
                parcels.findLegs(db, p.id()).stream()
                        .map(l -> new OrderView.LegView(
                                l.carrier(), name(db, l.carrier()), l.trackingNumber(), l.since()))
                        .toList(),
                watches.findByParcel(db, p.id()).stream()
                        .map(w -> new OrderView.AskedView(
                                w.carrier(),
                                w.progress().tries(),
                                w.progress().nextAt(),
                                w.progress().endedBy(),
                                w.progress().said()))
                        .toList());
    }

    private String name(JdbcClient db, String carrier) {
        return carriers.find(db, carrier).map(Carrier::name).orElse(carrier);
    }
}
