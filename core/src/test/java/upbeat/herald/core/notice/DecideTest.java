package upbeat.herald.core.notice;

import static org.assertj.core.api.Assertions.assertThat;
import static upbeat.herald.core.Samples.*;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.timing.SendWindow;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;

class DecideTest {
    private static final Moment ORDERED = new Moment(Stage.ORDERED, "1", NOON, null);

    private static OrderSituation of(Order order) {
        return new OrderSituation(order, null, null, List.of(), true, null);
    }

    private static OrderSituation parcelAt(Stage stage) {
        return new OrderSituation(order(), parcel(), stage, List.of(stage), true, null);
    }

    private static Notice with(
            Notice n, Duration after, SendWindow window, Audience audience, Notice.ChannelRule rule) {
        return new Notice(
                n.id(),
                n.name(),
                n.state(),
                audience,
                new Notice.Timing(
                        n.timing().stage(),
                        after,
                        window,
                        n.timing().per(),
                        n.timing().ageLimit()),
                new Notice.Routing(n.routing().channels(), rule),
                new Notice.Content(n.content().question(), n.content().wordings(), List.of()));
    }

    private static Reason.Code onlyReason(Decision d) {
        assertThat(d.messages()).isEmpty();
        return d.notSent().get(d.notSent().size() - 1).reason().code();
    }

    @Test
    void fifteenMinutesLaterByTheFirstChannelThatWorks() {
        Notice n = with(
                notice(Stage.ORDERED, ChatChannel.WHATSAPP, SmsChannel.SMS, EmailChannel.EMAIL),
                Duration.ofMinutes(15),
                null,
                Audience.EVERYONE,
                Notice.ChannelRule.FIRST_THAT_WORKS);
        Decision d = Decide.decide(List.of(n), of(order()), ORDERED, History.NONE, NOON);
        assertThat(d.messages()).singleElement().satisfies(m -> {
            assertThat(m.channel()).isEqualTo(ChatChannel.WHATSAPP);
            assertThat(m.dueAt()).isEqualTo(NOON.plus(Duration.ofMinutes(15)));
            assertThat(m.standBy()).containsExactly(SmsChannel.SMS, EmailChannel.EMAIL);
        });
        assertThat(d.notSent()).extracting(x -> x.reason().code()).containsOnly(Reason.Code.STANDS_BY);
    }

    @Test
    void withoutConsentOrAddressTheNextChannelSpeaks() {
        Notice n = notice(Stage.ORDERED, ChatChannel.WHATSAPP, SmsChannel.SMS, EmailChannel.EMAIL);
        Order noPhone = order("A", "a@b.example", null, "DE", Payment.PREPAID, Order.Consent.UNKNOWN);
        Decision d = Decide.decide(List.of(n), of(noPhone), ORDERED, History.NONE, NOON);
        assertThat(d.messages())
                .singleElement()
                .extracting(PlannedMessage::channel)
                .isEqualTo(EmailChannel.EMAIL);
        assertThat(d.notSent())
                .extracting(x -> x.reason().code())
                .containsExactly(Reason.Code.NO_ADDRESS, Reason.Code.NO_ADDRESS);
        Order unasked = order("A", "a@b.example", "+46701740605", "DE", Payment.PREPAID, Order.Consent.UNKNOWN);
        assertThat(Decide.decide(List.of(n), of(unasked), ORDERED, History.NONE, NOON)
                        .messages())
                .singleElement()
                .extracting(PlannedMessage::channel)
                .isEqualTo(SmsChannel.SMS);
        Order refuses = order("A", null, "+46701740605", "DE", Payment.PREPAID, new Order.Consent(null, false, false));
        assertThat(onlyReason(Decide.decide(List.of(n), of(refuses), ORDERED, History.NONE, NOON)))
                .isEqualTo(Reason.Code.NO_ADDRESS);
    }

    @Test
    void allChannelsAreOneMessageEach() {
        Notice n = with(
                notice(Stage.ORDERED, SmsChannel.SMS, EmailChannel.EMAIL),
                Duration.ZERO,
                null,
                Audience.EVERYONE,
                Notice.ChannelRule.ALL);
        assertThat(Decide.decide(List.of(n), of(order()), ORDERED, History.NONE, NOON)
                        .messages())
                .extracting(PlannedMessage::channel)
                .containsExactly(SmsChannel.SMS, EmailChannel.EMAIL);
    }

