package upbeat.herald.server.web;

import tools.jackson.databind.DatabindException;
import tools.jackson.databind.exc.InvalidFormatException;

/** What Jackson found wrong, in words without class names, which say nothing to a caller. */
public final class JsonFault {
    private JsonFault() {}

    public static Faults of(DatabindException e) {
        Faults faults = new Faults();
        Object value = e instanceof InvalidFormatException f ? f.getValue() : null;
        faults.add(path(e), value == null ? "This value has the wrong form" : "\"" + value + "\" has the wrong form");
        return faults;
    }

    private static String path(DatabindException e) {
        StringBuilder path = new StringBuilder();
        e.getPath().forEach(r -> {
            if (r.getPropertyName() == null)
                path.append('[').append(r.getIndex()).append(']');
            else path.append(path.isEmpty() ? "" : ".").append(r.getPropertyName());
        });
        return path.toString();
    }
}
