package kilnward.core.calibration;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.finding.Require;

/**
 * A check from its first row to the proof that it held: rows with the old offset in force, the offset keyed in, rows with the new
 * one. Everything follows from what was written down, so two people writing at once, and one who comes back on another device, see
 * the same.
 *
 * @param phase       where it stands
 * @param found       what the rows with the old offset in force say; empty where there are none
 * @param left        what the rows since the last offset was keyed in say; empty where there are none, or where the old offset is in
 *                    force
 * @param offset      offset in force now (controller's unit)
 * @param settledAtS  earliest moment at which the rows of this phase can count as settled (s, on the rows' own clock); empty where
 *                    none has been written yet, or nothing is waited for
 * @param suspicion   what seems to have gone wrong with the keying in; empty where nothing does
 */
public record CheckSession(Phase phase, Optional<Check> found, Optional<Check> left, double offset, OptionalDouble settledAtS,
        Optional<KeyedWrong> suspicion) {
    /** Where a check stands. */
    public enum Phase {
        /** No row yet: place the reference, close the box. */
        PREPARE,
        /** It has not settled: wait, and write down more rows. */
        WAIT,
        /** It has settled, and another offset follows. */
        KEY_IN,
        /** Keyed in: wait again, and write down rows with the new offset. */
        VERIFY,
        /** Display and reference agree as well as can be told. */
        RIGHT,
        /** The new offset was keyed in and the display is still off. */
        STILL_OFF,
        /** The controller cannot be given the offset that follows. */
        REPLACE_PROBE,
        /** The reference hung at the occupant, and it has settled: the difference is known. */
        PLACED
    }

    /** Where the reference hangs. */
    public enum Place {
        /** Beside the probe: what differs is the sensor's error, and becomes the offset. */
        PROBE,
        /** At the occupant: what differs is the place, and holds for this room, load and fan only. */
        OCCUPANT
    }

    /**
     * An offset keyed in during the check, the taking back of one included.
     *
     * @param timeS  when (s), on the rows' own clock
     * @param offset offset from then on (controller's unit)
     */
    public record Keyed(double timeS, double offset) {
        public Keyed {
            Require.finite("timeS", timeS);
            Require.finite("offset", offset);
        }
    }

    /**
     * @param place      where the reference hangs
     * @param rows       rows that count, in any order; may be none
     * @param keyed      offsets keyed in, in any order; may be none
     * @param references all references that the rows name
     * @param rules      what counts as settled
     * @param key        what the offset is keyed in by; its current offset is the one in force when the check began
     */
    public static CheckSession of(Place place, List<CheckRow> rows, List<Keyed> keyed, List<Reference> references, Check.Rules rules,
            Check.Key key) {
        Objects.requireNonNull(place, "place");
        List<Keyed> entries = keyed.stream().sorted(Comparator.comparingDouble(Keyed::timeS)).toList();
        double offset = entries.isEmpty() ? key.current() : entries.get(entries.size() - 1).offset();
        List<CheckRow> before = new ArrayList<>();
        List<CheckRow> after = new ArrayList<>();
        double lastS = entries.isEmpty() ? Double.NEGATIVE_INFINITY : entries.get(entries.size() - 1).timeS();
        for (CheckRow row : rows) {
            if (inForce(entries, row.timeS(), key.current()) == key.current()) {
                before.add(row);
            } else if (row.timeS() >= lastS) {
                after.add(row);
            }
        }
        boolean changed = offset != key.current();
        Optional<Check> found = before.isEmpty() ? Optional.empty() : Optional.of(Check.of(before, references, rules, key));
        Check.Key now = new Check.Key(offset, key.step(), key.lowest(), key.highest(), key.resolution());
        Optional<Check> left = changed && !after.isEmpty() ? Optional.of(Check.of(after, references, rules, now)) : Optional.empty();
        Phase phase = phase(place, changed, found, left, key);
        Optional<KeyedWrong> suspicion = phase == Phase.STILL_OFF ? found.flatMap(first -> KeyedWrong.seen(first, key, offset, left.orElseThrow()))
                : Optional.empty();
        boolean waits = phase == Phase.WAIT || phase == Phase.VERIFY;
        OptionalDouble settledAtS = waits ? (changed ? after : before).stream().mapToDouble(CheckRow::timeS).min() : OptionalDouble.empty();
        return new CheckSession(phase, found, left, offset,
                settledAtS.isPresent() ? OptionalDouble.of(settledAtS.getAsDouble() + rules.leastS()) : settledAtS, suspicion);
    }

    private static Phase phase(Place place, boolean changed, Optional<Check> found, Optional<Check> left, Check.Key key) {
        if (changed) {
            return left.map(check -> !check.settling().settled() ? Phase.VERIFY : isRight(check, key) ? Phase.RIGHT : Phase.STILL_OFF).orElse(Phase.VERIFY);
        }
        if (found.isEmpty()) {
            return Phase.PREPARE;
        }
        if (place == Place.OCCUPANT) {
            return found.get().settling().settled() ? Phase.PLACED : Phase.WAIT;
        }
        return switch (found.get().verdict()) {
            case WAIT -> Phase.WAIT;
            case KEY_IN -> Phase.KEY_IN;
            case LEAVE -> Phase.RIGHT;
            case REPLACE_PROBE -> Phase.REPLACE_PROBE;
        };
    }

    /** Whether what is left cannot be told from nothing: within its own uncertainty, or below half a step of the offset. */
    private static boolean isRight(Check check, Check.Key key) {
        return Math.abs(check.error()) <= Math.max(check.uncertainty().expanded(), 0.5 * key.step()) + 1e-9;
    }

    /** The offset that was in force at a moment. */
    private static double inForce(List<Keyed> entries, double timeS, double first) {
        double offset = first;
        for (Keyed entry : entries) {
            if (entry.timeS() <= timeS) {
                offset = entry.offset();
            }
        }
        return offset;
    }

    /** What the sensor shows too much without any offset: the error found less the offset that was in force. Empty until it has settled. */
    public OptionalDouble sensorError(double offsetThen) {
        return found.filter(check -> check.settling().settled()).map(check -> OptionalDouble.of(check.error() - offsetThen)).orElse(OptionalDouble.empty());
    }
}
