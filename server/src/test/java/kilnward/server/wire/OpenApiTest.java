package kilnward.server.wire;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.nio.file.Files;
import java.nio.file.Path;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** The front end's types are made from a file that must be what the server says; -Dkiln.openapi.write=true writes it anew. */
@ExtendWith(RunningServer.class)
class OpenApiTest {
    private static final Path FILE = Path.of("..", "web", "openapi.json");

    @Test
    void theFrontEndsTypesAreMadeFromWhatTheServerSays(RunningServer.Running server) throws Exception {
        JsonMapper json = JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
        JsonNode said = ApiClient.nobody(server).get("/v3/api-docs").body();
        // Where it was asked is told from the second time on, and is another place in every run.
        ((ObjectNode) said).remove("servers");
        if (Boolean.getBoolean("kiln.openapi.write")) {
            Files.writeString(FILE, json.writeValueAsString(said) + "\n");
        }
        assertEquals(json.readTree(Files.readString(FILE)), said, "run mvn -pl server -am test -Dtest=OpenApiTest"
                + " -Dsurefire.failIfNoSpecifiedTests=false -Dkiln.openapi.write=true -Dweb.check.skip=true and look at the difference");
    }
}
