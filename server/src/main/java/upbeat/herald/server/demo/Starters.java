package upbeat.herald.server.demo;

import java.time.Duration;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Set;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.plan.Audience;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.Question;
import upbeat.herald.core.plan.Wording;
import upbeat.herald.core.timing.SendWindow;

/** The notices a team starts from. Nobody begins with an empty page; nothing goes out before it is switched on. */
public final class Starters {
    private static final SendWindow DAY = new SendWindow(LocalTime.of(8, 0), LocalTime.of(20, 0));

    private Starters() {}

    public static List<Notice> all() {
        return List.of(isItYours(), onItsWay(), moving(), comingToday(), delivered());
    }

    private static Notice isItYours() {
        Question question = new Question(List.of(new Question.Button("confirm", "Yes, pack it", "confirmed", false), new Question.Button("cancel", "Cancel it", "cancel-requested", true)));
        return notice("is-it-yours", "Is it yours?", Stage.ORDERED, Duration.ofMinutes(15), DAY, new Audience(Set.of(Payment.CASH_ON_DELIVERY), Set.of(), Set.of(), Set.of()),
                List.of(Channel.WHATSAPP, Channel.SMS, Channel.EMAIL), Notice.Per.ORDER, question, Map.of(
                        Channel.WHATSAPP, new Wording(null, "Hello {{fallback customer.firstName \"there\"}}, you ordered {{order.items}} for {{order.total}}, to be paid when it comes. Is this order yours?"),
                        Channel.SMS, new Wording(null, "{{brand.name}}: is order {{order.number}} for {{order.total}}, paid on delivery, yours? Please tell us: {{answer.link}}"),
                        Channel.EMAIL, new Wording("Is order {{order.number}} yours?", "Hello {{fallback customer.firstName \"there\"}},\n\nyou ordered this from us, to be paid when it comes:\n\n{{block.items}}\n\nTogether {{order.total}}. Before we pack it, please tell us that it is yours.\n\n{{block.question}}\n\nSee you in the wind,\n{{brand.name}}")));
    }

    private static Notice onItsWay() {
        return notice("on-its-way", "On its way", Stage.DISPATCHED, Duration.ZERO, null, Audience.EVERYONE, List.of(Channel.EMAIL, Channel.SMS), Notice.Per.PARCEL, null, Map.of(
                Channel.EMAIL, new Wording("{{order.number}} is on its way", "Hello {{fallback customer.firstName \"there\"}},\n\nyour parcel has left us. Inside:\n\n{{block.items}}\n\nFollow it here:\n\n{{block.parcel}}\n\nSee you in the wind,\n{{brand.name}}"),
                Channel.SMS, new Wording(null, "{{brand.name}}: order {{order.number}} is on its way with {{parcel.carrier}}, number {{parcel.trackingNumber}}. {{fallback parcel.trackingLink \"\"}}")));
    }

    private static Notice moving() {
        return notice("moving", "Moving", Stage.IN_TRANSIT, Duration.ofMinutes(30), DAY, Audience.EVERYONE, List.of(Channel.WHATSAPP, Channel.EMAIL), Notice.Per.PARCEL, null, Map.of(
                Channel.WHATSAPP, new Wording(null, "Your parcel {{parcel.trackingNumber}} from {{brand.name}} is travelling with {{parcel.carrier}}. Follow it here: {{fallback parcel.trackingLink \"on the carrier's page\"}} ."),
                Channel.EMAIL, new Wording("{{order.number}} is travelling", "Hello {{fallback customer.firstName \"there\"}},\n\nyour parcel is travelling with {{parcel.carrier}}.\n\n{{block.parcel}}\n\nSee you in the wind,\n{{brand.name}}")));
    }

    private static Notice comingToday() {
        return notice("coming-today", "Coming today", Stage.OUT_FOR_DELIVERY, Duration.ZERO, new SendWindow(LocalTime.of(7, 0), LocalTime.of(21, 0)), Audience.EVERYONE, List.of(Channel.SMS, Channel.EMAIL), Notice.Per.OCCASION, null, Map.of(
                Channel.SMS, new Wording(null, "{{brand.name}}: {{order.number}} comes today with {{parcel.carrier}}, number {{parcel.trackingNumber}}. {{fallback parcel.trackingLink \"\"}}"),
                Channel.EMAIL, new Wording("{{order.number}} comes today", "Hello {{fallback customer.firstName \"there\"}},\n\n{{parcel.carrier}} brings your parcel today.\n\n{{block.parcel}}\n\nSee you in the wind,\n{{brand.name}}")));
    }

    private static Notice delivered() {
        return notice("delivered", "Delivered", Stage.DELIVERED, Duration.ZERO, null, Audience.EVERYONE, List.of(Channel.EMAIL, Channel.SMS), Notice.Per.PARCEL, null, Map.of(
                Channel.EMAIL, new Wording("{{order.number}} was delivered", "Hello {{fallback customer.firstName \"there\"}},\n\n{{parcel.carrier}} says that your parcel {{parcel.trackingNumber}} was delivered. We hope it flies well.\n\nIf something is missing, please call us: {{fallback brand.phone \"our number is on the invoice\"}}\n\nSee you in the wind,\n{{brand.name}}"),
                Channel.SMS, new Wording(null, "{{brand.name}}: {{parcel.carrier}} says that {{order.number}} was delivered. Something missing? {{fallback brand.phone \"Please write to us.\"}}")));
    }

    private static Notice notice(String id, String name, Stage stage, Duration after, SendWindow window, Audience audience, List<Channel> channels, Notice.Per per, Question question, Map<Channel, Wording> wordings) {
        return new Notice(id, name, stage, after, window, audience, channels, Notice.ChannelRule.FIRST_THAT_WORKS, per, Notice.DEFAULT_AGE_LIMIT, Notice.State.PAUSED, question, wordings);
    }
}
