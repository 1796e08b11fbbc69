package upbeat.herald.server.web;

import java.util.ArrayList;
import java.util.List;

/** Values a caller has to mend, gathered so that all are named at once. */
public final class Faults extends RuntimeException {
    /** @param field path in the caller's data: {@code items[2].quantity} */
    public record Fault(String field, String message) {}

    private final List<Fault> list = new ArrayList<>();

    public void add(String field, String message) {
        list.add(new Fault(field, message));
    }

    public List<Fault> list() {
        return List.copyOf(list);
    }

    /** Throws itself where anything was gathered. */
    public void raise() {
        if (!list.isEmpty()) throw this;
    }

    @Override
    public String getMessage() {
        return list.isEmpty()
                ? ""
                : list.get(0).field() + ": " + list.get(0).message()
                        + (list.size() > 1 ? " (and " + (list.size() - 1) + " more)" : "");
    }
}
