package kilnward.server.backup;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import kilnward.server.audit.Sealer;
import kilnward.server.running.ApiClient;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.RunningServer.Running;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.api.parallel.ResourceLock;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/** What the server of an earlier version left behind, as it ran the demo, opens with nothing lost. What schema 9 held is looked at more closely in {@code KeptBeforeTest}. */
@Execution(ExecutionMode.CONCURRENT)
@ResourceLock("a record of then")
class LandedTest {
    private static final List<String> TABLES = List.of("site", "chamber", "part", "settings_revision", "setting_value", "keying", "calibration_check", "check_row", "drill",
            "egg_weighing", "device",
            "series", "reading", "reading_minute", "alarm_rule", "batch", "log_entry", "proving_run", "own_guide");

    @ParameterizedTest
    @ValueSource(ints = {11, 13})
    void everythingIsThereAfterwards(int schema, @TempDir Path folder) throws Exception {
        PrivateMariaDb database = PrivateMariaDb.start();
        database.load("/kept/schema-" + schema + ".sql.gz");
        Map<String, Long> before = counts(database);
        assertTrue(before.get("chamber") >= 5 && before.get("reading") > 1_000 && (schema < 13 || before.get("log_entry") > 3), before.toString());
        Running server = new Running(database, "--kilnward.folder=" + folder, "--kilnward.demo-days=0");
        try {
            Map<String, Long> after = counts(database);
            // What there were no tables for yet, the demo fills in.
            after.keySet().retainAll(before.keySet());
            assertEquals(before, after);
            ApiClient owner = ApiClient.as(server, "OWNER");
            var chambers = owner.get("/api/v1/chambers").body();
            assertEquals(before.get("chamber").intValue(), chambers.size());
            for (String path : List.of("/api/v1/tasks?hours=168", "/api/v1/alarms", "/api/v1/series", "/api/v1/calendar?from=2026-11-01&to=2026-12-31", "/api/v1/guides",
                    "/api/v1/ways")) {
                assertEquals(200, owner.get(path).status(), path);
            }
            assertTrue(schema < 13 || owner.get("/api/v1/tasks?hours=168").body().size() > 0);
            chambers.forEach(
                    each -> assertEquals(200, owner.get("/api/v1/chambers/" + each.get("id").asString() + "/entries?from=2026-01-01T00:00:00Z&to=2027-01-01T00:00:00Z").status()));
            server.bean(Sealer.class).seal();
            assertTrue(server.bean(Sealer.class).broken(List.of()).isEmpty());
        } finally {
            server.close();
        }
    }

    private static Map<String, Long> counts(PrivateMariaDb database) {
        JdbcClient sql = JdbcClient.create(new DriverManagerDataSource(database.url(), "root", ""));
        Map<String, Long> counts = new TreeMap<>();
        Set<String> there = Set.copyOf(sql.sql("select table_name from information_schema.tables where table_schema = 'kilnward'").query(String.class).list());
        TABLES.stream().filter(there::contains).forEach(each -> counts.put(each, sql.sql("select count(*) from `" + each + "`").query(Long.class).single()));
        return counts;
    }
}
