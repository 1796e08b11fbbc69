package upbeat.herald.server.manual;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.PhoneNumbers;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.server.ingest.Ingested;
import upbeat.herald.server.ingest.OrderIngestService;
import upbeat.herald.server.manual.ManualMarkService.OrderName;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.ValidationException;

/** Addresses of an order's customer, corrected by hand. What was planned is decided again with them. */
@Service
class ManualContactService {
    private final OrderIngestService ingest;
    private final OrderRepository orders;
    private final SignallingWriter writer;

    ManualContactService(OrderIngestService ingest, OrderRepository orders, SignallingWriter writer) {
        this.ingest = ingest;
        this.orders = orders;
        this.writer = writer;
    }

    /** @param email, phone as they are typed; blank for none */
    record ContactCorrectionBody(
            @Nullable String email, @Nullable String phone) {}

    /** @param messages that are planned now and were not before */
    record ContactView(@Nullable String email, @Nullable String phone, int messages) {}

    ContactView correct(OrderName name, ContactCorrectionBody body, String by) {
        return writer.write((db, now) -> {
            OrderRow row = find(db, name);
            if (row.isErased()) throw new HeraldException("order", "This customer's data was erased");
            ValidationException errors = new ValidationException();
            String email = parseEmail(body.email(), errors);
            String country =
                    row.order().shipTo() == null ? null : row.order().shipTo().country();
            String phone = parsePhone(body.phone(), country, errors);
            errors.throwIfAny();
            Ingested<OrderRow> changed = ingest.correctContact(db, row, email, phone, by, now);
            return new ContactView(email, phone, changed.messages());
        });
    }

    private static @Nullable String parseEmail(@Nullable String typed, ValidationException errors) {
        if (Texts.isBlank(typed)) return null;
        try {
            return EmailChannel.EMAIL.parseAddress(typed.strip());
        } catch (HeraldException e) {
            errors.add("email", Texts.orEmpty(e.getMessage()));
            return null;
        }
    }

    /** A number without a country is one of the country that the order goes to. */
    private static @Nullable String parsePhone(
            @Nullable String typed, @Nullable String country, ValidationException errors) {
        if (Texts.isBlank(typed)) return null;
        String number = PhoneNumbers.toE164(typed.strip(), country).orElse(null);
        if (number == null)
            errors.add("phone", "\"" + typed.strip() + "\" isn't a phone number. Enter it like +44 7700 900123");
        return number;
    }

    private OrderRow find(JdbcClient db, OrderName name) {
        return orders.get(db, name.shop(), name.number());
    }
}
