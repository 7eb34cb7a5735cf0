package kilnward.core.control;

import java.util.OptionalDouble;

/** What a loop of a controller decides from its displays. A closed family: add a member here and nowhere else. */
public sealed interface Law permits OnOff, TimeProportional, FanBand, StepVent, VentTakeOver, ByDay, AsSeen {
    /** The state of one run, starting at rest. */
    Runner start();

    /** Whether the same display always leads to the same output, so that only a display that moved has to be looked at. */
    boolean isTimeless();

    /** What its display stands about once it has settled, for laws that hold a value; empty for those that only lean on it. */
    default OptionalDouble holdsAbout() {
        return OptionalDouble.empty();
    }

    /** Mutable state of a law during one run. */
    interface Runner {
        /**
         * Takes one sample of the displays.
         *
         * @return share of the full output that the law wants, 0 off to 1 full; what only switches knows no other
         */
        double demand(Seen seen);
    }

    /**
     * What a controller sees at one sample.
     *
     * @param shown      value on its display, in its own unit
     * @param insideC    the same in °C; of no meaning for a humidity
     * @param companion  the other quantity it shows, as displayed (%RH beside a temperature); NaN where it shows none
     * @param outdoorC   temperature outside, where a vent takes its air from (°C)
     * @param outdoorPct relative humidity there (%RH); NaN where it is not known
     * @param lightPct   its light sensor (%): 100 with lamps or sun, 0 in the dark
     * @param timeS      time of the sample (s), counted from the start of the run
     * @param clockS     time since midnight of its clock (s)
     */
    record Seen(double shown, double insideC, double companion, double outdoorC, double outdoorPct, double lightPct, double timeS, double clockS) {
        /** A display alone, at a time. */
        public static Seen of(double shown, double timeS) {
            return new Seen(shown, shown, Double.NaN, Double.NaN, Double.NaN, 0, timeS, timeS);
        }
    }
}
