package upbeat.herald.core.exchange.mapping;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.exchange.Amounts;
import upbeat.herald.core.journey.Countries;
import upbeat.herald.core.journey.EmailAddress;
import upbeat.herald.core.journey.Stage;

/** Proposes a mapping by looking at the names and values of a sample. A person looks at it before it is used. */
public final class MappingProposer {
    private static final Pattern TIME = Pattern.compile("\\d{4}-\\d\\d-\\d\\d[T ]\\d\\d:\\d\\d.*");
    private static final int DEEPEST = 8;
    private static final int MOST_LEAVES = 2_000;
    /** Status words of shops and the stages they mostly mean (common practice, no source). */
    private static final Map<String, Stage> WORDS = Map.ofEntries(
            Map.entry("pending", Stage.ORDERED),
            Map.entry("new", Stage.ORDERED),
            Map.entry("open", Stage.ORDERED),
            Map.entry("paid", Stage.ORDERED),
            Map.entry("processing", Stage.ORDERED),
            Map.entry("unfulfilled", Stage.ORDERED),
            Map.entry("label_created", Stage.PACKED),
            Map.entry("ready", Stage.PACKED),
            Map.entry("shipped", Stage.DISPATCHED),
            Map.entry("sent", Stage.DISPATCHED),
            Map.entry("fulfilled", Stage.DISPATCHED),
            Map.entry("partial", Stage.DISPATCHED),
            Map.entry("in_transit", Stage.IN_TRANSIT),
            Map.entry("out_for_delivery", Stage.OUT_FOR_DELIVERY),
            Map.entry("completed", Stage.DELIVERED),
            Map.entry("delivered", Stage.DELIVERED),
            Map.entry("canceled", Stage.CANCELLED),
            Map.entry("cancelled", Stage.CANCELLED),
            Map.entry("refunded", Stage.REFUNDED));

    private MappingProposer() {}

    /**
     * A value of the sample. @param path from the document, or from the entry of a list; {@code names} key and parent's
     * key, plain
     */
    private record Leaf(String path, String key, String parent, JsonNode value, int depth) {}

    public static Mapping propose(JsonNode sample) {
        String each = null;
        JsonNode order = sample;
        if (sample.isArray() && sample.size() > 0) {
            each = "$[*]";
            order = sample.get(0);
        } else if (sample.isObject() && sample.size() <= 3) {
            for (var e : sample.properties()) {
                if (e.getValue().isArray()
                        && e.getValue().size() > 0
                        && e.getValue().get(0).isObject()
                        && plain(e.getKey()).equals("orders")) {
                    each = "$" + step(e.getKey()) + "[*]";
                    order = e.getValue().get(0);
                }
            }
        }
        List<Leaf> leaves = new ArrayList<>();
        Map<String, JsonNode> arrays = new LinkedHashMap<>();
        walk(order, "$", "", "", 0, leaves, arrays);
        Map<String, ListPointer> lists = new LinkedHashMap<>();
        for (String name : List.of("items", "parcels")) {
            ListPointer best = null;
            int most = 1;
            for (var array : arrays.entrySet()) {
                List<Leaf> inside = new ArrayList<>();
                walk(
                        array.getValue().get(0),
                        "$",
                        "",
                        plain(array.getKey().replaceAll(".*[.\\]]([^.\\[]+)\\[\\*]$", "$1")),
                        0,
                        inside,
                        new LinkedHashMap<>());
                Map<String, Pointer> fields = fields(name, inside);
                boolean named = name.equals("items")
                        ? fields.containsKey("quantity") || fields.containsKey("sku")
                        : fields.containsKey("trackingNumber");
                if (named && fields.size() > most - (best == null ? 1 : 0)) {
                    best = new ListPointer(array.getKey(), fields);
                    most = fields.size();
                }
            }
            if (best != null) lists.put(name, best);
        }
        Map<String, Pointer> fields = fields(null, leaves);
        // A parcel that stands by itself is a list of one.
        if (!lists.containsKey("parcels")) {
            Map<String, Pointer> alone = fields("parcels", leaves);
            if (alone.containsKey("trackingNumber")) {
                alone.keySet().retainAll(Set.of("trackingNumber", "carrier"));
                lists.put("parcels", new ListPointer("$", alone));
            }
        }
        Map<String, String> stages = new LinkedHashMap<>();
        leaves.stream()
                .filter(l -> l.value().isString())
                .map(l -> l.value().asString().toLowerCase(Locale.ROOT))
                .forEach(w -> {
                    Stage stage = WORDS.get(w);
                    if (stage != null) stages.put(w, stage.code());
                });
        WORDS.forEach((w, s) -> stages.putIfAbsent(w, s.code()));
        return new Mapping(each, fields, lists, stages);
    }

