package kilnward.server.guide;

import kilnward.core.life.Guide;
import kilnward.server.wire.document.JsonDocuments;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Guides as documents. */
@Component
public class GuideDocuments extends JsonDocuments<Guide> {
    /** Where the schema is published. */
    public static final String SCHEMA = "static/schemas/guide.schema.json";

    public GuideDocuments(JsonMapper json) {
        super(json, SCHEMA, Guide.class, "guide");
    }
}
