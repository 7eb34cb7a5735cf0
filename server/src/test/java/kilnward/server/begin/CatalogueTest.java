package kilnward.server.begin;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import kilnward.core.device.LawKind;
import kilnward.core.device.Parameter;
import kilnward.core.probe.DisplayUnit;
import kilnward.server.plan.PlanReader;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** What the interface is built with is what the server says; -Dkiln.openapi.write=true writes it anew. */
class CatalogueTest {
    private static final Path FILE = Path.of("..", "web", "src", "lib", "api", "catalogue.json");
    private static final JsonMapper JSON = JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    @Test
    void theInterfaceIsBuiltWithIt() throws Exception {
        String said = JSON.writeValueAsString(Catalogue.catalogue()) + "\n";
        if (Boolean.getBoolean("kiln.openapi.write")) {
            Files.writeString(FILE, said);
        }
        assertEquals(said, Files.readString(FILE), "run this test with -Dkiln.openapi.write=true and look at the difference");
    }

    @Test
    void whatASchoolNeedsItAlsoOffers() {
        for (Catalogue.LawView law : Catalogue.catalogue().laws()) {
            assertTrue(law.offered().containsAll(law.needed()), law.toString());
        }
        assertTrue(Arrays.stream(LawKind.values()).allMatch(each -> each.keys().offers(Parameter.OFFSET)), "no school's own");
    }

    @Test
    void aNewControllerIsOneThatCanBe() {
        assertEquals(DisplayUnit.C, PlanReader.profile("new", Catalogue.catalogue().profile()).unit());
    }
}
