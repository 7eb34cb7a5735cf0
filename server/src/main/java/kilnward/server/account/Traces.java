package kilnward.server.account;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Where somebody's name stands in what is kept: in every column that says by whom something is. Found by how such columns are called, so that a table that is added is not
 * forgotten; what people write into notes is nobody's to search.
 */
@Component
class Traces {
    /** Accounts themselves, and the record of changes, which holds no names. */
    private static final String WHERE = "table_schema = database() and data_type = 'varchar' and (column_name like '%\\_by' or column_name in ('author', 'who', 'person'))"
            + " and table_name not in ('account', 'audit_entry')";
    private static final int MOST = 100_000;
    private final JdbcClient sql;

    Traces(JdbcClient sql) {
        this.sql = sql;
    }

    private record Place(String table, String column) {
    }

    /** Something under somebody's name. */
    record Trace(String table, String column, Map<String, Object> row) {
    }

    private List<Place> places() {
        return sql.sql("select table_name, column_name from information_schema.columns where " + WHERE + " order by table_name, ordinal_position")
                .query((row, i) -> new Place(row.getString(1), row.getString(2))).list();
    }

    /** All that stands under a name; of secrets nothing. */
    List<Trace> of(String name) {
        List<Trace> found = new ArrayList<>();
        for (Place each : places()) {
            sql.sql("select * from `" + each.table + "` where `" + each.column + "` = ? limit " + MOST).param(name).query((row, i) -> {
                Map<String, Object> told = new LinkedHashMap<>();
                for (int column = 1; column <= row.getMetaData().getColumnCount(); column++) {
                    String label = row.getMetaData().getColumnLabel(column);
                    if (!label.matches(".*(hash|secret|sha256|password).*")) {
                        told.put(label, row.getString(column));
                    }
                }
                return new Trace(each.table, each.column, told);
            }).list().forEach(found::add);
        }
        return found;
    }

    /** Puts another name in its place, everywhere; and forgets from where the account came. */
    void rename(UUID account, String name, String other) {
        for (Place each : places()) {
            sql.sql("update `" + each.table + "` set `" + each.column + "` = ? where `" + each.column + "` = ?").param(other).param(name).update();
        }
        sql.sql("delete from audit_origin where entry_id in (select id from audit_entry where who = ?)").param(account.toString()).update();
    }

    /** What the account has changed, from the record of changes. */
    List<Map<String, Object>> changes(UUID account) {
        return sql.sql(
                "select e.at_us, e.what, e.thing, e.thing_id, e.named, e.why, e.changes, o.origin from audit_entry e left join audit_origin o on o.entry_id = e.id where e.who = ?"
                        + " order by e.at_us limit " + MOST)
                .param(account.toString()).query().listOfRows();
    }
}