    @Test
    void blankMeansEveryoneAndAReasonNamesTheRest() {
        Audience cod = Audience.all(Condition.of("payment", "cash-on-delivery"), Condition.of("country", "DE", "AT"));
        assertThat(cod.describe(ConditionNames.KEYS)).isEqualTo("cash-on-delivery orders to Austria and Germany");
        assertThat(Audience.EVERYONE.describe(ConditionNames.KEYS)).isEqualTo("everyone");
        Notice n = with(notice(Stage.ORDERED, EmailChannel.EMAIL), Duration.ZERO, null, cod, Notice.ChannelRule.ALL);
        Decision d = Decide.decide(List.of(n), of(order()), ORDERED, History.NONE, NOON);
        assertThat(d.notSent())
                .singleElement()
                .extracting(x -> x.reason().text())
                .isEqualTo("This order goes to Australia. The notice is only for orders to Austria and Germany");
    }

    @Test
    void theWindowIsWhereTheCustomerLives() {
        // 12:00Z is 23:00 in Sydney on that day (UTC+11); 08:00 there is 21:00Z.
        Notice n = with(
                notice(Stage.ORDERED, EmailChannel.EMAIL),
                Duration.ZERO,
                new SendWindow(LocalTime.of(8, 0), LocalTime.of(20, 0)),
                Audience.EVERYONE,
                Notice.ChannelRule.ALL);
        assertThat(Decide.decide(List.of(n), of(order()), ORDERED, History.NONE, NOON)
                        .messages())
                .singleElement()
                .extracting(PlannedMessage::dueAt)
                .isEqualTo(Instant.parse("2026-11-24T21:00:00Z"));
    }

    @Test
    void switchingOnNeverSweepsUpThePast() {
        Decision d = Decide.decide(
                List.of(notice(Stage.ORDERED, EmailChannel.EMAIL)),
                of(order()),
                ORDERED,
                History.NONE,
                NOON.plus(Duration.ofDays(3)));
        assertThat(onlyReason(d)).isEqualTo(Reason.Code.TOO_OLD);
        assertThat(d.notSent().get(0).reason().text()).contains("3 days");
    }

    @Test
    void pausedSaidAnsweredAndRefused() {
        Notice n = asking(notice(Stage.ORDERED, EmailChannel.EMAIL));
        assertThat(onlyReason(Decide.decide(
                        List.of(n.withState(Notice.State.PAUSED)), of(order()), ORDERED, History.NONE, NOON)))
                .isEqualTo(Reason.Code.NOT_LIVE);
        assertThat(onlyReason(Decide.decide(
                        List.of(n),
                        of(order()),
                        ORDERED,
                        new History(Set.of(History.key("n1", null, "1")), Map.of(), false, Set.of()),
                        NOON)))
                .isEqualTo(Reason.Code.ALREADY_SAID);
        assertThat(onlyReason(Decide.decide(
                        List.of(n),
                        of(order()),
                        ORDERED,
                        new History(Set.of(), Map.of("n1", "yes"), false, Set.of()),
                        NOON)))
                .isEqualTo(Reason.Code.ANSWERED);
        assertThat(onlyReason(Decide.decide(
                        List.of(n), of(order()), ORDERED, new History(Set.of(), Map.of(), true, Set.of()), NOON)))
                .isEqualTo(Reason.Code.ANSWERED);
    }

    @ParameterizedTest
    @CsvSource({
        "IN_TRANSIT,DELIVERED,true",
        "IN_TRANSIT,IN_TRANSIT,false",
        "DISPATCHED,IN_TRANSIT,false",
        "DISPATCHED,OUT_FOR_DELIVERY,true",
        "OUT_FOR_DELIVERY,DELIVERED,true",
        "OUT_FOR_DELIVERY,ATTEMPTED,true",
        "ATTEMPTED,OUT_FOR_DELIVERY,true",
        "DELAYED,IN_TRANSIT,true",
        "DELIVERED,RETURNING,true",
        "DELIVERED,DELIVERED,false",
        "PACKED,DISPATCHED,false",
        "RETURNING,RETURNED,true"
    })
    void whatIsOvertaken(Stage notice, Stage now, boolean overtaken) {
        assertThat(Overtaken.check(notice, parcelAt(now)).isPresent()).isEqualTo(overtaken);
    }

