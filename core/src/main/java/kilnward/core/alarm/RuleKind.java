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
    /** limit: seconds until harm; the harm limits are those of the chamber. */
    HARM_NEAR(EnumSet.of(Quantity.TEMPERATURE)),
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

    /** Whether its limit is a time, not a value of the series. */
    public boolean isLimitATime() {
        return this == SILENCE || this == BROKEN_PROBE || this == HARM_NEAR;
    }
}
