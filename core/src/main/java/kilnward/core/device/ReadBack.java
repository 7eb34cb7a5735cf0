package kilnward.core.device;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Require;
import kilnward.core.probe.DisplayUnit;

/**
 * What a device shows when its keys are gone through again, against what was to be keyed in. A change that was not kept looks
 * just like one that was until it is read back.
 *
 * @param matches      whether it is the value wanted
 * @param explanations what may have happened where it is not, likeliest first; never empty then
 */
public record ReadBack(boolean matches, List<Explanation> explanations) {
    /** What may have happened. */
    public enum Cause {
        NOT_KEPT,
        FACTORY,
        OTHER_CHOICE,
        OTHER_UNIT,
        OFFSET_NOT_LEVEL,
        DISPLAY_SHIFTED,
        OTHER_KEY,
        DECIMAL_POINT,
        SIGN,
        ONE_STEP,
        UNKNOWN
    }

    /**
     * An explanation.
     *
     * @param text a sentence with what to do
     */
    public record Explanation(Cause cause, String text) {
    }

    /** Farthest that a display is commonly shifted by calibration (K or points); beyond it a number is read as a level. */
    private static final double FARTHEST_OFFSET = 15;
    /** A room that a display may have been shifted up or down from by mistake (°C). */
    private static final double COLDEST_ROOM_C = 10;
    private static final double WARMEST_ROOM_C = 30;

    public ReadBack {
        explanations = List.copyOf(explanations);
    }

    /**
     * Compares one key.
     *
     * @param wanted    what was to be keyed in
     * @param before    what was keyed in before; empty where nothing was
     * @param parameter the key read
     * @param shown     what the device shows for it, in the unit of {@code wanted}
     * @throws RefusedValueException where the profile has no such key or {@code wanted} no value for it
     */
    public static ReadBack of(Profile profile, Settings wanted, Optional<Settings> before, Parameter parameter, double shown) {
        Objects.requireNonNull(parameter, "parameter");
        Require.finite("shown", shown);
        ProfileKey key = profile.key(parameter).orElseThrow(() -> new RefusedValueException("parameter", parameter, "must be a key of this device"));
        double value = wanted.need(parameter);
        if (same(value, shown)) {
            return new ReadBack(true, List.of());
        }
        List<Explanation> found = new ArrayList<>();
        if (parameter.kind() == Parameter.Kind.CHOICE) {
            found.add(new Explanation(Cause.OTHER_CHOICE, switch (parameter) {
                case UNIT -> "It is in the other unit: every number that follows would be wrong. Change it first.";
                case DIRECTION -> "It works the wrong way round: it would add to what is already too much. Change it before anything is plugged in.";
                case OUTPUT_MODE, SECOND_OUTPUT_MODE -> "That output would ignore its program. Change it before you rely on it.";
                default -> "It stands on another choice than the card's. Change it, keep the change, and read it once more.";
            }));
            return new ReadBack(false, found);
        }
        double old = before.flatMap(settings -> settings.value(parameter)).orElse(Double.NaN);
        if (same(old, shown)) {
            found.add(new Explanation(Cause.NOT_KEPT, "That is what stood there before: the change was not kept. "
                    + (profile.howToSave().isBlank() ? "Key it in again and find out how the device keeps a change." : "Key it in again, then: " + profile.howToSave())));
        }
        if (key.factory() != null && same(key.factory(), shown)) {
            found.add(new Explanation(Cause.FACTORY, "That is the value from the factory: the change was not kept, or the device was reset. Read every other key too."));
        }
        unit(profile, wanted, parameter, value, shown, key).ifPresent(found::add);
        offset(profile, wanted, parameter, value, shown).ifPresent(found::add);
        for (ProfileKey other : profile.keys()) {
            if (other.parameter() != parameter && other.parameter().kind() != Parameter.Kind.CHOICE && shown != 0
                    && wanted.value(other.parameter()).filter(its -> same(its, shown)).isPresent()) {
                found.add(new Explanation(Cause.OTHER_KEY, "That is the value of “" + other.label() + "”: are you at “" + key.label()
                        + "”? If you are, both keys now hold it."));
                break;
            }
        }
        if (value != 0 && (same(10 * value, shown) || same(value / 10, shown))) {
            found.add(new Explanation(Cause.DECIMAL_POINT, "The decimal point is one place off."));
        }
        if (value != 0 && same(-value, shown)) {
            found.add(new Explanation(Cause.SIGN, "The sign is the other one: it shifts the wrong way."));
        }
        if (found.isEmpty()) {
            found.add(Math.abs(shown - value) < 1.25 * key.step()
                    ? new Explanation(Cause.ONE_STEP, "It is one step off: the last press was not taken, or one too many.")
                    : new Explanation(Cause.UNKNOWN, "Key in " + text(value) + " again, keep it, and read it once more."));
        }
        return new ReadBack(false, found);
    }

