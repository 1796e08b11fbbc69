package upbeat.herald.server.delivery;

import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.PhoneChannel;
import upbeat.herald.core.wording.sms.SmsChannel;
import upbeat.herald.core.wording.template.Phrases;
import upbeat.herald.server.platform.outbox.OutboxItem;
import upbeat.herald.server.platform.outbox.OutboxSender;
import upbeat.herald.server.platform.persistence.Json;

/** Tells a customer who replied STOP, once, that it is done. */
@Component
public class StopConfirmationSender implements OutboxSender {
    public static final String KIND = "stop-confirmation";

    private final PersonalText personal;

    StopConfirmationSender(PersonalText personal) {
        this.personal = personal;
    }

    /** @param shop whose brand speaks, or null; {@code language} BCP 47 */
    public record StopConfirmation(
            String channel, String to, @Nullable String shop, String language) {}

    /** Where a person may be written to just after they wrote, and it isn't done by mail. */
    public static boolean canConfirm(Channel channel) {
        return channel instanceof PhoneChannel && channel.renderPersonal("", "").isPresent();
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public Result send(OutboxItem item) {
        if (item.body().isEmpty()) return new Result.Refused("The customer's data was erased");
        StopConfirmation c = Json.read(item.body(), StopConfirmation.class);
        PersonalText.To to = new PersonalText.To(c.channel(), c.to(), c.shop(), c.language());
        return personal.send(item, to, "", brand -> textOf(c, brand));
    }

    private static String textOf(StopConfirmation c, Brand brand) {
        Phrases phrases = Phrases.forLocale(Locale.forLanguageTag(c.language()));
        String contact = brand.contact().phone() == null
                ? brand.sender().senderAddress()
                : brand.contact().phone();
        String whom = Texts.isBlank(contact) ? "" : " " + phrases.get("stoppedContact", contact);
        return phrases.get(SmsChannel.SMS.code().equals(c.channel()) ? "stopped" : "stoppedHere", brand.name()) + whom;
    }
}
