package upbeat.herald.server.ingest.webhook;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import tools.jackson.core.JacksonException;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.exchange.WebhookSignature;
import upbeat.herald.core.exchange.mapping.Mapping;
import upbeat.herald.core.exchange.mapping.MappingProposer;
import upbeat.herald.core.exchange.mapping.Step;
import upbeat.herald.core.exchange.mapping.Target;
import upbeat.herald.server.ingest.OrderDocument;
import upbeat.herald.server.platform.address.PublicAddress;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.random.RandomIds;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.secret.SecretVault;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.ContentVersion;
import upbeat.herald.server.platform.web.IfMatch;
import upbeat.herald.server.platform.web.NotFoundException;
import upbeat.herald.server.platform.web.ValidationException;

/** Setup, Shops: their addresses, what arrives there, and how it is read. */
@Service
class ShopService {
    private static final int SHOWN = 50;
    private static final int TRIED = 20;
    private static final int AT_ONCE = 100;
    private final ShopRepository shops;
    private final WebhookRequestRepository listRequests;
    private final WebhookRequestProcessor processor;
    private final SecretVault vault;
    private final PublicAddress address;
    private final JdbcClient reader;
    private final RandomIds ids;
    private final SignallingWriter writer;

    ShopService(
            ShopRepository shops,
            WebhookRequestRepository requests,
            WebhookRequestProcessor processor,
            SecretVault vault,
            PublicAddress address,
            JdbcClient reader,
            RandomIds ids,
            SignallingWriter writer) {
        this.shops = shops;
        this.listRequests = requests;
        this.processor = processor;
        this.vault = vault;
        this.address = address;
        this.reader = reader;
        this.ids = ids;
        this.writer = writer;
    }

    /** @param waiting arrivals that are not read yet, or only in part */
    record ShopLine(String key, String name, boolean hasAddress, boolean mapped, int arrived, int waiting) {}

    /** @param address where its calls go; {@code signingSecret} and {@code headerSecret} only for who sets up */
    record ShopView(
            String key,
            String version,
            String name,
            @Nullable String address,
            @Nullable String signingSecret,
            @Nullable String headerSecret,
            @Nullable Mapping mapping,
            Map<String, Integer> arrivals) {}

    record NewShop(@Nullable String key, @Nullable String name) {}

    record WebhookRequestView(
            long id,
            Instant receivedAt,
            String state,
            @Nullable String reason,
            @Nullable String orderNumber,
            String body) {}

    record TargetView(String code, String words, @Nullable String list) {}

    record StepView(String code, String words, @Nullable String argument) {}

    /** What a mapping can fill and how values can be brought into form. */
    record MappingTools(List<TargetView> targets, List<StepView> steps) {}

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

