package db.migration;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.flywaydb.core.api.migration.BaseJavaMigration;
import org.flywaydb.core.api.migration.Context;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Carries chambers from a table for each kind of part over to one document each, in format 1, and gives each part that others point at a row of its own. What the
 * audit kept of the old tables stays there to be read. MariaDB takes no part of this back, so every step can be done again: what was killed in the middle goes on at
 * the next start. Depends on nothing of today's application, which may change.
 */
public class V10__plans_as_documents extends BaseJavaMigration {
    private static final Set<String> KEPT = Set.of("id", "site_id", "version", "created_at", "changed_at", "changed_by", "name", "format", "document", "removed_at");
    /** Names on the wire and columns, where they were plain values. */
    private static final String[][] OCCUPANCY = {{"guideId", "guide_id"}, {"schoolId", "school_id"}, {"stageId", "stage_id"}, {"name", "occupant_name"},
            {"startedOn", "started_on"},
            {"where", "occupant_where"}, {"measured", "occupant_place"}, {"gradientK", "gradient_k"}, {"keepLowC", "keep_low_c"}, {"keepHighC", "keep_high_c"},
            {"keepHumidityLowPct", "keep_humidity_low_pct"}, {"keepHumidityHighPct", "keep_humidity_high_pct"}, {"maxRateKh", "max_rate_kh"}};
    private static final String[][] BOX = {{"innerLengthM", "inner_length_m"}, {"innerWidthM", "inner_width_m"}, {"innerHeightM", "inner_height_m"},
            {"airChangesPerHour", "air_changes_per_hour"}, {"airMovement", "air_movement"}, {"altitudeM", "altitude_m"}};
    private static final String[][] CONTENTS = {{"massKg", "contents_kg"}, {"specificHeatJkgK", "contents_jkgk"}, {"surfaceM2", "contents_m2"}, {"livingHeatW", "living_heat_w"}};
    private static final String[][] ROOM = {{"coldestC", "room_coldest_c"}, {"warmestC", "room_warmest_c"}, {"warmestHour", "room_warmest_hour"},
            {"humidityPct", "room_humidity_pct"},
            {"groundC", "room_ground_c"}};
    private static final String[][] SUN = {{"peakWm2", "sun_peak_wm2"}, {"riseHour", "sun_rise_hour"}, {"setHour", "sun_set_hour"}};
    private static final String[][] PLACE = {{"xM", "place_x_m"}, {"yM", "place_y_m"}, {"zM", "place_z_m"}, {"lengthM", "place_length_m"}, {"widthM", "place_width_m"},
            {"heightM", "place_height_m"}};
    private static final String[][] APPLIANCE = {{"id", "id"}, {"name", "name"}, {"kind", "kind"}, {"powerW", "power_w"}, {"elementJK", "element_jk"}, {"toAirWK", "to_air_wk"},
            {"toContentsWK", "to_contents_wk"}, {"selfLimitC", "self_limit_c"}, {"opensAtC", "opens_at_c"}, {"closesAtC", "closes_at_c"}, {"removesW", "removes_w"},
            {"limitK", "limit_k"},
            {"flowM3h", "flow_m3h"}, {"outputGh", "output_gh"}, {"pulseOnS", "pulse_on_s"}, {"pulseRestS", "pulse_rest_s"}, {"surfaceM2", "surface_m2"}, {"waterKg", "water_kg"},
            {"insideShare", "inside_share"}, {"onHour", "on_hour"}, {"hours", "light_hours"}, {"openPerHour", "open_per_hour"}, {"lowestC", "lowest_c"}};
    private static final String[][] PROBE = {{"id", "id"}, {"name", "name"}, {"heaterShare", "heater_share"}, {"contentsShare", "contents_share"}, {"roomShare", "room_share"},
            {"ownWarmthK", "own_warmth_k"}, {"lightWarmthK", "light_warmth_k"}, {"lagS", "lag_s"}, {"sensorErrorK", "sensor_error_k"}, {"driftKPerDay", "drift_k_per_day"},
            {"pollingKs", "polling_ks"}};
    private static final String[][] SENSOR = {{"lagS", "humidity_lag_s"}, {"errorPct", "humidity_error_pct"}, {"mistShare", "mist_share"}};
    private static final String[][] PROFILE = {{"unit", "unit"}, {"resolution", "resolution"}, {"samplingS", "sampling_s"}, {"raising", "raising"}, {"lowering", "lowering"},
            {"howToSet", "how_to_set"}, {"howToSave", "how_to_save"}};
    private static final String[][] HABITS = {{"leftAlone", "left_alone"}, {"restS", "rest_s"}, {"sounder", "sounder"}, {"linkLoss", "link_loss"},
            {"highAlarmLeast", "high_alarm_least"},
            {"lowAlarmLeast", "low_alarm_least"}};
    private static final String[][] KEY = {{"parameter", "parameter"}, {"label", "label"}, {"step", "key_step"}, {"lowest", "lowest"}, {"highest", "highest"},
            {"factory", "factory"}};
    private static final String[][] LOOP = {{"id", "id"}, {"ratedA", "rated_a"}, {"ratedDcA", "rated_dc_a"}, {"ratedW", "rated_w"}};

