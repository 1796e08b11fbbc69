package upbeat.herald.server.simulation;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Random;
import java.util.SplittableRandom;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.returns.ReturnReason;
import upbeat.herald.core.returns.ReturnRequest;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;
import upbeat.herald.server.answer.AnswerService;
import upbeat.herald.server.answer.QuestionSweep;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.customerpage.ReturnAsk;
import upbeat.herald.server.delivery.Dispatcher;
import upbeat.herald.server.ingest.CheckedScan;
import upbeat.herald.server.ingest.OrderIngestService;
import upbeat.herald.server.ingest.ParcelIngestService;
import upbeat.herald.server.ingest.ReportIngestService;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.ReceiptService;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.random.RandomIds;

/**
 * Thirty days of the demo's past, lived through the product's own code with the clock moved from event to event: 500
 * orders, and what goes wrong among them. The seed is fixed, so that every machine has the same past.
 */
@Configuration
@ConditionalOnProperty("herald.seed")
class DemoHistory {
    private static final long SEED = 20261124L;
    private static final int ORDERS = 500;
    private static final int ONE_RETURN_IN = 16;
    private static final int MOST_RETURNS = 20;
    private static final Duration PAST = Duration.ofDays(30);
    private static final ZoneId HARBOUR = ZoneId.of("Europe/Stockholm");

    private record Event(Instant at, int order, Runnable work) {}

    @Bean
    RandomIds seededIds() {
        Random random = new Random(SEED);
        return count -> {
            byte[] bytes = new byte[count];
            random.nextBytes(bytes);
            return bytes;
        };
    }

    @Bean
    GatewayRegistry pastGateways() {
        return GatewayRegistry.of(List.of(
                new HistoryGateway(EmailChannel.EMAIL),
                new HistoryGateway(SmsChannel.SMS),
                new HistoryGateway(ChatChannel.WHATSAPP)));
    }

    @Bean
    ApplicationRunner live(Life life) {
        return (ApplicationArguments args) -> life.run();
    }

    /** The ways by which something reaches the product. */
    @Component
    @ConditionalOnProperty("herald.seed")
    record Entries(
            OrderIngestService orders,
            ParcelIngestService parcels,
            ReportIngestService reports,
            AnswerService answers,
            QuestionSweep questions,
            ReceiptService receipts,
            ReturnAsk returns) {}

    /** What the past is written to and looked up in. */
    @Component
    @ConditionalOnProperty("herald.seed")
    record Data(
            OrderRepository orders,
            MessageRepository messages,
            ReturnRepository returns,
            DatabaseWriter writer,
            JdbcClient reader) {}

    @Bean
    Life life(Entries entries, Data data, Dispatcher dispatcher, GatewayRegistry gateways, SimulatedClock clock) {
        return new Life(entries, data, dispatcher, gateways, clock);
    }

    /** Lays out the events, then lives them in order. */
    static final class Life {
        private final Entries entries;
        private final Data data;
        private final Dispatcher dispatcher;
        private final GatewayRegistry gateways;
        private final SimulatedClock clock;
        private final Random random = new Random(SEED);
        private final List<Event> events = new ArrayList<>();
        private @Nullable JdbcClient writing;

        Life(Entries entries, Data data, Dispatcher dispatcher, GatewayRegistry gateways, SimulatedClock clock) {
            this.entries = entries;
            this.data = data;
            this.dispatcher = dispatcher;
            this.gateways = gateways;
            this.clock = clock;
        }

        void run() {
            for (int i = 0; i < ORDERS; i++) lay(i);
            events.removeIf(e -> e.at().isAfter(SimulatedClock.START));
            events.sort(Comparator.comparing(Event::at).thenComparing(Event::order));
            for (Event event : events) {
                sendUntil(event.at());
                clock.moveTo(event.at());
                event.work().run();
                entries.questions().sweepAll();
            }
            sendUntil(SimulatedClock.START);
            clock.save(SimulatedClock.START);
        }

        private void sendUntil(Instant end) {
            while (true) {
                Instant due = data.messages()
                        .findNextDue(data.reader(), Instant.EPOCH)
                        .orElse(Instant.MAX);
                if (due.isAfter(end)) return;
                if (due.isAfter(clock.instant())) clock.moveTo(due);
                dispatcher.dispatchAllDue();
                gateways.list()
                        .forEach(a -> ((HistoryGateway) a.gateway()).receipts().forEach(entries.receipts()::record));
            }
        }

