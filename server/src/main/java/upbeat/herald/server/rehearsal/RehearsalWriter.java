package upbeat.herald.server.rehearsal;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.forecast.Leaving;
import upbeat.herald.core.forecast.MessageWriter;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.PhoneNumbers;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.wording.BlockCondition;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.core.wording.Field;
import upbeat.herald.core.wording.Fields;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.template.EmptyFieldException;
import upbeat.herald.core.wording.template.FieldValues;
import upbeat.herald.server.channel.PriceList;
import upbeat.herald.server.message.SubjectFactory;
import upbeat.herald.server.platform.persistence.Json;

/**
 * Puts a rehearsal's messages into words, by the renderer that sends. A message that costs something is rendered, since
 * its length is its price; of the others it is enough to know that they can be. For one thread.
 */
final class RehearsalWriter implements MessageWriter {
    /** What doesn't change while a rehearsal runs. @param brandOf the brand that speaks for a shop */
    record World(
            SubjectFactory subjects,
            PriceList prices,
            Map<String, Carrier> carriers,
            Function<String, Brand> brandOf,
            String baseLanguage) {}

    /** @param empty fields of a wording that have no value; {@code holding} conditions that hold */
    private record Case(List<String> empty, List<BlockCondition> holding) {}

    private record Priced(
            Channel channel, int segments, @Nullable String country) {}

    private record Choice(Channel channel, List<String> languages, Variant customer) {}

    private final World world;
    private final Map<String, Brand> brands = new HashMap<>();
    private final Map<Notice, Map<Choice, Optional<WordingSelection.Chosen>>> chosen = new IdentityHashMap<>();
    private final Map<Wording, List<String>> named = new IdentityHashMap<>();
    private final Map<Wording, Map<Case, Optional<Reason>>> tried = new IdentityHashMap<>();
    private final Map<Channel, Boolean> priced = new HashMap<>();
    private final Map<Priced, Optional<Cost>> costs = new HashMap<>();
    private @Nullable Order lastOrder;
    private List<String> lastLanguages = List.of();

    RehearsalWriter(World world) {
        this.world = world;
    }

    @Override
    public Written write(Leaving message) {
        WordingSelection.Chosen words = choose(message).orElse(null);
        if (words == null)
            return Written.impossible(new Reason(
                    Reason.Code.NO_WORDING,
                    "The notice has no text for " + message.channel().label()));
        MessageSubject subject = subjectOf(message, words.language());
        if (!isPriced(message.channel())) {
            Reason obstacle = findObstacle(message.channel(), words.wording(), subject);
            return obstacle == null
                    ? new Written(words.language(), words.wording(), null, null, null)
                    : Written.impossible(obstacle);
        }
        try {
            Rendered content = message.channel().render(words.wording(), subject);
            return new Written(words.language(), words.wording(), content.segments(), costOf(message, content), null);
        } catch (EmptyFieldException e) {
            return Written.impossible(describe(e));
        }
    }

    private static Reason describe(EmptyFieldException e) {
        return new Reason(Reason.Code.FIELD_EMPTY, Texts.orEmpty(e.getMessage()));
    }

    /**
     * Whether a text can be written hangs on nothing but which of the fields it names are empty, and on the conditions
     * of its blocks; so it is rendered once for each of these cases.
     */
    private @Nullable Reason findObstacle(Channel channel, Wording wording, MessageSubject subject) {
        List<String> empty = FieldValues.findEmpty(subject, listNamed(wording));
        if (empty.isEmpty()) return null;
        List<BlockCondition> holding = new ArrayList<>();
        for (BlockCondition c : BlockCondition.values()) if (c.holds(subject)) holding.add(c);
        return tried.computeIfAbsent(wording, w -> new HashMap<>())
                .computeIfAbsent(new Case(empty, holding), c -> {
                    try {
                        channel.render(wording, subject);
                        return Optional.empty();
                    } catch (EmptyFieldException e) {
                        return Optional.of(describe(e));
                    }
                })
                .orElse(null);
    }

    /** The whole message as it would leave; empty where there are no words for it, or a field is empty. */
    Optional<Rendered> render(Leaving message) {
        try {
            return choose(message)
                    .map(words -> message.channel().render(words.wording(), subjectOf(message, words.language())));
        } catch (EmptyFieldException e) {
            return Optional.empty();
        }
    }

    private Optional<WordingSelection.Chosen> choose(Leaving message) {
        Order order = message.order();
        Variant customer = new Variant(
                order.shop(),
                message.about() == null ? null : message.about().parcel().carrier(),
                order.shipTo() == null ? null : order.shipTo().country());
        List<String> languages = languagesOf(order);
        return chosen.computeIfAbsent(message.notice(), n -> new HashMap<>())
                .computeIfAbsent(
                        new Choice(message.channel(), languages, customer),
                        c -> WordingSelection.select(
                                message.notice(), c.channel(), c.languages(), c.customer(), world.baseLanguage()));
    }

    /** Of the customer, then of the shop. An order's messages are asked for one after the other. */
    private List<String> languagesOf(Order order) {
        if (order == lastOrder) return lastLanguages;
        List<String> languages = new ArrayList<>(CustomerLanguage.languagesOf(order));
        languages.add(brandOf(order.shop()).language());
        lastOrder = order;
        lastLanguages = languages;
        return languages;
    }

    private Brand brandOf(String shop) {
        return brands.computeIfAbsent(shop, world.brandOf());
    }

    private MessageSubject subjectOf(Leaving message, String language) {
        return world.subjects()
                .create(
                        new SubjectFactory.Letter(message.notice(), language, 0, 0, false, message.returned()),
                        message.order(),
                        about(message),
                        brandOf(message.order().shop()),
                        message.at());
    }

    private SubjectFactory.@Nullable About about(Leaving message) {
        Leaving.About about = message.about();
        if (about == null) return null;
        return new SubjectFactory.About(
                about.parcel(),
                about.key(),
                world.carriers().get(about.parcel().carrier()),
                message.parcels().stream().map(Parcel::trackingNumber).toList(),
                about.place(),
                about.isReported(),
                about.dispatchedAt(),
                about.expectedOn());
    }

    private boolean isPriced(Channel channel) {
        return priced.computeIfAbsent(
                channel, c -> world.prices().findPrice(c, 1, null).isPresent());
    }

    private @Nullable Cost costOf(Leaving message, Rendered content) {
        int units = content.segments() == null ? 1 : content.segments();
        String country = message.channel()
                .addressOf(message.order())
                .flatMap(PhoneNumbers::countryOf)
                .orElse(null);
        return costs.computeIfAbsent(new Priced(message.channel(), units, country), p -> world.prices()
                        .findPrice(p.channel(), p.segments(), p.country())
                        .map(price -> new Cost(price.amount(), Texts.orEmpty(price.currency()))))
                .orElse(null);
    }

    /** The fields a wording names anywhere, perhaps with a few that it only mentions. */
    private List<String> listNamed(Wording wording) {
        return named.computeIfAbsent(wording, w -> {
            String whole = Json.write(w);
            return Fields.ALL.stream().map(Field::name).filter(whole::contains).toList();
        });
    }
}
