package upbeat.herald.standins;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.time.Instant;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** The lever of the outside world: what arrived, which server runs, what time it is, and "now the customer presses". */
public final class Control {
    private final SimulatedWorld world;
    private @Nullable HttpServer server;
    private int port;

    Control(SimulatedWorld world) {
        this.world = world;
    }

    public int port() {
        return port;
    }

    void start() {
        try {
            server = Http.open(0, this::answer);
            port = server.getAddress().getPort();
        } catch (IOException e) {
            throw new IllegalStateException("The control port can't be opened: " + e.getMessage(), e);
        }
    }

    void stop() {
        if (server != null) server.stop(0);
    }

    private Object phone(String[] path, Http.Request r) {
        if (path.length > 2 && path[2].equals("reply")) {
            String text = r.text("text") == null ? "" : r.text("text");
            if ("sms".equals(r.text("channel"))) world.sms.reply(path[1], text);
            else if ("whatsapp".equals(r.text("channel"))) world.chat.reply(path[1], text);
            else throw new Http.Refusal(422, "no_channel", "A telephone replies by sms or whatsapp");
            return Map.of("sent", true);
        }
        world.chat.press(path[1], r.text("messageId"), r.text("button"));
        return Map.of("pressed", true);
    }

    private Object answer(Http.Request r) {
        String[] path = r.path().substring(1).split("/");
        switch (r.method() + " " + path[0]) {
            case "GET mail":
                return world.mailbox.to(r.query().get("to"));
            case "POST mail":
                Mailbox.Mail mail = MailReplies.find(world.mailbox, path[1])
                        .orElseThrow(() -> new Http.Refusal(404, "no_mail", "There is no mail " + path[1]));
                world.mailReplies.reply(mail, r.text("text") == null ? "" : r.text("text"));
                return Map.of("sent", true);
            case "GET phones":
                return path.length == 1 ? world.phones.numbers() : world.phones.on(path[1]);
            case "POST phones":
                return phone(path, r);
            case "GET servers":
                return Map.of(
                        "smtp", world.mail.running(),
                        "sms", world.sms.running(),
                        "chat", world.chat.running(),
                        "shop", world.server("shop").running());
            case "POST servers":
                Standin server = world.server(path[1]);
                if (r.body().path("running").asBoolean()) server.start();
                else server.stop();
                return Map.of("running", server.running());
            case "POST clock":
                Instant before = world.clock.instant();
                world.clock.set(Instant.parse(r.text("now")));
                world.chat.judge(before);
                return Map.of("now", world.clock.instant().toString());
            case "POST app":
                world.outside.reach(r.text("url"), r.text("key"));
                world.mailReplies.reach(r.body().path("mailIn").asInt(0));
                world.chat.webhook(r.text("url") + "/doors/chat");
                return Map.of("told", true);
            case "POST templates":
                world.chat.remember(r.body());
                return Map.of("told", true);
            case "POST shop":
                world.storefront.reach(r.text("door"), r.text("secret"));
                return Map.of("calls", world.storefront.receiver.url());
            case "GET help-page":
                return Map.of("url", world.storefront.helpPage());
            case "GET calls":
                return world.storefront.receiver.calls();
            case "POST call":
                return world.storefront.call(r.body());
            case "POST feed":
                world.storefront.feed(path[1], r.text("body"));
                return Map.of("offered", "http://127.0.0.1:" + world.storefront.port() + "/feed/" + path[1]);
            case "POST orders":
                return world.outside.order(path[1], path[2], r.body());
            case "POST parcels":
                return world.outside.parcel(path[1], path[2], r.body());
            case "POST scans":
                return world.outside.scans(r.body());
            default:
                throw new Http.Refusal(404, "not_scripted", r.method() + " " + r.path() + " is not scripted");
        }
    }
}
