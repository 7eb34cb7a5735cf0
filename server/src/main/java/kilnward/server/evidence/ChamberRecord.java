package kilnward.server.evidence;

import java.io.IOException;
import java.io.OutputStream;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Types;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import javax.sql.DataSource;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.store.Token;
import kilnward.server.wire.problem.ConflictException;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DataSourceUtils;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * All that is kept of one chamber as one document, table by table, and in again, on another installation too: what comes out there is the same to the last byte. Left out are whose
 * site it is, tokens of devices (a device is given a new one), and the record of changes, which is the installation's own.
 */
@Component
class ChamberRecord {
    static final String FORMAT = "kiln-ward-chamber";
    static final int VERSION = 1;
    private static final int AT_ONCE = 1_000;
    private static final String CHAMBER = "chamber";
    private static final String SERIES = "series";
    /** Not told: whose it is, what lets somebody in, and numbers that another installation gives anew. */
    private static final Set<String> LEFT_OUT = Set.of("number@part", "site_id", "token_hash", "number@series");
    private final DataSource database;
    private final JdbcClient sql;
    private final JsonMapper json;

    ChamberRecord(DataSource database, JdbcClient sql, JsonMapper json) {
        this.database = database;
        this.sql = sql;
        this.json = json;
    }

    /**
     * A table, and by which column its rows belong to those of a table before it.
     *
     * @param order in which its rows are told, so that the same is told the same
     */
    private record Part(String table, String column, String parent, String order) {
    }

    /** In an order in which each comes after what it belongs to. */
    private static final List<Part> PARTS = List.of(new Part(CHAMBER, "id", CHAMBER, "id"), new Part("part", "chamber_id", CHAMBER, "id"),
            new Part("settings_revision", "controller_id", "part", "controller_id, number"), new Part("setting_value", "revision_id", "settings_revision", "revision_id, position"),
            new Part("keying", "controller_id", "part", "controller_id, keyed_at, id"), new Part("keying_value", "keying_id", "keying", "keying_id, position"),
            new Part("keying_trial", "keying_id", "keying", "keying_id, position"), new Part("settings_retired", "chamber_id", CHAMBER, "controller_id, number"),
            new Part("key_limit", "chamber_id", CHAMBER, "id"), new Part("calibration_check", "chamber_id", CHAMBER, "id"),
            new Part("check_reference", "check_id", "calibration_check", "check_id, position"), new Part("check_row", "check_id", "calibration_check", "id"),
            new Part("check_row_value", "row_id", "check_row", "row_id, position"), new Part("check_entry", "check_id", "calibration_check", "id"),
            new Part("drill", "chamber_id", CHAMBER, "id"), new Part("egg_weighing", "chamber_id", CHAMBER, "id"), new Part("device", "chamber_id", CHAMBER, "id"),
            new Part(SERIES, "chamber_id", CHAMBER, "id"), new Part("reading", "series", SERIES, "series, at_us"), new Part("reading_minute", "series", SERIES, "series, at_min"),
            new Part("reading_hour", "series", SERIES, "series, at_h"), new Part("reading_quarter", "series", SERIES, "series, at_q"),
            new Part("series_latest", "series", SERIES, "series"), new Part("held_reading", "chamber_id", CHAMBER, "id"), new Part("retention_run", "series_id", SERIES, "id"),
            new Part("alarm_rule", "chamber_id", CHAMBER, "id"), new Part("alarm", "chamber_id", CHAMBER, "id"), new Part("alarm_event", "chamber_id", CHAMBER, "id"),
            new Part("alarm_standing", "rule_id", "alarm_rule", "rule_id"), new Part("batch", "chamber_id", CHAMBER, "id"), new Part("task", "chamber_id", CHAMBER, "id"),
            new Part("proving_run", "chamber_id", CHAMBER, "id"), new Part("proving_reading", "run_id", "proving_run", "run_id, at_us"),
            new Part("log_entry", "chamber_id", CHAMBER, "id"), new Part("box_fit", "chamber_id", CHAMBER, "id"));

    private record Column(String name, String type, boolean orNull) {
        boolean isNumber() {
            return type.matches("bigint|int|smallint|tinyint|double|decimal");
        }

        boolean isBytes() {
            return type.contains("binary") || type.contains("blob");
        }

        boolean isBit() {
            return type.equals("bit");
        }

        Object schema() {
            String of = isBit() ? "boolean" : type.equals("double") ? "number" : isNumber() ? "integer" : "string";
            return orNull ? List.of(of, "null") : of;
        }
    }

