package kilnward.benchmarks.cluster;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;

/** What the database holds, asked without the servers. */
final class Record {
    /** Table, its column of time, and how many microseconds one of it is. */
    private static final Map<String, String[]> ROLLED_UP = Map.of("reading_minute", new String[] {"at_min", "60000000"}, "reading_hour", new String[] {"at_h", "3600000000"},
            "reading_quarter", new String[] {"at_q", "21600000000"});
    private final String url;
    private final String user;
    private final String password;

    /** Each question has a connection of its own: one that was open while a node fell would have fallen with it. */
    Record(String url, String user, String password) {
        this.url = url;
        this.user = user;
        this.password = password;
    }

    private Connection connected() throws SQLException {
        return DriverManager.getConnection(url, user, password);
    }

    long one(String question, Object... values) throws SQLException {
        try (Connection connection = connected(); PreparedStatement statement = connection.prepareStatement(question)) {
            for (int i = 0; i < values.length; i++) {
                statement.setObject(i + 1, values[i]);
            }
            try (ResultSet rows = statement.executeQuery()) {
                rows.next();
                return rows.getLong(1);
            }
        }
    }

    int number(String series) throws SQLException {
        return (int) one("select number from series where id = ?", series);
    }

    /** How many readings of a series there are from an instant on, over so many seconds. */
    long readings(String series, Instant from, long seconds) throws SQLException {
        return one("select count(*) from reading where series = ? and at_us >= ? and at_us < ?", number(series), from.getEpochSecond() * 1_000_000L,
                (from.getEpochSecond() + seconds) * 1_000_000L);
    }

    /** Minutes, hours and quarters of a day of some series that are not what their readings are. */
    long differing(List<String> all) throws SQLException {
        long found = 0;
        for (String series : all) {
            int number = number(series);
            for (Map.Entry<String, String[]> each : ROLLED_UP.entrySet()) {
                String column = each.getValue()[0];
                found += one("select count(*) from (select at_us div " + each.getValue()[1] + " as slot, min(value_e6) low, max(value_e6) high, sum(value_e6) total, count(*) many"
                        + " from reading where series = ? group by slot) c left join " + each.getKey() + " r on r.series = ? and r." + column
                        + " = c.slot where r.series is null or r.low_e6 <> c.low or r.high_e6 <> c.high or r.sum_e6 <> c.total or r.count <> c.many", number, number);
            }
        }
        return found;
    }

    /** All that is rolled up of some series, in their order, as one number. */
    String digest(List<String> all) throws SQLException, NoSuchAlgorithmException {
        MessageDigest digest = MessageDigest.getInstance("SHA-256");
        for (String series : all) {
            for (String table : List.of("reading_minute", "reading_hour", "reading_quarter")) {
                String column = ROLLED_UP.get(table)[0];
                try (Connection connection = connected();
                        PreparedStatement statement = connection
                                .prepareStatement("select " + column + ", low_e6, high_e6, sum_e6, count from " + table + " where series = ? order by " + column)) {
                    statement.setInt(1, number(series));
                    try (ResultSet rows = statement.executeQuery()) {
                        while (rows.next()) {
                            for (int i = 1; i <= 5; i++) {
                                digest.update((rows.getString(i) + ";").getBytes(StandardCharsets.US_ASCII));
                            }
                        }
                    }
                }
            }
        }
        return HexFormat.of().formatHex(digest.digest());
    }
}
