package kilnward.server.running;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Many chambers, each a copy of the Reedbox with a device of its own and ten series: a station as large as is asked for. */
public final class Station {
    /** Series of a chamber. */
    public static final int SERIES = 10;
    private static final Pattern ID = Pattern.compile("[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}");
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private final ApiClient lead;
    private final String url;
    private final JsonNode model;
    private final List<Box> boxes = new ArrayList<>();

    /** A chamber of the station. */
    public record Box(String chamber, DeviceClient device, List<String> series) {
    }

    /** One at a server in demo mode, whose first chamber is the model of all. */
    public Station(ApiClient lead, String url) {
        this.lead = lead;
        this.url = url;
        this.model = lead.get("/api/v1/chambers").body().get(0);
    }

    public List<Box> boxes() {
        return boxes;
    }

    /** Adds chambers until there are so many. */
    public void growTo(int chambers) {
        while (boxes.size() < chambers) {
            boxes.add(box(boxes.size()));
        }
    }

    private Box box(int number) {
        // Parts have identities of their own everywhere.
        Map<String, String> renewed = new HashMap<>();
        String plan = ID.matcher(model.get("plan").toString())
                .replaceAll(found -> Matcher.quoteReplacement(renewed.computeIfAbsent(found.group(), id -> UUID.randomUUID().toString())));
        JsonNode made = lead.post("/api/v1/chambers", "{\"name\":\"Rack %d / box %d\",\"guideId\":\"corn-snake-eggs\"}".formatted(number / 20 + 1, number + 1)).done();
        String chamber = made.get("id").asString();
        ObjectNode change = JSON.createObjectNode().put("version", made.get("version").asLong());
        ObjectNode planned = (ObjectNode) JSON.readTree(plan);
        planned.put("name", "Box %d".formatted(number + 1)).put("standsAt", "Rack %d".formatted(number / 20 + 1));
        change.set("plan", planned);
        lead.put("/api/v1/chambers/" + chamber, change.toString()).done();
        for (JsonNode keyed : model.get("settings")) {
            ObjectNode settings = JSON.createObjectNode().put("basedOn", 0).put("reason", "as in the model");
            settings.set("values", keyed.get("values"));
            lead.post("/api/v1/chambers/" + chamber + "/controllers/" + renewed.get(keyed.get("controllerId").asString()) + "/settings", settings.toString()).done();
        }
        DeviceClient device = DeviceClient.added(lead, url, chamber, "board");
        List<String> series = new ArrayList<>();
        for (int i = 0; i < SERIES; i++) {
            series.add(device.series("place " + (i + 1), "TEMPERATURE", "C"));
        }
        return new Box(chamber, device, series);
    }
}