        private void lay(int i) {
            // Denser towards today, as a shop before the holidays.
            double share = Math.sqrt((i + random.nextDouble()) / ORDERS);
            Instant placed = SimulatedClock.START.minus(PAST).plusSeconds((long) (share * PAST.toSeconds()));
            String number = "QK-" + (20_400 + i);
            Order order = DemoOrders.order(DemoSetup.SHOP, number, placed, random);
            at(placed, i, () -> entries.orders().ingestOrder(db(), order, "api", clock.instant()));
            if (order.purchase().payment() == Payment.CASH_ON_DELIVERY) {
                int says = random.nextInt(10);
                if (says < 8)
                    at(
                            placed.plusSeconds(60L * (22 + random.nextInt(600))),
                            i,
                            () -> answer(number, says == 7 ? "cancel" : "confirm"));
                if (says == 7) {
                    at(placed.plusSeconds(3600L * 14), i, () -> entries.orders()
                            .endOrder(db(), find(number), Stage.CANCELLED, clock.instant()));
                    return;
                }
            } else if (random.nextInt(40) == 0) {
                at(placed.plusSeconds(3600L * 5), i, () -> entries.orders()
                        .endOrder(
                                db(),
                                find(number),
                                random.nextBoolean() ? Stage.CANCELLED : Stage.REFUNDED,
                                clock.instant()));
                return;
            }
            boolean two = order.purchase().items().size() > 1 && random.nextInt(3) == 0;
            Instant packed = working(placed.plusSeconds(3600L * (3 + random.nextInt(22))));
            List<Parcel.Content> all = order.purchase().items().stream()
                    .map(x -> new Parcel.Content(Objects.requireNonNull(x.sku()), x.quantity()))
                    .toList();
            travel(i, number, packed, two ? all.subList(0, 1) : all);
            if (two)
                travel(i, number, packed.plusSeconds(3600L * (20 + random.nextInt(30))), all.subList(1, all.size()));
        }

        private void travel(int i, String number, Instant packed, List<Parcel.Content> items) {
            int pick = random.nextInt(20);
            Carrier carrier = pick < 9
                    ? DemoCarriers.POST
                    : pick < 14 ? DemoCarriers.HOPGATE : pick < 19 ? DemoCarriers.SANDKETTLE : DemoCarriers.FREIGHT;
            String tracking = DemoCarriers.number(carrier, random);
            at(packed, i, () -> entries.parcels()
                    .ingestParcel(
                            db(), find(number), new Parcel(carrier.key(), tracking, items), "api", clock.instant()));
            Instant gone = packed.plusSeconds(3600L * (2 + random.nextInt(5)));
            scan(i, carrier, tracking, Stage.DISPATCHED, gone, "Harbourton", 4);
            int fate = random.nextInt(40);
            if (fate == 0) return; // gone quiet
            Instant moving = gone.plusSeconds(3600L * (8 + random.nextInt(30)));
            scan(i, carrier, tracking, Stage.IN_TRANSIT, moving, "Main depot", fate == 1 ? 60 * 40 : 6);
            if (fate == 2) scan(i, carrier, tracking, Stage.DELAYED, moving.plusSeconds(3600L * 20), "Main depot", 5);
            if (fate == 3)
                at(moving.plusSeconds(3600L * 9), i, () -> entries.reports()
                        .ingest(
                                db(),
                                List.of(new CheckedScan(
                                        carrier,
                                        tracking,
                                        "Q7",
                                        "Held for sorting",
                                        clock.instant(),
                                        day(clock.instant()),
                                        "Main depot")),
                                clock.instant()));
            Instant out = working(moving.plusSeconds(3600L * (20 + random.nextInt(70))))
                    .plusSeconds(random.nextInt(5400));
            scan(i, carrier, tracking, Stage.OUT_FOR_DELIVERY, out, "Delivery base", 3);
            if (fate == 4 || fate == 5) {
                scan(i, carrier, tracking, Stage.ATTEMPTED, out.plusSeconds(3600L * 5), "At the door", 10);
                if (fate == 5) {
                    scan(i, carrier, tracking, Stage.RETURNING, out.plusSeconds(3600L * 70), "Delivery base", 10);
                    return;
                }
                out = out.plusSeconds(86_400);
                scan(i, carrier, tracking, Stage.OUT_FOR_DELIVERY, out, "Delivery base", 3);
            }
            if (fate == 6 && carrier != DemoCarriers.SANDKETTLE && carrier != DemoCarriers.FREIGHT) {
                scan(
                        i,
                        carrier,
                        tracking,
                        Stage.READY_FOR_COLLECTION,
                        out.plusSeconds(3600L * 6),
                        "Collection point",
                        8);
                return;
            }
            Instant delivered = out.plusSeconds(60L * (90 + random.nextInt(420)));
            scan(i, carrier, tracking, Stage.DELIVERED, delivered, "At the door", 5);
            sendBack(i, number, delivered);
        }

