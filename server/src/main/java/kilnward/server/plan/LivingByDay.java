package kilnward.server.plan;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** 2 → 3: living heat was one figure, 0 for none; since then it is what somebody knows better than the curve of what lives there. */
final class LivingByDay implements PlanDocuments.Upcaster {
    @Override
    public void raise(ObjectNode document) {
        JsonNode inside = document.path("contents");
        if (inside.isObject() && inside.path("livingHeatW").asDouble(0) == 0) {
            ((ObjectNode) inside).putNull("livingHeatW");
        }
    }
}