    private List<Column> columns(String table) {
        return sql.sql("select column_name, data_type, is_nullable from information_schema.columns where table_schema = database() and table_name = ? order by ordinal_position")
                .param(table)
                .query((row, i) -> new Column(row.getString(1), row.getString(2), row.getString(3).equals("YES"))).list().stream()
                .filter(each -> !LEFT_OUT.contains(each.name) && !LEFT_OUT.contains(each.name + "@" + table))
                // A series goes by its id; its number is the installation's own.
                .map(each -> each.name.equals(SERIES) ? new Column(SERIES, "uuid", each.orNull) : each).toList();
    }

    /** What such a document is, as a JSON Schema (draft 2020-12). */
    ObjectNode schema() {
        ObjectNode schema = json.createObjectNode();
        schema.put("$schema", "https://json-schema.org/draft/2020-12/schema").put("title", "All that Kiln Ward keeps of one chamber").put("type", "object");
        schema.put("description",
                "Table by table; a column that ends in _us is microseconds since 1970, in _e6 millionths, in _at an instant in UTC. The column series holds the id of a series.");
        ObjectNode properties = schema.putObject("properties");
        properties.putObject("format").put("const", FORMAT);
        properties.putObject("version").put("const", VERSION);
        ObjectNode tables = properties.putObject("tables").put("type", "object").put("additionalProperties", false);
        ObjectNode each = tables.putObject("properties");
        for (Part part : PARTS) {
            ObjectNode table = each.putObject(part.table).put("type", "object").put("additionalProperties", false);
            ObjectNode of = table.putObject("properties");
            ArrayNode names = of.putObject("columns").putArray("const");
            ObjectNode row = of.putObject("rows").put("type", "array").putObject("items").put("type", "array");
            ArrayNode items = row.putArray("prefixItems");
            List<Column> columns = columns(part.table);
            columns.forEach(column -> {
                names.add(column.name);
                items.addObject().set("type", json.valueToTree(column.schema()));
            });
            row.put("minItems", columns.size()).put("maxItems", columns.size());
            table.putArray("required").add("columns").add("rows");
        }
        tables.set("required", json.valueToTree(PARTS.stream().map(Part::table).toList()));
        schema.put("additionalProperties", false).set("required", json.valueToTree(List.of("format", "version", "tables")));
        return schema;
    }

    /** Writes the document of a chamber, in one state. */
    @Transactional(readOnly = true, isolation = org.springframework.transaction.annotation.Isolation.REPEATABLE_READ)
    public void write(UUID chamberId, OutputStream to) throws IOException, SQLException {
        Map<String, List<String>> ids = new HashMap<>(Map.of(CHAMBER, List.of(chamberId.toString())));
        Map<Integer, String> numbered = new HashMap<>();
        Connection connection = DataSourceUtils.getConnection(database);
        try (JsonGenerator out = json.createGenerator(to)) {
            out.writeStartObject();
            out.writeStringProperty("format", FORMAT);
            out.writeNumberProperty("version", VERSION);
            out.writeObjectPropertyStart("tables");
            for (Part part : PARTS) {
                table(part, connection, ids, numbered, out);
            }
            out.writeEndObject();
            out.writeEndObject();
        } finally {
            DataSourceUtils.releaseConnection(connection, database);
        }
    }

    private void table(Part part, Connection connection, Map<String, List<String>> ids, Map<Integer, String> numbered, JsonGenerator out) throws SQLException {
        List<Column> columns = columns(part.table);
        out.writeObjectPropertyStart(part.table);
        out.writeArrayPropertyStart("columns");
        columns.forEach(each -> out.writeString(each.name));
        out.writeEndArray();
        out.writeArrayPropertyStart("rows");
        List<String> own = new ArrayList<>();
        boolean byNumber = part.column.equals(SERIES);
        // One parent after another: a table of readings has no index by anything else, and an order by id is the same everywhere.
        for (String parent : ids.getOrDefault(part.parent, List.of())) {
            String by = byNumber ? numbered.entrySet().stream().filter(each -> each.getValue().equals(parent)).findFirst().orElseThrow().getKey().toString() : parent;
            String names = columns.stream().map(each -> "t.`" + each.name + "`").collect(Collectors.joining(", ")) + (part.table.equals(SERIES) ? ", t.number" : "");
            try (PreparedStatement asked = connection.prepareStatement("select " + names + " from `" + part.table + "` t where t.`" + part.column + "` = ? order by "
                    + part.order.replace("series, ", ""))) {
                asked.setFetchSize(AT_ONCE);
                asked.setString(1, by);
                try (ResultSet row = asked.executeQuery()) {
                    while (row.next()) {
                        out.writeStartArray();
                        for (int i = 0; i < columns.size(); i++) {
                            value(columns.get(i), row, i + 1, numbered, out);
                        }
                        out.writeEndArray();
                        if (columns.get(0).name.equals("id")) {
                            own.add(row.getString(1));
                        }
                        if (part.table.equals(SERIES)) {
                            numbered.put(row.getInt("number"), row.getString(1));
                        }
                    }
                }
            }
        }
        out.writeEndArray();
        out.writeEndObject();
        if (!part.table.equals(CHAMBER)) {
            ids.put(part.table, own);
        }
    }

