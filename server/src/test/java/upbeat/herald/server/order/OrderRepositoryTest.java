package upbeat.herald.server.order;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DuplicateKeyException;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.platform.persistence.TestDatabase;

class OrderRepositoryTest {
    private static final Instant NOW = Instant.parse("2026-11-24T12:00:00.123Z");
    private final TestDatabase database = new TestDatabase();
    private final OrderRepository orders = new OrderRepository();

    @AfterEach
    void close() {
        database.close();
    }

    private static Order order(String number, Order.Customer customer, List<String> tags) {
        return new Order(
                "kites",
                number,
                NOW.minusSeconds(60),
                customer,
                new Order.ShipTo("Ann", "1 Slipway", "Lund", null, "22350", "SE"),
                new Order.Purchase(
                        Payment.PREPAID,
                        "SEK",
                        new BigDecimal("84.50"),
                        List.of(new Order.Item("BK", "Box kite", 1, new BigDecimal("84.50"), null))),
                Order.Consent.UNKNOWN,
                tags);
    }

    private OrderRow insert(String number) {
        return database.write(db -> orders.insert(db, order(number, Order.Customer.NOBODY, List.of()), "api", NOW));
    }

    @Test
    void whatIsKeptIsReadBackAsItWas() {
        Order given = order(
                "A-1", new Order.Customer("Zoë \"Q\" O'Test", "zoe@customer.example", "+46701740605", "sv"), List.of());
        OrderRow kept = database.write(db -> orders.insert(db, given, "api", NOW));
        OrderRow read = orders.find(database.reader, "kites", "A-1").orElseThrow();
        assertThat(read).isEqualTo(kept);
        assertThat(read.order()).isEqualTo(given);
        assertThat(orders.get(database.reader, kept.id())).isEqualTo(kept);
        assertThat(orders.find(database.reader, "other", "A-1")).isEmpty();
        assertThat(orders.find(database.reader, "kites", "a-1"))
                .as("numbers are the shop's own")
                .isEmpty();
    }

    @Test
    void aNumberStandsOnceInAShop() {
        insert("A-1");
        assertThatThrownBy(() -> insert("A-1")).isInstanceOf(DuplicateKeyException.class);
    }

    @Test
    void aChangeReplacesTheWholeOrderButNotItsStage() {
        OrderRow row = insert("A-1");
        Order changed = order("A-1", new Order.Customer("Bo", null, null, null), List.of("vip"));
        database.write(db -> {
            orders.updateStage(db, row.id(), "dispatched", null);
            orders.update(db, row.id(), changed, NOW.plusSeconds(5));
            return null;
        });
        OrderRow read = orders.get(database.reader, row.id());
        assertThat(read.order()).isEqualTo(changed);
        assertThat(read.stage()).isEqualTo("dispatched");
        assertThat(read.updatedAt()).isEqualTo(NOW.plusSeconds(5));
        assertThat(read.ended()).isNull();
    }

    @Test
    void anEndIsKeptBesideTheStage() {
        OrderRow row = insert("A-1");
        database.write(db -> {
            orders.updateStage(db, row.id(), "cancelled", Stage.CANCELLED);
            return null;
        });
        assertThat(orders.get(database.reader, row.id()).ended()).isEqualTo(Stage.CANCELLED);
    }

    @Test
    void tagsStandOnceInTheOrderTheyCame() {
        OrderRow row = insert("A-1");
        database.write(db -> {
            orders.addTag(db, row.id(), "later", "hand", NOW.plusSeconds(9));
            orders.addTag(db, row.id(), "first", "shop", NOW);
            orders.addTag(db, row.id(), "first", "hand", NOW.plusSeconds(20));
            return null;
        });
        assertThat(orders.findTags(database.reader, row.id())).containsExactly("first", "later");
        database.write(db -> {
            orders.removeTag(db, row.id(), "first", NOW.plusSeconds(30));
            orders.removeTag(db, row.id(), "never there", NOW);
            return null;
        });
        assertThat(orders.findTags(database.reader, row.id())).containsExactly("later");
        assertThat(database.reader
                        .sql("select tag, source, removed_at from order_tag where removed_at is not null")
                        .query()
                        .listOfRows())
                .as("it was there, and when it went")
                .containsExactly(Map.of(
                        "tag",
                        "first",
                        "source",
                        "shop",
                        "removed_at",
                        NOW.plusSeconds(30).toEpochMilli()));
        database.write(db -> {
            orders.addTag(db, row.id(), "first", "hand", NOW.plusSeconds(40));
            orders.deleteTag(db, row.id(), "later");
            return null;
        });
        assertThat(orders.findTags(database.reader, row.id())).as("put on anew").containsExactly("first");
    }

    @Test
    void notesComeOldestFirst() {
        OrderRow row = insert("A-1");
        database.write(db -> {
            orders.addNote(db, row.id(), "second", NOW.plusSeconds(2));
            orders.addNote(db, row.id(), "first", NOW);
            return null;
        });
        assertThat(orders.findNotes(database.reader, row.id()))
                .extracting(OrderRepository.Note::text)
                .containsExactly("first", "second");
    }

    @Test
    void severalAreReadAndMovedAtOnce() {
        OrderRow a = insert("A-1");
        OrderRow b = insert("A-2");
        insert("A-3");
        assertThat(orders.get(database.reader, List.of(a.id(), b.id(), 99L)))
                .extracting(r -> r.order().number())
                .containsExactlyInAnyOrder("A-1", "A-2");
        database.write(db -> {
            orders.updateStages(db, List.of(a.withStage("delivered"), b.withStage("dispatched")));
            return null;
        });
        assertThat(orders.get(database.reader, a.id()).stage()).isEqualTo("delivered");
        assertThat(orders.get(database.reader, b.id()).stage()).isEqualTo("dispatched");
        assertThat(orders.findLatest(database.reader, 2)).hasSize(2);
        assertThat(orders.findShops(database.reader)).containsExactly("kites");
    }
}
