package upbeat.herald.core.notice;

import static upbeat.herald.core.wording.chat.ChatChannel.WHATSAPP;
import static upbeat.herald.core.wording.email.EmailChannel.EMAIL;
import static upbeat.herald.core.wording.sms.SmsChannel.SMS;

import java.time.Duration;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.timing.SendWindow;
import upbeat.herald.core.wording.Channel;

/** The notices that a new plan begins with, all of them paused. */
public final class StarterNotices {
    private static final SendWindow DAY = new SendWindow(LocalTime.of(8, 0), LocalTime.of(20, 0));
    private static final SendWindow LONG_DAY = new SendWindow(LocalTime.of(7, 0), LocalTime.of(21, 0));

    private StarterNotices() {}

    public static List<Notice> list() {
        return List.of(
                confirmation(),
                notice("on-its-way", Stage.DISPATCHED, Schedule.AT_ONCE, List.of(EMAIL, SMS), Notice.Per.PARCEL),
                notice(
                        "moving",
                        Stage.IN_TRANSIT,
                        new Schedule(Duration.ofMinutes(30), DAY),
                        List.of(WHATSAPP, EMAIL),
                        Notice.Per.PARCEL),
                notice(
                        "coming-today",
                        Stage.OUT_FOR_DELIVERY,
                        new Schedule(Duration.ZERO, LONG_DAY),
                        List.of(SMS, EMAIL),
                        Notice.Per.OCCASION),
                notice("delivered", Stage.DELIVERED, Schedule.AT_ONCE, List.of(EMAIL, SMS), Notice.Per.PARCEL));
    }

    /** A cash-on-delivery order is confirmed 15 minutes after it was placed (common practice, no source). */
    private static Notice confirmation() {
        Notice asking = notice(
                "is-it-yours",
                Stage.ORDERED,
                new Schedule(Duration.ofMinutes(15), DAY),
                List.of(WHATSAPP, SMS, EMAIL),
                Notice.Per.ORDER);
        Audience cashOnDelivery = Audience.all(Condition.of("payment", Payment.CASH_ON_DELIVERY.code()));
        return Starters.fillWordings(
                new Notice(
                        asking.id(),
                        Starters.noticeName("confirm"),
                        asking.state(),
                        cashOnDelivery,
                        new Notice.Timing(
                                asking.timing().stage(),
                                asking.timing().after(),
                                asking.timing().window(),
                                asking.timing().per(),
                                asking.timing().ageLimit()),
                        new Notice.Routing(
                                asking.routing().channels(), asking.routing().rule()),
                        new Notice.Content(Starters.confirmationQuestion("en"), Map.of(), List.of())),
                "en");
    }

    private record Schedule(Duration after, @Nullable SendWindow window) {
        static final Schedule AT_ONCE = new Schedule(Duration.ZERO, null);
    }

    private static Notice notice(String id, Stage stage, Schedule schedule, List<Channel> channels, Notice.Per per) {
        return Starters.fillWordings(
                new Notice(
                        id,
                        Starters.noticeName(stage.code()),
                        Notice.State.DRAFT,
                        Audience.EVERYONE,
                        new Notice.Timing(stage, schedule.after(), schedule.window(), per, Notice.DEFAULT_AGE_LIMIT),
                        new Notice.Routing(channels, Notice.ChannelRule.FIRST_THAT_WORKS),
                        new Notice.Content(null, Map.of(), List.of())),
                "en");
    }
}
