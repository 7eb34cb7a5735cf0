package kilnward.core.finding;

/** Checks of arguments; every refusal is a {@link RefusedValueException}. */
public final class Require {
    private Require() {
    }

    /** @return {@code value}, when it is neither NaN nor infinite */
    public static double finite(String field, double value) {
        if (!Double.isFinite(value)) {
            throw new RefusedValueException(field, value, "must be a finite number");
        }
        return value;
    }

    /** @return {@code value}, when it lies within both bounds, bounds included */
    public static double within(String field, double value, double lowest, double highest, String unit) {
        return within(new Bounds(lowest, highest, unit), field, value);
    }

    /** @return {@code value}, when it lies within the bounds that a type says of its field */
    public static double within(Class<?> type, String field, double value) {
        return within(Bounds.of(type, field), field, value);
    }

    /** The same of a field that is told to the caller by another name. */
    public static double within(Class<?> type, String field, double value, String toldAs) {
        return within(Bounds.of(type, field), toldAs, value);
    }

    private static double within(Bounds bounds, String field, double value) {
        if (!bounds.hold(value)) {
            throw new RefusedValueException(field, value, bounds.allowed());
        }
        return value;
    }

    /** @return {@code value}, when it is above 0 and finite */
    public static double positive(String field, double value, String unit) {
        if (!(value > 0 && Double.isFinite(value))) {
            throw new RefusedValueException(field, value, "must be above 0" + (unit.isEmpty() ? "" : " " + unit));
        }
        return value;
    }

    /** @return {@code name}, when it holds something to read */
    public static String named(String field, String name) {
        if (name == null || name.isBlank()) {
            throw new RefusedValueException(field, name, "must be given");
        }
        return name;
    }

    /** @throws RefusedValueException when {@code holds} is false */
    public static void that(boolean holds, String field, Object given, String allowed) {
        if (!holds) {
            throw new RefusedValueException(field, given, allowed);
        }
    }

    /** A number as a person writes it: 40 rather than 40.0. */
    public static String plain(double value) {
        return value == Math.rint(value) && Math.abs(value) < 1e9 ? Long.toString((long) value)
                : Double.toString(value);
    }
}