        /** One in some is sent back, with dice of its own: the rest of the past doesn't depend on it. */
        private void sendBack(int i, String number, Instant delivered) {
            SplittableRandom dice = new SplittableRandom(SEED + i);
            if (dice.nextInt(ONE_RETURN_IN) != 0) return;
            Instant asked = delivered.plusSeconds(3600L * (20 + dice.nextInt(60)));
            ReturnReason why = ReturnReason.values()[dice.nextInt(ReturnReason.values().length)];
            at(asked, i, () -> entries.returns()
                    .ask(
                            db(),
                            find(number).id(),
                            new ReturnRequest(Map.of(0, 1), why, null),
                            "0",
                            MOST_RETURNS,
                            clock.instant()));
            scanOfReturn(i, number, Stage.DISPATCHED, asked.plusSeconds(3600L * (18 + dice.nextInt(20))));
            scanOfReturn(i, number, Stage.DELIVERED, asked.plusSeconds(3600L * (60 + dice.nextInt(40))));
            at(asked.plusSeconds(3600L * 120), i, () -> findReturn(number)
                    .ifPresent(r -> data.returns().markReceived(db(), r.id(), DemoSetup.ACCOUNT, clock.instant())));
        }

        private void scanOfReturn(int i, String number, Stage stage, Instant happened) {
            String[] says = DemoCarriers.says(DemoCarriers.POST, stage);
            at(happened, i, () -> findReturn(number).ifPresent(r -> entries.reports()
                    .ingest(
                            db(),
                            List.of(new CheckedScan(
                                    DemoCarriers.POST,
                                    r.content().label().trackingNumber(),
                                    says[0],
                                    says[1],
                                    happened,
                                    day(happened),
                                    "Main depot")),
                            clock.instant())));
        }

        private Optional<ReturnRepository.ReturnRow> findReturn(String number) {
            return data.returns().findByOrder(db(), find(number).id()).stream().findFirst();
        }

        /** @param minutesLate how long after the event it is reported */
        private void scan(
                int i, Carrier carrier, String tracking, Stage stage, Instant happened, String place, int minutesLate) {
            String[] says = DemoCarriers.says(carrier, stage);
            at(happened.plusSeconds(60L * minutesLate), i, () -> entries.reports()
                    .ingest(
                            db(),
                            List.of(new CheckedScan(
                                    carrier, tracking, says[0], says[1], happened, day(happened), place)),
                            clock.instant()));
        }

        private void answer(String number, String button) {
            data.messages().findByOrder(data.reader(), find(number).id()).stream()
                    .filter(m -> m.sent().question() != null
                            && m.times().sentAt() != null
                            && m.state().status().code().matches("accepted|delivered"))
                    .findFirst()
                    .ifPresent(m -> entries.answers()
                            .recordAnswer(
                                    m,
                                    new AnswerService.Reply(
                                            button,
                                            null,
                                            m.recipient().channel().equals(ChatChannel.WHATSAPP)
                                                    ? m.recipient().channel().code()
                                                    : AnswerRepository.BY_PAGE)));
        }

        private void at(Instant when, int order, Runnable work) {
            events.add(new Event(Instant.ofEpochSecond(when.getEpochSecond()), order, () -> data.writer()
                    .write(db -> {
                        writing = db;
                        work.run();
                        return null;
                    })));
        }

        private JdbcClient db() {
            return Objects.requireNonNull(writing);
        }

        private upbeat.herald.server.order.OrderRow find(String number) {
            return data.orders().find(db(), DemoSetup.SHOP, number).orElseThrow();
        }

        /** The same moment where people work at it, else the next morning. */
        private Instant working(Instant wanted) {
            var local = wanted.atZone(HARBOUR);
            if (!local.toLocalTime().isBefore(LocalTime.of(8, 0))
                    && local.toLocalTime().isBefore(LocalTime.of(17, 0))) return wanted;
            return local.toLocalDate()
                    .plusDays(local.toLocalTime().isBefore(LocalTime.of(8, 0)) ? 0 : 1)
                    .atTime(8, 0)
                    .atZone(HARBOUR)
                    .plusMinutes(random.nextInt(150))
                    .toInstant();
        }

        private static String day(Instant at) {
            return at.atZone(HARBOUR).toLocalDate().toString();
        }
    }
}
