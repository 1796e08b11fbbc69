package upbeat.herald.server.orderview;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.returns.CustomerReturn;
import upbeat.herald.server.message.MessageView;
import upbeat.herald.server.order.OrderRepository;

/** An order as machines and the interface see it. Money is a decimal as text; absent values are null. */
public record OrderView(
        String shop,
        String number,
        Instant placedAt,
        @JsonUnwrapped Recipient recipient,
        @JsonUnwrapped Purchase purchase,
        List<String> tags,
        String stage,
        @JsonUnwrapped Story story) {

    /** Whom it goes to, and how they may be reached. */
    public record Recipient(@Nullable CustomerView customer, Order.@Nullable ShipTo shipTo, ConsentView consent) {}

    public record Purchase(
            String payment,
            @Nullable String currency,
            @Nullable String total,
            List<ItemView> items) {}

    /**
     * What happened, what was said, what was answered.
     *
     * @param onHold why nothing is sent until somebody releases it, or null
     * @param trackingPage address of the customer's own page, or null while the brand has none
     */
    public record Story(
            List<ParcelView> parcels,
            List<MessageView> messages,
            List<AnswerView> answers,
            List<ReturnView> returns,
            List<OrderRepository.Note> notes,
            @Nullable String onHold,
            @Nullable String trackingPage) {}

    /**
     * What the customer sends back.
     *
     * @param state {@code requested}, {@code on-its-way}, {@code arrived}, {@code received} or {@code cancelled}
     * @param scannedAt by the carrier first; {@code arrivedAt} back, as the carrier says; {@code receivedAt} back, as
     *     somebody of the team says
     */
    public record ReturnView(
            long id,
            String carrier,
            String trackingNumber,
            String state,
            @JsonUnwrapped ReturnContentView content,
            @JsonUnwrapped ReturnTimesView times) {
        static ReturnView of(CustomerReturn r) {
            return new ReturnView(
                    r.id(),
                    r.label().carrier(),
                    r.label().trackingNumber(),
                    r.state().code(),
                    new ReturnContentView(
                            r.reason().code(),
                            r.note(),
                            r.items().stream()
                                    .map(i -> new ReturnItemView(i.name(), i.quantity()))
                                    .toList()),
                    new ReturnTimesView(
                            r.times().requestedAt(),
                            r.times().scannedAt(),
                            r.times().arrivedAt(),
                            r.times().receivedAt(),
                            r.times().cancelledAt()));
        }
    }

    /** @param note what the customer wrote besides, or null */
    public record ReturnContentView(String reason, @Nullable String note, List<ReturnItemView> items) {}

    public record ReturnItemView(String name, int quantity) {}

    public record ReturnTimesView(
            Instant requestedAt,
            @Nullable Instant scannedAt,
            @Nullable Instant arrivedAt,
            @Nullable Instant receivedAt,
            @Nullable Instant cancelledAt) {}

    public record CustomerView(
            @Nullable String name,
            @Nullable String email,
            @Nullable String phone,
            @Nullable String language) {}

    public record ItemView(
            @Nullable String sku,
            @Nullable String name,
            int quantity,
            @Nullable String price,
            @Nullable String imageUrl) {
        static ItemView of(Order.Item i) {
            return new ItemView(i.sku(), i.name(), i.quantity(), plainAmount(i.price()), i.imageUrl());
        }
    }

    public record ConsentView(
            @Nullable Boolean email,
            @Nullable Boolean sms,
            @Nullable Boolean whatsapp) {}

    /**
     * @param legs numbers under which it went on with other carriers; {@code trackingLink} that of the last;
     *     {@code asked} how its carriers are asked about it
     */
    public record ParcelView(
            @JsonUnwrapped TrackingView tracking,
            String stage,
            List<Parcel.Content> items,
            List<ScanView> scans,
            List<LegView> legs,
            List<AskedView> asked) {}

    /** @param doubt why the number may be wrong, or null */
    public record TrackingView(
            String carrier,
            String carrierName,
            String trackingNumber,
            @Nullable String doubt,
            @Nullable String trackingLink) {}

    public record LegView(String carrier, String carrierName, String trackingNumber, Instant since) {}

    /**
     * @param endedBy what ended the asking: {@code arrived}, {@code tries}, {@code time-limit}, {@code stopped}; null
     *     while it goes on
     */
    public record AskedView(
            String carrier,
            int tries,
            @Nullable Instant nextAt,
            @Nullable String endedBy,
            @Nullable String said) {}

    /** @param stage null while nothing reads the code; {@code late} true where a later event was known when it came */
    public record ScanView(
            @Nullable String code,
            @Nullable String text,
            Instant at,
            @Nullable String place,
            @Nullable String stage,
            boolean late,
            String source,
            Instant receivedAt) {}

    /**
     * @param text what was written with it, or null
     * @param refuses true where it says that the order isn't wanted
     */
    public record AnswerView(
            String notice,
            String button,
            String label,
            @Nullable String text,
            boolean refuses,
            String via,
            Instant at) {}

    public static @Nullable String plainAmount(@Nullable BigDecimal amount) {
        return amount == null ? null : amount.toPlainString();
    }
}