    private final JsonMapper json = JsonMapper.builder().build();
    private JdbcTemplate db;

    @Override
    public void migrate(Context context) {
        db = new JdbcTemplate(new SingleConnectionDataSource(context.getConnection(), true));
        db.execute("""
                create table if not exists part (
                  id uuid not null,
                  number bigint not null auto_increment,
                  kind varchar(12) not null,
                  chamber_id uuid not null,
                  controller_id uuid,
                  name varchar(80),
                  added_at datetime(6) not null,
                  removed_at datetime(6),
                  primary key (id),
                  constraint uq_part_number unique (number)
                )""");
        db.execute("create index if not exists ix_part_chamber on part (chamber_id, removed_at)");
        for (String table : List.of("chamber", "chamber_aud")) {
            db.execute(
                    "alter table " + table + " add column if not exists format integer, add column if not exists document json, add column if not exists removed_at datetime(6)");
        }
        if (exists("appliance")) {
            for (Map<String, Object> chamber : db.queryForList("select * from chamber where document is null")) {
                String document = json.writeValueAsString(document(chamber));
                db.update("update chamber set format = 1, document = ? where id = ?", document, chamber.get("id"));
                db.update("update chamber_aud set format = 1, document = ? where id = ? order by rev desc limit 1", document, chamber.get("id"));
            }
            parts();
        }
        for (String table : List.of("harm_limit", "opening_layer", "opening", "wall_layer", "wall", "loop_appliance", "control_loop", "controller_code", "controller_key",
                "controller_probe",
                "controller", "probe", "appliance")) {
            db.execute("drop table if exists " + table);
        }
        List<String> columns = db.queryForList("select column_name from information_schema.columns where table_schema = database() and table_name = 'chamber'", String.class);
        List<String> gone = new ArrayList<>(columns.stream().filter(each -> !KEPT.contains(each)).map(each -> "drop column " + each).toList());
        if (!gone.isEmpty()) {
            db.execute("alter table chamber " + String.join(", ", gone));
        }
        db.execute("alter table chamber modify format integer not null, modify document json not null");
    }

    private boolean exists(String table) {
        return !db.queryForList("select 1 from information_schema.tables where table_schema = database() and table_name = ?", Integer.class, table).isEmpty();
    }

    /** Parts that stand, with their names, and then those that the audit remembers of what was removed. */
    private void parts() {
        for (String table : List.of("appliance", "probe", "controller")) {
            db.update("insert ignore into part (id, kind, chamber_id, name, added_at) select p.id, '" + table.toUpperCase(java.util.Locale.ROOT)
                    + "', p.chamber_id, p.name, c.created_at from " + table + " p join chamber c on c.id = p.chamber_id order by c.created_at, p.chamber_id, p.position");
        }
        db.update("insert ignore into part (id, kind, chamber_id, controller_id, added_at) select l.id, 'OUTPUT', k.chamber_id, k.id, c.created_at"
                + " from control_loop l join controller k on k.id = l.controller_id join chamber c on c.id = k.chamber_id order by c.created_at, k.id, l.position");
        String when = "from_unixtime(min(g.changed_at_ms) / 1000), from_unixtime(max(g.changed_at_ms) / 1000)";
        for (String table : List.of("appliance", "probe", "controller")) {
            db.update("insert ignore into part (id, kind, chamber_id, name, added_at, removed_at) select a.id, '" + table.toUpperCase(java.util.Locale.ROOT)
                    + "', a.chamber_id, (select n.name from " + table + "_aud n where n.id = a.id and n.name is not null order by n.rev desc limit 1), " + when
                    + " from chamber_" + table + "_aud a join change_log g on g.id = a.rev group by a.id, a.chamber_id");
        }
        db.update("insert ignore into part (id, kind, chamber_id, controller_id, added_at, removed_at) select a.id, 'OUTPUT', p.chamber_id, a.controller_id, " + when
                + " from controller_loop_aud a join change_log g on g.id = a.rev join part p on p.id = a.controller_id group by a.id, a.controller_id, p.chamber_id");
    }

