package kilnward.server.account;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.UUID;
import kilnward.server.people.Role;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.RunningServer;
import kilnward.server.running.RunningServer.Running;
import kilnward.server.running.ServedServer;
import kilnward.server.running.ServedServer.Served;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Every endpoint there is × every level × another site × no session, made from what the API says of itself: an endpoint that is added is tried here the same day. */
@Execution(ExecutionMode.CONCURRENT)
@ExtendWith({RunningServer.class, ServedServer.class})
class AccessMatrixTest {
    private static final List<String> WAYS = List.of("get", "post", "put", "delete", "patch");

    /**
     * @param asked what has to stand in its query
     * @param type  of what is sent to it
     */
    private record Endpoint(String way, String path, String needs, String asked, String type) {
        /** Its path with ids put in. */
        String with(Map<String, String> ids) {
            String filled = path;
            for (Map.Entry<String, String> each : ids.entrySet()) {
                filled = filled.replace("{" + each.getKey() + "}", each.getValue());
            }
            return filled.replaceAll("\\{[^}]+}", UUID.randomUUID().toString());
        }

        Answer asked(ApiClient by, Map<String, String> ids) {
            return by.ask(way.toUpperCase(java.util.Locale.ROOT), with(ids) + asked, way.equals("get") || way.equals("delete") ? null : "{}", type);
        }
    }

    private static List<Endpoint> all(Running server) {
        List<Endpoint> found = new ArrayList<>();
        JsonNode paths = ApiClient.nobody(server).get("/v3/api-docs").body().get("paths");
        paths.propertyStream().forEach(path -> WAYS.stream().filter(way -> path.getValue().has(way))
                .forEach(way -> found.add(of(way, path.getKey(), path.getValue().get(way)))));
        assertTrue(found.size() > 150, "only " + found.size());
        return found;
    }

    private static Endpoint of(String way, String path, JsonNode says) {
        StringBuilder query = new StringBuilder();
        for (JsonNode each : says.path("parameters")) {
            if (each.get("in").asString().equals("query") && each.path("required").asBoolean()) {
                String name = each.get("name").asString();
                String day = name.equals("to") ? "2026-11-21" : "2026-11-20";
                String value = switch (each.at("/schema/format").asString("")) {
                    case "date" -> day;
                    case "date-time" -> day + "T00:00:00Z";
                    default -> "1";
                };
                query.append(query.isEmpty() ? '?' : '&').append(name).append('=').append(value);
            }
        }
        List<String> types = says.path("requestBody").path("content").propertyNames().stream().toList();
        return new Endpoint(way, path, says.path("x-needs").asString(""), query.toString(), types.isEmpty() ? "application/json" : types.get(0));
    }

    @Test
    void everyEndpointSaysWhatItNeedsAndHoldsEveryLevelToIt(Served served) {
        Running server = served.server();
        UUID site = Household.site(server, "Matrix");
        TreeSet<String> wrong = new TreeSet<>();
        List<Endpoint> all = all(server);
        for (Role level : Role.values()) {
            ApiClient who = Household.member(server, site, level, "Matrix " + level);
            for (Endpoint each : all) {
                if (each.path.equals("/api/v1/session") && each.way.equals("delete") || each.path.equals("/api/v1/stream")) {
                    continue;
                }
                boolean may = each.needs.equals("NOBODY") || each.needs.equals("ACCOUNT") || !each.needs.equals("OPERATOR") && level.compareTo(Role.valueOf(each.needs)) >= 0;
                int status = each.asked(who, Map.of()).status();
                if (may == (status == 403) || status == 401 && !each.path.matches("/api/v1/(readings|devices/self)") || status >= 500) {
                    wrong.add(level + " " + each + " " + status);
                }
            }
        }
        assertEquals(new TreeSet<>(), wrong);
    }

