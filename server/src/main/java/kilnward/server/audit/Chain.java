package kilnward.server.audit;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import kilnward.server.store.Token;
import kilnward.server.audit.Sealer.Seal;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Seals rows in their order: the hash of each covers the row and the hash before it (SHA-256), so that whoever changes, takes out or puts in a row would have to make all
 * later seals anew, and the last of them stands elsewhere too: with every backup, and on every report.
 */
final class Chain {
    /** What the first seal rests on. */
    static final String BEGIN = "0".repeat(64);
    private static final String ROW = "e.id, e.at_us, e.site_id, e.chamber_id, e.who, e.what, e.thing, e.thing_id, e.named, e.why, e.changes, e.origin_proof";
    private static final int COLUMNS = 12;
    private static final int AT_ONCE = 500;
    /** How long the transaction of a row may have taken until it was seen (µs): longer than any takes. */
    private static final long LATE_US = 3_600_000_000L;
    private final JdbcClient sql;

    Chain(JdbcClient sql) {
        this.sql = sql;
    }

    private record Row(String id, String content) {
    }

    Seal head() {
        return sql.sql("select seq, hash from audit_seal order by seq desc limit 1").query((row, i) -> new Seal(row.getLong(1), row.getString(2))).optional()
                .orElse(new Seal(0, BEGIN));
    }

    /** Seals what is not sealed yet; how many that were. One at a time: who comes second finds the number taken, and has sealed nothing. */
    int seal(long nowUs) {
        Seal head = head();
        // Where the clock was ahead once, what is written now is earlier than the last seal, and none the worse for it.
        long since = Math.min(nowUs, sql.sql("select coalesce(max(sealed_us), 0) from audit_seal").query(Long.class).single()) - LATE_US;
        List<Row> rows = sql
                .sql("select " + ROW + " from audit_entry e left join audit_seal s on s.entry_id = e.id where s.entry_id is null and e.at_us > ? order by e.at_us, e.id limit "
                        + AT_ONCE)
                .param(since).query((row, i) -> new Row(row.getString(1), content(row, 1))).list();
        for (Row row : rows) {
            head = new Seal(head.seq() + 1, next(head, row.content));
            sql.sql("insert into audit_seal (seq, entry_id, hash, sealed_us) values (?, ?, ?, ?)").param(head.seq()).param(row.id).param(head.hash()).param(nowUs).update();
        }
        return rows.size();
    }

    static String next(Seal head, String content) {
        return Token.hashText(head.hash() + "\n" + (head.seq() + 1) + "\n" + content);
    }

    /** All of a row, from a column on. Each with its length before it, so that nothing can be moved from one field to the next. */
    private static String content(ResultSet row, int first) throws SQLException {
        StringBuilder content = new StringBuilder();
        for (int column = first; column < first + COLUMNS; column++) {
            String value = row.getString(column);
            content.append(value == null ? "-" : value.length() + ":" + value).append('\n');
        }
        return content.toString();
    }

    /**
     * What is wrong with the chain; empty where nothing is.
     *
     * @param known seals as they are known from elsewhere
     */
    Optional<String> broken(List<Seal> known, long nowUs) {
        Seal head = new Seal(0, BEGIN);
        List<Seal> open = new ArrayList<>(known);
        while (true) {
            Seal before = head;
            List<Object[]> seals = sql.sql("select s.seq, s.hash, s.entry_id, " + ROW + ", o.origin, o.salt from audit_seal s left join audit_entry e on e.id = s.entry_id"
                    + " left join audit_origin o on o.entry_id = s.entry_id where s.seq > ? order by s.seq limit " + AT_ONCE).param(before.seq())
                    .query((row,
                            i) -> new Object[] {row.getLong(1), row.getString(2), row.getString(3), row.getString(4) == null ? null : content(row, 4), row.getString(15),
                                    row.getString(16),
                                    row.getString(17)})
                    .list();
            for (Object[] seal : seals) {
                long seq = (Long) seal[0];
                if (seq != head.seq() + 1) {
                    return Optional.of("seals " + (head.seq() + 1) + " to " + (seq - 1) + " are gone");
                }
                if (seal[3] == null) {
                    return Optional.of("the row of seal " + seq + " is gone");
                }
                String hash = next(head, (String) seal[3]);
                if (!hash.equals(seal[1])) {
                    return Optional.of("the row of seal " + seq + ", " + seal[2] + ", is not as it was written");
                }
                if (seal[5] != null && !Audit.proof((String) seal[6], (String) seal[5]).equals(seal[4])) {
                    return Optional.of("where the row of seal " + seq + " came from is not as it was written");
                }
                head = new Seal(seq, hash);
                for (Seal each : open) {
                    if (each.seq() == seq && !each.hash().equals(hash)) {
                        return Optional.of("seal " + seq + " is another than was noted elsewhere");
                    }
                }
            }
            if (seals.isEmpty()) {
                break;
            }
        }
        long last = head.seq();
        Optional<Seal> cutOff = known.stream().filter(each -> each.seq() > last).findFirst();
        if (cutOff.isPresent()) {
            return Optional.of("the chain ends at seal " + last + ", though seal " + cutOff.get().seq() + " was noted elsewhere");
        }
        long unsealed = Objects.requireNonNull(sql.sql("select count(*) from audit_entry e left join audit_seal s on s.entry_id = e.id where s.entry_id is null and e.at_us < ?")
                .param(nowUs - LATE_US).query(Long.class).single());
        return unsealed > 0 ? Optional.of(unsealed + " rows were put in past the chain") : Optional.empty();
    }
}
