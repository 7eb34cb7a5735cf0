package kilnward.server.guide;

import kilnward.core.life.Guide;
import kilnward.server.wire.document.JsonDocuments;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.NullNode;
import tools.jackson.databind.node.ObjectNode;

/** Guides as documents. */
@Component
public class GuideDocuments extends JsonDocuments<Guide> {
    /** Where the schema is published. */
    public static final String SCHEMA = "static/schemas/guide.schema.json";

    public GuideDocuments(JsonMapper json) {
        super(json, SCHEMA, Guide.class, "guide");
    }

    /** Heat that was one figure for a whole stage becomes a curve of one point. */
    @Override
    protected void raise(ObjectNode document) {
        document.path("schools").forEach(school -> school.path("stages").forEach(each -> {
            if (each instanceof ObjectNode stage && stage.has("livingHeat")) {
                JsonNode heat = stage.remove("livingHeat");
                if (heat instanceof ObjectNode && !stage.has("living")) {
                    ObjectNode living = stage.putObject("living");
                    ObjectNode point = living.putArray("points").addObject();
                    point.put("day", 0).set("eachG", heat.path("eachG").isNumber() ? heat.get("eachG") : NullNode.getInstance());
                    point.set("heatW", heat.path("watts").isMissingNode() ? NullNode.getInstance() : heat.get("watts"));
                    point.put("waterGh", 0).put("co2Gh", 0);
                    living.set("grade", heat.path("grade").isMissingNode() ? NullNode.getInstance() : heat.get("grade"));
                    living.put("source", "");
                }
            }
        }));
    }
}
