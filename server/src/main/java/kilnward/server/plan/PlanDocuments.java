package kilnward.server.plan;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * The document of a chamber, as it is kept: the same JSON that goes over the wire, in a numbered format. What an older server wrote is raised to today's format
 * when it is read; what a newer server wrote that this one does not know is carried through a change.
 */
@Component
public class PlanDocuments {
    /** What raises a document by one format; the first stands for 1 → 2. Never changed once documents of its format were kept. */
    private static final List<Upcaster> UPCASTERS = List.of(new FieldsByKind(), new LivingByDay());
    /** The format this server writes. */
    public static final int FORMAT = UPCASTERS.size() + 1;

    /** Raises a document by one format, in place. */
    interface Upcaster {
        void raise(ObjectNode document);
    }

    private final JsonMapper json;

    public PlanDocuments(JsonMapper json) {
        this.json = json.rebuild().disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES).build();
    }

    /**
     * @param format the format it was written in
     * @throws IllegalStateException where it was written by a server that is ahead of this one by a format
     */
    public ChamberPlan read(String document, int format) {
        return json.treeToValue(raised(document, format), ChamberPlan.class);
    }

    /** A plan as it is kept, with what {@code before} holds beside what this server knows; {@code before} is null for a new one. */
    public String write(ChamberPlan plan, String before, int format) {
        ObjectNode document = json.valueToTree(plan);
        if (before != null) {
            carry(raised(before, format), document);
        }
        return json.writeValueAsString(document);
    }

    private ObjectNode raised(String document, int format) {
        if (format > FORMAT) {
            throw new IllegalStateException("This chamber was kept in format " + format + "; this server knows formats up to " + FORMAT + ".");
        }
        ObjectNode read = (ObjectNode) json.readTree(document);
        UPCASTERS.subList(format - 1, UPCASTERS.size()).forEach(upcaster -> upcaster.raise(read));
        return read;
    }

    /** Whatever this server knows is in {@code to}, if only as null: what is not there, it does not know. Things in lists are the same where their ids are, or their places. */
    private static void carry(ObjectNode from, ObjectNode to) {
        if (!from.path("kind").equals(to.path("kind"))) {
            // It has become another kind of thing: what belonged to the old kind does not belong to it.
            return;
        }
        from.properties().forEach(field -> {
            if (!to.has(field.getKey())) {
                to.set(field.getKey(), field.getValue());
            } else {
                carryEach(field.getValue(), to.get(field.getKey()));
            }
        });
    }

    private static void carryEach(JsonNode from, JsonNode to) {
        if (from instanceof ObjectNode before && to instanceof ObjectNode after) {
            carry(before, after);
        } else if (from instanceof ArrayNode before && to instanceof ArrayNode after) {
            Map<String, JsonNode> byId = new HashMap<>();
            before.forEach(each -> byId.put(each.path("id").asString(""), each));
            boolean same = before.size() == after.size();
            for (int i = 0; i < after.size(); i++) {
                JsonNode known = after.get(i).has("id") ? byId.get(after.get(i).path("id").asString("")) : same ? before.get(i) : null;
                if (known != null) {
                    carryEach(known, after.get(i));
                }
            }
        }
    }
}
