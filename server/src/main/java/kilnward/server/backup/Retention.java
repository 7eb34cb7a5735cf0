package kilnward.server.backup;

import java.time.Instant;
import java.time.YearMonth;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.IsoFields;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Which backups are kept: each of the last days, one of each of the last weeks, one of each of the last months; and the newest of those that somebody asked for. */
final class Retention {
    static final int DAYS = 7;
    static final int WEEKS = 5;
    static final int MONTHS = 12;
    static final int ASKED = 5;

    private Retention() {
    }

    /** A backup that is there. */
    record Kept(String name, Kind kind, Instant at) {
    }

    /** Why one was made. */
    enum Kind {
        NIGHTLY,
        ASKED,
        UPGRADE
    }

    /** Those that may go. */
    static List<Kept> done(List<Kept> all, ZoneId zone) {
        List<Kept> newest = all.stream().sorted(Comparator.comparing(Kept::at).reversed()).toList();
        Set<Kept> stay = new HashSet<>();
        Set<Object> days = new HashSet<>();
        Set<Object> weeks = new HashSet<>();
        Set<Object> months = new HashSet<>();
        for (Kept each : newest) {
            ZonedDateTime at = each.at.atZone(zone);
            if (each.kind != Kind.NIGHTLY) {
                if (newest.stream().filter(other -> other.kind == each.kind).limit(ASKED).anyMatch(each::equals)) {
                    stay.add(each);
                }
                continue;
            }
            // The newest of each stands for it.
            boolean day = days.size() < DAYS && days.add(at.toLocalDate());
            boolean week = weeks.size() < WEEKS && weeks.add(List.of(at.get(IsoFields.WEEK_BASED_YEAR), at.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR)));
            boolean month = months.size() < MONTHS && months.add(YearMonth.from(at));
            if (day || week || month) {
                stay.add(each);
            }
        }
        return newest.stream().filter(each -> !stay.contains(each)).toList();
    }
}
