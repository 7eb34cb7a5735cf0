package kilnward.core.logbook;

import java.util.OptionalDouble;
import java.util.OptionalInt;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Require;

/** What cannot be is refused where it is written: a slip of the finger in the record is found by nobody later. */
public final class Plausible {
    /** An egg heavier or lighter than the usual one by this factor is none of that kind; common practice, no source. */
    private static final double TIMES = 3;
    private static final double LARGEST_LITRES = 5000;
    private static final double LARGEST_GRAMS = 1_000_000;

    private Plausible() {
    }

    /**
     * Checks an entry.
     *
     * @param eachG  what one usually weighs (g); empty where no guide says so
     * @param inside how many there are; empty where nobody knows
     * @throws RefusedValueException at {@code amount}, {@code pieces}, {@code temperatureC} or {@code humidityPct}
     */
    public static void check(EntryKind kind, OptionalDouble amount, OptionalInt pieces, OptionalDouble temperatureC, OptionalDouble humidityPct, OptionalDouble eachG,
            OptionalInt inside) {
        temperatureC.ifPresent(value -> Require.within("temperatureC", value, -40, 80, "°C"));
        humidityPct.ifPresent(value -> Require.within("humidityPct", value, 0, 100, "%RH"));
        Require.that(amount.isEmpty() || kind.unit() != EntryKind.Unit.NONE, "amount", amount, "belongs to no entry of this kind");
        Require.that(pieces.isEmpty() || kind.counted(), "pieces", pieces, "belong to no entry of this kind");
        if (amount.isPresent()) {
            Require.within("amount", amount.getAsDouble(), 0, kind.unit() == EntryKind.Unit.LITRES ? LARGEST_LITRES : LARGEST_GRAMS,
                    kind.unit() == EntryKind.Unit.LITRES ? "l" : "g");
        }
        if (pieces.isPresent()) {
            Require.within("pieces", pieces.getAsInt(), 0, 1_000_000, "");
            Require.that(inside.isEmpty() || pieces.getAsInt() <= inside.getAsInt(), "pieces", pieces.getAsInt(), "must not be more than the " + inside.orElse(0) + " there are");
        }
        if (kind == EntryKind.WEIGHED) {
            Require.that(amount.isPresent() && amount.getAsDouble() > 0, "amount", amount.isPresent() ? amount.getAsDouble() : null, "must be given: what the scale shows");
            double one = amount.getAsDouble() / Math.max(1, pieces.orElse(1));
            if (eachG.isPresent() && (one > TIMES * eachG.getAsDouble() || one < eachG.getAsDouble() / TIMES)) {
                throw new RefusedValueException("amount", amount.getAsDouble(), "is " + Require.plain(Math.rint(one * 10) / 10) + " g each, where one usually weighs about "
                        + Require.plain(eachG.getAsDouble()) + " g: put the weight right, or how many were on the scale");
            }
        }
    }
}