    List<ShopLine> list() {
        List<ShopLine> lines = new ArrayList<>();
        for (ShopRepository.Named shop : shops.findAll(reader)) {
            ShopRepository.ShopRow row = shops.find(reader, shop.key()).orElse(null);
            Map<String, Integer> counts = listRequests.countByState(reader, shop.key());
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

    MappingTools mappingTools() {
        return new MappingTools(
                Arrays.stream(Target.values())
                        .map(t -> new TargetView(t.code(), t.label(), t.list()))
                        .toList(),
                Arrays.stream(Step.Kind.values())
                        .map(k -> new StepView(k.name(), k.label(), k.argumentWords()))
                        .toList());
    }

    ShopView get(String key) {
        return view(known(key));
    }

    ShopView add(NewShop body) {
        ValidationException errors = new ValidationException();
        String key = Texts.blankToNull(body.key());
        OrderDocument.checkShop(key, "key", errors);
        String name = Texts.blankToNull(body.name()) == null
                ? key
                : Objects.requireNonNull(body.name()).strip();
        if (name != null && name.length() > 80) errors.add("name", "Enter a name of up to 80 characters");
        if (key != null && shops.find(reader, key).isPresent()) errors.add("key", "There is already a shop " + key);
        errors.throwIfAny();
        ShopRepository.ShopRow row = fresh(Objects.requireNonNull(key), Objects.requireNonNull(name), null);
        writer.write((db, now) -> {
            shops.insert(db, row, writer.now());
            return null;
        });
        return view(row);
    }

    ShopView rename(String key, IfMatch match, NewShop body) {
        ShopRepository.ShopRow row = known(key);
        if (Texts.isBlank(body.name()) || body.name().length() > 80) {
            throw new HeraldException("name", "Enter a name of 1 to 80 characters");
        }
        writer.write((db, now) -> {
            ShopRepository.ShopRow current = known(db, key);
            match.check(version(current), new NewShop(key, current.name()));
            shops.rename(db, row.key(), Objects.requireNonNull(body.name()).strip());
            return null;
        });
        return get(key);
    }

    /** A new address and new secrets; calls to the old address are refused from then on. */
    ShopView renew(String key) {
        ShopRepository.ShopRow row = known(key);
        ShopRepository.ShopRow fresh = fresh(row.key(), row.name(), row.mapping());
        writer.write((db, now) -> {
            shops.updateAddress(db, key, fresh.path(), fresh.signingSecret(), fresh.headerSecret());
            return null;
        });
        return get(key);
    }

    /** What arrived, newest first. @param after only what is newer, for listening */
    List<WebhookRequestView> listRequests(String key, long after, @Nullable String state) {
        return listRequests.findLatest(reader, known(key).key(), after, state, SHOWN).stream()
                .map(a -> new WebhookRequestView(
                        a.id(), a.receivedAt(), a.state(), a.reason(), a.orderNumber(), a.body()))
                .toList();
    }

    /** A proposal from one sample. */
    Proposed propose(String key, String sample) {
        known(key);
        try {
            return new Proposed(MappingProposer.propose(Json.readTree(sample)));
        } catch (JacksonException e) {
            throw new HeraldException("body", "The sample isn't valid JSON");
        }
    }

    /** How a mapping reads the last arrivals, or a sample; takes nothing in. */
    List<Tried> tryOut(String key, TryRequest request) {
        ShopRepository.ShopRow shop = known(key);
        if (request.body() != null)
            return List.of(
                    tried(0, processor.dryRun(request.mapping(), key, request.body(), writer.now(), writer.now())));
        return listRequests.findLatest(reader, shop.key(), 0, null, TRIED).stream()
                .map(a ->
                        tried(a.id(), processor.dryRun(request.mapping(), key, a.body(), a.receivedAt(), writer.now())))
                .toList();
    }

    /** Uses a mapping from now on, and reads with it what waited for one. */
    MappingSaved saveMapping(String key, IfMatch match, Mapping mapping) {
        ShopRepository.ShopRow shop = known(key);
        List<String> wrong = mapping.check();
        if (!wrong.isEmpty()) {
            ValidationException errors = new ValidationException();
            wrong.forEach(w -> errors.add("mapping", w));
            errors.throwIfAny();
        }
        writer.write((db, now) -> {
            ShopRepository.ShopRow current = known(db, key);
            match.check(version(current), current.mapping());
            shops.saveMapping(db, shop.key(), mapping);
            return null;
        });
        ReadAgain again = again(shop.key(), mapping, true);
        return new MappingSaved(List.of(), again.read(), again.partly(), again.unread(), again.messages());
    }

    /** Reads every stored arrival again, in the order they came. What was sent is not sent again. */
    ReadAgain readAgain(String key, boolean unreadOnly) {
        ShopRepository.ShopRow shop = known(key);
        if (shop.mapping() == null) {
            throw new HeraldException("mapping", "There's no mapping yet. Choose the values first");
        }
        return again(key, shop.mapping(), unreadOnly);
    }

    void deleteRequest(String key, long id) {
        writer.write((db, now) -> {
            if (listRequests.find(db, id).filter(a -> a.shop().equals(key)).isEmpty())
                throw new NotFoundException("There is no request " + id);
            listRequests.delete(db, id);
            return null;
        });
    }

    private ReadAgain again(String key, Mapping mapping, boolean unreadOnly) {
        int[] counts = new int[4];
        long after = 0;
        while (true) {
            List<WebhookRequestRepository.RequestRow> page =
                    listRequests.findPage(reader, key, after, unreadOnly, AT_ONCE);
            if (page.isEmpty()) break;
            List<WebhookRequestProcessor.ReadRequest> read = page.stream()
                    .map(a -> processor.read(mapping, key, a.body(), a.receivedAt(), writer.now()))
                    .toList();
            writer.write((db, now) -> {
                for (int i = 0; i < page.size(); i++) {
                    WebhookRequestRepository.RequestRow a = page.get(i);
                    WebhookRequestProcessor.Outcome outcome = processor.process(db, read.get(i), now);
                    listRequests.record(db, a.id(), outcome);
                    counts[outcome.state().equals("read") ? 0 : outcome.state().equals("partly") ? 1 : 2]++;
                    counts[3] += outcome.messages();
                }
                return null;
            });
            after = page.get(page.size() - 1).id();
        }
        return new ReadAgain(counts[0], counts[1], counts[2], counts[3]);
    }

    private static Tried tried(long id, WebhookRequestProcessor.Outcome outcome) {
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

    private ShopRepository.ShopRow fresh(String key, String name, @Nullable Mapping mapping) {
        return new ShopRepository.ShopRow(
                key,
                name,
                ids.newId("in_"),
                vault.encrypt(WebhookSignature.newSecret(ids.newBytes(24))),
                vault.encrypt(ids.newId("hs_")),
                mapping);
    }

    private ShopView view(ShopRepository.ShopRow s) {
        return new ShopView(
                s.key(),
                version(s),
                s.name(),
                address.get() + "/doors/shops/" + s.path(),
                readSecret(s.signingSecret()),
                readSecret(s.headerSecret()),
                s.mapping(),
                listRequests.countByState(reader, s.key()));
    }

    private static String version(ShopRepository.ShopRow s) {
        return ContentVersion.of(s.name(), s.mapping());
    }

    private ShopRepository.ShopRow known(String key) {
        return known(reader, key);
    }

    private ShopRepository.ShopRow known(JdbcClient db, String key) {
        return shops.find(db, key)
                .orElseThrow(() -> new NotFoundException(
                        "There is no shop " + key + " with an address. Add the shop in Setup first"));
    }

    private @Nullable String readSecret(String encrypted) {
        return Role.isCallers(Role.SET_UP) ? vault.tryDecrypt(encrypted).orElse(null) : null;
    }
}
