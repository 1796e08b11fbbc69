package upbeat.herald.server.shops;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.core.JacksonException;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.exchange.WebhookSignature;
import upbeat.herald.core.exchange.mapping.Mapping;
import upbeat.herald.core.exchange.mapping.Propose;
import upbeat.herald.core.exchange.mapping.Step;
import upbeat.herald.core.exchange.mapping.Target;
import upbeat.herald.server.Settings;
import upbeat.herald.server.dispatch.Bell;
import upbeat.herald.server.intake.OrderDocument;
import upbeat.herald.server.storage.Json;
import upbeat.herald.server.storage.Vault;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.time.RandomIds;
import upbeat.herald.server.web.Faults;
import upbeat.herald.server.web.NotFound;

/** Setup, Shops: their addresses, what arrives there, and how it is read. */
@RestController
@RequestMapping("/ui/shops")
@Tag(name = "ui-shops")
class ShopsDoor {
    private static final int SHOWN = 50;
    private static final int TRIED = 20;
    private static final int AT_ONCE = 100;
    private final ShopStore shops;
    private final ArrivalStore arrivals;
    private final ReadArrival read;
    private final Vault vault;
    private final Settings settings;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;
    private final RandomIds ids;
    private final Bell bell;

    ShopsDoor(
            ShopStore shops,
            ArrivalStore arrivals,
            ReadArrival read,
            Vault vault,
            Settings settings,
            JdbcClient reader,
            Writer writer,
            InstantSource clock,
            RandomIds ids,
            Bell bell) {
        this.shops = shops;
        this.arrivals = arrivals;
        this.read = read;
        this.vault = vault;
        this.settings = settings;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.ids = ids;
        this.bell = bell;
    }

    /** @param waiting arrivals that are not read yet, or only in part */
    record ShopLine(String key, String name, boolean hasAddress, boolean mapped, int arrived, int waiting) {}

    /** @param address where its calls go; {@code signingSecret} and {@code headerSecret} are shown here only */
    record ShopView(
            String key,
            String name,
            @Nullable String address,
            @Nullable String signingSecret,
            @Nullable String headerSecret,
            @Nullable Mapping mapping,
            Map<String, Integer> arrivals) {}

    record NewShop(@Nullable String key, @Nullable String name) {}

    record ArrivalView(
            long id,
            Instant receivedAt,
            String state,
            @Nullable String reason,
            @Nullable String orderNumber,
            String body) {}

    record TargetView(String code, String words, @Nullable String list) {}

    record StepView(String code, String words, @Nullable String argument) {}

    /** What a mapping can fill and how values can be brought into form. */
    record Kit(List<TargetView> targets, List<StepView> steps) {}

    record Proposed(Mapping mapping) {}

    /** One arrival as a mapping reads it. @param order in the shape that PUT /orders takes */
    record Tried(
            long id,
            String state,
            @Nullable String reason,
            Map<String, Object> order,
            List<Map<String, String>> parcels,
            @Nullable String stage) {}

    record TryRequest(Mapping mapping, @Nullable String body) {}

    record MappingSaved(List<String> faults, int read, int partly, int unread, int messages) {}

    record ReadAgain(int read, int partly, int unread, int messages) {}

    @GetMapping
    List<ShopLine> all() {
        List<ShopLine> lines = new ArrayList<>();
        for (ShopStore.Named shop : shops.all(reader)) {
            ShopStore.ShopRow row = shops.find(reader, shop.key()).orElse(null);
            Map<String, Integer> counts = arrivals.counts(reader, shop.key());
            int waiting =
                    counts.getOrDefault("new", 0) + counts.getOrDefault("partly", 0) + counts.getOrDefault("unread", 0);
            lines.add(new ShopLine(
                    shop.key(),
                    shop.name(),
                    row != null,
                    row != null && row.mapping() != null,
                    counts.values().stream().mapToInt(i -> i).sum(),
                    waiting));
        }
        return lines;
    }

    @GetMapping("/kit")
    Kit kit() {
        return new Kit(
                Arrays.stream(Target.values())
                        .map(t -> new TargetView(t.code(), t.words(), t.list()))
                        .toList(),
                Arrays.stream(Step.Kind.values())
                        .map(k -> new StepView(k.name(), k.words(), k.argumentWords()))
                        .toList());
    }

