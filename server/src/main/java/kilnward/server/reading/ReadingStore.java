package kilnward.server.reading;

import jakarta.persistence.EntityManagerFactory;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.SQLTransientException;
import java.sql.Statement;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import kilnward.core.series.Bucket;
import kilnward.server.store.Deadlocks;
import kilnward.server.store.Moments;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.springframework.dao.TransientDataAccessResourceException;
import org.springframework.stereotype.Component;

/**
 * Writes readings, what is kept of each minute, hour and quarter of a day, and the newest of each series, all in one transaction.
 *
 * <p>A reading counts once however often and by however many servers it is written: what the database did not take as new is looked up, and what came in between makes
 * the whole be tried again. So the sums of minutes and hours are those of the single readings, always.
 */
@Component
public class ReadingStore {
    private static final int CHUNK = 5_000;
    private static final int LOOKED_UP_AT_ONCE = 500;
    private static final int ROWS_A_SENTENCE = 500;
    private static final int ATTEMPTS = 12;
    private static final long LATE_TOGETHER_US = 10_000_000;
    private static final long MINUTE_US = 60_000_000;
    private static final long HOUR_US = 60 * MINUTE_US;
    private static final long QUARTER_US = 6 * HOUR_US;
    private final SessionFactory sessions;

    ReadingStore(EntityManagerFactory entities) {
        this.sessions = entities.unwrap(SessionFactory.class);
    }

    /** Somebody else wrote one of the same readings meanwhile. */
    private static final class OvertakenException extends SQLTransientException {
        private static final long serialVersionUID = 1L;

        private OvertakenException() {
            super("overtaken", null, Deadlocks.OVERTAKEN);
        }
    }

    /**
     * Writes them all, or none. Afterwards each knows whether it was new, known or changed.
     *
     * @param arriving with a series each and no reason to be held back
     * @param besides  what is written in the same transaction, when it is known what became of each
     * @param optimistic whether most are expected to be new; it is right either way
     */
    public void write(List<Arriving> arriving, boolean optimistic, Besides besides) {
        List<Arriving> sorted = new ArrayList<>(arriving);
        sorted.sort(Comparator.comparingInt(Arriving::number).thenComparingLong(each -> each.atUs));
        boolean hopeful = optimistic;
        for (int attempt = 1;; attempt++) {
            try (StatelessSession session = sessions.openStatelessSession()) {
                boolean lookFirst = !hopeful;
                session.beginTransaction();
                try {
                    session.doWork(connection -> {
                        writeOnce(connection, sorted, lookFirst);
                        besides.write(connection);
                    });
                    session.getTransaction().commit();
                    return;
                } catch (RuntimeException failed) {
                    if (session.getTransaction().isActive()) {
                        session.getTransaction().rollback();
                    }
                    if (attempt == ATTEMPTS && Deadlocks.isOne(failed)) {
                        throw new TransientDataAccessResourceException("the same readings are being written by somebody else all the time", failed);
                    }
                    if (!Deadlocks.isOne(failed)) {
                        throw failed;
                    }
                    hopeful = false;
                    Deadlocks.pause(attempt);
                }
            }
        }
    }

    /** Whether there is a reading of a series, by its number, of an instant. */
    public boolean has(int series, Instant at) {
        try (StatelessSession session = sessions.openStatelessSession()) {
            return !session.createNativeQuery("select 1 from reading where series = :series and at_us = :at", Integer.class).setParameter("series", series)
                    .setParameter("at", Moments.micros(at)).list().isEmpty();
        }
    }

    /** Writes readings that nobody holds back. */
    public void write(List<Arriving> arriving, boolean optimistic) {
        write(arriving, optimistic, connection -> {
        });
    }

    /** Something to write in the same transaction. */
    @FunctionalInterface
    public interface Besides {
        /** Writes it; called again where all of it is tried again. */
        void write(Connection connection) throws SQLException;
    }

    private static void writeOnce(Connection connection, List<Arriving> sorted, boolean lookFirst) throws SQLException {
        sorted.forEach(Arriving::begin);
        // Of several of the same series and instant the first that came is the one to keep.
        List<Arriving> firsts = new ArrayList<>(sorted.size());
        for (int i = 0; i < sorted.size(); i++) {
            if (i == 0 || !same(sorted.get(i), firsts.get(firsts.size() - 1))) {
                firsts.add(sorted.get(i));
            }
        }
        List<Arriving> fresh = lookFirst ? notKept(connection, firsts) : firsts;
        insert(connection, fresh);
        tellTheOthers(sorted, firsts);
        if (!fresh.isEmpty()) {
            rollUp(connection, fresh, MINUTE_US, "reading_minute", "at_min");
            rollUp(connection, fresh, HOUR_US, "reading_hour", "at_h");
            rollUp(connection, fresh, QUARTER_US, "reading_quarter", "at_q");
            latest(connection, fresh);
        }
    }

