package kilnward.core.alarm;

import java.util.List;
import java.util.OptionalDouble;

/**
 * What a rule has to go by.
 *
 * @param own    readings of the series it watches, in the order of time; for {@link RuleKind#SILENCE} whatever its device sends
 * @param others readings of what that is held against, each in the order of time: peers, an output, what else the device sends; empty for most rules
 */
public record Heard(List<Reading> own, List<List<Reading>> others) {
    private static final double HAIR_S = 1e-6;

    public Heard {
        own = List.copyOf(own);
        others = others.stream().map(List::copyOf).toList();
    }

    /** One series alone. */
    public static Heard of(List<Reading> own) {
        return new Heard(own, List.of());
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

    /** The value that held so long before a moment (s); empty where none did. */
    static OptionalDouble at(List<Reading> readings, double atS, double beforeS) {
        return at(readings, atS - beforeS + HAIR_S);
    }

    /** The value that holds at a moment; empty before the first reading. */
    public static OptionalDouble at(List<Reading> readings, double atS) {
        int i = index(readings, atS);
        return i < 0 ? OptionalDouble.empty() : OptionalDouble.of(readings.get(i).value());
    }

    /** The value of the own series that holds at a moment; empty before the first reading. */
    public OptionalDouble at(double atS) {
        return at(own, atS);
    }

    /** The first of what it is held against; none where there is none. */
    List<Reading> other() {
        return others.isEmpty() ? List.of() : others.get(0);
    }
}