    @GetMapping("/{key}")
    ShopView one(@PathVariable String key) {
        return view(known(key));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    ShopView add(@RequestBody NewShop body) {
        Faults faults = new Faults();
        String key = Texts.orNull(body.key());
        OrderDocument.checkShop(key, "key", faults);
        String name = Texts.orNull(body.name()) == null ? key : body.name().strip();
        if (name != null && name.length() > 80) faults.add("name", "A name has up to 80 characters");
        if (key != null && shops.find(reader, key).isPresent())
            faults.add("key", "There is a shop " + key + " already");
        faults.raise();
        ShopStore.ShopRow row = fresh(key, name, null);
        writer.write(db -> {
            shops.insert(db, row, clock.instant());
            return null;
        });
        return view(row);
    }

    @PutMapping("/{key}")
    ShopView rename(@PathVariable String key, @RequestBody NewShop body) {
        ShopStore.ShopRow row = known(key);
        if (Texts.blank(body.name()) || body.name().length() > 80) {
            throw new HeraldException("name", "A name has 1 to 80 characters");
        }
        writer.write(db -> {
            shops.rename(db, row.key(), body.name().strip());
            return null;
        });
        return one(key);
    }

    /** A new address and new secrets; calls to the old address are refused from then on. */
    @PostMapping("/{key}/address")
    ShopView renew(@PathVariable String key) {
        ShopStore.ShopRow row = known(key);
        ShopStore.ShopRow fresh = fresh(row.key(), row.name(), row.mapping());
        writer.write(db -> {
            shops.address(db, key, fresh.path(), fresh.signingSecret(), fresh.headerSecret());
            return null;
        });
        return one(key);
    }

    /** What arrived, newest first. @param after only what is newer, for listening */
    @GetMapping("/{key}/arrivals")
    List<ArrivalView> arrivals(
            @PathVariable String key,
            @RequestParam(defaultValue = "0") long after,
            @RequestParam(required = false) @Nullable String state) {
        return arrivals.latest(reader, known(key).key(), after, state, SHOWN).stream()
                .map(a -> new ArrivalView(a.id(), a.receivedAt(), a.state(), a.reason(), a.orderNumber(), a.body()))
                .toList();
    }

    /** A proposal from one sample. */
    @PostMapping("/{key}/propose")
    Proposed propose(@PathVariable String key, @RequestBody String sample) {
        known(key);
        try {
            return new Proposed(Propose.of(Json.tree(sample)));
        } catch (JacksonException e) {
            throw new HeraldException("body", "The sample is no JSON");
        }
    }

    /** How a mapping reads the last arrivals, or a sample; takes nothing in. */
    @PostMapping("/{key}/try")
    List<Tried> tryOut(@PathVariable String key, @RequestBody TryRequest request) {
        ShopStore.ShopRow shop = known(key);
        if (request.body() != null)
            return List.of(
                    tried(0, read.look(request.mapping(), key, request.body(), clock.instant(), clock.instant())));
        return arrivals.latest(reader, shop.key(), 0, null, TRIED).stream()
                .map(a -> tried(a.id(), read.look(request.mapping(), key, a.body(), a.receivedAt(), clock.instant())))
                .toList();
    }

    /** Uses a mapping from now on, and reads with it what waited for one. */
    @PutMapping("/{key}/mapping")
    MappingSaved use(@PathVariable String key, @RequestBody Mapping mapping) {
        ShopStore.ShopRow shop = known(key);
        List<String> wrong = mapping.check();
        if (!wrong.isEmpty()) {
            Faults faults = new Faults();
            wrong.forEach(w -> faults.add("mapping", w));
            faults.raise();
        }
        writer.write(db -> {
            shops.mapping(db, shop.key(), mapping);
            return null;
        });
        ReadAgain again = again(shop.key(), mapping, true);
        return new MappingSaved(List.of(), again.read(), again.partly(), again.unread(), again.messages());
    }

    /** Reads every stored arrival again, in the order they came. What was sent is not sent again. */
    @PostMapping("/{key}/read-again")
    ReadAgain readAgain(@PathVariable String key, @RequestParam(defaultValue = "false") boolean unreadOnly) {
        ShopStore.ShopRow shop = known(key);
        if (shop.mapping() == null) {
            throw new HeraldException("mapping", "Point at the values first; there is no mapping to read with");
        }
        return again(key, shop.mapping(), unreadOnly);
    }

    @DeleteMapping("/{key}/arrivals/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void drop(@PathVariable String key, @PathVariable long id) {
        writer.write(db -> {
            if (arrivals.find(db, id).filter(a -> a.shop().equals(key)).isEmpty())
                throw new NotFound("There is no arrival " + id);
            arrivals.drop(db, id);
            return null;
        });
    }

    private ReadAgain again(String key, Mapping mapping, boolean unreadOnly) {
        int[] counts = new int[4];
        long after = 0;
        while (true) {
            List<ArrivalStore.ArrivalRow> page = arrivals.page(reader, key, after, unreadOnly, AT_ONCE);
            if (page.isEmpty()) break;
            writer.write(db -> {
                for (ArrivalStore.ArrivalRow a : page) {
                    ReadArrival.Outcome outcome =
                            read.take(db, mapping, key, a.body(), a.receivedAt(), clock.instant());
                    arrivals.became(db, a.id(), outcome.state(), outcome.reason(), outcome.number());
                    counts[outcome.state().equals("read") ? 0 : outcome.state().equals("partly") ? 1 : 2]++;
                    counts[3] += outcome.messages();
                }
                return null;
            });
            after = page.get(page.size() - 1).id();
        }
        bell.ring();
        return new ReadAgain(counts[0], counts[1], counts[2], counts[3]);
    }

    private static Tried tried(long id, ReadArrival.Outcome outcome) {
        Mapping.Read first =
                outcome.orders().isEmpty() ? null : outcome.orders().get(0);
        return new Tried(
                id,
                outcome.state(),
                outcome.reason(),
                first == null ? Map.of() : first.order(),
                first == null ? List.of() : first.parcels(),
                first == null
                        ? null
                        : first.ended() != null
                                ? first.ended().code()
                                : first.stage() == null ? null : first.stage().code());
    }

    private ShopStore.ShopRow fresh(String key, String name, Mapping mapping) {
        return new ShopStore.ShopRow(
                key,
                name,
                ids.id("in_"),
                vault.seal(WebhookSignature.secret(ids.bytes(24))),
                vault.seal(ids.id("hs_")),
                mapping);
    }

    private ShopView view(ShopStore.ShopRow s) {
        return new ShopView(
                s.key(),
                s.name(),
                settings.publicUrl() + "/doors/shops/" + s.path(),
                vault.open(s.signingSecret()),
                vault.open(s.headerSecret()),
                s.mapping(),
                arrivals.counts(reader, s.key()));
    }

    private ShopStore.ShopRow known(String key) {
        return shops.find(reader, key)
                .orElseThrow(() -> new NotFound("There is no shop " + key + " with an address. Give it one first"));
    }
}
