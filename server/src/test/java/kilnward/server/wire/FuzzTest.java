package kilnward.server.wire;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.api.Assertions.fail;

import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import javax.management.ObjectName;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import kilnward.server.wire.door.Limits;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Every endpoint that the server says it has, asked thousands of times with what its schema allows, bent in one place or several: no answer is an error of the
 * server's own, every refusal is a problem that names fields which the request has, and the server is as well afterwards as before. -Dkiln.fuzz=50000 asks for longer.
 */
@ExtendWith(RunningServer.class)
@Isolated("what is left in memory is that of the whole virtual machine, and others have servers in it")
class FuzzTest {
    private static final int ASKED = Integer.getInteger("kiln.fuzz", 3000);
    private static final long SEED = Long.getLong("kiln.seed", 20_261_125);
    private static final List<String> ODD = List.of("\"\"", "\" \"", "\"\\u0000\"", "\"\\ud800\"", "\"=1+1\"", "\"<script>\"", "\"\\u202e\\u0301\"", "\"" + "x".repeat(3000) + "\"",
            "-1", "0", "1e308", "-1e308",
            "1e-300", "12345678901234567890", "0.1", "null", "true", "[]", "{}", "[[]]", "{\"a\":{}}", "\"2026-02-30\"", "\"+10000-01-01T00:00:00Z\"",
            "\"00000000-0000-0000-0000-000000000000\"");
    /** What may be left in memory by four thousand requests: answers that are remembered (bytes). */
    private static final long LEFT_BEHIND_BYTES = 48_000_000;
    private final SplittableRandom random = new SplittableRandom(SEED);
    private JsonNode api;
    private final List<String> ids = new ArrayList<>(List.of(UUID.randomUUID().toString(), "x", "..", "%00"));

    private record Operation(String method, String path, JsonNode body) {
    }

