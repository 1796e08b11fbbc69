package upbeat.herald.core.exchange.mapping;

import com.jayway.jsonpath.Configuration;
import com.jayway.jsonpath.InvalidPathException;
import com.jayway.jsonpath.JsonPath;
import com.jayway.jsonpath.Option;
import com.jayway.jsonpath.spi.json.Jackson3JsonNodeJsonProvider;
import com.jayway.jsonpath.spi.mapper.Jackson3MappingProvider;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import upbeat.herald.core.DecimalNumbers;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;

/**
 * How a shop's document becomes an order: a pointer for each value, a list pointer for items and parcels, and the
 * stages that the shop's status words mean. What comes out is the document that our own interface takes, so that one
 * set of rules judges both.
 *
 * @param each JSONPath of the orders in a document that holds several, or null where it is one order
 * @param fields by {@link Target#code()}
 * @param lists by {@code items} and {@code parcels}
 * @param stages a status word in lower case to a stage's word; empty text means that the word says nothing of the
 *     parcel
 */
public record Mapping(
        @Nullable String each,
        Map<String, Pointer> fields,
        Map<String, ListPointer> lists,
        Map<String, String> stages) {
    public static final Mapping EMPTY = new Mapping(null, Map.of(), Map.of(), Map.of());
    private static final Configuration ALL = Configuration.builder()
            .jsonProvider(new Jackson3JsonNodeJsonProvider())
            .mappingProvider(new Jackson3MappingProvider())
            .options(Option.ALWAYS_RETURN_LIST, Option.SUPPRESS_EXCEPTIONS)
            .build();
    private static final int LONGEST_PATH = 400;
    private static final int MOST_ENTRIES = 10_000;

    public Mapping {
        fields = fields == null ? Map.of() : Map.copyOf(fields);
        lists = lists == null ? Map.of() : Map.copyOf(lists);
        stages = stages == null ? Map.of() : Map.copyOf(stages);
    }

    /**
     * One order as it was read.
     *
     * @param order in the shape that {@code PUT /orders} takes, with {@code number} beside
     * @param parcels {@code carrier}, {@code trackingNumber}, {@code stage} and {@code at} of each, absent ones left
     *     out
     * @param ended cancelled or refunded, or null
     * @param stage stage of the order's parcels by its own status word, or null
     * @param faults why the order can't be used at all, each with the target's words in front
     * @param notes what was read past: status words that nobody mapped yet, and values that were left out
     */
    public record Read(
            Map<String, Object> order,
            List<Map<String, String>> parcels,
            @Nullable Stage ended,
            @Nullable Stage stage,
            List<String> faults,
            List<String> notes) {}

    /** What is wrong with the mapping itself; empty where it can be used. */
    public List<String> check() {
        List<String> faults = new ArrayList<>();
        if (!fields.containsKey(Target.NUMBER.code()))
            faults.add(Target.NUMBER.label() + ": choose its value in the request. Orders can't be stored without it");
        fields.forEach(
                (code, p) -> checkPath(Target.fromCode(code).map(Target::label).orElse(code), p.path(), faults));
        lists.forEach((name, l) -> {
            checkPath(name, l.path(), faults);
            l.fields().forEach((leaf, p) -> checkPath(name + ", " + leaf, p.path(), faults));
        });
        if (each != null) checkPath("Orders", each, faults);
        stages.forEach((word, stage) -> {
            if (!stage.isEmpty() && Stage.fromCode(stage).isEmpty())
                faults.add("Status word \"" + word + "\": " + stage + " is no stage");
        });
        return faults;
    }

    private static void checkPath(String what, String path, List<String> faults) {
        try {
            if (Texts.isBlank(path) || path.length() > LONGEST_PATH)
                throw new InvalidPathException("it has 1 to " + LONGEST_PATH + " characters");
            if (path.contains("=~")) throw new InvalidPathException("a filter can't use =~; compare with == instead");
            if (path.split("\\.\\.", -1).length > 2)
                throw new InvalidPathException("it can search the whole document (..) once only");
            JsonPath.compile(path);
        } catch (InvalidPathException | IllegalArgumentException e) {
            faults.add(what + ": \"" + path + "\" isn't a valid path: " + e.getMessage());
        }
    }

    /** The orders a document holds; the document itself where it is one. */
    public List<JsonNode> splitOrders(JsonNode document) {
        return each == null ? List.of(document) : find(document, each);
    }

    /** Told of each value that can't be read. */
    private interface Wrong {
        void accept(Target target, String message);
    }

    /**
     * Reads one order. Never throws: an order without its number is a fault of the result; any other value that can't
     * be read is left out, and the notes say so.
     */
    public Read readOrder(JsonNode order) {
        List<String> faults = new ArrayList<>();
        List<String> notes = new ArrayList<>();
        Wrong wrong = (target, message) -> {
            if (target == Target.NUMBER) faults.add(target.label() + ": " + message);
            else notes.add(leftOut(target.label(), message));
        };
        Map<String, Object> out = new LinkedHashMap<>();
        String country = value(order, Target.COUNTRY, fields.get(Target.COUNTRY.code()), null, wrong);
        if (country != null) country = country.toUpperCase(Locale.ROOT);
        for (Target target : Target.values()) {
            Pointer pointer = fields.get(target.code());
            if (target.list() != null || pointer == null || target == Target.STATUS) continue;
            if (target == Target.TAGS)
                out.put(
                        "tags",
                        texts(order, pointer).stream()
                                .flatMap(t -> List.of(t.split("\\s*,\\s*")).stream())
                                .filter(t -> !t.isBlank())
                                .toList());
            else put(out, target, target == Target.COUNTRY ? country : value(order, target, pointer, country, wrong));
        }
        if (out.get("number") == null && faults.stream().noneMatch(f -> f.startsWith(Target.NUMBER.label())))
            faults.add(Target.NUMBER.label() + ": "
                    + (fields.containsKey(Target.NUMBER.code())
                            ? fields.get(Target.NUMBER.code()).path() + " isn't in this request"
                            : "no value chosen yet"));
        List<Map<String, String>> items = list(order, "items", country, faults, wrong);
        if (!items.isEmpty()) out.put("items", items);
        Stage ofOrder = stage(value(order, Target.STATUS, fields.get(Target.STATUS.code()), country, wrong), notes);
        List<Map<String, String>> parcels = list(order, "parcels", country, faults, wrong).stream()
                .filter(p -> p.get("trackingNumber") != null)
                .toList();
        for (Map<String, String> parcel : parcels) {
            Stage stage = stage(parcel.remove("status"), notes);
            if (stage != null) parcel.put("stage", stage.code());
        }
        boolean ended = ofOrder == Stage.CANCELLED || ofOrder == Stage.REFUNDED;
        return new Read(
                out,
                parcels,
                ended ? ofOrder : null,
                ended || ofOrder == Stage.ORDERED ? null : ofOrder,
                faults,
                notes);
    }

    /** How it is said that an order was taken without a value. */
    public static String leftOut(String label, String message) {
        return label + ": " + message + ". The order was saved without it";
    }

    private @Nullable Stage stage(@Nullable String word, List<String> notes) {
        if (Texts.isBlank(word)) return null;
        String key = word.strip().toLowerCase(Locale.ROOT);
        if (stages.containsKey(key)) return Stage.fromCode(stages.get(key)).orElse(null);
        Stage own = Stage.fromCode(key).orElse(null);
        if (own == null) notes.add("Status word \"" + word.strip() + "\": choose the stage it stands for");
        return own;
    }

    private List<Map<String, String>> list(
            JsonNode order, String name, @Nullable String country, List<String> faults, Wrong wrong) {
        ListPointer pointer = lists.get(name);
        if (pointer == null) return List.of();
        List<JsonNode> entries = find(order, pointer.path());
        if (entries.size() > MOST_ENTRIES) {
            faults.add(name + ": more than " + MOST_ENTRIES + " entries");
            return List.of();
        }
        List<Map<String, String>> list = new ArrayList<>();
        for (JsonNode entry : entries) {
            Map<String, String> one = new LinkedHashMap<>();
            for (Target target : Target.values()) {
                Pointer p = name.equals(target.list()) ? pointer.fields().get(target.leaf()) : null;
                String value = p == null ? null : value(entry, target, p, country, wrong);
                if (value != null) one.put(target.leaf(), value);
            }
            // An entry that says how many takes one piece where nothing does.
            if (name.equals("items") && !one.isEmpty()) one.putIfAbsent("quantity", "1");
            if (!one.isEmpty()) list.add(one);
        }
        return list;
    }

    private static @Nullable String value(
            JsonNode from, Target target, @Nullable Pointer pointer, @Nullable String country, Wrong wrong) {
        if (pointer == null) return null;
        List<String> values = texts(from, pointer);
        try {
            values = Step.applyAll(pointer.steps(), values, country);
            String value = Texts.blankToNull(values.isEmpty() ? null : values.get(0));
            return value == null ? null : inForm(target, value);
        } catch (HeraldException e) {
            wrong.accept(target, String.valueOf(e.getMessage()));
            return null;
        }
    }

    /** The value as {@code PUT /orders} takes it. @throws HeraldException where it can't be one */
    private static String inForm(Target target, String value) {
        if (target == Target.TOTAL || target == Target.ITEM_PRICE) return Step.amount(value);
        if (target == Target.PAYMENT) return payment(value);
        if (target == Target.LANGUAGE) return value.replace('_', '-');
        return target.code().startsWith("consent.") ? consent(value) : value;
    }

    /** Words for paying at the door (common practice, no source); everything else is paid before. */
    private static String payment(String value) {
        if (Payment.fromCode(value).isPresent())
            return Payment.fromCode(value).get().code();
        boolean later = value.toLowerCase(Locale.ROOT)
                .matches(".*(\\bcod\\b|cash.?on.?delivery|pay.?on.?delivery|nachnahme).*");
        return (later ? Payment.CASH_ON_DELIVERY : Payment.PREPAID).code();
    }

    private static String consent(String value) {
        return value.toLowerCase(Locale.ROOT).matches("true|yes|y|1|on|subscribed|granted") ? "true" : "false";
    }

    @SuppressWarnings("unchecked")
    private static void put(Map<String, Object> out, Target target, @Nullable String value) {
        if (value == null) return;
        String[] path = target.code().split("\\.");
        Map<String, Object> into = path.length == 1
                ? out
                : (Map<String, Object>) out.computeIfAbsent(path[0], k -> new LinkedHashMap<String, Object>());
        into.put(path[path.length - 1], value);
    }

    private static List<String> texts(JsonNode from, Pointer pointer) {
        List<String> texts = new ArrayList<>();
        for (JsonNode node : find(from, pointer.path())) {
            // The library gives several names as one object; RFC 9535 gives their values.
            if (node.isArray()
                    || node.isObject()
                            && pointer.path().endsWith("']")
                            && pointer.path().contains("','")) node.forEach(n -> add(texts, n));
            else add(texts, node);
        }
        return texts;
    }

    private static void add(List<String> texts, JsonNode node) {
        if (node.isValueNode() && !node.isNull())
            texts.add(
                    node.isBigDecimal() || node.isDouble()
                            ? DecimalNumbers.toText(node.decimalValue())
                            : node.asString());
    }

    private static List<JsonNode> find(JsonNode from, String path) {
        Object found;
        try {
            found = JsonPath.using(ALL).parse(from).read(path);
        } catch (InvalidPathException | IllegalArgumentException e) {
            return List.of();
        }
        if (!(found instanceof ArrayNode array))
            return found instanceof JsonNode one && !one.isMissingNode() ? List.of(one) : List.of();
        List<JsonNode> list = new ArrayList<>();
        array.forEach(list::add);
        return list;
    }
}
