package kilnward.core.proposal;

import kilnward.core.control.Direction;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.quantity.Quantity;

/**
 * Why a key is proposed as it is, in words with slots for numbers.
 *
 * @param guards     what stands around the controller
 * @param compressor whether a compressor hangs on it
 * @param wanted     which way its appliances move what it reads
 * @param reads      what it reads
 */
record Why(Guards guards, boolean compressor, Direction wanted, Quantity reads) {
    /**
     * @param holds    whether it stays within what is wanted
     * @param bears    whether what it switches bears how often
     * @param linkLoss what is right when the link is lost; empty where there is none
     * @return empty for a key of which nothing is said
     */
    String text(Parameter parameter, Settings settings, boolean holds, boolean bears, String linkLoss) {
        return switch (parameter) {
            case SET_VALUE, OFF_AT -> holds
                    ? "Through a day of its room it then stays between {lowest} and {highest}, about the middle of {low} to {high}."
                    : "The nearest there is: it goes from {lowest} to {highest}, and {low} to {high} is wanted. This box or appliance cannot do better.";
            case BAND, NEUTRAL_ZONE -> "The narrowest that does not hunt in a rehearsed day: it then swings by what is left between {lowest} and {highest}.";
            case LOWER_DIFFERENTIAL -> "As far to the other side, so that a swing does not carry it from one outlet into the other.";
            case DIFFERENTIAL, ON_AT -> bears
                    ? "The least swing for the switching it costs: {perHour} times an hour, where "
                            + (compressor ? "a compressor bears {most}." : "{most} wear a contact out in a year.")
                    : "It still switches {perHour} times an hour, more than {most}: add mass, take a weaker appliance, or move the probe away from it.";
            case HIGH_ALARM -> "Above the swing and outside what is wanted, with most of the way to harm left: the display reaches {display} in a sound day.";
            case LOW_ALARM -> "Below the swing and outside what is wanted, with most of the way to harm left: the display falls to {display} in a sound day.";
            case MIN_OFF, ACT_DELAY, SECOND_MIN_OFF, SECOND_ACT_DELAY ->
                compressor && settings.need(parameter) > 0 ? "A compressor must rest before it starts again." : "Nothing here needs a rest: a delay only widens the swing.";
            case DIRECTION -> "The appliance on it " + (wanted == Direction.RAISE ? reads.holding().verbs().raises() : reads.holding().verbs().lowers()) + ".";
            case AFTER_MAINS -> compressor ? "So that a compressor does not start against its own pressure when mains comes back." : "Nothing here minds starting at once.";
            case LOWEST_SETTABLE, HIGHEST_SETTABLE -> "Nobody who passes can set it far outside what is wanted. It bounds what can be set, not what happens.";
            case HIGH_ALARM_OPENS -> guards.onlyRaises() ? "Too much is stopped where it is noticed." : "It would stop the cooling or drying when it is needed most.";
            case OUTPUT_MODE, SECOND_OUTPUT_MODE -> "By hand it would ignore its program.";
            case PULSE_ON, PULSE_REST -> settings.need(Parameter.PULSE_REST) > 0 ? "With pauses it swings less: moisture spreads before the probe is asked again."
                    : "Pauses would not make it swing less here.";
            case LINK_LOSS -> linkLoss;
            default -> "";
        };
    }
}