    private static void value(Column column, ResultSet row, int i, Map<Integer, String> numbered, JsonGenerator out) throws SQLException {
        if (column.name.equals(SERIES)) {
            out.writeString(numbered.get(row.getInt(i)));
        } else if (row.getObject(i) == null) {
            out.writeNull();
        } else if (column.isBytes()) {
            out.writeString(Base64.getEncoder().encodeToString(row.getBytes(i)));
        } else if (column.isBit() || column.type.equals("tinyint")) {
            if (column.isBit()) {
                out.writeBoolean(row.getBoolean(i));
            } else {
                out.writeNumber(row.getInt(i));
            }
        } else if (column.type.equals("double")) {
            out.writeNumber(row.getDouble(i));
        } else if (column.isNumber()) {
            out.writeNumber(row.getLong(i));
        } else {
            out.writeString(row.getString(i));
        }
    }

    /**
     * Takes a document in at a site.
     *
     * @return the id of its chamber
     * @throws RefusedValueException where it is no such document, with the table and the row
     * @throws ConflictException     where that chamber, or some of it, is kept on this installation already
     */
    @Transactional
    public UUID read(byte[] document, UUID site) {
        JsonNode root;
        try {
            root = json.readTree(document);
        } catch (JacksonException unreadable) {
            throw new RefusedValueException("document", "…", "must be JSON: " + unreadable.getOriginalMessage());
        }
        if (!FORMAT.equals(root.path("format").asString("")) || root.path("version").asInt(0) != VERSION) {
            throw new RefusedValueException("format", root.path("format").asString("") + " " + root.path("version"), "must be " + FORMAT + ", version " + VERSION);
        }
        JsonNode tables = root.path("tables");
        Set<String> known = PARTS.stream().map(Part::table).collect(Collectors.toCollection(LinkedHashSet::new));
        if (!tables.isObject() || !known.equals(new LinkedHashSet<>(tables.propertyNames()))) {
            throw new RefusedValueException("tables", List.copyOf(tables.propertyNames()), "must be these, in this order: " + known);
        }
        Map<String, Set<String>> ids = new HashMap<>();
        Map<String, Integer> numbers = new LinkedHashMap<>();
        Connection connection = DataSourceUtils.getConnection(database);
        try {
            for (Part part : PARTS) {
                withoutNumber(part, tables.get(part.table));
                take(part, tables.get(part.table), site, connection, ids, numbers);
            }
        } catch (SQLException failed) {
            if (failed.getErrorCode() == 1062) {
                throw new ConflictException("This chamber, or some of it, was kept on this installation before. Nothing was taken in.", null);
            }
            throw new RefusedValueException("tables", failed.getMessage(), "must hold what the database can keep");
        } catch (DuplicateKeyException twice) {
            throw new ConflictException("This chamber, or some of it, was kept on this installation before. Nothing was taken in.", null);
        } finally {
            DataSourceUtils.releaseConnection(connection, database);
        }
        return UUID.fromString(ids.get(CHAMBER).iterator().next());
    }

    /** Documents of before had the number of a part, which is the installation's own: in another one it is somebody else's. */
    private static void withoutNumber(Part part, JsonNode table) {
        int at = table.path("columns").valueStream().map(each -> each.asString("")).toList().indexOf("number");
        if (part.table.equals("part") && at >= 0) {
            ((ArrayNode) table.get("columns")).remove(at);
            table.path("rows").valueStream().filter(each -> each.isArray() && each.size() > at).forEach(each -> ((ArrayNode) each).remove(at));
        }
    }

