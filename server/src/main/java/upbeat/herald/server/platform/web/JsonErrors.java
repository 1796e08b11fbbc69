package upbeat.herald.server.platform.web;

import tools.jackson.databind.DatabindException;
import tools.jackson.databind.exc.InvalidFormatException;

/** What Jackson found wrong, in words without class names, which say nothing to a caller. */
public final class JsonErrors {
    private JsonErrors() {}

    public static ValidationException toValidationException(DatabindException e) {
        ValidationException errors = new ValidationException();
        Object value = e instanceof InvalidFormatException f ? f.getValue() : null;
        errors.add(
                path(e), value == null ? "This value has the wrong format" : "\"" + value + "\" has the wrong format");
        return errors;
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