    private ObjectNode document(Map<String, Object> chamber) {
        Object id = chamber.get("id");
        JsonNode more = more(chamber);
        ObjectNode plan = json.createObjectNode();
        put(plan, "name", chamber.get("name"));
        put(plan, "note", chamber.get("note"));
        ObjectNode occupancy = values(chamber, OCCUPANCY);
        occupancy.set("harmLimits", list("select side, level_c, duration_s from harm_limit where chamber_id = ? order by position", id,
                row -> values(row, new String[][] {{"side", "side"}, {"levelC", "level_c"}, {"durationS", "duration_s"}})));
        occupancy.set("other", more.path("other").isMissingNode() ? json.nullNode() : more.get("other"));
        plan.set("occupancy", chamber.get("occupant_name") == null ? json.nullNode() : occupancy);
        plan.set("box", chamber.get("inner_length_m") == null ? json.nullNode() : box(chamber));
        ObjectNode contents = values(chamber, CONTENTS);
        put(contents, "wetSurfaceM2", orElse(chamber.get("contents_wet_m2"), 0.0));
        put(contents, "waterKg", orElse(chamber.get("contents_water_kg"), 0.0));
        contents.set("place", place(chamber));
        plan.set("contents", chamber.get("contents_kg") == null ? json.nullNode() : contents);
        ObjectNode room = values(chamber, ROOM);
        room.set("sun", chamber.get("sun_peak_wm2") == null ? json.nullNode() : values(chamber, SUN));
        plan.set("room", chamber.get("room_coldest_c") == null ? json.nullNode() : room);
        plan.set("power", power(chamber, more));
        plan.set("appliances", list("select * from appliance where chamber_id = ? order by position", id, row -> {
            ObjectNode appliance = values(row, APPLIANCE);
            put(appliance, "lowVoltage", yes(row.get("low_voltage")));
            appliance.set("place", place(row));
            return appliance;
        }));
        plan.set("probes", list("select * from probe where chamber_id = ? order by position", id, row -> {
            ObjectNode probe = values(row, PROBE);
            probe.set("place", place(row));
            probe.set("humidity", row.get("humidity_lag_s") == null ? json.nullNode() : values(row, SENSOR));
            return probe;
        }));
        plan.set("controllers", list("select * from controller where chamber_id = ? order by position", id, this::controller));
        plan.set("looked", more.path("looked").isMissingNode() ? json.nullNode() : more.get("looked"));
        return plan;
    }

    private ObjectNode box(Map<String, Object> chamber) {
        ObjectNode box = values(chamber, BOX);
        put(box, "gradientKm", orElse(chamber.get("gradient_km"), 0.0));
        put(box, "lossFactor", orElse(chamber.get("loss_factor"), 1.0));
        box.set("tank", chamber.get("water_height_m") == null ? json.nullNode()
                : values(chamber, new String[][] {{"waterHeightM", "water_height_m"}, {"coveredShare", "covered_share"}}));
        box.set("walls", list("select id from wall where chamber_id = ? order by position", chamber.get("id"), wall -> {
            ObjectNode node = json.createObjectNode();
            node.set("layers", layers("select material_id, thickness_mm from wall_layer where wall_id = ? order by position", wall.get("id")));
            node.set("openings", list("select id, area_m2 from opening where wall_id = ? order by position", wall.get("id"), opening -> {
                ObjectNode one = values(opening, new String[][] {{"areaM2", "area_m2"}});
                one.set("layers", layers("select material_id, thickness_mm from opening_layer where opening_id = ? order by position", opening.get("id")));
                return one;
            }));
            return node;
        }));
        return box;
    }

    private ArrayNode layers(String query, Object id) {
        return list(query, id, row -> values(row, new String[][] {{"materialId", "material_id"}, {"thicknessMm", "thickness_mm"}}));
    }

    private JsonNode power(Map<String, Object> chamber, JsonNode more) {
        JsonNode mains = chamber.get("supply_v") == null ? json.nullNode() : values(chamber, new String[][] {{"voltageV", "supply_v"}, {"ratedA", "circuit_a"}});
        JsonNode low = chamber.get("low_voltage_v") == null ? json.nullNode() : values(chamber, new String[][] {{"voltageV", "low_voltage_v"}, {"ratedA", "low_voltage_a"}});
        JsonNode currency = more.path("currency").isMissingNode() ? json.nullNode() : more.get("currency");
        if (mains.isNull() && low.isNull() && currency.isNull() && chamber.get("price_per_kwh") == null) {
            return json.nullNode();
        }
        ObjectNode power = json.createObjectNode();
        power.set("mains", mains);
        power.set("lowVoltage", low);
        put(power, "pricePerKWh", chamber.get("price_per_kwh"));
        power.set("currency", currency);
        return power;
    }