    private void take(Part part, JsonNode table, UUID site, Connection connection, Map<String, Set<String>> ids, Map<String, Integer> numbers) throws SQLException {
        List<Column> columns = columns(part.table);
        String field = "tables." + part.table;
        if (!json.valueToTree(columns.stream().map(Column::name).toList()).equals(table.path("columns")) || !table.path("rows").isArray()) {
            throw new RefusedValueException(field + ".columns", table.path("columns").toString(), "must be " + columns.stream().map(Column::name).toList());
        }
        if (part.table.equals(CHAMBER) && table.get("rows").size() != 1) {
            throw new RefusedValueException(field + ".rows", table.get("rows").size(), "must be one chamber");
        }
        List<String> names = new ArrayList<>(columns.stream().map(each -> "`" + each.name + "`").toList());
        boolean sited = hasColumn(part.table, "site_id");
        if (sited) {
            names.add("site_id");
        }
        boolean device = part.table.equals("device");
        if (device) {
            names.add("token_hash");
        }
        int belongs = columns.stream().map(Column::name).toList().indexOf(part.column);
        Set<String> own = new LinkedHashSet<>();
        try (PreparedStatement insert = connection.prepareStatement("insert into `" + part.table + "` (" + String.join(", ", names) + ") values ("
                + names.stream().map(each -> "?").collect(Collectors.joining(", ")) + ")")) {
            int waiting = 0;
            for (int r = 0; r < table.get("rows").size(); r++) {
                JsonNode row = table.get("rows").get(r);
                String at = field + ".rows[" + r + "]";
                if (!row.isArray() || row.size() != columns.size()) {
                    throw new RefusedValueException(at, row.toString(), "must have " + columns.size() + " values");
                }
                if (!part.table.equals(CHAMBER) && !ids.getOrDefault(part.parent, Set.of()).contains(row.get(belongs).asString(""))) {
                    throw new RefusedValueException(at + "." + part.column, row.get(belongs).asString(""), "must belong to something of this document");
                }
                for (int i = 0; i < columns.size(); i++) {
                    set(insert, i + 1, columns.get(i), row.get(i), at + "." + columns.get(i).name, ids, numbers);
                }
                int more = columns.size();
                if (sited) {
                    insert.setString(++more, site.toString());
                }
                if (device) {
                    // Nobody knows what it stands for: the device has to be given a new one.
                    insert.setBytes(++more, Token.hash(Token.fresh()));
                }
                insert.addBatch();
                if (columns.get(0).name.equals("id")) {
                    own.add(row.get(0).asString(""));
                }
                if (++waiting % AT_ONCE == 0) {
                    insert.executeBatch();
                }
            }
            insert.executeBatch();
        }
        ids.put(part.table, own);
        if (part.table.equals(SERIES)) {
            for (String id : own) {
                numbers.put(id, sql.sql("select number from series where id = ?").param(id).query(Integer.class).single());
            }
        }
    }

    private boolean hasColumn(String table, String column) {
        return sql.sql("select count(*) from information_schema.columns where table_schema = database() and table_name = ? and column_name = ?").param(table).param(column)
                .query(Integer.class).single() > 0;
    }

    private static void set(PreparedStatement insert, int i, Column column, JsonNode value, String at, Map<String, Set<String>> ids, Map<String, Integer> numbers)
            throws SQLException {
        if (value.isNull()) {
            if (!column.orNull) {
                throw new RefusedValueException(at, null, "must be given");
            }
            insert.setNull(i, Types.NULL);
        } else if (column.name.equals(SERIES)) {
            insert.setInt(i, java.util.Optional.ofNullable(numbers.get(value.asString("")))
                    .orElseThrow(() -> new RefusedValueException(at, value.asString(""), "must be a series of this document")));
        } else if (column.name.equals("device_id") && column.orNull && !ids.getOrDefault("device", Set.of()).contains(value.asString(""))) {
            // A device of another chamber of the site it came from is not here.
            insert.setNull(i, Types.NULL);
        } else if (column.isBit() ? !value.isBoolean() : column.isNumber() ? !value.isNumber() : !value.isString()) {
            throw new RefusedValueException(at, value.toString(), "must be " + column.schema());
        } else if (column.isBit()) {
            insert.setBoolean(i, value.asBoolean());
        } else if (column.type.equals("double")) {
            insert.setDouble(i, value.asDouble());
        } else if (column.isNumber()) {
            insert.setLong(i, value.asLong());
        } else if (column.isBytes()) {
            try {
                insert.setBytes(i, Base64.getDecoder().decode(value.asString()));
            } catch (IllegalArgumentException foreign) {
                throw new RefusedValueException(at, value.asString(), "must be base64");
            }
        } else {
            insert.setString(i, value.asString());
        }
    }
}
