package kilnward.core.alarm;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import kilnward.core.finding.Require;

/**
 * What a rule has to go by.
 *
 * @param own    readings of the series it watches, in the order of time; for {@link RuleKind#SILENCE} whatever its device sends
 * @param others readings of what that is held against, each in the order of time: peers, an output, what else the device sends; empty for most rules
 * @param holdS  so long after a reading its value is taken to hold (s); after that, until the next, nothing is known. Infinite where a reading holds until the next
 */
public record Heard(List<Reading> own, List<List<Reading>> others, double holdS) {
    private static final double HAIR_S = 1e-6;
    /** So many times the usual distance of two readings a value holds: one or two may be lost on the way. */
    private static final double HOLDS_FOR = 3;
    /** A value always holds for so long (s): a device that starts again is no gap. */
    private static final double LEAST_HOLD_S = 120;

    public Heard {
        Require.that(holdS > 0, "holdS", holdS, "must be above 0");
        own = List.copyOf(own);
        others = others.stream().map(List::copyOf).toList();
    }

    /** Readings that each hold until the next. */
    public Heard(List<Reading> own, List<List<Reading>> others) {
        this(own, others, Double.POSITIVE_INFINITY);
    }

    /** One series alone, whose readings each hold until the next. */
    public static Heard of(List<Reading> own) {
        return new Heard(own, List.of());
    }

    /** The same where each value holds for so long (s). */
    public Heard holding(double otherS) {
        return new Heard(own, others, otherS);
    }

    /** The same for {@link RuleKind#SILENCE} by somebody who has listened only since a moment (s): what was not heard before counts from then. */
    public Heard listeningSince(double listensSinceS) {
        return own.isEmpty() || own.get(own.size() - 1).atS() >= listensSinceS ? this
                : Heard.of(Stream.concat(own.stream(), Stream.of(new Reading(listensSinceS, 0))).toList());
    }

    /**
     * How long a value of a series holds (s).
     *
     * @param everyS   usual distance of two readings, as somebody said (s)
     * @param readings some of its readings, in the order of time: what they show counts where it is longer
     */
    public static double holdS(double everyS, List<Reading> readings) {
        double[] apart = IntStream.range(1, readings.size()).mapToDouble(i -> readings.get(i).atS() - readings.get(i - 1).atS()).sorted().toArray();
        return Math.max(LEAST_HOLD_S, HOLDS_FOR * Math.max(everyS, apart.length == 0 ? 0 : apart[apart.length / 2]));
    }

    /** Whether a value of a series is known at a moment. */
    boolean isKnown(List<Reading> readings, double atS) {
        int i = index(readings, atS);
        return i >= 0 && atS <= readings.get(i).atS() + holdS;
    }

    /** Whether a value of a series is known at every moment of a stretch; a sum of two times is a hair off now and then. */
    boolean isKnown(List<Reading> readings, double fromS, double toS) {
        int i = index(readings, fromS + HAIR_S);
        if (i < 0) {
            return false;
        }
        for (double knownToS = readings.get(i).atS() + holdS; knownToS < toS; knownToS = readings.get(i).atS() + holdS) {
            i++;
            if (i == readings.size() || readings.get(i).atS() > knownToS) {
                return false;
            }
        }
        return true;
    }

    /** A stretch in which the own series is not known. */
    record Gap(double fromS, double toS) {
    }

    /** Stretches between two moments in which the own series is not known, in the order of time; none where readings hold until the next. */
    List<Gap> gaps(double fromS, double toS) {
        List<Gap> found = new ArrayList<>();
        if (Double.isInfinite(holdS)) {
            return found;
        }
        double knownToS = fromS;
        for (int i = Math.max(0, index(own, fromS)); i < own.size() && own.get(i).atS() < toS; i++) {
            if (own.get(i).atS() > knownToS && Double.isFinite(knownToS)) {
                found.add(new Gap(knownToS, own.get(i).atS()));
            }
            knownToS = Math.max(knownToS, own.get(i).atS() + holdS);
        }
        if (knownToS < toS) {
            found.add(new Gap(knownToS, toS));
        }
        return found;
    }

    /** Place of the reading that holds at a moment; -1 before the first. */
    public static int index(List<Reading> readings, double atS) {
        int low = 0;
        int high = readings.size() - 1;
        while (low <= high) {
            int middle = (low + high) >>> 1;
            if (readings.get(middle).atS() <= atS) {
                low = middle + 1;
            } else {
                high = middle - 1;
            }
        }
        return high;
    }

    /** Place of the reading that held so long before a moment (s); -1 where none did. A sum of two times is a hair off now and then. */
    static int index(List<Reading> readings, double atS, double beforeS) {
        return index(readings, atS - beforeS + HAIR_S);
    }

    /** The value that held so long before a moment (s); empty where none is known. */
    OptionalDouble at(List<Reading> readings, double atS, double beforeS) {
        double thenS = atS - beforeS + HAIR_S;
        return isKnown(readings, thenS) ? at(readings, thenS) : OptionalDouble.empty();
    }

    /** The last value before a moment; empty before the first reading. */
    public static OptionalDouble at(List<Reading> readings, double atS) {
        int i = index(readings, atS);
        return i < 0 ? OptionalDouble.empty() : OptionalDouble.of(readings.get(i).value());
    }

    /** The last value of the own series before a moment, whether it still holds or not; empty before the first reading. */
    public OptionalDouble at(double atS) {
        return at(own, atS);
    }

    /** The first of what it is held against; none where there is none. */
    List<Reading> other() {
        return others.isEmpty() ? List.of() : others.get(0);
    }
}
