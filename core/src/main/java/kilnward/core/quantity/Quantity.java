package kilnward.core.quantity;

import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Unit;

/**
 * What can be measured, with how many decimals a value of it is shown in the unit it is kept in, and, of what a controller can hold, all that is peculiar to holding it. In the model
 * temperatures are in °C, humidities in %RH, carbon dioxide in ppm by volume.
 */
public enum Quantity {
    TEMPERATURE("°C", 1, Unit.CELSIUS, Unit.KELVIN, new Holding(new Verbs("heat", "warms", "heating", "cool", "cools", "cooling"), -40, 110, 15, 10, 0.1,
            new Margins(1, 0.2, 0.3, 1.5, 0.5, 3, 2), new Pace(2, 1.0 / 60, 0.2, 0.25))),
    RELATIVE_HUMIDITY("%RH", 0, Unit.RELATIVE_HUMIDITY, Unit.RELATIVE_HUMIDITY,
            new Holding(new Verbs("moisten", "moistens", "moistening", "dry", "dries", "drying"), 0, 100, 30, 10, 1,
                    new Margins(10, 2, 2, 5, 6, 10, 10), new Pace(10, 5.0 / 60, 2, 2))),
    CARBON_DIOXIDE("ppm", 0, Unit.PPM, Unit.PPM,
            new Holding(new Verbs("enrich", "enriches", "enriching", "air", "airs", "airing"), 0, 10_000, 2_000, 500, 10,
                    new Margins(300, 50, 50, 200, 100, 400, 300), new Pace(500, 100.0 / 60, 50, 50))),
    LIGHT(0),
    WATER_LEVEL(0),
    PH(2),
    CONDUCTIVITY(0),
    POWER(0);

    /**
     * What is peculiar to holding a quantity. Levels and differences are in the model's unit.
     *
     * @param verbs      how what raises and what lowers it is called
     * @param lowest     lowest level that a device of it takes, until somebody types what theirs takes
     * @param highest    highest level, likewise
     * @param widest     widest difference that it takes
     * @param farthest   farthest offset that it takes
     * @param step       step in which it shows it
     * @param margins    distances that count
     * @param pace       how fast it can change, and when it counts as settled
     */
    public record Holding(Verbs verbs, double lowest, double highest, double widest, double farthest, double step, Margins margins, Pace pace) {
    }

    /** What raises it and what lowers it: "to heat", "it warms", "heating". */
    public record Verbs(String raise, String raises, String raising, String lower, String lowers, String lowering) {
    }

    /**
     * Distances that count, all common practice, no source.
     *
     * @param noticed    a display that stands this far outside what it shows on a good day is noticed by a look
     * @param asSound    no farther than a sound day goes and this is nothing that a fault did
     * @param clear      distance to leave between the normal swing and an alarm
     * @param alarmOut   how far outside what is wanted an alarm stands where no danger limit says otherwise
     * @param restZone   least distance between where raising and lowering begin: below it a swing carries it from one into the other
     * @param knob       how far a set point is moved by whoever brushes past
     * @param drift      how far a probe drifts before somebody is sure to see it
     */
    public record Margins(double noticed, double asSound, double clear, double alarmOut, double restZone, double knob, double drift) {
    }

    /**
     * How fast it changes, all common practice, no source.
     *
     * @param jump         more than this at once, and faster than {@code jumpPerS}, a closed box and what measures in it cannot do
     * @param jumpPerS     per second
     * @param settledPerH  steepest slope that still counts as none (1/h)
     * @param scatter      largest standard deviation about a reference that still counts as steady
     */
    public record Pace(double jump, double jumpPerS, double settledPerH, double scatter) {
    }

    private final String sign;
    private final int digits;
    private final Unit level;
    private final Unit difference;
    private final Holding holding;

    Quantity(int digits) {
        this("", digits, Unit.COUNT, Unit.COUNT, null);
    }

    Quantity(String sign, int digits, Unit level, Unit difference, Holding holding) {
        this.sign = sign;
        this.digits = digits;
        this.level = level;
        this.difference = difference;
        this.holding = holding;
    }

    /** The model's unit as it is written beside a number; empty for what is only measured. */
    public String sign() {
        return sign;
    }

    /** Decimals that a value is shown with. */
    public int digits() {
        return digits;
    }

    /** Whether a controller can hold it; what is not is only measured. */
    public boolean isHeld() {
        return holding != null;
    }

    /**
     * What is peculiar to holding it.
     *
     * @throws IllegalStateException where it is only measured
     */
    public Holding holding() {
        if (holding == null) {
            throw new IllegalStateException(this + " is only measured");
        }
        return holding;
    }

    /** Distances that count. */
    public Margins margins() {
        return holding().margins();
    }

    /** A level of it, as evidence. */
    public QuantityValue level(double value) {
        return new QuantityValue(value, level);
    }

    /** A difference of it, as evidence. */
    public QuantityValue difference(double value) {
        return new QuantityValue(value, difference);
    }
}