    @Test
    void aQuestionAboutTheOrderEndsWhenItIsOnItsWay() {
        assertThat(Overtaken.check(
                        Stage.ORDERED, new OrderSituation(order(), null, null, List.of(Stage.PACKED), true, null)))
                .isEmpty();
        assertThat(Overtaken.check(
                        Stage.ORDERED,
                        new OrderSituation(order(), null, null, List.of(Stage.PACKED, Stage.DISPATCHED), true, null)))
                .isPresent();
        assertThat(Overtaken.check(
                        Stage.DELIVERED,
                        new OrderSituation(
                                order(), parcel(), Stage.DELIVERED, List.of(Stage.DELIVERED), true, Stage.CANCELLED)))
                .isPresent();
    }

    @Test
    void oneScanTellsOnlyItsFurthestStage() {
        Notice on = notice(Stage.DISPATCHED, EmailChannel.EMAIL);
        Notice moving = notice(Stage.IN_TRANSIT, EmailChannel.EMAIL);
        Moment implied = new Moment(Stage.DISPATCHED, "1", NOON, Stage.IN_TRANSIT);
        assertThat(onlyReason(
                        Decide.decide(List.of(on, moving), parcelAt(Stage.IN_TRANSIT), implied, History.NONE, NOON)))
                .isEqualTo(Reason.Code.OVERTAKEN);
        assertThat(Decide.decide(
                                List.of(on, moving.withState(Notice.State.PAUSED)),
                                parcelAt(Stage.IN_TRANSIT),
                                implied,
                                History.NONE,
                                NOON)
                        .messages())
                .hasSize(1);
    }

    @Test
    void whenAChannelFailsTheNextOneIsTried() {
        Notice n = notice(Stage.ORDERED, ChatChannel.WHATSAPP, SmsChannel.SMS, EmailChannel.EMAIL);
        assertThat(Decide.fallback(
                        n, of(order()), History.NONE, null, "1", List.of(SmsChannel.SMS, EmailChannel.EMAIL), NOON))
                .get()
                .satisfies(m -> {
                    assertThat(m.channel()).isEqualTo(SmsChannel.SMS);
                    assertThat(m.standBy()).containsExactly(EmailChannel.EMAIL);
                });
        Order noMail = order("A", null, "+46701740605", "DE", Payment.PREPAID, Order.Consent.UNKNOWN);
        assertThat(Decide.fallback(n, of(noMail), History.NONE, null, "1", List.of(EmailChannel.EMAIL), NOON))
                .isEmpty();
    }

    @Test
    void anAddressOnTheStopListIsPassedOverWhereverAChannelIsChosen() {
        Notice n = notice(Stage.ORDERED, ChatChannel.WHATSAPP, SmsChannel.SMS, EmailChannel.EMAIL);
        History stopped = new History(Set.of(), Map.of(), false, Set.of(ChatChannel.WHATSAPP, SmsChannel.SMS));
        Decision d = Decide.decide(List.of(n), of(order()), ORDERED, stopped, NOON);
        assertThat(d.messages()).singleElement().satisfies(m -> {
            assertThat(m.channel()).isEqualTo(EmailChannel.EMAIL);
            assertThat(m.standBy()).isEmpty();
        });
        assertThat(d.notSent())
                .extracting(x -> x.channel() + ": " + x.reason().text())
                .containsExactly(
                        "whatsapp: The phone number is on the stop list", "sms: The phone number is on the stop list");
        assertThat(Decide.fallback(
                        n, of(order()), stopped, null, "1", List.of(SmsChannel.SMS, EmailChannel.EMAIL), NOON))
                .get()
                .extracting(PlannedMessage::channel)
                .isEqualTo(EmailChannel.EMAIL);
        assertThat(Decide.recheck(n, of(order()), stopped, SmsChannel.SMS, NOON, NOON)
                        .obstacle())
                .extracting(Reason::code)
                .isEqualTo(Reason.Code.STOPPED);
        assertThat(Decide.recheck(n, of(order()), stopped, EmailChannel.EMAIL, NOON, NOON)
                        .obstacle())
                .isNull();
    }