    @Test
    void whoIsNotSignedInReachesOnlyWhatAsksForNobody(Served served) {
        ApiClient nobody = ApiClient.nobody(served.server());
        nobody.get("/api/v1/session");
        TreeSet<String> wrong = new TreeSet<>();
        for (Endpoint each : all(served.server())) {
            int status = each.asked(nobody, Map.of()).status();
            boolean open = each.needs.equals("NOBODY");
            if (open == (status == 401 && !each.path.matches("/api/v1/(readings|devices/self)")) || status >= 500) {
                wrong.add(each + " " + status);
            }
        }
        assertEquals(new TreeSet<>(), wrong);
    }

    /** An owner of another site asks for all that Osier End has, by its real ids: none of it is there for them, and none of it stands in any list. */
    @Test
    void nothingOfAnotherSiteIsThere(Running server) {
        ApiClient stranger = Household.member(server, Household.site(server, "Far Kiln"), Role.OWNER, "Stranger");
        Map<String, String> ids = ofOsierEnd(server);
        TreeSet<String> wrong = new TreeSet<>();
        for (Endpoint each : all(server)) {
            if (each.needs.equals("NOBODY") || each.needs.equals("ACCOUNT") || each.path.equals("/api/v1/stream")) {
                continue;
            }
            Map<String, String> theirs = new HashMap<>(ids);
            String kind = each.path.replaceFirst("/api/v1/", "").replaceFirst("/.*", "");
            if (!each.path.startsWith("/api/v1/chambers/{id}")) {
                String part = each.path.replaceFirst(".*/([a-z-]+)/\\{id}.*", "$1");
                theirs.put("id", ids.getOrDefault(part, ids.getOrDefault(kind, UUID.randomUUID().toString())));
            }
            Answer answer = each.asked(stranger, theirs);
            // Under a chamber nothing is read before it is looked whose it is.
            if (each.path.startsWith("/api/v1/chambers/{") && answer.status() != 404) {
                wrong.add(each + " " + answer.status());
            }
            boolean named = each.path.contains("{chamberId}") || each.path.contains("/chambers/{id}")
                    || each.path.matches("/api/v1/(alarms|batches|tasks|series|ways|feeds)/\\{id}.*");
            if (named && each.way.equals("get") && answer.status() != 404) {
                wrong.add(each + " " + answer.status());
            }
            // What is sent is empty, and may be refused before anybody looks whose it is; what it may not do is be done.
            if (named && !each.way.equals("get") && answer.status() != 404 && answer.status() != 400 && answer.status() != 415) {
                wrong.add(each + " " + answer.status() + " " + answer.body());
            }
            if (!each.path.contains("{") && each.way.equals("get") && answer.body() != null) {
                ids.forEach((name, id) -> {
                    if (id.length() == 36 && answer.body().toString().contains(id)) {
                        wrong.add(each + " tells the id of " + name);
                    }
                });
            }
        }
        assertEquals(new TreeSet<>(), wrong);
    }

    private static Map<String, String> ofOsierEnd(Running server) {
        ApiClient owner = ApiClient.as(server, "OWNER");
        owner.post("/api/v1/feeds", null);
        JdbcClient sql = server.bean(JdbcClient.class);
        Map<String, String> ids = new HashMap<>();
        String chamber = sql.sql("select id from chamber where removed_at is null order by id limit 1").query(String.class).single();
        ids.put("chamberId", chamber);
        ids.put("id", chamber);
        ids.put("chambers", chamber);
        Map<String, String> tables = Map.of("series", "series", "devices", "device", "tasks", "task", "batches", "batch", "feeds", "calendar_feed", "proving-runs", "proving_run",
                "checks", "calibration_check");
        tables.forEach((path, table) -> ids.put(path, sql.sql("select id from " + table + " order by id limit 1").query(String.class).single()));
        ids.put("offsetKey", "OFFSET");
        ids.put("controllerId", sql.sql("select controller_id from settings_revision limit 1").query(String.class).single());
        return ids;
    }
}
