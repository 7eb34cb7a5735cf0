package kilnward.core.device;

import java.util.List;
import java.util.Objects;
import java.util.OptionalDouble;
import java.util.Set;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * How a device behaves beside its keys, as its user found out.
 *
 * @param leftAlone      what becomes of a change when the keys rest
 * @param restS          after how long (s); empty where not known
 * @param sounder        whether and how its sounder can be silenced
 * @param linkLoss       what its outputs do when they lose the head unit
 * @param highAlarmLeast least distance of the high alarm above the set value, in the profile's unit, 0 or more
 * @param lowAlarmLeast  least distance of the low alarm below the set value, in the profile's unit, 0 or more
 * @param codes          what it shows instead of a number, and what that means
 * @param calibration    what is keyed in to calibrate it
 * @param highAlarmDoes  what its high alarm does; empty where not known
 * @param lowAlarmDoes   the same of its low alarm
 */
public record Habits(LeftAlone leftAlone, @Bounded(min = 0.5, max = 600, unit = "s") OptionalDouble restS, Sounder sounder, LinkLoss linkLoss,
        @Bounded(min = 0, max = 50) double highAlarmLeast,
        @Bounded(min = 0, max = 50) double lowAlarmLeast, List<Code> codes, Calibration calibration, Set<AlarmDoes> highAlarmDoes, Set<AlarmDoes> lowAlarmDoes) {
    /** Nothing known. */
    public static final Habits UNKNOWN = new Habits(LeftAlone.UNKNOWN, OptionalDouble.empty(), Sounder.UNKNOWN, LinkLoss.NO_LINK, 0, 0, List.of());

    /** What is keyed in to calibrate a device. */
    public enum Calibration {
        /** An offset that is added to the sensor. */
        OFFSET,
        /** What the reference reads: the device works the offset out. */
        REFERENCE
    }

    /** What an alarm does. */
    public enum AlarmDoes {
        SOUND,
        LIGHT,
        MESSAGE
    }

    /** One with an offset, of whose alarms nothing more is known. */
    public Habits(LeftAlone leftAlone, OptionalDouble restS, Sounder sounder, LinkLoss linkLoss, double highAlarmLeast, double lowAlarmLeast, List<Code> codes) {
        this(leftAlone, restS, sounder, linkLoss, highAlarmLeast, lowAlarmLeast, codes, Calibration.OFFSET, Set.of(), Set.of());
    }

    /** Whether an alarm is known to reach nobody's ear or phone: it only lights up. */
    public boolean isSilent(boolean high) {
        Set<AlarmDoes> does = high ? highAlarmDoes : lowAlarmDoes;
        return !does.isEmpty() && !does.contains(AlarmDoes.SOUND) && !does.contains(AlarmDoes.MESSAGE);
    }

    /** What becomes of a change when the keys rest. */
    public enum LeftAlone {
        UNKNOWN,
        KEPT,
        DROPPED
    }

    /** How a sounder can be silenced. */
    public enum Sounder {
        UNKNOWN,
        NONE,
        CANNOT_BE_MUTED,
        MUTED_BY_ANY_KEY,
        CAN_BE_OFF,
        OFF
    }

    /** What outputs do without their head unit. */
    public enum LinkLoss {
        /** Head and outputs are one device. */
        NO_LINK,
        OFF,
        ON,
        /** They stay as they were. */
        STAYS,
        /** A key says. */
        BY_KEY
    }

    /** What a code says. */
    public enum Meaning {
        PROBE_OPEN,
        PROBE_SHORT,
        TOO_HIGH,
        TOO_LOW,
        HIGH_ALARM,
        LOW_ALARM,
        OTHER
    }

    /**
     * A code of a device.
     *
     * @param shown   what it shows, in the user's words
     * @param meaning what that means
     */
    public record Code(String shown, Meaning meaning) {
        public Code {
            Require.that(shown != null && !shown.isBlank() && shown.length() <= 20, "shown", shown, "must have 1 to 20 characters");
            Objects.requireNonNull(meaning, "meaning");
        }
    }

    public Habits {
        Objects.requireNonNull(leftAlone, "leftAlone");
        restS.ifPresent(rest -> Require.within(Habits.class, "restS", rest));
        Objects.requireNonNull(sounder, "sounder");
        Objects.requireNonNull(linkLoss, "linkLoss");
        Require.within(Habits.class, "highAlarmLeast", highAlarmLeast);
        Require.within(Habits.class, "lowAlarmLeast", lowAlarmLeast);
        codes = List.copyOf(codes);
        Objects.requireNonNull(calibration, "calibration");
        highAlarmDoes = Set.copyOf(highAlarmDoes);
        lowAlarmDoes = Set.copyOf(lowAlarmDoes);
    }
}
