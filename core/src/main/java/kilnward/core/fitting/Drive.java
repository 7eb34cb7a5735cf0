package kilnward.core.fitting;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Require;
import kilnward.core.review.Cycles;
import kilnward.core.review.Working;
import kilnward.core.review.Cycles.Move;
import kilnward.core.series.Samples;

/**
 * When the heating of a box was on, as far as it is known.
 *
 * @param switchS  when it switched (s since the log began), rising
 * @param beginsOn whether it was on before the first
 * @param errorS   standard deviation of how far each moment may be off (s), at least 0
 * @param lagging  whether all of them come late by what passes between a contact and its effect, which then has to be found too
 * @param onW      what the heaters draw while on, where that was measured (W)
 */
public record Drive(List<Double> switchS, boolean beginsOn, double errorS, boolean lagging, OptionalDouble onW) {
    /** Even within a span, the deviation is the span over √12 (GUM, JCGM 100:2008, 4.3.7). */
    private static final double EVEN = 1 / Math.sqrt(12);
    private static final double LEAST_READINGS_A_CYCLE = 6;
    private static final int LEAST_POWER = 10;
    /** What is on or off for fewer readings than this is missed now and then. */
    private static final double LEAST_READINGS_A_SPELL = 3;
    private static final double NOISES = 5;
    private static final double SHARE_OF_RANGE = 0.2;

    public Drive {
        switchS = List.copyOf(switchS);
        Require.that(errorS >= 0, "errorS", errorS, "must be at least 0 s");
        for (int i = 1; i < switchS.size(); i++) {
            Require.that(switchS.get(i) >= switchS.get(i - 1), "switchS[" + i + "]", switchS.get(i), "must not be before the one before");
        }
    }

    /**
     * From a log of watts: on above the middle between the least and the most, switched half-way between two readings that differ.
     *
     * @throws RefusedValueException where it was read so seldom that it may have been on in between
     */
    public static Drive ofWatts(Samples watts) {
        Require.that(watts.count() >= LEAST_POWER, "watts", watts.count(), "must be at least " + LEAST_POWER + " readings to tell when it was on");
        double low = watts.quantile(0.02);
        double middle = Working.threshold(watts);
        List<Double> at = new ArrayList<>();
        double[] value = watts.value();
        double sum = 0;
        int on = 0;
        for (int i = 0; i < value.length; i++) {
            if (i > 0 && value[i] > middle != value[i - 1] > middle) {
                at.add(0.5 * (watts.atS()[i] + watts.atS()[i - 1]));
            }
            sum += value[i] > middle ? value[i] - low : 0;
            on += value[i] > middle ? 1 : 0;
        }
        double[] spells = IntStream.range(1, at.size()).mapToDouble(i -> at.get(i) - at.get(i - 1)).sorted().toArray();
        if (spells.length > 0 && spells[spells.length / 10] < LEAST_READINGS_A_SPELL * watts.spacingS()) {
            throw new RefusedValueException("watts", watts.spacingS() + " s",
                    "must be read at least three times while it is on or off, which lasts " + Math.round(spells[spells.length / 10])
                            + " s at times: log the watts more often");
        }
        return new Drive(at, value[0] > middle, watts.spacingS() * EVEN, false, on == 0 ? OptionalDouble.empty() : OptionalDouble.of(sum / on));
    }

    /**
     * From the readings themselves: what rises is taken to be heated.
     *
     * @return empty where it switches faster than it is read, or not at all
     */
    public static Optional<Drive> ofTurns(Samples log) {
        double threshold = Math.max(NOISES * log.noise(), SHARE_OF_RANGE * (log.quantile(0.9) - log.quantile(0.1)));
        Cycles cycles = Cycles.of(List.of(log), threshold);
        List<Move> moves = cycles.moves();
        OptionalDouble period = cycles.periodS();
        if (moves.stream().noneMatch(each -> each.size() > threshold) || period.isPresent() && period.getAsDouble() < LEAST_READINGS_A_CYCLE * log.spacingS()) {
            return Optional.empty();
        }
        List<Double> at = moves.stream().skip(1).map(Move::fromS).toList();
        return Optional.of(new Drive(at, moves.get(0).rises(), log.spacingS(), true, OptionalDouble.empty()));
    }

    /** The same, its contacts closing and opening earlier (s). */
    Drive earlier(double closingS, double openingS) {
        double[] moments = new double[switchS.size()];
        for (int i = 0; i < moments.length; i++) {
            moments[i] = switchS.get(i) - (closes(i) ? closingS : openingS);
        }
        return at(moments);
    }

    /** The same with other moments; one that would pass the one before waits for it. */
    Drive at(double[] moments) {
        List<Double> at = new ArrayList<>();
        double before = Double.NEGATIVE_INFINITY;
        for (double each : moments) {
            before = Math.max(before, each);
            at.add(before);
        }
        return new Drive(at, beginsOn, errorS, lagging, onW);
    }

    /** The same with one of its moments later (s); none of the others moves. */
    Drive later(int index, double seconds) {
        List<Double> at = new ArrayList<>(switchS);
        double limit = index + 1 < at.size() ? at.get(index + 1) : Double.POSITIVE_INFINITY;
        at.set(index, Math.min(limit, at.get(index) + seconds));
        return new Drive(at, beginsOn, errorS, lagging, onW);
    }

    /** Whether the contact closes at one of its moments. */
    boolean closes(int index) {
        return beginsOn == (index % 2 == 1);
    }
}
