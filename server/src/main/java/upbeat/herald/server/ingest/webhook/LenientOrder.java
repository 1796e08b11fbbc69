package upbeat.herald.server.ingest.webhook;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import upbeat.herald.core.Texts;
import upbeat.herald.core.exchange.mapping.Mapping;
import upbeat.herald.core.exchange.mapping.Target;
import upbeat.herald.core.journey.Order;
import upbeat.herald.server.ingest.OrderDocument;
import upbeat.herald.server.platform.web.ValidationException;

/**
 * An order of a shop that can't be asked again: one value that can't be used costs that value and not the order. What
 * an order can't be without, its number, is still refused.
 */
final class LenientOrder {
    private static final Pattern IN_LIST = Pattern.compile("([a-z]+)\\[(\\d+)](?:\\.([A-Za-z]+))?");
    private static final Set<String> NEEDED = Set.of("number", "shop");
    /** Each round leaves out what the one before found; what is found late was hidden by the form of the rest. */
    private static final int ROUNDS = 4;

    private LenientOrder() {}

    /** @param leftOut what the order was taken without, in words */
    record Taken(OrderDocument document, Order order, List<String> leftOut) {}

    /**
     * @param values as the mapping read them; loses those that can't be used
     * @param arrived stands in for a time of the order that can't be read
     * @throws ValidationException where the order can't be taken at all
     */
    static Taken read(Map<String, Object> values, String shop, Instant arrived, Instant now) {
        List<String> leftOut = new ArrayList<>();
        for (int round = 1; ; round++) {
            try {
                OrderDocument document = OrderDocument.fromValues(values);
                return new Taken(document, document.toOrder(shop, String.valueOf(values.get("number")), now), leftOut);
            } catch (ValidationException e) {
                if (round == ROUNDS) throw e;
                // Backwards, so that the places of entries that follow stay right.
                List<ValidationException.FieldError> errors = new ArrayList<>(e.errors());
                Collections.reverse(errors);
                List<String> found = new ArrayList<>();
                for (ValidationException.FieldError error : errors) {
                    String field = Texts.orEmpty(error.field());
                    if (leaveOut(values, field, arrived))
                        found.add(0, Mapping.leftOut(label(field), Texts.orEmpty(error.message())));
                }
                if (found.size() < errors.size()) throw e;
                leftOut.addAll(found);
            }
        }
    }

    /** False where the order can't be without it. */
    private static boolean leaveOut(Map<String, Object> values, String field, Instant arrived) {
        if (NEEDED.contains(field)) return false;
        if (field.equals("placedAt")) {
            values.put("placedAt", arrived.toString());
            return true;
        }
        Matcher entry = IN_LIST.matcher(field);
        if (entry.matches()) return leaveOutOfList(values, entry);
        String[] path = field.split("\\.");
        Object in = path.length == 1 ? values : values.get(path[0]);
        return in instanceof Map<?, ?> map && map.remove(path[path.length - 1]) != null;
    }

    private static boolean leaveOutOfList(Map<String, Object> values, Matcher entry) {
        int at = Integer.parseInt(entry.group(2));
        if (!(values.get(entry.group(1)) instanceof List<?> list) || at >= list.size()) return false;
        Object one = list.get(at);
        String leaf = entry.group(3);
        // What has no name can't be listed; what has no number of pieces is one.
        if (leaf == null || leaf.equals("name") || !(one instanceof Map<?, ?>)) {
            List<Object> rest = new ArrayList<>(list);
            rest.remove(at);
            values.put(entry.group(1), rest);
            return true;
        }
        Map<String, Object> changed = new LinkedHashMap<>();
        ((Map<?, ?>) one).forEach((k, v) -> changed.put(String.valueOf(k), v));
        if (leaf.equals("quantity")) changed.put("quantity", "1");
        else if (changed.remove(leaf) == null) return false;
        List<Object> next = new ArrayList<>(list);
        next.set(at, changed);
        values.put(entry.group(1), next);
        return true;
    }

    private static String label(String field) {
        String code = field.replaceAll("\\[\\d+]", "");
        return Target.fromCode(code).map(Target::label).orElse(code);
    }
}
