package upbeat.herald.server.delivery;

import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.server.platform.outbox.OutboxItem;
import upbeat.herald.server.platform.outbox.OutboxSender;
import upbeat.herald.server.platform.secret.SecretVault;

/**
 * Mails to people about their accounts. The item's target is the address, its title the subject, its body the encrypted
 * text: there are links in it that let somebody in.
 */
@Component
class AccountMailSender implements OutboxSender {
    private final PersonalText texts;
    private final SecretVault vault;

    AccountMailSender(PersonalText texts, SecretVault vault) {
        this.texts = texts;
        this.vault = vault;
    }

    @Override
    public String kind() {
        return "account-mail";
    }

    @Override
    public Result send(OutboxItem item) {
        String text = vault.tryDecrypt(item.body()).orElse(null);
        if (item.target() == null || text == null) return new Result.Refused("This mail can't be read any more");
        return texts.send(
                item,
                new PersonalText.To(EmailChannel.EMAIL.code(), item.target(), null, "en"),
                item.title(),
                brand -> text);
    }
}
