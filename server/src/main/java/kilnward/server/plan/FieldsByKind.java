package kilnward.server.plan;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** 1 → 2: every appliance had the fields of all kinds; since then each has those of its own. */
final class FieldsByKind implements PlanDocuments.Upcaster {
    private static final Set<String> ALL = Set.of("id", "name", "kind", "powerW", "lowVoltage", "place");
    private static final Map<String, List<String>> OWN = new TreeMap<>();

    static {
        for (String heater : List.of("MAT", "BULB", "CERAMIC_EMITTER", "CABLE", "FANNED_ELEMENT", "ROD", "SELF_LIMITING", "WARM_LIQUID", "REVERSED_MODULE", "IN_TANK")) {
            own(heater, "elementJK", "toAirWK", "toContentsWK", "selfLimitC", "opensAtC", "closesAtC");
        }
        for (String cooler : List.of("COOLER", "CHILLER", "THERMOELECTRIC")) {
            own(cooler, "removesW", "limitK", "lowestC", "opensAtC", "closesAtC");
        }
        own("HUMIDIFIER_ULTRASONIC", "outputGh", "pulseOnS", "pulseRestS");
        own("HUMIDIFIER_EVAPORATING", "outputGh", "pulseOnS", "pulseRestS");
        own("BOWL", "surfaceM2", "waterKg");
        own("DEHUMIDIFIER", "outputGh");
        own("FAN_EXHAUST", "flowM3h");
        own("FAN_INTAKE", "flowM3h");
        own("VENT", "openPerHour");
        own("LAMP", "insideShare", "onHour", "hours");
    }

    private static void own(String kind, String... fields) {
        OWN.put(kind, Arrays.asList(fields));
    }

    @Override
    public void raise(ObjectNode document) {
        for (JsonNode each : document.get("appliances")) {
            ObjectNode appliance = (ObjectNode) each;
            Set<String> kept = new TreeSet<>(ALL);
            kept.addAll(OWN.getOrDefault(appliance.get("kind").asString(), List.of()));
            appliance.retain(kept);
        }
    }
}
