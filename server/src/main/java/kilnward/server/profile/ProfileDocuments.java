package kilnward.server.profile;

import kilnward.server.plan.PlanReader;
import kilnward.server.wire.document.JsonDocuments;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Profiles of controllers as documents. */
@Component
public class ProfileDocuments extends JsonDocuments<ProfileDocument> {
    /** Where the schema is published. */
    public static final String SCHEMA = "static/schemas/profile.schema.json";

    public ProfileDocuments(JsonMapper json) {
        super(json, SCHEMA, ProfileDocument.class, "document");
    }

    @Override
    protected void check(ProfileDocument read) {
        PlanReader.at("profile", () -> PlanReader.profile(read.name(), read.profile()));
    }
}
