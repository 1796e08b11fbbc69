package upbeat.herald.standins;

import java.util.Map;

/** All stand-ins together, with their shared clock, mailbox and telephones. */
public final class SimulatedWorld implements AutoCloseable {
    public final WorldClock clock = new WorldClock();
    public final Mailbox mailbox = new Mailbox();
    public final PhoneInbox phones = new PhoneInbox();
    public final Outside outside = new Outside();
    public final MailServer mail = new MailServer(mailbox, clock, 0);
    public final MessageCentre sms = new MessageCentre(phones, clock, 0);
    public final ChatNetwork chat = new ChatNetwork(phones, clock, 0);
    public final MailReplies mailReplies = new MailReplies();
    public final Storefront storefront = new Storefront();
    public final PaymentDesk payments = new PaymentDesk(0);
    public final NameServer dns = new NameServer();
    public final Control control = new Control(this);

    public void start() {
        mail.start();
        sms.start();
        chat.start();
        storefront.start();
        payments.start();
        dns.start();
        control.start();
    }

    public Standin server(String name) {
        return switch (name) {
            case "smtp" -> mail;
            case "sms" -> sms;
            case "chat" -> chat;
            case "shop" -> storefront.receiver;
            case "payments" -> payments;
            case "dns" -> dns;
            default ->
                throw new Http.Refusal(
                        404,
                        "no_server",
                        "There is no stand-in " + name + "; there are smtp, sms, chat, shop, payments and dns");
        };
    }

    /** How the product is told to reach this world, as its configuration's properties. */
    public Map<String, String> settings() {
        return Map.ofEntries(
                Map.entry("herald.mail.host", "127.0.0.1"),
                Map.entry("herald.mail.port", "" + mail.port()),
                Map.entry("herald.mail.user", MailServer.USER),
                Map.entry("herald.mail.password", MailServer.PASSWORD),
                Map.entry("herald.mail-in.port", "0"),
                Map.entry("herald.sms.host", "127.0.0.1"),
                Map.entry("herald.sms.port", "" + sms.port()),
                Map.entry("herald.sms.system-id", MessageCentre.SYSTEM_ID),
                Map.entry("herald.sms.password", MessageCentre.PASSWORD),
                Map.entry("herald.chat.url", "http://127.0.0.1:" + chat.port()),
                Map.entry("herald.chat.token", ChatNetwork.TOKEN),
                Map.entry("herald.chat.webhook-secret", ChatNetwork.WEBHOOK_SECRET),
                Map.entry("herald.feeds.allowed", "127.0.0.1:" + storefront.port()),
                Map.entry("herald.payments.url", "http://127.0.0.1:" + payments.port()),
                Map.entry("herald.dns.resolver", dns.address()),
                Map.entry("herald.payments.token", PaymentDesk.TOKEN),
                Map.entry("herald.bench.url", "http://127.0.0.1:" + control.port()));
    }

    @Override
    public void close() {
        mail.stop();
        sms.stop();
        chat.stop();
        storefront.stop();
        payments.stop();
        dns.stop();
        control.stop();
    }
}