    @Test
    void noAnswerIsAnErrorOfTheServersOwn(RunningServer.Running server) throws Exception {
        ApiClient owner = ApiClient.as(server, "OWNER");
        api = owner.get("/v3/api-docs").body();
        JsonNode chamber = owner.post("/api/v1/chambers", "{\"name\":\"Fuzzed\",\"guideId\":\"corn-snake-eggs\"}").body();
        ids.add(chamber.get("id").asString());
        ids.add(chamber.at("/plan/controllers/0/id").asString());
        List<Operation> operations = new ArrayList<>();
        for (Map.Entry<String, JsonNode> path : api.get("paths").properties()) {
            // What is answered there has no end.
            if (path.getKey().equals("/api/v1/stream")) {
                continue;
            }
            for (Map.Entry<String, JsonNode> method : path.getValue().properties()) {
                operations.add(
                        new Operation(method.getKey().toUpperCase(Locale.ROOT), path.getKey(), method.getValue().at("/requestBody/content/application~1json/schema")));
            }
        }
        assertTrue(operations.size() > 50, "all that there is: " + operations.size());
        Map<String, String> wrong = new TreeMap<>();
        Map<Integer, Integer> statuses = new TreeMap<>();
        long slowestMs = 0;
        String slowest = "";
        int asked = 0;
        long heldEarly = 0;
        while (asked < ASKED) {
            if (asked == ASKED / 5) {
                heldEarly = heldBytes();
            }
            Operation operation = operations.get(random.nextInt(operations.size()));
            boolean heavy = operation.path().matches("/api/v1/(rehearsals|suggestions.*|faults.*)");
            // What takes seconds where it is right is asked less often, and what makes a chamber seldom: others' lists would grow. A backup is made and proven beside all else.
            boolean all = operation.path().matches("/api/v1/(chambers|checks/due|backups)");
            if (heavy && random.nextInt(20) > 0 || all && random.nextInt(20) > 0) {
                continue;
            }
            asked++;
            String path = operation.path().replaceAll("\\{offsetKey}", random.nextBoolean() ? "OFFSET" : "NONE");
            while (path.contains("{")) {
                path = path.replaceFirst("\\{\\w+}", ids.get(random.nextInt(ids.size())));
            }
            JsonNode request = operation.body().isMissingNode() ? null
                    : heavy || random.nextInt(3) == 0 ? bent(real(operation.path(), chamber, operation.body())) : bent(made(operation.body(), 0));
            String sent = request == null ? "" : request.toString();
            long begun = System.nanoTime();
            Answer answer = switch (operation.method()) {
                case "GET" -> owner.get(path);
                case "DELETE" -> owner.delete(path);
                case "PUT" -> owner.put(path, sent);
                default -> request == null && operation.path().matches(".*/(file|profiles|guides)") ? owner.postText(path, bentText()) : owner.post(path, sent);
            };
            long tookMs = (System.nanoTime() - begun) / 1_000_000;
            if (tookMs > slowestMs) {
                slowestMs = tookMs;
                slowest = operation.method() + " " + operation.path();
            }
            statuses.merge(answer.status(), 1, Integer::sum);
            String complaint = complaint(answer, request);
            if (complaint != null) {
                wrong.putIfAbsent(operation.method() + " " + operation.path() + " " + complaint, sent.length() > 600 ? sent.substring(0, 600) : sent);
            }
            if (operation.path().equals("/api/v1/session")) {
                owner.post("/api/v1/session", "{\"role\":\"OWNER\"}");
            }
            if (operation.method().equals("DELETE") && answer.status() == 204) {
                chamber = owner.post("/api/v1/chambers", "{\"name\":\"Fuzzed\",\"guideId\":\"corn-snake-eggs\"}").body();
                ids.add(chamber.get("id").asString());
            }
        }
        Files.createDirectories(Path.of("target"));
        long grownBytes = settledBytes(heldEarly + LEFT_BEHIND_BYTES) - heldEarly;
        Files.writeString(Path.of("target/fuzz.md"), String.format(Locale.ROOT,
                "| %,d requests, as allowed and bent, seed %d | %d errors of the server's own; answers by status %s; slowest %.1f s (%s); memory held after a fifth %d MB, at the end %d MB more |%n",
                asked, SEED, wrong.size(), statuses.toString().replaceAll("[{}]", "").replace("=", ": "), slowestMs / 1e3, slowest, heldEarly / 1_000_000,
                Math.max(0, grownBytes) / 1_000_000));
        assertEquals(Map.of(), wrong, "seed " + SEED);
        if (grownBytes >= LEFT_BEHIND_BYTES) {
            Files.writeString(Path.of("target/fuzz-memory.txt"), held());
            fail("what requests leave behind in memory: " + grownBytes + " bytes\n" + held().lines().limit(25).collect(Collectors.joining("\n")));
        }
        assertEquals("UP", owner.get("/actuator/health").body().get("status").asString());
    }

    /** The same once what is still being worked out for somebody, here or for an earlier test, is over: it holds what it needs for at most a minute. */
    private static long settledBytes(long below) throws InterruptedException {
        long held = heldBytes();
        for (int look = 0; look < 90 && held >= below; look++) {
            Thread.sleep(1000);
            held = heldBytes();
        }
        return held;
    }

    /** What fills the memory, the most first. */
    private static String held() throws Exception {
        return (String) ManagementFactory.getPlatformMBeanServer().invoke(new ObjectName("com.sun.management:type=DiagnosticCommand"), "gcClassHistogram",
                new Object[] {new String[0]}, new String[] {String[].class.getName()});
    }

    /** What is still in use once everything unwanted was thrown away, in bytes; the server runs in this process. */
    private static long heldBytes() {
        System.gc();
        return ManagementFactory.getMemoryMXBean().getHeapMemoryUsage().getUsed();
    }