    /** Finds the likeliest leaf for each target of a list, or of the order itself where {@code list} is null. */
    private static Map<String, Pointer> fields(@Nullable String list, List<Leaf> leaves) {
        Map<String, Pointer> fields = new LinkedHashMap<>();
        for (Target target : Target.values()) {
            if (!java.util.Objects.equals(target.list(), list)) continue;
            Leaf best = null;
            int most = 0;
            for (Leaf leaf : leaves) {
                int score = score(target, leaf);
                if (score > most) {
                    best = leaf;
                    most = score;
                }
            }
            if (best != null) fields.put(target.leaf(), new Pointer(best.path(), steps(target, best)));
        }
        if (list == null) names(fields, leaves);
        return fields;
    }

    /** A first and a last name that stand apart are joined. */
    private static void names(Map<String, Pointer> fields, List<Leaf> leaves) {
        for (Leaf first : leaves) {
            if (!first.key().equals("firstname")) continue;
            String parent = first.path()
                    .substring(0, first.path().lastIndexOf(first.path().endsWith("]") ? '[' : '.'));
            leaves.stream()
                    .filter(l ->
                            l.key().equals("lastname") && l.path().startsWith(parent) && l.depth() == first.depth())
                    .findFirst()
                    .ifPresent(last -> fields.put(
                            Target.NAME.code(),
                            new Pointer(
                                    parent + "['" + key(first.path()) + "','" + key(last.path()) + "']",
                                    List.of(new Step(Step.Kind.JOIN, " ")))));
            if (fields.containsKey(Target.NAME.code())) return;
        }
    }

    private static String key(String path) {
        return path.endsWith("']")
                ? path.substring(path.lastIndexOf("['") + 2, path.length() - 2)
                : path.substring(path.lastIndexOf('.') + 1);
    }

    private static int score(Target target, Leaf leaf) {
        String value = leaf.value().asString("");
        if (!shape(target, value)) return 0;
        int score = 0;
        List<String> names = target.names();
        for (int i = 0; i < names.size(); i++) {
            String name = names.get(i);
            String wanted = name.contains(".") ? leaf.parent() + "." + leaf.key() : leaf.key();
            if (wanted.equals(name)) score = Math.max(score, 100 - i * 6);
            else if (!name.contains(".") && name.length() > 4 && leaf.key().endsWith(name))
                score = Math.max(score, 55 - i * 5);
        }
        if (target == Target.EMAIL && score == 0 && EmailAddress.isValid(value)) score = 40;
        if (target == Target.CURRENCY && score > 0 && leaf.depth() == 0) score += 5;
        if (score == 0) return 0;
        boolean shipping = leaf.path().toLowerCase(Locale.ROOT).matches(".*(ship|deliver|recipient|destination).*");
        boolean billing =
                leaf.path().toLowerCase(Locale.ROOT).matches(".*(bill|invoice|merchant|vendor|shop\\b|store).*");
        if (target.code().startsWith("shipTo.")) score += shipping ? 20 : 0;
        if (target.code().startsWith("customer."))
            score += leaf.parent().matches("customer|buyer|client|contact") ? 12 : 0;
        // Only tags are a list of words; of anything else a list would have to be chosen from.
        if (leaf.path().endsWith("[*]") && target != Target.TAGS) return 0;
        // An order's own number stands at the top; "id" and "name" below it are somebody else's.
        if (target == Target.NUMBER) score -= leaf.depth() * 25;
        if (target == Target.STATUS || target == Target.TOTAL || target == Target.PLACED_AT) score -= leaf.depth() * 10;
        return score - (billing ? 15 : 0) - leaf.depth();
    }