    /** Whether a device shows just that value: it shows steps, so nothing between counts. NaN is the same as nothing. */
    public static boolean same(double wanted, double shown) {
        return Math.abs(shown - wanted) < 1e-6;
    }

    /** The number is right in the other unit. */
    private static Optional<Explanation> unit(Profile profile, Settings wanted, Parameter parameter, double value, double shown, ProfileKey key) {
        DisplayUnit unit = wanted.unit(profile);
        boolean level = parameter.kind() == Parameter.Kind.LEVEL;
        if (!unit.isTemperature() || !level && parameter.kind() != Parameter.Kind.DIFFERENCE || !level && value == 0) {
            return Optional.empty();
        }
        DisplayUnit other = unit == DisplayUnit.C ? DisplayUnit.F : DisplayUnit.C;
        double converted = level ? other.fromModel(unit.toModel(value)) : other.differenceFromModel(unit.differenceToModel(value));
        double rounding = 0.51 * Math.max(key.step(), 1);
        return Math.abs(shown - converted) <= rounding && Math.abs(shown - value) > rounding ? Optional.of(new Explanation(Cause.OTHER_UNIT,
                "That is about " + text(value) + " °" + unit + " in °" + other + ": the device shows the other unit. Set the unit first, then every number again."))
                : Optional.empty();
    }

    /** A display that was turned up to what was wanted, by calibration instead of by the set value. */
    private static Optional<Explanation> offset(Profile profile, Settings wanted, Parameter parameter, double value, double shown) {
        DisplayUnit unit = wanted.unit(profile);
        double farthest = unit.differenceFromModel(FARTHEST_OFFSET);
        if (parameter == Parameter.OFFSET) {
            double level = wanted.value(Parameter.SET_VALUE).or(() -> wanted.value(Parameter.OFF_AT)).orElse(Double.NaN);
            double room = unit.toModel(level - shown);
            return unit.isTemperature() && Math.abs(unit.differenceToModel(shown - value)) >= 2 && room >= COLDEST_ROOM_C && room <= WARMEST_ROOM_C
                    ? Optional.of(new Explanation(Cause.DISPLAY_SHIFTED, "The display has been shifted up to what was wanted instead of the set value being changed: it shows "
                            + text(shown - value) + " more than there is. Set it back to " + text(value) + " and look at the set value."))
                    : Optional.empty();
        }
        return parameter.kind() == Parameter.Kind.LEVEL && Math.abs(shown) <= farthest && Math.abs(value - shown) > farthest / 3 && value > farthest
                ? Optional.of(new Explanation(Cause.OFFSET_NOT_LEVEL, text(shown) + " shown where " + text(value) + " was wanted: this looks like an offset or a differential, "
                        + "not a level. Look which key you are at, and that the calibration has not been changed."))
                : Optional.empty();
    }

    private static String text(double value) {
        return new BigDecimal(String.format(Locale.ROOT, "%.3f", value)).stripTrailingZeros().toPlainString().replace('-', '−');
    }
}
