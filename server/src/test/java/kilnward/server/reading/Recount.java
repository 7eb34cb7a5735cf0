package kilnward.server.reading;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.springframework.jdbc.core.simple.JdbcClient;

/** What is kept of minutes and hours against a recount of the single readings, in the database's own arithmetic. */
public final class Recount {
    private Recount() {
    }

    public static void assertExact(JdbcClient sql) {
        assertEquals(0, differing(sql), "minutes, hours or quarters of a day that are not what their readings are");
    }

    /** How many minutes, hours and quarters of a day of all series are not what their readings are. */
    public static long differing(JdbcClient sql) {
        return differing(sql, "reading_minute", "at_min", 60_000_000L) + differing(sql, "reading_hour", "at_h", 3_600_000_000L)
                + differing(sql, "reading_quarter", "at_q", 21_600_000_000L);
    }

    private static long differing(JdbcClient sql, String table, String at, long lengthUs) {
        String counted = "select series, at_us div " + lengthUs
                + " as slot, min(value_e6) low, max(value_e6) high, sum(value_e6) total, count(*) many from reading group by series, slot";
        return sql.sql("select count(*) from (" + counted + ") c left join " + table + " r on r.series = c.series and r." + at
                + " = c.slot where r.series is null or r.low_e6 <> c.low or r.high_e6 <> c.high or r.sum_e6 <> c.total or r.count <> c.many").query(Long.class).single();
    }
}