    private String complaint(Answer answer, JsonNode request) {
        // That a computation has an end is said with 503; nothing else is.
        if (answer.status() >= 500 && !(answer.status() == 503 && answer.body() != null && answer.body().path("title").asString().equals("That takes too long"))) {
            return answer.status() + " " + answer.body();
        }
        if (answer.status() < 400) {
            return null;
        }
        if (answer.body() == null || !answer.type().contains("problem+json") || answer.body().path("title").asString().isEmpty()
                || answer.body().path("status").asInt() != answer.status()) {
            return answer.status() + " is no problem: " + answer.type() + " " + (answer.body() == null ? "" : answer.body().path("title"));
        }
        JsonNode errors = answer.body().path("errors");
        if (errors.size() > Limits.COMPLAINTS) {
            return errors.size() + " complaints";
        }
        for (JsonNode error : errors) {
            String field = error.path("field").asString();
            if (error.path("line").isMissingNode() && request != null && !has(request, field)) {
                return "names a field that the request does not have: " + field.replaceAll("\\d+", "N") + " " + error.path("allowed").asString();
            }
            if (error.path("given").isString() && error.path("given").asString().matches("(?s).*\\w+\\[\\w+=.*")) {
                return "prints Java: " + error.path("given").asString();
            }
        }
        return null;
    }

    /** Whether a path leads somewhere in a request; its last step may be what is missing there. */
    private static boolean has(JsonNode request, String field) {
        JsonNode node = request;
        String[] steps = field.replaceAll("\\[(\\d+)]", ".$1").replaceAll("^\\.", "").split("\\.");
        for (int i = 0; i < steps.length - 1; i++) {
            node = node.isArray() && steps[i].matches("\\d+") ? node.get(Integer.parseInt(steps[i])) : node.get(steps[i]);
            if (node == null) {
                return false;
            }
        }
        return node.isObject() || node.isArray();
    }

    /** What would be sent in earnest, where that is known. */
    private JsonNode real(String path, JsonNode chamber, JsonNode schema) {
        ObjectNode made = (ObjectNode) made(schema, 0);
        if (made.has("chamber")) {
            made.set("chamber", chamber.get("plan"));
        }
        if (made.has("plan")) {
            made.set("plan", chamber.get("plan"));
            made.set("version", chamber.get("version"));
        }
        if (made.has("settings")) {
            made.putArray("settings").addObject().put("controllerId", chamber.at("/plan/controllers/0/id").asString()).putObject("values").put("UNIT", 0).put("DIRECTION", 0)
                    .put("SET_VALUE", 28.6).put("DIFFERENTIAL", 0.6).put("ACT_DELAY", 0).put("HIGH_ALARM", 31).put("LOW_ALARM", 25).put("OFFSET", 0);
        }
        if (made.has("controllerId")) {
            made.put("controllerId", chamber.at("/plan/controllers/0/id").asString());
        }
        if (made.has("scenario")) {
            made.putObject("scenario").put("room", "DAY").put("startHour", 21).put("durationS", 7200).put("stepS", 5).put("start", "SETTLED").put("buckets", 20).putNull("fault");
            made.putNull("edit");
        }
        if (made.has("samples")) {
            made.put("samples", 1);
        }
        return made;
    }

