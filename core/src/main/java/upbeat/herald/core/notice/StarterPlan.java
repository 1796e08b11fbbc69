package upbeat.herald.core.notice;

import static upbeat.herald.core.wording.chat.ChatChannel.WHATSAPP;
import static upbeat.herald.core.wording.email.EmailChannel.EMAIL;
import static upbeat.herald.core.wording.sms.SmsChannel.SMS;

import java.time.Duration;
import java.time.LocalTime;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.timing.SendWindow;
import upbeat.herald.core.wording.Channel;

/** The plans a team can begin with. Every notice in them is a draft, and has its starters in all languages. */
public enum StarterPlan {
    QUIET(
            "Quiet",
            "One message when the parcel leaves, and one when customers have to do something themselves.",
            List.of(Starter.ON_ITS_WAY, Starter.ATTEMPTED, Starter.READY_FOR_COLLECTION)),
    USUAL(
            "Usual",
            "From dispatch to delivery, and a question before cash-on-delivery orders are packed.",
            List.of(
                    Starter.CONFIRMATION,
                    Starter.ON_ITS_WAY,
                    Starter.IN_TRANSIT,
                    Starter.ARRIVING_TODAY,
                    Starter.DELIVERED)),
    TALKATIVE(
            "Talkative",
            "Every stage that customers ask about, also delays, returns, cancellations and refunds.",
            List.of(
                    Starter.RECEIVED,
                    Starter.ON_ITS_WAY,
                    Starter.IN_TRANSIT,
                    Starter.ARRIVING_TODAY,
                    Starter.DELIVERED,
                    Starter.ATTEMPTED,
                    Starter.READY_FOR_COLLECTION,
                    Starter.DELAYED,
                    Starter.RETURNING,
                    Starter.RETURNED,
                    Starter.CANCELLED,
                    Starter.REFUNDED)),
    CASH_ON_DELIVERY(
            "Cash on delivery",
            "Asks before packing whether the order is wanted, and says when to have the money ready.",
            List.of(Starter.CONFIRMATION, Starter.ON_ITS_WAY, Starter.ARRIVING_TODAY, Starter.ATTEMPTED));

    private final String label;
    private final String description;
    private final List<Starter> starters;

    StarterPlan(String label, String description, List<Starter> starters) {
        this.label = label;
        this.description = description;
        this.starters = starters;
    }

    public static Optional<StarterPlan> fromCode(@Nullable String code) {
        return Arrays.stream(values()).filter(p -> p.code().equals(code)).findFirst();
    }

    public String code() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    public String label() {
        return label;
    }

    /** What it tells customers, in a sentence. */
    public String description() {
        return description;
    }

    /** @param language of the words for everyone, BCP 47 */
    public List<Notice> list(String language) {
        return starters.stream().map(s -> s.create(language)).toList();
    }

    private enum Starter {
        CONFIRMATION("is-it-yours", Stage.ORDERED, List.of(WHATSAPP, SMS, EMAIL), Notice.Per.ORDER),
        RECEIVED("order-received", Stage.ORDERED, List.of(EMAIL, SMS), Notice.Per.ORDER),
        ON_ITS_WAY("on-its-way", Stage.DISPATCHED, List.of(EMAIL, SMS), Notice.Per.PARCEL),
        IN_TRANSIT("moving", Stage.IN_TRANSIT, List.of(WHATSAPP, EMAIL), Notice.Per.PARCEL),
        ARRIVING_TODAY("coming-today", Stage.OUT_FOR_DELIVERY, List.of(SMS, EMAIL), Notice.Per.OCCASION),
        DELIVERED("delivered", Stage.DELIVERED, List.of(EMAIL, SMS), Notice.Per.PARCEL),
        ATTEMPTED("delivery-attempted", Stage.ATTEMPTED, List.of(SMS, EMAIL), Notice.Per.OCCASION),
        READY_FOR_COLLECTION(
                "ready-for-collection", Stage.READY_FOR_COLLECTION, List.of(SMS, EMAIL), Notice.Per.PARCEL),
        DELAYED("delayed", Stage.DELAYED, List.of(EMAIL, SMS), Notice.Per.PARCEL),
        RETURNING("on-its-way-back", Stage.RETURNING, List.of(EMAIL, SMS), Notice.Per.PARCEL),
        RETURNED("returned", Stage.RETURNED, List.of(EMAIL, SMS), Notice.Per.PARCEL),
        CANCELLED("cancelled", Stage.CANCELLED, List.of(EMAIL, SMS), Notice.Per.ORDER),
        REFUNDED("refunded", Stage.REFUNDED, List.of(EMAIL, SMS), Notice.Per.ORDER);

        private static final SendWindow DAY = new SendWindow(LocalTime.of(8, 0), LocalTime.of(20, 0));
        private static final SendWindow LONG_DAY = new SendWindow(LocalTime.of(7, 0), LocalTime.of(21, 0));

        private final String id;
        private final Stage stage;
        private final List<Channel> channels;
        private final Notice.Per per;

        Starter(String id, Stage stage, List<Channel> channels, Notice.Per per) {
            this.id = id;
            this.stage = stage;
            this.channels = channels;
            this.per = per;
        }

        Notice create(String language) {
            boolean asks = this == CONFIRMATION;
            return Starters.fillWordings(
                    new Notice(
                            id,
                            Starters.noticeName(asks ? "confirm" : stage.code()),
                            Notice.State.DRAFT,
                            asks
                                    ? Audience.all(Condition.of("payment", Payment.CASH_ON_DELIVERY.code()))
                                    : Audience.EVERYONE,
                            new Notice.Timing(stage, after(), window(), per, Notice.DEFAULT_AGE_LIMIT),
                            new Notice.Routing(channels, Notice.ChannelRule.FIRST_THAT_WORKS),
                            new Notice.Content(
                                    asks ? Starters.confirmationQuestion(language) : null, Map.of(), List.of())),
                    language);
        }

        /** A cash-on-delivery order is confirmed 15 minutes after it was placed (common practice, no source). */
        private Duration after() {
            return switch (this) {
                case CONFIRMATION -> Duration.ofMinutes(15);
                case IN_TRANSIT -> Duration.ofMinutes(30);
                default -> Duration.ZERO;
            };
        }

        /** What answers something the customer just did comes at once; what interrupts them comes by day. */
        private @Nullable SendWindow window() {
            return switch (this) {
                case CONFIRMATION, IN_TRANSIT, DELAYED, RETURNING, RETURNED -> DAY;
                case ARRIVING_TODAY, ATTEMPTED, READY_FOR_COLLECTION -> LONG_DAY;
                default -> null;
            };
        }
    }
}
