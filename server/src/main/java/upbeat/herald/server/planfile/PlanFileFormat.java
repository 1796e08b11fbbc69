package upbeat.herald.server.planfile;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.networknt.schema.Error;
import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.platform.web.ValidationException;

/** Plan files as text. What is read is held against the published schema (JSON Schema 2020-12) before it is used. */
@Component
class PlanFileFormat {
    private static final String SCHEMA = "plan-1.schema.json";
    private static final int MOST_ERRORS = 20;

    /** More than blocks in columns in blocks need. */
    private static final int DEEPEST = 50;

    private static final JsonMapper MAPPER = JsonMapper.builder(JsonFactory.builder()
                    .streamReadConstraints(StreamReadConstraints.builder()
                            .maxNestingDepth(DEEPEST)
                            .build())
                    .build())
            .changeDefaultPropertyInclusion(i -> i.withValueInclusion(JsonInclude.Include.NON_NULL))
            .enable(SerializationFeature.INDENT_OUTPUT)
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .build();

    private final String schemaText;
    private final Schema schema;

    PlanFileFormat() {
        try (InputStream in = Objects.requireNonNull(
                PlanFileFormat.class.getResourceAsStream("/upbeat/herald/server/planfile/" + SCHEMA))) {
            schemaText = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        schema = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(schemaText, InputFormat.JSON);
    }

    String schema() {
        return schemaText;
    }

    String write(PlanFile file) {
        return MAPPER.writeValueAsString(file);
    }

    /**
     * @throws HeraldException where it is no plan file, or one of a newer version
     * @throws ValidationException naming what doesn't fit the schema
     */
    PlanFile read(String text) {
        JsonNode file = parse(text);
        if (!PlanFile.FORMAT.equals(file.path("format").asString("")))
            throw new HeraldException(null, "This isn't a plan file. Choose one that was exported from a plan");
        JsonNode version = file.path("version");
        if (version.isIntegralNumber() && version.asLong() > PlanFile.VERSION)
            throw new HeraldException(
                    null, "This file was written by a newer version of Upbeat Herald. Update this one, then import it");
        List<Error> errors = schema.validate(file);
        if (!errors.isEmpty()) throw describe(file, errors);
        checkChannels(file);
        return MAPPER.convertValue(file, PlanFile.class);
    }

    /** Which channels there are is not the schema's to say. */
    private static void checkChannels(JsonNode file) {
        ValidationException all = new ValidationException();
        for (int i = 0; i < file.path("notices").size(); i++) {
            String place = "/notices/" + i;
            JsonNode notice = file.at(place);
            Set<String> named = new TreeSet<>(notice.path("wordings").propertyNames());
            notice.path("channels").forEach(c -> named.add(c.asString()));
            notice.path("others").forEach(o -> named.add(o.path("channel").asString()));
            for (String code : named)
                if (Channel.fromCode(code).isEmpty())
                    all.add(place, where(file, place) + "there is no channel \"" + code + "\" here");
        }
        all.throwIfAny();
    }

    private static JsonNode parse(String text) {
        try {
            return MAPPER.readTree(text);
        } catch (JacksonException e) {
            String where =
                    e.getLocation() == null ? "" : " (line " + e.getLocation().getLineNr() + ")";
            throw new HeraldException(null, "This file can't be read as JSON" + where + ". Export the plan again");
        }
    }

    private static ValidationException describe(JsonNode file, List<Error> errors) {
        ValidationException all = new ValidationException();
        errors.stream().limit(MOST_ERRORS).forEach(e -> {
            String place = e.getInstanceLocation().toString();
            all.add(place, where(file, place) + PlanFileFault.describe(e));
        });
        if (errors.size() > MOST_ERRORS) all.add(null, (errors.size() - MOST_ERRORS) + " more");
        return all;
    }

    /** Which notice it is about, as a person knows it. @param place a JSON Pointer (RFC 6901) */
    private static String where(JsonNode file, String place) {
        String[] steps = place.split("/", 4);
        if (steps.length < 3 || !steps[1].equals("notices")) return "";
        int at = Integer.parseInt(steps[2]);
        String name = file.path("notices").path(at).path("name").asString("");
        return "Notice " + (name.isBlank() ? String.valueOf(at + 1) : "\"" + name + "\"") + ": ";
    }
}