    private static boolean same(Arriving one, Arriving other) {
        return one.number() == other.number() && one.atUs == other.atUs;
    }

    /** Those of the same series and instant as a first: what is kept is what the first found kept, or the first itself. */
    private static void tellTheOthers(List<Arriving> sorted, List<Arriving> firsts) {
        int at = 0;
        for (Arriving each : sorted) {
            while (!same(each, firsts.get(at))) {
                at++;
            }
            Arriving first = firsts.get(at);
            if (each != first) {
                each.kept(first.keptE6 == null ? first.valueE6 : first.keptE6);
            }
        }
    }

    /** Those that the record does not have. The others are told what it has. */
    private static List<Arriving> notKept(Connection connection, List<Arriving> firsts) throws SQLException {
        Map<Integer, List<Arriving>> bySeries = new java.util.LinkedHashMap<>();
        firsts.forEach(each -> bySeries.computeIfAbsent(each.number(), number -> new ArrayList<>()).add(each));
        List<Arriving> fresh = new ArrayList<>();
        for (Map.Entry<Integer, List<Arriving>> series : bySeries.entrySet()) {
            List<Arriving> all = series.getValue();
            for (int from = 0; from < all.size(); from += LOOKED_UP_AT_ONCE) {
                List<Arriving> some = all.subList(from, Math.min(all.size(), from + LOOKED_UP_AT_ONCE));
                Map<Long, Long> kept = kept(connection, series.getKey(), some);
                for (Arriving each : some) {
                    Long already = kept.get(each.atUs);
                    if (already == null) {
                        fresh.add(each);
                    } else {
                        each.kept(already);
                    }
                }
            }
        }
        return fresh;
    }

    private static Map<Long, Long> kept(Connection connection, int series, List<Arriving> some) throws SQLException {
        Map<Long, Long> kept = new HashMap<>();
        String marks = "?" + ", ?".repeat(some.size() - 1);
        try (PreparedStatement look = connection.prepareStatement("select at_us, value_e6 from reading where series = ? and at_us in (" + marks + ")")) {
            look.setInt(1, series);
            for (int i = 0; i < some.size(); i++) {
                look.setLong(i + 2, some.get(i).atUs);
            }
            try (ResultSet found = look.executeQuery()) {
                while (found.next()) {
                    kept.put(found.getLong(1), found.getLong(2));
                }
            }
        }
        return kept;
    }

    private static void insert(Connection connection, List<Arriving> fresh) throws SQLException {
        try (PreparedStatement insert = connection.prepareStatement("insert ignore into reading (series, at_us, value_e6) values (?, ?, ?)");
                Statement count = connection.createStatement()) {
            for (int from = 0; from < fresh.size(); from += CHUNK) {
                List<Arriving> some = fresh.subList(from, Math.min(fresh.size(), from + CHUNK));
                for (Arriving each : some) {
                    insert.setInt(1, each.number());
                    insert.setLong(2, each.atUs);
                    insert.setLong(3, each.valueE6);
                    insert.addBatch();
                }
                insert.executeBatch();
                // The driver's bulk protocol does not tell it row by row.
                try (ResultSet rows = count.executeQuery("select row_count()")) {
                    rows.next();
                    if (rows.getLong(1) != some.size()) {
                        throw new OvertakenException();
                    }
                }
            }
        }
    }

    private static void rollUp(Connection connection, List<Arriving> fresh, long lengthUs, String table, String at) throws SQLException {
        List<String> rows = new ArrayList<>();
        int from = 0;
        while (from < fresh.size()) {
            int number = fresh.get(from).number();
            long slot = Math.floorDiv(fresh.get(from).atUs, lengthUs);
            Bucket bucket = Bucket.of(fresh.get(from).valueE6);
            int to = from + 1;
            while (to < fresh.size() && fresh.get(to).number() == number && Math.floorDiv(fresh.get(to).atUs, lengthUs) == slot) {
                bucket = bucket.and(Bucket.of(fresh.get(to).valueE6));
                to++;
            }
            rows.add("(" + number + "," + slot + "," + bucket.low() + "," + bucket.high() + "," + bucket.sum() + "," + bucket.count() + ")");
            from = to;
        }
        inserts(connection, "insert into " + table + " (series, " + at + ", low_e6, high_e6, sum_e6, count) values ", rows,
                " on duplicate key update low_e6 = least(low_e6, values(low_e6)), high_e6 = greatest(high_e6, values(high_e6)), sum_e6 = sum_e6 + values(sum_e6),"
                        + " count = count + values(count)");
    }

