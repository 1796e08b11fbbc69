package upbeat.herald.server.order;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.stream.LongStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;
import upbeat.herald.server.order.StopListRepository.ReasonCount;
import upbeat.herald.server.platform.persistence.TestDatabase;

/** Addresses that nothing is sent to: found again in any spelling, and never to be read. */
class StopListRepositoryTest {
    private static final Instant NOW = Instant.parse("2026-11-24T13:05:00Z");
    private final TestDatabase database = new TestDatabase();
    private final StopListRepository list = new StopListRepository();

    @AfterEach
    void close() {
        database.close();
    }

    private static OrderRow order(long id, String email, String phone) {
        Order order = new Order(
                "kites",
                "N" + id,
                NOW,
                new Order.Customer("Ann", email, phone, "en"),
                null,
                new Order.Purchase(Payment.PREPAID, "EUR", BigDecimal.TEN, List.of()),
                Order.Consent.UNKNOWN,
                List.of());
        return new OrderRow(id, order, "ordered", null, "api", NOW, false, null, null);
    }

    private void stop(upbeat.herald.core.wording.Channel channel, String address, String reason) {
        database.write(db -> {
            list.insert(db, channel, address, reason, NOW);
            return null;
        });
    }

    @Test
    void anAddressIsFoundInAnySpellingAndForItsChannelAlone() {
        stop(EmailChannel.EMAIL, "Ann@Customer.example", "asked");
        stop(SmsChannel.SMS, "+46701740605", "erased");
        assertThat(list.findStopped(
                        database.reader,
                        List.of(
                                order(1, "ann@customer.example", "+46701740605"),
                                order(2, " ANN@customer.EXAMPLE ", null),
                                order(3, "bo@customer.example", "+46701740606"))))
                .containsOnlyKeys(1L, 2L)
                .containsEntry(1L, Set.of(EmailChannel.EMAIL, SmsChannel.SMS))
                .containsEntry(2L, Set.of(EmailChannel.EMAIL));
        assertThat(list.find(database.reader, ChatChannel.WHATSAPP, "+46701740605"))
                .isEmpty();
        assertThat(list.find(database.reader, SmsChannel.SMS, "+46701740605"))
                .get()
                .satisfies(e -> {
                    assertThat(e.reason()).isEqualTo("erased");
                    assertThat(e.since()).isEqualTo(NOW);
                });
    }

    @Test
    void theFirstReasonStaysAndAnAddressComesOffOnce() {
        stop(EmailChannel.EMAIL, "ann@customer.example", "erased");
        stop(EmailChannel.EMAIL, "ann@customer.example", "asked");
        assertThat(list.countByReason(database.reader)).containsExactly(new ReasonCount("email", "erased", 1));
        boolean isOff = database.write(db -> list.delete(db, EmailChannel.EMAIL, "ANN@customer.example"));
        boolean isOffAgain = database.write(db -> list.delete(db, EmailChannel.EMAIL, "ann@customer.example"));
        assertThat(isOff).isTrue();
        assertThat(isOffAgain).isFalse();
        assertThat(list.countByReason(database.reader)).isEmpty();
    }

    @Test
    void anotherDatabaseHasAnotherHashForTheSameAddress() {
        stop(EmailChannel.EMAIL, "ann@customer.example", "asked");
        String here = hash(database);
        assertThat(here).matches("[0-9a-f]{64}");
        try (TestDatabase other = new TestDatabase()) {
            other.write(db -> {
                new StopListRepository().insert(db, EmailChannel.EMAIL, "ann@customer.example", "asked", NOW);
                return null;
            });
            assertThat(hash(other)).isNotEqualTo(here);
        }
    }

    private static String hash(TestDatabase database) {
        return database.reader
                .sql("select address_hash from stop_entry")
                .query(String.class)
                .single();
    }

    @Test
    void manyOrdersAreLookedUpAtOnce() {
        stop(EmailChannel.EMAIL, "n777@customer.example", "asked");
        List<OrderRow> many = LongStream.range(0, 2_000)
                .mapToObj(i -> order(i, "n" + i + "@customer.example", null))
                .toList();
        assertThat(list.findStopped(database.reader, many)).containsOnlyKeys(777L);
        assertThat(list.findStopped(database.reader, List.of())).isEmpty();
    }
}
