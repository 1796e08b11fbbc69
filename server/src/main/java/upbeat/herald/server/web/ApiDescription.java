package upbeat.herald.server.web;

import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.security.SecurityScheme;
import io.swagger.v3.oas.models.servers.Server;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.customizers.PropertyCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The description of the interface at /v3/api-docs. A property is required unless the code says that it may be null, so that types made from it are exact. */
@Configuration
class ApiDescription {
    private static final String MAY_BE_NULL = "x-may-be-null";

    @Bean
    OpenAPI herald() {
        return new OpenAPI().info(new Info().title("Upbeat Herald").version("v1").description("Orders, parcels and scans in; messages and answers out. Times are RFC 3339, durations ISO 8601, countries ISO 3166-1, money decimals as strings with ISO 4217 codes, phones E.164. Failures are RFC 9457 problems."))
                .servers(List.of(new Server().url("/"))).schemaRequirement("key", new SecurityScheme().type(SecurityScheme.Type.HTTP).scheme("bearer"));
    }

    @Bean
    PropertyCustomizer nullable() {
        return (property, type) -> {
            boolean nullable = type.getCtxAnnotations() != null && java.util.Arrays.stream(type.getCtxAnnotations()).anyMatch(a -> a.annotationType().getSimpleName().equals("Nullable"));
            if (nullable) property.addExtension(MAY_BE_NULL, true);
            return property;
        };
    }

    @Bean
    OpenApiCustomizer exact() {
        return api -> {
            if (api.getComponents() == null || api.getComponents().getSchemas() == null) return;
            api.getComponents().setSchemas(new TreeMap<>(api.getComponents().getSchemas()));
            api.getComponents().getSchemas().values().forEach(ApiDescription::requireAll);
        };
    }

    @SuppressWarnings({"rawtypes", "unchecked"})
    private static void requireAll(Schema schema) {
        Map<String, Schema> properties = schema.getProperties();
        if (properties == null) return;
        List<String> required = new ArrayList<>();
        Set<String> optional = new HashSet<>();
        properties.forEach((name, p) -> {
            boolean nullable = p.getExtensions() != null && p.getExtensions().remove(MAY_BE_NULL) != null;
            if (nullable) optional.add(name);
            if (p.getExtensions() != null && p.getExtensions().isEmpty()) p.setExtensions(null);
        });
        properties.keySet().stream().filter(n -> !optional.contains(n)).forEach(required::add);
        schema.setRequired(required.isEmpty() ? null : required);
    }
}
