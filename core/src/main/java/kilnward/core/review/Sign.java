package kilnward.core.review;

import java.util.List;
import kilnward.core.review.Betterment.What;

/** What a log can show by itself. What its cause is it does not say: that is for whoever knows the box. */
public enum Sign {
    /** One or two readings far from those before and after, which agree: a radio link, a plug that was touched. */
    SPIKE,
    /** The same value for so long that nothing that lives and switches shows it. */
    STUCK_VALUE,
    /** It rises and falls more often than relays and compressors last. */
    SHORT_CYCLING(What.DIFFERENTIAL_WIDER, What.PROBE_AWAY_FROM_HEATER, What.WATER_BOTTLE, What.HEATER_WEAKER),
    /** It swings by more than the band that is wanted is wide. */
    WIDE_SWING(What.DIFFERENTIAL_NARROWER, What.WATER_BOTTLE, What.PROBE_AWAY_FROM_HEATER, What.AIR_MOVED, What.HEATER_WEAKER),
    /** Its mean is well off the middle of the band. */
    OFF_CENTRE(What.SET_VALUE, What.PROBE_AWAY_FROM_HEATER),
    /** It fell or rose at once, and came back by and by: a lid or a door. */
    OPENING,
    /** It went on above where it usually turns. */
    RAN_ON,
    /** It went on below where it usually turns. */
    FELL_SHORT(What.HEATER_STRONGER, What.SET_VALUE),
    /** From one moment on it rises and falls otherwise than before, and stays so. */
    CHANGED,
    /** From one moment on it heats up more slowly and cools faster: more heat is lost. */
    LOSES_MORE,
    /** From one moment on it heats up more slowly, and cools more slowly from where it turns: the heater gives less. */
    HEATER_WEAKER,
    /** It creeps one way, day after day. */
    DRIFT,
    /** The first time it came up it went farther than it ever does afterwards. */
    OVERSHOOT(What.HEATER_WEAKER, What.WATER_BOTTLE, What.PROBE_AWAY_FROM_HEATER),
    /** It goes with the hour of the day. */
    DAY_AND_NIGHT(What.HEATER_STRONGER, What.DIFFERENTIAL_NARROWER, What.WATER_BOTTLE),
    /** A humidity that leaps up to the end of its scale and stays there for a while: droplets on the sensor. */
    MIST;

    private final List<What> improvedBy;

    Sign(What... improvedBy) {
        this.improvedBy = List.of(improvedBy);
    }

    /** What may make it better, the easiest to do first; empty where that is no matter of what is planned. Common practice, no source. */
    public List<What> improvedBy() {
        return improvedBy;
    }

    /** Whether it tells of what heats: where something cools as well, or nothing heats, it tells nothing. */
    public boolean isOfHeating() {
        return this == LOSES_MORE || this == HEATER_WEAKER;
    }
}
