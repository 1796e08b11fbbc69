package upbeat.herald.server.dispatch;

import java.util.Arrays;
import java.util.Objects;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import upbeat.herald.core.plan.Channel;

/** Makes the gateways of the accounts in use. */
@Configuration
@ConditionalOnProperty(name = "herald.seed", havingValue = "false", matchIfMissing = true)
class Gateways {
    private final Accounts accounts;
    private final ChatApprovals approvals;
    private final ReceiptBook receipts;

    Gateways(Accounts accounts, ChatApprovals approvals, ReceiptBook receipts) {
        this.accounts = accounts;
        this.approvals = approvals;
        this.receipts = receipts;
    }

    @Bean(destroyMethod = "close")
    GatewayList configured() {
        return new GatewayList(Arrays.stream(Channel.values())
                .map(this::of)
                .filter(Objects::nonNull)
                .toList());
    }

    /** The gateway of the account in use, or null where there is none. */
    Gateway of(Channel channel) {
        return switch (channel) {
            case EMAIL -> accounts.mail().host().isEmpty() ? null : new MailGateway(accounts.mail());
            case SMS -> accounts.sms().host().isEmpty() ? null : new SmsGateway(accounts.sms(), receipts::take);
            case WHATSAPP -> accounts.chat().url().isEmpty() ? null : new ChatGateway(accounts.chat(), approvals);
        };
    }

    /** A gateway of an account that is not in use yet, to try it. */
    Gateway of(Channel channel, Accounts.Account account, Accounts.Secrets secrets) {
        return switch (channel) {
            case EMAIL -> new MailGateway(accounts.mail(account, secrets));
            case SMS -> new SmsGateway(accounts.sms(account, secrets), r -> {});
            case WHATSAPP -> new ChatGateway(accounts.chat(account, secrets), approvals);
        };
    }
}
