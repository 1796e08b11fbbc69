package upbeat.herald.server.dispatch;

import java.util.ArrayList;
import java.util.List;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import upbeat.herald.server.Settings;

/** The gateways that the operator set up. */
@Configuration
@ConditionalOnProperty(name = "herald.seed", havingValue = "false", matchIfMissing = true)
class Gateways {
    @Bean
    GatewayList configured(Settings settings, ChatTemplates templates, ReceiptBook receipts) {
        List<Gateway> list = new ArrayList<>();
        if (!settings.mail().host().isEmpty()) list.add(new MailGateway(settings.mail()));
        if (!settings.sms().host().isEmpty()) list.add(new SmsGateway(settings.sms(), receipts::take));
        if (!settings.chat().url().isEmpty()) list.add(new ChatGateway(settings.chat(), templates));
        return new GatewayList(list);
    }
}
