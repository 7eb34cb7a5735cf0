package kilnward.server.plan;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.io.IOException;
import kilnward.core.quantity.Quantity;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

class PlanDocumentsTest {
    private final JsonMapper json = JsonMapper.builder().build();
    private final PlanDocuments documents = new PlanDocuments(json);
    private final JsonNode reedbox;

    PlanDocumentsTest() throws IOException {
        try (var file = new ClassPathResource("demo/1-reedbox.json").getInputStream()) {
            reedbox = json.readTree(file).get("plan");
        }
    }

    @Test
    void whatIsWrittenIsRead() {
        ChamberPlan plan = json.treeToValue(reedbox, ChamberPlan.class);
        assertEquals(plan, documents.read(documents.write(plan, null, 0), PlanDocuments.FORMAT));
    }

    /** A newer server's fields survive a change by this one, in the whole, in parts, and in things of lists, wherever these stand by then. */
    @Test
    void whatThisServerDoesNotKnowIsCarriedThrough() {
        ChamberPlan plan = json.treeToValue(reedbox, ChamberPlan.class);
        ObjectNode newer = (ObjectNode) json.readTree(documents.write(plan, null, 0));
        newer.put("mood", "calm");
        ((ObjectNode) newer.get("box")).putObject("paint").put("colour", "green");
        ((ObjectNode) newer.at("/probes/0")).put("cableM", 2.5);
        ((ObjectNode) newer.at("/box/walls/3/layers/0")).put("glued", true);
        ChamberPlan changed = documents.read(newer.toString(), PlanDocuments.FORMAT);
        assertEquals(plan, changed, "and does not disturb what it knows");
        JsonNode written = json
                .readTree(
                        documents.write(changed.withSensorError(java.util.List.of(plan.probes().get(0).id()), Quantity.TEMPERATURE, 0.7), newer.toString(), PlanDocuments.FORMAT));
        assertEquals(0.7, written.at("/probes/0/sensorErrorK").asDouble());
        assertEquals("calm", written.get("mood").asString());
        assertEquals("green", written.at("/box/paint/colour").asString());
        assertEquals(2.5, written.at("/probes/0/cableM").asDouble());
        assertEquals(true, written.at("/box/walls/3/layers/0/glued").asBoolean());
        ObjectNode withoutProbe = newer.deepCopy();
        ((ObjectNode) withoutProbe.at("/probes/0")).put("id", "00000000-0000-4000-8000-000000000001");
        JsonNode other = json.readTree(documents.write(documents.read(withoutProbe.toString(), PlanDocuments.FORMAT), newer.toString(), PlanDocuments.FORMAT));
        assertFalse(other.at("/probes/0").has("cableM"), "another probe is not given what was the first one's");
    }

    /** What belonged to a thing of one kind is not kept with it when it becomes another. */
    @Test
    void aThingOfAnotherKindBeginsAnew() {
        ChamberPlan plan = json.treeToValue(reedbox, ChamberPlan.class);
        ObjectNode before = (ObjectNode) json.readTree(documents.write(plan, null, 0));
        ObjectNode cooled = before.deepCopy();
        ObjectNode mat = (ObjectNode) cooled.at("/appliances/0");
        mat.retain("id", "name", "powerW", "lowVoltage", "place");
        mat.put("kind", "COOLER").put("removesW", 40);
        JsonNode written = json.readTree(documents.write(documents.read(cooled.toString(), PlanDocuments.FORMAT), before.toString(), PlanDocuments.FORMAT));
        assertEquals(40, written.at("/appliances/0/removesW").asDouble());
        assertFalse(written.at("/appliances/0").has("elementJK"), written.at("/appliances/0").toString());
    }

    /** In format 1 an appliance had the fields of every kind. */
    @Test
    void theFirstFormatIsRaised() {
        ObjectNode first = (ObjectNode) json.readTree(documents.write(json.treeToValue(reedbox, ChamberPlan.class), null, 0));
        ((ObjectNode) first.at("/appliances/0")).putNull("removesW").putNull("hours");
        ChamberPlan raised = documents.read(first.toString(), 1);
        assertEquals(json.treeToValue(reedbox, ChamberPlan.class), raised);
        JsonNode written = json.readTree(documents.write(raised, first.toString(), 1));
        assertFalse(written.at("/appliances/0").has("hours"), "raised before it is carried over");
    }

    @Test
    void aFormatOfAServerThatIsAheadIsRefused() {
        String document = documents.write(json.treeToValue(reedbox, ChamberPlan.class), null, 0);
        assertThrows(IllegalStateException.class, () -> documents.read(document, PlanDocuments.FORMAT + 1));
    }
}