    /**
     * Whatever the order and the history: no message twice, none before its moment, and every notice of the stage has
     * an answer.
     */
    @ParameterizedTest
    @ValueSource(longs = {7, 11, 19, 23})
    void everyNoticeHasAnAnswer(long seed) {
        Random random = new Random(seed);
        for (int i = 0; i < 2000; i++) {
            Order order = order(
                    "A",
                    random.nextBoolean() ? "a@b.example" : null,
                    random.nextBoolean() ? "+46701740605" : null,
                    random.nextBoolean() ? "DE" : "AU",
                    Payment.values()[random.nextInt(2)],
                    new Order.Consent(maybe(random), maybe(random), maybe(random)));
            Notice n = with(
                    notice(
                            Stage.ORDERED,
                            random.nextBoolean()
                                    ? new Channel[] {SmsChannel.SMS, EmailChannel.EMAIL}
                                    : new Channel[] {ChatChannel.WHATSAPP}),
                    Duration.ofMinutes(random.nextInt(90)),
                    random.nextBoolean() ? null : new SendWindow(LocalTime.of(8, 0), LocalTime.of(20, 0)),
                    random.nextBoolean() ? Audience.EVERYONE : Audience.all(Condition.of("payment", "prepaid")),
                    Notice.ChannelRule.values()[random.nextInt(2)]);
            Instant now = NOON.plus(Duration.ofHours(random.nextInt(60)));
            Decision d = Decide.decide(List.of(n), of(order), ORDERED, History.NONE, now);
            assertThat(d.messages().size() + d.notSent().size()).isGreaterThanOrEqualTo(1);
            Set<Channel> channels = new HashSet<>();
            d.messages().forEach(m -> {
                assertThat(channels.add(m.channel())).isTrue();
                assertThat(m.dueAt())
                        .isAfterOrEqualTo(NOON.plus(n.timing().after()))
                        .isAfterOrEqualTo(now);
                assertThat(m.to()).isNotNull();
            });
            assertThat(Decide.decide(List.of(n), of(order), ORDERED, History.NONE, now))
                    .isEqualTo(d);
        }
    }

    private static Boolean maybe(Random random) {
        int i = random.nextInt(3);
        return i == 2 ? null : i == 1;
    }

    @Test
    void aNoticeWithoutWordingSaysSo() {
        Notice n = notice(Stage.ORDERED, SmsChannel.SMS);
        Notice bare = new Notice(
                n.id(),
                n.name(),
                n.state(),
                n.audience(),
                new Notice.Timing(
                        n.timing().stage(),
                        n.timing().after(),
                        null,
                        n.timing().per(),
                        n.timing().ageLimit()),
                new Notice.Routing(n.routing().channels(), n.routing().rule()),
                new Notice.Content(null, Map.of(), List.of()));
        assertThat(onlyReason(Decide.decide(List.of(bare), of(order()), ORDERED, History.NONE, NOON)))
                .isEqualTo(Reason.Code.NO_WORDING);
    }

    private static Reachability again(Notice n, Order order, Duration late) {
        return Decide.recheck(n, of(order), History.NONE, n.routing().channels().get(0), NOON, NOON.plus(late));
    }

    @Test
    void aMessageAboutToLeaveGoesToTheAddressOfThatMoment() {
        Notice n = notice(Stage.ORDERED, EmailChannel.EMAIL);
        assertThat(again(n, order(), Duration.ZERO).address()).isEqualTo("ottoline@customer.example");
        Order corrected = order("O", "right@customer.example", null, "AU", Payment.PREPAID, Order.Consent.UNKNOWN);
        assertThat(again(n, corrected, Duration.ZERO).address()).isEqualTo("right@customer.example");
    }

