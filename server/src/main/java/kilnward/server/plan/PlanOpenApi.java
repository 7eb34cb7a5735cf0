package kilnward.server.plan;

import io.swagger.v3.oas.models.media.Schema;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Says in the API's description which kinds have which fields, so that the front end's types tell them apart. */
@Configuration
class PlanOpenApi {
    @Bean
    @SuppressWarnings({"rawtypes", "unchecked"})
    OpenApiCustomizer kindsOfAppliance() {
        return api -> {
            Map<String, Schema> schemas = api.getComponents().getSchemas();
            Schema any = schemas.get("AppliancePlan");
            any.setProperties(null);
            any.setRequired(null);
            any.setDiscriminator(null);
            for (Class<?> plan : AppliancePlan.class.getPermittedSubclasses()) {
                List<String> kinds = Arrays.stream(ApplianceKind.values()).filter(kind -> kind.plan() == plan).map(Enum::name).toList();
                ((Schema) schemas.get(plan.getSimpleName()).getProperties().get("kind")).setEnum(kinds);
            }
        };
    }
}
