package kilnward.server.plan;

import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.util.Arrays;
import java.util.stream.Collectors;
import kilnward.core.finding.RefusedValueException;
import tools.jackson.databind.DatabindContext;
import tools.jackson.databind.JavaType;
import tools.jackson.databind.jsontype.impl.TypeIdResolverBase;

/** Which fields an appliance has, by its kind. */
class ApplianceKinds extends TypeIdResolverBase {
    @Override
    public String idFromValue(DatabindContext context, Object value) {
        return ((AppliancePlan) value).kind().name();
    }

    @Override
    public String idFromValueAndType(DatabindContext context, Object value, Class<?> type) {
        return idFromValue(context, value);
    }

    @Override
    public JavaType typeFromId(DatabindContext context, String id) {
        return Arrays.stream(ApplianceKind.values()).filter(kind -> kind.name().equals(id)).findFirst().map(kind -> context.constructType(kind.plan()))
                .orElseThrow(() -> new RefusedValueException("kind", id, allowed()));
    }

    @Override
    public String getDescForKnownTypeIds() {
        return allowed();
    }

    @Override
    public JsonTypeInfo.Id getMechanism() {
        return JsonTypeInfo.Id.CUSTOM;
    }

    static String allowed() {
        return "must be one of " + Arrays.stream(ApplianceKind.values()).map(Enum::name).collect(Collectors.joining(", "));
    }
}
