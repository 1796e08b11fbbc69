package upbeat.herald.server.delivery;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.email.PlainMail;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;
import upbeat.herald.server.channel.TeamAddressRepository;
import upbeat.herald.server.channel.TeamMail;
import upbeat.herald.server.platform.outbox.OutboxItem;
import upbeat.herald.server.platform.outbox.OutboxSender;

/** Mails to the team's own address; the item's title is the subject, its body the text. */
@Component
public class TeamMailSender implements OutboxSender {
    private final TeamAddressRepository addresses;
    private final OpenAccounts accounts;
    private final BrandRepository brands;
    private final JdbcClient reader;

    TeamMailSender(TeamAddressRepository addresses, OpenAccounts accounts, BrandRepository brands, JdbcClient reader) {
        this.addresses = addresses;
        this.accounts = accounts;
        this.brands = brands;
        this.reader = reader;
    }

    @Override
    public String kind() {
        return TeamMail.KIND;
    }

    @Override
    public Result send(OutboxItem item) {
        String to = addresses.findAll(reader).get(EmailChannel.EMAIL);
        if (to == null)
            return new Result.Refused("The team has no e-mail address of its own. Enter one in Setup, Team");
        Gateway gateway = accounts.findGateway(EmailChannel.EMAIL).orElse(null);
        if (gateway == null) return new Result.Later("No mail server is set up. Go to Setup, Gateways");
        HandOver end = gateway.handOver(new OutgoingMessage(
                item.id(),
                TeamMail.KIND,
                to,
                "en",
                brands.get(reader),
                PlainMail.render(item.title(), item.body()),
                null,
                item.createdAt()));
        if (end instanceof HandOver.Accepted) return new Result.Taken("Sent to " + to);
        if (end instanceof HandOver.Refused refused) return new Result.Refused(refused.reason());
        if (end instanceof HandOver.Away away) return new Result.Later(away.reason());
        return new Result.Later("The mail server didn't confirm it");
    }
}
