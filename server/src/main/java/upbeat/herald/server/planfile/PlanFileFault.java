package upbeat.herald.server.planfile;

import com.networknt.schema.Error;

/** What a value has to be mended in, in a sentence. */
final class PlanFileFault {
    private PlanFileFault() {}

    static String describe(Error error) {
        String name = last(error.getInstanceLocation().toString());
        return switch (error.getKeyword()) {
            case "additionalProperties" -> quoted(error.getProperty()) + " isn't known in a plan file";
            case "required" -> quoted(error.getProperty()) + " is missing";
            case "enum", "const" ->
                quoted(name) + " can't be " + shorten(error.getInstanceNode().toString());
            case "type" -> quoted(name) + " is of the wrong kind";
            case "maxLength", "maxItems", "maximum", "maxProperties" -> quoted(name) + " is too long or too large";
            case "minLength", "minItems", "minimum", "minProperties" -> quoted(name) + " is too short or too small";
            default -> quoted(name) + " isn't written as it should be";
        };
    }

    private static String last(String place) {
        String name = place.substring(place.lastIndexOf('/') + 1);
        return name.isEmpty() ? "the file" : name;
    }

    private static String quoted(String name) {
        return name.matches("\\d+") ? "entry " + (Integer.parseInt(name) + 1) : "\"" + shorten(name) + "\"";
    }

    private static String shorten(String text) {
        return text.length() <= 40 ? text : text.substring(0, 40) + "…";
    }
}
