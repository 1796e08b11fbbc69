package upbeat.herald.server.dispatch;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Countries;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.server.web.Faults;

/**
 * Setup, Gateways: the accounts through which messages leave. An account is tried before it is kept, and what the other
 * side says is shown.
 */
@RestController
@RequestMapping("/ui/gateways")
@Tag(name = "ui-gateways")
@ConditionalOnProperty(name = "herald.seed", havingValue = "false", matchIfMissing = true)
class GatewaysDoor {
    private final Accounts accounts;
    private final Gateways gateways;
    private final GatewayList list;
    private final JdbcClient reader;
    private final Bell bell;

    GatewaysDoor(Accounts accounts, Gateways gateways, GatewayList list, JdbcClient reader, Bell bell) {
        this.accounts = accounts;
        this.gateways = gateways;
        this.list = list;
        this.reader = reader;
        this.bell = bell;
    }

    /**
     * @param source {@code setup}, {@code file} (or the environment), or {@code none}; {@code secret} true where one is
     *     kept
     */
    record GatewayView(
            String channel,
            String source,
            Accounts.@Nullable Account account,
            boolean secret,
            @Nullable Instant testedAt,
            boolean good,
            @Nullable String said) {}

    record GatewayBody(Accounts.Account account, Accounts.@Nullable Secrets secrets) {}

    @GetMapping
    List<GatewayView> all() {
        return Arrays.stream(Channel.values()).map(this::view).toList();
    }

    /** Tries an account without keeping it. A secret left empty is the one in use. */
    @PostMapping("/{channel}/test")
    Accounts.Connection test(@PathVariable String channel, @RequestBody GatewayBody body) {
        Channel c = channel(channel);
        return tried(c, checked(c, body.account()), secrets(c, body));
    }

    @PutMapping("/{channel}")
    GatewayView change(@PathVariable String channel, @RequestBody GatewayBody body) {
        Channel c = channel(channel);
        Accounts.Account account = checked(c, body.account());
        Accounts.Secrets secrets = secrets(c, body);
        Accounts.Connection tested = tried(c, account, secrets);
        if (!tested.good())
            throw new HeraldException("account", "Not kept, because the connection does not work: " + tested.said());
        accounts.put(c, account, secrets, tested);
        list.replace(c, gateways.of(c));
        bell.ring();
        return view(c);
    }

    /** Back to the account of the file or the environment, if there is one. */
    @DeleteMapping("/{channel}")
    GatewayView remove(@PathVariable String channel) {
        Channel c = channel(channel);
        accounts.remove(c);
        list.replace(c, gateways.of(c));
        bell.ring();
        return view(c);
    }

    private GatewayView view(Channel channel) {
        Optional<Accounts.Kept> kept = accounts.kept(reader, channel);
        Optional<Accounts.Account> used = accounts.inUse(channel);
        Accounts.Secrets secrets = accounts.secretsInUse(channel);
        boolean secret = !Texts.blank(secrets.password()) || !Texts.blank(secrets.token());
        return new GatewayView(
                channel.code(),
                kept.isPresent() ? "setup" : used.isPresent() ? "file" : "none",
                used.orElse(null),
                secret,
                kept.map(Accounts.Kept::testedAt).orElse(null),
                kept.map(Accounts.Kept::good).orElse(false),
                kept.map(Accounts.Kept::said).orElse(null));
    }

    private Accounts.Connection tried(Channel channel, Accounts.Account account, Accounts.Secrets secrets) {
        Gateway gateway = gateways.of(channel, account, secrets);
        try {
            return gateway.connect();
        } finally {
            GatewayList.close(gateway);
        }
    }

    private Accounts.Secrets secrets(Channel channel, GatewayBody body) {
        return (body.secrets() == null ? Accounts.Secrets.NONE : body.secrets()).over(accounts.secretsInUse(channel));
    }

    private static Channel channel(String word) {
        return Channel.of(word).orElseThrow(() -> new HeraldException("channel", "\"" + word + "\" is no channel"));
    }

    private static Accounts.Account checked(Channel channel, Accounts.Account a) {
        Faults faults = new Faults();
        if (a == null) faults.add("account", "The account is missing");
        else if (channel == Channel.WHATSAPP) {
            if (a.url() == null || !a.url().matches("https?://[^\\s<>\"]{1,200}"))
                faults.add("account.url", "An address begins with https://");
        } else {
            if (a.host() == null || !a.host().matches("[A-Za-z0-9.:_-]{1,200}"))
                faults.add("account.host", "Give the server's name, such as mail.example.com");
            if (a.port() != null && (a.port() < 1 || a.port() > 65_535))
                faults.add("account.port", "A port is 1 to 65535");
            if (a.tls() != null && !a.tls().matches("none|starttls|tls"))
                faults.add("account.tls", "Encryption is none, starttls or tls");
            if (a.price() != null && !a.price().matches("\\d{1,4}(\\.\\d{1,4})?"))
                faults.add("account.price", "A price is written as 0.15");
            if (a.prices() != null)
                a.prices().forEach((country, price) -> {
                    if (!Countries.CODES.contains(country) || price == null || !price.matches("\\d{1,4}(\\.\\d{1,4})?"))
                        faults.add(
                                "account.prices",
                                "A price by country is written as DE 0.09; \"" + country + " " + price + "\" is not");
                });
            if (a.currency() != null
                    && java.util.Currency.getAvailableCurrencies().stream()
                            .noneMatch(c -> c.getCurrencyCode().equals(a.currency())))
                faults.add("account.currency", "A currency has three letters, such as EUR");
        }
        faults.raise();
        return a;
    }
}
