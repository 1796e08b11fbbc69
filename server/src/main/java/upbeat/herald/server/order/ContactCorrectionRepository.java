package upbeat.herald.server.order;

import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Order;
import upbeat.herald.server.platform.persistence.Columns;

/** Addresses of customers that somebody corrected, by order. */
@Repository
public class ContactCorrectionRepository {
    private static final String SAVE = """
            insert into contact_correction (order_id, field, was, now, at, by) values (?, ?, ?, ?, ?, ?)
            on conflict (order_id, field) do update set now = excluded.now, at = excluded.at, by = excluded.by""";
    private static final String FIND =
            "select field, was, now, at, by from contact_correction where order_id = ? order by field";
    private static final String DELETE = "delete from contact_correction where order_id = ? and field = ?";

    /** Which address. */
    public enum Field {
        EMAIL,
        PHONE;

        public String code() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** @param was what the shop says; {@code now} what holds in its place; each null where there is none */
    public record ContactCorrection(
            Field field, @Nullable String was, @Nullable String now, Instant at, String by) {}

    /** A second correction of the same address keeps what the shop said first. */
    public void save(JdbcClient db, long orderId, ContactCorrection c) {
        db.sql(SAVE)
                .params(orderId, c.field().code(), c.was(), c.now(), c.at().toEpochMilli(), c.by())
                .update();
    }

    public List<ContactCorrection> find(JdbcClient db, long orderId) {
        return db.sql(FIND)
                .param(orderId)
                .query((rs, i) -> new ContactCorrection(
                        Field.valueOf(rs.getString("field").toUpperCase(Locale.ROOT)),
                        rs.getString("was"),
                        rs.getString("now"),
                        Columns.instant(rs, "at"),
                        rs.getString("by")))
                .list();
    }

    /**
     * An order as it came, with what was corrected in place of what it replaces. A shop that has something new to say
     * is believed, and the correction forgotten.
     */
    public Order apply(JdbcClient db, long orderId, Order came) {
        Order order = came;
        for (ContactCorrection c : find(db, orderId)) {
            Order.Customer who = order.customer() == null ? Order.Customer.NOBODY : order.customer();
            String says = c.field() == Field.EMAIL ? who.email() : who.phone();
            if (Objects.equals(says, c.was()))
                order = c.field() == Field.EMAIL
                        ? order.withContact(c.now(), who.phone())
                        : order.withContact(who.email(), c.now());
            else db.sql(DELETE).params(orderId, c.field().code()).update();
        }
        return order;
    }
}