    @Test
    void whatTheOrderLostSinceKeepsAMessageBack() {
        Notice sms = notice(Stage.ORDERED, SmsChannel.SMS);
        Order withdrawn = order(
                "O", "o@customer.example", "+61491570006", "AU", Payment.PREPAID, new Order.Consent(true, false, null));
        assertThat(again(sms, withdrawn, Duration.ZERO).obstacle())
                .extracting(Reason::code)
                .isEqualTo(Reason.Code.NO_CONSENT);
        Order noPhone = order("O", "o@customer.example", null, "AU", Payment.PREPAID, Order.Consent.UNKNOWN);
        assertThat(again(sms, noPhone, Duration.ZERO).obstacle())
                .extracting(Reason::code)
                .isEqualTo(Reason.Code.NO_ADDRESS);
        Notice cod = with(
                sms,
                Duration.ZERO,
                null,
                Audience.all(Condition.of("payment", "cash-on-delivery")),
                Notice.ChannelRule.ALL);
        assertThat(again(cod, withdrawn, Duration.ZERO).obstacle())
                .as("it was cash on delivery when the question was planned")
                .extracting(Reason::code)
                .isEqualTo(Reason.Code.NOT_FOR);
        Order nobody =
                new Order("kites", "QK-1", NOON, null, null, order().purchase(), Order.Consent.UNKNOWN, List.of());
        assertThat(again(sms, nobody, Duration.ZERO).obstacle())
                .as("the customer was removed")
                .extracting(Reason::code)
                .isEqualTo(Reason.Code.NO_ADDRESS);
    }

    @ParameterizedTest
    @CsvSource({"PT0S,true", "PT47H,true", "PT48H,true", "PT48H1S,false", "P4D,false", "P30D,false"})
    void oneThatCouldNotLeaveForLongerThanItsAgeLimitIsOldNews(Duration late, boolean goes) {
        Reachability reach = again(notice(Stage.ORDERED, EmailChannel.EMAIL), order(), late);
        assertThat(reach.obstacle() == null).isEqualTo(goes);
        if (!goes) assertThat(reach.obstacle().code()).isEqualTo(Reason.Code.TOO_OLD);
    }

    @Test
    void aDelayThatWasMeantIsNoAge() {
        // Ten days after delivery is asked for; what counts is how late it is against that.
        Notice later = with(
                notice(Stage.ORDERED, EmailChannel.EMAIL),
                Duration.ofDays(10),
                null,
                Audience.EVERYONE,
                Notice.ChannelRule.ALL);
        Instant due = Decide.decide(List.of(later), of(order()), ORDERED, History.NONE, NOON)
                .messages()
                .get(0)
                .dueAt();
        assertThat(Decide.recheck(later, of(order()), History.NONE, EmailChannel.EMAIL, due, due.plusSeconds(60))
                        .obstacle())
                .isNull();
    }

    private static Notice today(SendWindow window) {
        return with(
                notice(Stage.OUT_FOR_DELIVERY, EmailChannel.EMAIL),
                Duration.ZERO,
                window,
                Audience.EVERYONE,
                Notice.ChannelRule.ALL);
    }

    /** Hobart is at UTC+11 in November: 12:00Z is 23:00 there, 13:30Z is half past midnight of the next day. */
    @ParameterizedTest
    @CsvSource({"2026-11-24T12:30:00Z,true", "2026-11-24T13:30:00Z,false", "2026-11-25T12:00:00Z,false"})
    void whatSaysTodayIsNotReadTomorrow(Instant leaves, boolean goes) {
        Reachability reach = Decide.recheck(
                today(null), parcelAt(Stage.OUT_FOR_DELIVERY), History.NONE, EmailChannel.EMAIL, NOON, leaves);
        assertThat(reach.obstacle() == null).isEqualTo(goes);
        if (!goes) assertThat(reach.obstacle().code()).isEqualTo(Reason.Code.OVERTAKEN);
    }

    @Test
    void aWindowThatOpensTomorrowIsTooLateForIt() {
        // Scanned at 23:00 local time; the window opens at 08:00 on the next day.
        SendWindow day = new SendWindow(LocalTime.of(8, 0), LocalTime.of(20, 0));
        Moment out = new Moment(Stage.OUT_FOR_DELIVERY, "2026-11-24", NOON, null);
        assertThat(onlyReason(
                        Decide.decide(List.of(today(day)), parcelAt(Stage.OUT_FOR_DELIVERY), out, History.NONE, NOON)))
                .isEqualTo(Reason.Code.OVERTAKEN);
        Moment morning = new Moment(Stage.OUT_FOR_DELIVERY, "2026-11-24", NOON.minus(Duration.ofHours(16)), null);
        assertThat(Decide.decide(
                                List.of(today(day)),
                                parcelAt(Stage.OUT_FOR_DELIVERY),
                                morning,
                                History.NONE,
                                NOON.minus(Duration.ofHours(16)))
                        .messages())
                .as("scanned at 07:00, said at 08:00 of the same day")
                .hasSize(1);
    }
}