    /** False where the value can't be such a thing. */
    private static boolean shape(Target target, String value) {
        if (value.isBlank()) return false;
        return switch (target) {
            // A person's name isn't an order's number, though both may be called "name".
            case NUMBER -> value.length() <= 80 && value.matches(".*\\d.*") && !value.contains("@");
            case ITEM_SKU -> value.length() <= 80;
            case EMAIL -> EmailAddress.isValid(value.strip());
            case PHONE -> value.replaceAll("\\D", "").length() >= 6 && value.matches("[0-9+()./ \\u00a0x-]+");
            case COUNTRY -> Countries.CODES.contains(value.strip().toUpperCase(Locale.ROOT));
            case CURRENCY -> value.matches("[A-Z]{3}");
            case PLACED_AT, PARCEL_AT ->
                TIME.matcher(value).matches()
                        || value.matches("\\d{1,2}[./]\\d{1,2}[./]\\d{4}.*")
                        || value.matches("1[0-9]{9}");
            case TOTAL, ITEM_PRICE -> Amounts.parse(value).isPresent();
            case ITEM_QUANTITY -> value.matches("\\d{1,6}");
            case ITEM_IMAGE -> value.startsWith("http");
            case LANGUAGE -> value.matches("[a-z]{2,3}([-_][A-Za-z0-9]{2,8})*");
            case PARCEL_NUMBER -> value.matches("[A-Za-z0-9 ./-]{5,60}") && value.matches(".*\\d.*");
            case CONSENT_EMAIL, CONSENT_SMS, CONSENT_WHATSAPP ->
                value.matches("(?i)true|false|yes|no|0|1|subscribed|granted");
            default -> value.length() <= 300;
        };
    }

    private static List<Step> steps(Target target, Leaf leaf) {
        String value = leaf.value().asString("");
        return switch (target) {
            case PHONE -> List.of(new Step(Step.Kind.PHONE, null));
            case TOTAL, ITEM_PRICE ->
                leaf.value().isIntegralNumber() && leaf.key().matches(".*(cents|minor).*")
                        ? List.of(new Step(Step.Kind.CENTS, "2"))
                        : List.of();
            case PLACED_AT, PARCEL_AT ->
                value.matches("1[0-9]{9}")
                        ? List.of(new Step(Step.Kind.DATE, "unix"))
                        : value.matches("\\d{1,2}\\.\\d{1,2}\\.\\d{4}")
                                ? List.of(new Step(Step.Kind.DATE, "d.M.yyyy UTC"))
                                : value.matches("\\d{1,2}\\.\\d{1,2}\\.\\d{4} \\d\\d:\\d\\d")
                                        ? List.of(new Step(Step.Kind.DATE, "d.M.yyyy HH:mm UTC"))
                                        : value.matches("\\d{4}-\\d\\d-\\d\\d \\d\\d:\\d\\d:\\d\\d")
                                                ? List.of(new Step(Step.Kind.DATE, "yyyy-MM-dd HH:mm:ss UTC"))
                                                : List.of();
            case NUMBER, NAME -> List.of(new Step(Step.Kind.TRIM, null));
            default -> List.of();
        };
    }

    private static void walk(
            JsonNode node,
            String path,
            String key,
            String parent,
            int depth,
            List<Leaf> leaves,
            Map<String, JsonNode> arrays) {
        if (depth > DEEPEST || leaves.size() > MOST_LEAVES) return;
        if (node.isObject())
            node.properties()
                    .forEach(e -> walk(
                            e.getValue(),
                            path + step(e.getKey()),
                            plain(e.getKey()),
                            key.isEmpty() ? parent : key,
                            depth + (path.equals("$") ? 0 : 1),
                            leaves,
                            arrays));
        else if (node.isArray() && node.size() > 0 && node.get(0).isObject()) arrays.put(path + "[*]", node);
        else if (node.isArray() && node.size() > 0 && node.get(0).isValueNode())
            leaves.add(new Leaf(path + "[*]", key, parent, node.get(0), depth));
        else if (node.isValueNode() && !node.isNull()) leaves.add(new Leaf(path, key, parent, node, depth));
    }

    private static String step(String key) {
        return key.matches("[A-Za-z_][A-Za-z0-9_]*")
                ? "." + key
                : "['" + key.replace("\\", "\\\\").replace("'", "\\'") + "']";
    }

    private static String plain(String key) {
        return key.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]", "");
    }
}
