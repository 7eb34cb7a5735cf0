package kilnward.benchmarks.cluster;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import kilnward.server.reading.Recount;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/** What the database holds, asked without the servers. */
final class Record {
    private final JdbcClient sql;

    /** Each question has a connection of its own: one that was open while a node fell would have fallen with it. */
    Record(String url, String user, String password) {
        sql = JdbcClient.create(new DriverManagerDataSource(url, user, password));
    }

    long one(String question, Object... values) {
        return sql.sql(question).params(values).query(Long.class).single();
    }

    int number(String series) {
        return (int) one("select number from series where id = ?", series);
    }

    /** How many readings of a series there are from an instant on, over so many seconds. */
    long readings(String series, Instant from, long seconds) {
        return one("select count(*) from reading where series = ? and at_us >= ? and at_us < ?", number(series), from.getEpochSecond() * 1_000_000L,
                (from.getEpochSecond() + seconds) * 1_000_000L);
    }

    /** Minutes, hours and quarters of a day that are not what their readings are. */
    long differing() {
        return Recount.differing(sql);
    }

    /** All that is rolled up of some series, in their order, as one number. */
    String digest(List<String> all) throws NoSuchAlgorithmException {
        MessageDigest digest = MessageDigest.getInstance("SHA-256");
        for (String series : all) {
            for (String[] each : new String[][] {{"reading_minute", "at_min"}, {"reading_hour", "at_h"}, {"reading_quarter", "at_q"}}) {
                sql.sql("select concat_ws(';', " + each[1] + ", low_e6, high_e6, sum_e6, count) from " + each[0] + " where series = ? order by " + each[1]).param(number(series))
                        .query(String.class).list().forEach(row -> digest.update(row.getBytes(StandardCharsets.US_ASCII)));
            }
        }
        return HexFormat.of().formatHex(digest.digest());
    }
}