    private ObjectNode controller(Map<String, Object> row) {
        Object id = row.get("id");
        JsonNode more = more(row);
        ObjectNode profile = values(row, PROFILE);
        put(profile, "law", orElse(row.get("law"), "ON_OFF"));
        put(profile, "strict", yes(row.get("strict")));
        profile.set("floorAsOne", more.path("floorAsOne").isMissingNode() ? json.nullNode() : more.get("floorAsOne"));
        boolean known = row.get("left_alone") != null;
        ObjectNode habits = values(row, HABITS);
        if (!known) {
            // Rows of a server that knew no habits.
            habits.put("leftAlone", "UNKNOWN").put("sounder", "UNKNOWN").put("linkLoss", "NO_LINK").put("highAlarmLeast", 0.0).put("lowAlarmLeast", 0.0);
        }
        habits.set("codes", list("select shown, meaning from controller_code where controller_id = ? order by position", id,
                code -> values(code, new String[][] {{"shown", "shown"}, {"meaning", "meaning"}})));
        for (String each : List.of("calibration", "highAlarmDoes", "lowAlarmDoes")) {
            habits.set(each, !known || more.path(each).isMissingNode() ? json.nullNode() : more.get(each));
        }
        profile.set("habits", habits);
        profile.set("keys", list("select * from controller_key where controller_id = ? order by position", id, key -> key(key, more.path("keys"))));
        ObjectNode controller = json.createObjectNode();
        put(controller, "id", id);
        put(controller, "name", row.get("name"));
        ArrayNode probes = json.createArrayNode();
        db.queryForList("select probe_id from controller_probe where controller_id = ? order by position", Object.class, id).forEach(each -> probes.add(String.valueOf(each)));
        controller.set("probeIds", probes.isEmpty() ? json.createArrayNode().add(String.valueOf(row.get("probe_id"))) : probes);
        controller.set("profile", profile);
        controller.set("loops", list("select * from control_loop where controller_id = ? order by position", id, loop -> {
            ObjectNode node = values(loop, LOOP);
            put(node, "cutOut", yes(loop.get("cut_out")));
            ArrayNode appliances = node.putArray("applianceIds");
            db.queryForList("select appliance_id from loop_appliance where loop_id = ? order by position", Object.class, loop.get("id"))
                    .forEach(each -> appliances.add(String.valueOf(each)));
            return node;
        }));
        controller.set("device", more.path("device").isMissingNode() ? json.nullNode() : more.get("device"));
        return controller;
    }

    private ObjectNode key(Map<String, Object> row, JsonNode mores) {
        ObjectNode key = values(row, KEY);
        JsonNode more = mores.path(String.valueOf(row.get("parameter")));
        for (String each : List.of("offAt", "also", "place")) {
            key.set(each, more.path(each).isMissingNode() ? json.nullNode() : more.get(each));
        }
        if (more.path("words").isArray()) {
            key.set("words", more.get("words"));
        } else {
            ArrayNode words = key.putArray("words");
            for (String each : List.of("first_word", "second_word", "third_word")) {
                if (row.get(each) != null) {
                    words.add(String.valueOf(row.get(each)));
                }
            }
        }
        return key;
    }

    private JsonNode place(Map<String, Object> row) {
        return row.get("place_x_m") == null ? json.nullNode() : values(row, PLACE);
    }

    private JsonNode more(Map<String, Object> row) {
        return row.get("more") == null ? json.createObjectNode() : json.readTree(String.valueOf(row.get("more")));
    }

    private ObjectNode values(Map<String, Object> row, String[][] names) {
        ObjectNode node = json.createObjectNode();
        for (String[] each : names) {
            put(node, each[0], row.get(each[1]));
        }
        return node;
    }

    private void put(ObjectNode node, String name, Object value) {
        if (value instanceof Double number) {
            node.put(name, number);
        } else if (value instanceof Boolean truth) {
            node.put(name, truth);
        } else if (value == null) {
            node.putNull(name);
        } else {
            node.put(name, String.valueOf(value));
        }
    }

    private static Object orElse(Object value, Object usual) {
        return value == null ? usual : value;
    }

    private static boolean yes(Object value) {
        return value instanceof Boolean truth ? truth : value instanceof byte[] bits ? bits[0] != 0 : value instanceof Number number && number.intValue() != 0;
    }

    private ArrayNode list(String query, Object id, java.util.function.Function<Map<String, Object>, ObjectNode> each) {
        ArrayNode list = json.createArrayNode();
        db.queryForList(query, id).forEach(row -> list.add(each.apply(row)));
        return list;
    }
}