    /** Many rows of whole numbers in few sentences: where rows may be there already the bulk protocol takes seven times as long. */
    private static void inserts(Connection connection, String into, List<String> rows, String otherwise) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            for (int from = 0; from < rows.size(); from += ROWS_A_SENTENCE) {
                statement.executeUpdate(into + String.join(",", rows.subList(from, Math.min(rows.size(), from + ROWS_A_SENTENCE))) + otherwise);
            }
        }
    }

    /** What the database's own clock says, so that several servers' changes follow one another by one clock. */
    private static long nowUs(Connection connection) throws SQLException {
        try (Statement ask = connection.createStatement(); ResultSet now = ask.executeQuery("select cast(unix_timestamp(now(6)) * 1000000 as signed)")) {
            now.next();
            return now.getLong(1);
        }
    }

    private static void latest(Connection connection, List<Arriving> fresh) throws SQLException {
        long nowUs = nowUs(connection);
        List<String> rows = new ArrayList<>();
        int from = 0;
        while (from < fresh.size()) {
            int to = from + 1;
            while (to < fresh.size() && fresh.get(to).number() == fresh.get(from).number()) {
                to++;
            }
            Arriving last = fresh.get(to - 1);
            rows.add("(" + last.number() + "," + last.atUs + "," + last.valueE6 + "," + nowUs + ",null," + fresh.get(from).atUs + ")");
            from = to;
        }
        // The order of the assignments matters: what is late is so against what was newest before.
        inserts(connection, "insert into series_latest (series, at_us, value_e6, changed_us, late_us, late_from_us) values ", rows,
                " on duplicate key update late_from_us = if(values(late_from_us) <= at_us, if(late_us > changed_us - " + LATE_TOGETHER_US
                        + ", least(late_from_us, values(late_from_us)), values(late_from_us)), late_from_us),"
                        + " late_us = if(values(late_from_us) <= at_us, values(changed_us), late_us), value_e6 = if(values(at_us) >= at_us, values(value_e6), value_e6),"
                        + " at_us = greatest(at_us, values(at_us)), changed_us = if(changed_us > values(changed_us) + " + Moments.SET_BACK_US
                        + ", values(changed_us), greatest(changed_us, values(changed_us)))");
    }

    /**
     * Puts another value in the place of one that is kept, by somebody's decision, and works the minute and the hour out anew.
     *
     * @return what was kept until then; null where nothing was, and nothing was changed
     */
    Long replace(Connection connection, int series, long atUs, long valueE6) throws SQLException {
        Long before = null;
        try (PreparedStatement look = connection.prepareStatement("select value_e6 from reading where series = ? and at_us = ? for update")) {
            look.setInt(1, series);
            look.setLong(2, atUs);
            try (ResultSet found = look.executeQuery()) {
                if (!found.next()) {
                    return before;
                }
                before = found.getLong(1);
            }
        }
        try (PreparedStatement put = connection.prepareStatement("update reading set value_e6 = ? where series = ? and at_us = ?")) {
            put.setLong(1, valueE6);
            put.setInt(2, series);
            put.setLong(3, atUs);
            put.executeUpdate();
        }
        recount(connection, series, Math.floorDiv(atUs, MINUTE_US), MINUTE_US, "reading_minute", "at_min");
        recount(connection, series, Math.floorDiv(atUs, HOUR_US), HOUR_US, "reading_hour", "at_h");
        recount(connection, series, Math.floorDiv(atUs, QUARTER_US), QUARTER_US, "reading_quarter", "at_q");
        try (PreparedStatement note = connection.prepareStatement(
                "update series_latest set value_e6 = if(at_us = ?, ?, value_e6), changed_us = ?, late_us = changed_us, late_from_us = ? where series = ?")) {
            note.setLong(1, atUs);
            note.setLong(2, valueE6);
            note.setLong(3, nowUs(connection));
            note.setLong(4, atUs);
            note.setInt(5, series);
            note.executeUpdate();
        }
        return before;
    }

    private static void recount(Connection connection, int series, long slot, long lengthUs, String table, String at) throws SQLException {
        try (PreparedStatement count = connection.prepareStatement("replace into " + table + " (series, " + at
                + ", low_e6, high_e6, sum_e6, count) select series, ?, min(value_e6), max(value_e6), sum(value_e6), count(*) from reading where series = ? and at_us >= ? and at_us < ?"
                + " group by series")) {
            count.setLong(1, slot);
            count.setInt(2, series);
            count.setLong(3, slot * lengthUs);
            count.setLong(4, (slot + 1) * lengthUs);
            count.executeUpdate();
        }
    }
}
