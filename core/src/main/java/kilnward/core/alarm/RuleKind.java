package kilnward.core.alarm;

import java.util.EnumSet;
import java.util.Set;
import kilnward.core.quantity.Quantity;

/** The kinds of rule, each with what it can watch. */
public enum RuleKind {
    /** limit: level. */
    HIGH(EnumSet.allOf(Quantity.class)),
    /** limit: level. */
    LOW(EnumSet.allOf(Quantity.class)),
    /** limit: change an hour. */
    RATE(EnumSet.allOf(Quantity.class)),
    /** limit: seconds without anything of a device. */
    SILENCE(EnumSet.allOf(Quantity.class)),
    /** limit: seconds without anything of a probe while its device sends. */
    BROKEN_PROBE(EnumSet.allOf(Quantity.class)),
    /** limit and second limit: ends of the band. */
    OUT_OF_BAND(EnumSet.allOf(Quantity.class)),
    /** limit: seconds until harm; the danger limits are those of the chamber. */
    HARM_NEAR(EnumSet.of(Quantity.TEMPERATURE, Quantity.RELATIVE_HUMIDITY, Quantity.CARBON_DIOXIDE)),
    /** limit: distance from the median of its peers. */
    OUTLIER(EnumSet.allOf(Quantity.class)),
    /** limit: output counts as on; second limit: least change; over: in how many seconds. */
    NO_EFFECT(EnumSet.of(Quantity.TEMPERATURE, Quantity.RELATIVE_HUMIDITY)),
    /** limit: greatest spread; over: in how many seconds. */
    STUCK(EnumSet.of(Quantity.RELATIVE_HUMIDITY, Quantity.CARBON_DIOXIDE, Quantity.PH, Quantity.CONDUCTIVITY)),
    /** limit: level. */
    WATER_LOW(EnumSet.of(Quantity.WATER_LEVEL));

    private final Set<Quantity> watches;

    RuleKind(Set<Quantity> watches) {
        this.watches = watches;
    }

    /** Whether it can watch a series of that. */
    public boolean watches(Quantity measured) {
        return watches.contains(measured);
    }

    /** Whether it tells that nothing is known, rather than that something is wrong with what lives there. */
    public boolean isOfHearing() {
        return this == SILENCE || this == BROKEN_PROBE;
    }

    /** Whether it has a second limit. */
    public boolean hasSecondLimit() {
        return this == OUT_OF_BAND || this == NO_EFFECT;
    }

    /** Whether it looks at a stretch of its own length. */
    public boolean hasOver() {
        return this == NO_EFFECT || this == STUCK;
    }

    /** How many other series it needs at least, to be held against. */
    public int fewestOthers() {
        return this == OUTLIER ? 2 : this == NO_EFFECT || this == BROKEN_PROBE ? 1 : 0;
    }

    /** What its limit is: of the quantity it watches, but for a time (s) and a power (W). */
    public enum Limit {
        LEVEL,
        DIFFERENCE,
        TIME,
        POWER
    }

    /** Whether what it watches has to come back by a deadband before it counts as back. */
    public boolean hasDeadband() {
        return !hasOver() && limit() != Limit.TIME && limit() != Limit.POWER;
    }

    /** What its limit is. */
    public Limit limit() {
        return switch (this) {
            case HIGH, LOW, OUT_OF_BAND, WATER_LOW -> Limit.LEVEL;
            case RATE, OUTLIER, STUCK -> Limit.DIFFERENCE;
            case SILENCE, BROKEN_PROBE, HARM_NEAR -> Limit.TIME;
            case NO_EFFECT -> Limit.POWER;
        };
    }
}
