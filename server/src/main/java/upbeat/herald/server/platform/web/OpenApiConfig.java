package upbeat.herald.server.platform.web;

import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.annotation.JsonUnwrapped;
import com.fasterxml.jackson.databind.JavaType;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.converter.ModelConverters;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.security.SecurityScheme;
import io.swagger.v3.oas.models.servers.Server;
import java.lang.reflect.Method;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * The description of the interface at /v3/api-docs. A property is required unless the code says that it may be null, so
 * that types made from it are exact.
 */
@Configuration
class OpenApiConfig {
    /**
     * For the whole process, as the library keeps its converters: the last application to start replaces the others'.
     */
    private static final Map<String, Set<String>> MAY_BE_NULL = new ConcurrentHashMap<>();

    private static final Map<String, Class<?>> NAMED = new ConcurrentHashMap<>();

    @Bean
    OpenAPI herald() {
        return new OpenAPI()
                .info(
                        new Info()
                                .title("Upbeat Herald")
                                .version("v1")
                                .description(
                                        "Orders, parcels and scans in; messages and answers out. Times are RFC 3339, durations ISO 8601, countries ISO 3166-1, money decimals as strings with ISO 4217 codes, phones E.164. Failures are RFC 9457 problems."))
                .servers(List.of(new Server().url("/")))
                .schemaRequirement(
                        "key",
                        new SecurityScheme().type(SecurityScheme.Type.HTTP).scheme("bearer"));
    }

    /** Notes which components of each record may be null. (The library that makes the description uses Jackson 2.) */
    @Bean
    ModelConverter nullability() {
        return new ModelConverter() {
            @Override
            public @Nullable Schema<?> resolve(
                    AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
                JavaType java = Json.mapper().constructType(type.getType());
                if (java != null && isDocument(java.getRawClass())) note(java.getRawClass());
                return chain.hasNext() ? chain.next().resolve(type, context, chain) : null;
            }
        };
    }

    @Bean
    OpenApiCustomizer exact(List<DescribedTypes> described) {
        return api -> {
            if (api.getComponents() == null || api.getComponents().getSchemas() == null) return;
            described.stream()
                    .flatMap(DescribedTypes::types)
                    .map(type -> ModelConverters.getInstance(true).readAll(new AnnotatedType(type)))
                    .forEach(api.getComponents().getSchemas()::putAll);
            api.getComponents().setSchemas(new TreeMap<>(api.getComponents().getSchemas()));
            api.getComponents().getSchemas().forEach(this::require);
            api.setPaths(sorted(api.getPaths()));
        };
    }

    /** Schemas go by simple names: two records of one name would silently become one. */
    private void note(Class<?> record) {
        Class<?> other = NAMED.putIfAbsent(record.getSimpleName(), record);
        if (other != null && other != record)
            throw new IllegalStateException("The API description can't have both " + other.getName() + " and "
                    + record.getName() + ". Give one another name");
        MAY_BE_NULL.put(record.getSimpleName(), nullable(record));
    }

    /** A record, or a class of ours that names its properties at their accessors. */
    private static boolean isDocument(Class<?> type) {
        return type.isRecord()
                || type.getName().startsWith("upbeat.herald.")
                        && properties(type).findAny().isPresent();
    }

    private static Stream<Method> properties(Class<?> type) {
        return Arrays.stream(type.getDeclaredMethods()).filter(m -> m.isAnnotationPresent(JsonProperty.class));
    }

    /** With those of its parts, whose values stand beside its own. */
    private static Set<String> nullable(Class<?> record) {
        if (!record.isRecord())
            return properties(record)
                    .filter(m -> m.getAnnotatedReturnType().isAnnotationPresent(Nullable.class))
                    .map(Method::getName)
                    .collect(Collectors.toSet());
        return Arrays.stream(record.getRecordComponents())
                .flatMap(c -> isPart(record, c)
                        ? nullable(c.getType()).stream()
                        : c.getAnnotatedType().isAnnotationPresent(Nullable.class)
                                ? Stream.of(c.getName())
                                : Stream.empty())
                .collect(Collectors.toSet());
    }

    private static boolean isPart(Class<?> record, RecordComponent component) {
        try {
            return record.getDeclaredField(component.getName()).isAnnotationPresent(JsonUnwrapped.class);
        } catch (NoSuchFieldException e) {
            throw new IllegalStateException(e);
        }
    }

    private void require(String name, Schema<?> schema) {
        if (schema.getProperties() == null) return;
        Set<String> optional = MAY_BE_NULL.getOrDefault(name, Set.of());
        List<String> required = schema.getProperties().keySet().stream()
                .filter(p -> !optional.contains(p))
                .sorted()
                .toList();
        schema.setRequired(required.isEmpty() ? null : required);
    }

    /** In one order on every machine, so that the description can be compared with the one kept. */
    private static io.swagger.v3.oas.models.Paths sorted(io.swagger.v3.oas.models.Paths paths) {
        var sorted = new io.swagger.v3.oas.models.Paths();
        new TreeMap<>(paths).forEach(sorted::addPathItem);
        return sorted;
    }
}
