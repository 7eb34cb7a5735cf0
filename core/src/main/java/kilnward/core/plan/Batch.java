package kilnward.core.plan;

import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Map;
import kilnward.core.finding.Require;
import kilnward.core.life.School;
import kilnward.core.life.Stage;

/**
 * Living things that go through the stages of a school together from a start.
 *
 * @param school   how they are kept
 * @param startsAt when they are put in, by the clock of the place
 * @param zone     the place's time zone
 * @param begun    when stages really began, by their ids: what came early or late; the first is never in it
 */
public record Batch(School school, LocalDateTime startsAt, ZoneId zone, Map<String, LocalDateTime> begun) {
    private static final double DAY_S = 86_400;

    public Batch {
        Require.that(school != null, "schoolId", null, "must be given");
        Require.that(startsAt != null, "startsAt", null, "must be given");
        Require.that(startsAt.getYear() >= 1900 && startsAt.getYear() < 2200, "startsAt", startsAt, "must lie in the years 1900 to 2199");
        Require.that(zone != null, "zone", null, "must be given");
        begun = Map.copyOf(begun);
        LocalDateTime before = startsAt;
        for (int i = 0; i < school.stages().size(); i++) {
            LocalDateTime at = begun.get(school.stages().get(i).id());
            if (at != null) {
                Require.that(i > 0, "begun", at, "the first stage begins with the start: move the start instead");
                Require.that(at.isAfter(before), "begun", at, "must be after " + before + ", when the stage before it began");
                Require.that(at.getYear() < 2200, "begun", at, "must lie before the year 2200");
                before = at;
            }
        }
        for (String id : begun.keySet()) {
            Require.that(school.stages().stream().anyMatch(each -> each.id().equals(id)), "begun", id, "must be a stage of " + school.name());
        }
    }

    /** Where nothing came early or late. */
    public Batch(School school, LocalDateTime startsAt, ZoneId zone) {
        this(school, startsAt, zone, Map.of());
    }

    /**
     * When a stage begins.
     *
     * @return null where it stands behind one of open length that has not ended
     */
    public LocalDateTime begins(int stage) {
        double sinceDays = 0;
        for (int i = stage; i > 0; i--) {
            LocalDateTime at = begun.get(school.stages().get(i).id());
            if (at != null) {
                return after(at, sinceDays);
            }
            Double days = school.stages().get(i - 1).durationDays();
            if (days == null) {
                return null;
            }
            sinceDays += days;
        }
        return after(startsAt, sinceDays);
    }

    /** When its last stage ends; null where that is open. */
    public LocalDateTime ends() {
        int last = school.stages().size() - 1;
        Double days = school.stages().get(last).durationDays();
        LocalDateTime from = begins(last);
        return days == null || from == null ? null : after(from, days);
    }

    /** The stage in force at a moment, by the clock of the place; -1 before the start. */
    public int stageAt(LocalDateTime at) {
        int found = -1;
        for (int i = 0; i < school.stages().size(); i++) {
            LocalDateTime from = begins(i);
            if (from == null || from.isAfter(at)) {
                break;
            }
            found = i;
        }
        return found;
    }

    /**
     * A day of the school as it really falls: counted from when the stage that holds it began.
     *
     * @param day days since the start, as a guide counts them
     * @return null where that is not known yet
     */
    public LocalDateTime onDay(double day) {
        int stage = stageOf(day);
        LocalDateTime from = begins(stage);
        return from == null ? null : after(from, day - nominalDays(stage));
    }

    /** The stage that holds a day as a guide counts them. */
    int stageOf(double day) {
        double until = 0;
        for (int i = 0; i < school.stages().size() - 1; i++) {
            Double days = school.stages().get(i).durationDays();
            if (days == null) {
                return i;
            }
            until += days;
            if (day < until - 1e-9) {
                return i;
            }
        }
        return school.stages().size() - 1;
    }

    private double nominalDays(int stage) {
        return school.stages().subList(0, stage).stream().map(Stage::durationDays).mapToDouble(days -> days == null ? 0 : days).sum();
    }

    /** Whole days by the calendar, the rest in hours that really pass. A moment that the clocks leave out is the one that stands there instead. */
    private LocalDateTime after(LocalDateTime from, double days) {
        double whole = Math.floor(days + 1e-9);
        ZonedDateTime at = ZonedDateTime.of(from, zone).plusDays((long) whole).plusSeconds(Math.round((days - whole) * DAY_S));
        return at.toLocalDateTime();
    }
}
