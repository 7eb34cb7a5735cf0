package kilnward.core.calibration;

import java.util.Optional;

/**
 * What was keyed in after a check, where it is not what followed from it: the known slips, recognised by their numbers.
 *
 * @param slip      which
 * @param remaining error that is left on the display by it
 */
public record KeyedWrong(Slip slip, double remaining) {
    /** Known slips. */
    public enum Slip {
        /** The old offset was forgotten: only the new difference was keyed in. */
        OLD_OFFSET_FORGOTTEN,
        /** The difference was taken the wrong way round. */
        WRONG_SIGN,
        /** The offset was keyed in but not kept: the display shows what it did before. */
        NOT_KEPT,
        /** The reference's value was keyed in as the set value. */
        REFERENCE_AS_SET_VALUE,
        /** Something else than what followed. */
        OTHER
    }

    /**
     * @param check     the check
     * @param key       what it was keyed by
     * @param keyed     offset that is keyed in now
     * @param setBefore set value before, as displayed
     * @param setNow    set value now
     * @return empty where just what followed was keyed in
     */
    public static Optional<KeyedWrong> of(Check check, Check.Key key, double keyed, double setBefore, double setNow) {
        double remaining = check.error() + keyed - key.current();
        double half = 0.5 * key.step() + 1e-9;
        double reference = check.references().values().stream().mapToDouble(Double::doubleValue).average().orElse(Double.NaN);
        if (setNow != setBefore && Math.abs(setNow - reference) <= half && keyed == key.current()) {
            return Optional.of(new KeyedWrong(Slip.REFERENCE_AS_SET_VALUE, remaining));
        }
        if (Math.abs(keyed - check.newOffset()) < 1e-9) {
            return Optional.empty();
        }
        if (key.current() != 0 && Math.abs(keyed + check.error()) <= half) {
            return Optional.of(new KeyedWrong(Slip.OLD_OFFSET_FORGOTTEN, remaining));
        }
        if (Math.abs(keyed - key.current() - check.error()) <= half) {
            return Optional.of(new KeyedWrong(Slip.WRONG_SIGN, remaining));
        }
        return Optional.of(new KeyedWrong(Slip.OTHER, remaining));
    }

    /**
     * What the rows after the keying in tell, where the display is still off: the same slips, recognised by what they leave.
     *
     * @param found what was found with the old offset
     * @param key   what it was keyed by, the old offset among it
     * @param keyed offset that is said to be keyed in now
     * @param left  what is found now
     * @return empty where it has not moved by anything that is known
     */
    public static Optional<KeyedWrong> seen(Check found, Check.Key key, double keyed, Check left) {
        double error = left.error();
        double sure = Math.max(Math.hypot(found.uncertainty().expanded(), left.uncertainty().expanded()), key.step());
        double asKeyed = found.error() + keyed - key.current();
        if (Math.abs(error - asKeyed) <= sure) {
            return Optional.empty();
        }
        if (Math.abs(error - found.error()) <= sure) {
            return Optional.of(new KeyedWrong(Slip.NOT_KEPT, error));
        }
        if (Math.abs(error - 2 * found.error()) <= sure) {
            return Optional.of(new KeyedWrong(Slip.WRONG_SIGN, error));
        }
        if (key.current() != 0 && Math.abs(error + key.current()) <= sure) {
            return Optional.of(new KeyedWrong(Slip.OLD_OFFSET_FORGOTTEN, error));
        }
        return Optional.of(new KeyedWrong(Slip.OTHER, error));
    }
}
