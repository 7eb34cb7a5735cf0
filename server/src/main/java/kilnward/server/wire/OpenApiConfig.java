package kilnward.server.wire;

import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.JsonSchema;
import io.swagger.v3.oas.models.media.Schema;
import java.lang.annotation.Annotation;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import kilnward.core.finding.Bounds;
import kilnward.server.wire.problem.BoundsOf;
import kilnward.server.wire.problem.Within;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.customizers.PropertyCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.databind.JsonNode;

/** Makes the API's documentation say what {@link Within}, {@link BoundsOf} and {@link OrNull} say, in a stable order. */
@Configuration
public class OpenApiConfig {
    private static final String OR_NULL = "x-or-null";
    /** Records of the core go over the wire as they are and carry no annotations of the server. */
    private static final Map<String, Set<String>> NULL_IN_CORE = Map.of("Stage", Set.of("durationDays", "durationGrade", "nightTemperatureC", "humidityPct", "nightHumidityPct",
            "lightHours", "turnsPerDay", "freshAirPerHour", "maxRateKh"), "School", Set.of("weightLoss"));

    static {
        // Documents of others, like what a browser says of a passkey: an object of any kind.
        SpringDocUtils.getConfig().replaceWithSchema(JsonNode.class, new JsonSchema().typesItem("object"));
    }

    @Bean
    PropertyCustomizer annotations() {
        return (schema, type) -> {
            if (type.getCtxAnnotations() != null) {
                for (Annotation annotation : type.getCtxAnnotations()) {
                    if (annotation instanceof Within within) {
                        describe(schema, Within.Check.of(within));
                    } else if (annotation instanceof OrNull) {
                        schema.addExtension(OR_NULL, true);
                    }
                }
            }
            return schema;
        };
    }

    private static void describe(Schema<?> schema, Bounds bounds) {
        schema.setMinimum(BigDecimal.valueOf(bounds.lowest()));
        schema.setMaximum(BigDecimal.valueOf(bounds.highest()));
        if (!bounds.unit().isEmpty()) {
            schema.setDescription(bounds.unit());
        }
    }

    /** What {@link BoundsOf} says of a record of the wire, and what one of the core says of itself. */
    @Bean
    ModelConverter boundsOfRecords() {
        return (asked, context, chain) -> {
            Schema<?> schema = chain.hasNext() ? chain.next().resolve(asked, context, chain) : null;
            Class<?> type = Json.mapper().constructType(asked.getType()).getRawClass();
            Map<String, Bounds> bounds = new TreeMap<>(BoundsOf.Check.of(type));
            Bounds.of(type).forEach(bounds::putIfAbsent);
            if (schema != null && !bounds.isEmpty()) {
                Schema<?> model = schema.get$ref() == null ? schema : context.getDefinedModels().get(schema.get$ref().replaceFirst(".*/", ""));
                if (model != null && model.getProperties() != null) {
                    model.getProperties().forEach((name, property) -> {
                        if (bounds.containsKey(name) && property.getMinimum() == null) {
                            describe(property, bounds.get(name));
                        }
                    });
                }
            }
            return schema;
        };
    }

    @Bean
    OpenApiCustomizer finish() {
        return api -> {
            api.setInfo(new Info().title("Kiln Ward").version("v1").description(
                    "Planner, simulator and logbook for climate controllers. SI units, the unit in each name. "
                            + "A planner, not a safety device."));
            api.setServers(null);
            requireAll(api);
        };
    }

    @SuppressWarnings({"rawtypes", "unchecked"})
    private static void requireAll(OpenAPI api) {
        Map<String, Schema> sorted = new TreeMap<>(api.getComponents().getSchemas());
        sorted.forEach((name, schema) -> {
            if (schema.getProperties() == null) {
                return;
            }
            Map<String, Schema> properties = schema.getProperties();
            Set<String> required = new LinkedHashSet<>(properties.keySet());
            properties.replaceAll((property, value) -> {
                boolean orNull = value.getExtensions() != null && value.getExtensions().remove(OR_NULL) != null
                        || NULL_IN_CORE.getOrDefault(name, Set.of()).contains(property);
                if (orNull && name.endsWith("Request")) {
                    required.remove(property);
                }
                return orNull ? nullable(value) : value;
            });
            schema.setRequired(new ArrayList<>(required));
        });
        api.getComponents().setSchemas(sorted);
    }

    @SuppressWarnings({"rawtypes", "unchecked"})
    private static Schema nullable(Schema value) {
        if (value.get$ref() != null) {
            Schema nothing = new JsonSchema();
            nothing.setTypes(Set.of("null"));
            Schema either = new JsonSchema();
            either.setAnyOf(List.of(value, nothing));
            return either;
        }
        Set<String> types = new LinkedHashSet<>();
        if (value.getTypes() != null) {
            types.addAll(value.getTypes());
        }
        types.add("null");
        if (value.getEnum() != null) {
            value.getEnum().add(null);
        }
        value.setTypes(types);
        return value;
    }
}
