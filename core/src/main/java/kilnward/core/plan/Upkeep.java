package kilnward.core.plan;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Bowl;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.rehearsal.outcome.Metrics;

/**
 * Something that a chamber asks for again and again, whoever lives in it.
 *
 * @param code      what
 * @param everyDays days from one time to the next
 * @param litresDay water that is used up in a day, as rehearsed (l); empty for what is not about water
 * @param lasts     whether it is known how long the water lasts; where not, it is looked after once a day
 */
public record Upkeep(Task.Code code, double everyDays, OptionalDouble litresDay, boolean lasts) {
    /** Common practice, no source: alarms are tried monthly, spare parts looked through twice a year, a backup restored once a season. */
    private static final double ALARMS_DAYS = 30;
    private static final double SPARES_DAYS = 182;
    public static final double BACKUP_DAYS = 91;
    /** A fifth of the water is left when it is topped up, and it is looked after once a fortnight anyway. */
    private static final double USED_SHARE = 0.8;
    private static final double LONGEST_DAYS = 14;
    private static final double SHORTEST_DAYS = 0.25;
    /** Less than this a day nobody tops up (kg). */
    private static final double LEAST_KG = 0.002;
    /** So much of a tank's water may go before its heater or pump stands in the air. */
    private static final double TANK_SHARE = 0.03;

    /**
     * What any chamber asks for.
     *
     * @param alarms whether anything in it can sound
     */
    public static List<Upkeep> always(boolean alarms) {
        Upkeep spares = new Upkeep(Task.Code.SPARE_PARTS, SPARES_DAYS, OptionalDouble.empty(), true);
        return alarms ? List.of(new Upkeep(Task.Code.TEST_ALARMS, ALARMS_DAYS, OptionalDouble.empty(), true), spares) : List.of(spares);
    }

    /**
     * How often its water is topped up.
     *
     * @param day  what was used, as rehearsed …
     * @param days … in so many days
     * @return empty where no water is used, or it is not rehearsed
     */
    public static Optional<Upkeep> topUp(Chamber chamber, Metrics day, double days) {
        if (day.water().isEmpty()) {
            return Optional.empty();
        }
        double given = day.water().get().suppliedKg() / days;
        if (chamber.tank().isPresent()) {
            double held = chamber.box().innerLengthM() * chamber.box().innerWidthM() * chamber.tank().get().waterHeightM() * 1000;
            return given < LEAST_KG ? Optional.empty() : Optional.of(lasting(TANK_SHARE * held / given, given));
        }
        double bowls = chamber.of(Bowl.class).stream().mapToDouble(Bowl::waterKg).sum();
        double lost = (day.water().get().ventilatedKg() + day.water().get().driedKg() + day.water().get().drainedKg()) / days - given;
        if (bowls > 0 && lost >= LEAST_KG) {
            return Optional.of(lasting(USED_SHARE * bowls / lost, lost));
        }
        return chamber.of(Humidifier.class).isEmpty() || given < LEAST_KG ? Optional.empty()
                : Optional.of(new Upkeep(Task.Code.TOP_UP, 1, OptionalDouble.of(given), false));
    }

    /** In whole days where it lasts for any, so that it is always at the same hour. */
    private static Upkeep lasting(double lastsDays, double kgDay) {
        double every = Math.max(SHORTEST_DAYS, Math.min(LONGEST_DAYS, lastsDays >= 1 ? Math.floor(lastsDays) : Math.floor(lastsDays * 4) / 4));
        return new Upkeep(Task.Code.TOP_UP, every, OptionalDouble.of(kgDay), true);
    }
}