    /** Something that fits a schema. */
    private JsonNode made(JsonNode asked, int depth) {
        JsonNode either = asked.has("anyOf") ? asked.get("anyOf") : asked.path("oneOf");
        if (!either.isEmpty()) {
            return made(either.get(random.nextInt(either.size())), depth);
        }
        JsonNode schema = asked.has("$ref") ? api.at(asked.get("$ref").asString().substring(1)) : asked;
        if (schema != asked && schema.has("oneOf")) {
            return made(schema, depth);
        }
        JsonMapper json = JsonMapper.shared();
        if (schema.has("enum")) {
            return schema.get("enum").get(random.nextInt(schema.get("enum").size()));
        }
        JsonNode type = schema.path("type");
        String kind = type.isArray() ? type.get(random.nextInt(type.size())).asString() : type.asString();
        if (depth > 8) {
            return json.nullNode();
        }
        switch (kind) {
            case "object" -> {
                ObjectNode object = json.createObjectNode();
                schema.path("properties").properties().forEach(each -> object.set(each.getKey(), made(each.getValue(), depth + 1)));
                if (schema.path("additionalProperties").isObject()) {
                    object.set("glass", made(schema.get("additionalProperties"), depth + 1));
                }
                return object;
            }
            case "array" -> {
                ArrayNode array = json.createArrayNode();
                int many = Math.max(schema.path("minItems").asInt(0), Math.min(schema.path("maxItems").asInt(3), random.nextInt(3)));
                for (int i = 0; i < many; i++) {
                    array.add(made(schema.get("items"), depth + 1));
                }
                return array;
            }
            case "number", "integer" -> {
                double low = schema.path("minimum").asDouble(-100);
                double high = schema.path("maximum").asDouble(1000);
                double value = switch (random.nextInt(4)) {
                    case 0 -> low;
                    case 1 -> high;
                    default -> random.nextDouble(low, Math.max(low + 1e-9, high));
                };
                return kind.equals("integer") ? json.getNodeFactory().numberNode((int) value) : json.getNodeFactory().numberNode(value);
            }
            case "boolean" -> {
                return json.getNodeFactory().booleanNode(random.nextBoolean());
            }
            case "null" -> {
                return json.nullNode();
            }
            default -> {
                String format = schema.path("format").asString();
                return json.getNodeFactory().stringNode(format.equals("uuid") ? UUID.randomUUID().toString() : format.equals("date-time") ? "2026-11-25T20:30:00Z"
                        : format.equals("date") ? "2026-11-25" : random.nextBoolean() ? ids.get(random.nextInt(ids.size())) : "glass");
            }
        }
    }

    /** The same with something odd in a place or two; now and then as it is. */
    private JsonNode bent(JsonNode whole) {
        JsonNode copy = whole.deepCopy();
        for (int times = random.nextInt(4); times > 0; times--) {
            bendOne(copy);
        }
        return copy;
    }

    private void bendOne(JsonNode at) {
        if (at.isObject() && !at.isEmpty()) {
            List<String> names = new ArrayList<>(at.propertyNames());
            String name = names.get(random.nextInt(names.size()));
            if (at.get(name).isContainer() && !at.get(name).isEmpty() && random.nextInt(4) > 0) {
                bendOne(at.get(name));
                return;
            }
            switch (random.nextInt(6)) {
                case 0 -> ((ObjectNode) at).remove(name);
                case 1 -> ((ObjectNode) at).set(random.nextBoolean() ? "surplus" : name + " ", at.get(name));
                default -> ((ObjectNode) at).set(name, odd());
            }
        } else if (at.isArray() && !at.isEmpty()) {
            int i = random.nextInt(at.size());
            if (at.get(i).isContainer() && random.nextInt(4) > 0) {
                bendOne(at.get(i));
            } else if (random.nextInt(4) == 0) {
                for (int k = 0; k < 300; k++) {
                    ((ArrayNode) at).add(at.get(i));
                }
            } else {
                ((ArrayNode) at).set(i, odd());
            }
        }
    }

    private JsonNode odd() {
        return JsonMapper.shared().readTree(ODD.get(random.nextInt(ODD.size())));
    }

    private String bentText() {
        return switch (random.nextInt(5)) {
            case 0 -> "time,display,glass\n2026-11-25 10:00,28.6,28.2\n\"";
            case 1 -> "{\"name\":\"x\",\"schools\":[" + "{},".repeat(50) + "{}]}";
            case 2 -> "\u0000\u0001";
            case 3 -> "time;display;glass\n2026-10-25 01:30;1;2";
            default -> "[".repeat(200);
        };
    }
}
