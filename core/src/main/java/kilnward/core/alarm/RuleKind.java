package kilnward.core.alarm;

import java.util.EnumSet;
import java.util.Set;
import kilnward.core.series.Measured;

/** The kinds of rule, each with what it can watch. */
public enum RuleKind {
    /** limit: level. */
    HIGH(EnumSet.allOf(Measured.class)),
    /** limit: level. */
    LOW(EnumSet.allOf(Measured.class)),
    /** limit: change an hour. */
    RATE(EnumSet.allOf(Measured.class)),
    /** limit: seconds without anything of a device. */
    SILENCE(EnumSet.allOf(Measured.class)),
    /** limit: seconds without anything of a probe while its device sends. */
    BROKEN_PROBE(EnumSet.allOf(Measured.class)),
    /** limit and second limit: ends of the band. */
    OUT_OF_BAND(EnumSet.allOf(Measured.class)),
    /** limit: seconds until harm; the harm limits are those of the chamber. */
    HARM_NEAR(EnumSet.of(Measured.TEMPERATURE)),
    /** limit: distance from the median of its peers. */
    OUTLIER(EnumSet.allOf(Measured.class)),
    /** limit: output counts as on; second limit: least change; over: in how many seconds. */
    NO_EFFECT(EnumSet.of(Measured.TEMPERATURE, Measured.RELATIVE_HUMIDITY)),
    /** limit: greatest spread; over: in how many seconds. */
    STUCK(EnumSet.of(Measured.RELATIVE_HUMIDITY, Measured.CARBON_DIOXIDE, Measured.PH, Measured.CONDUCTIVITY)),
    /** limit: level. */
    WATER_LOW(EnumSet.of(Measured.WATER_LEVEL));

    private final Set<Measured> watches;

    RuleKind(Set<Measured> watches) {
        this.watches = watches;
    }

    /** Whether it can watch a series of that. */
    public boolean watches(Measured measured) {
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
