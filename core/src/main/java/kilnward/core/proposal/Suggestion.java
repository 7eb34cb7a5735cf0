package kilnward.core.proposal;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.rehearsal.Workers;
import kilnward.core.setup.Setup;

/**
 * Settings proposed for one controller: found by rehearsing the chamber through a day of its room, from coldest to warmest, with
 * every sensible width between on and off, each centred on what is wanted. Of those that stay inside, the one is proposed that
 * swings least for the switching it costs.
 *
 * @param settings   what to key in
 * @param reasons    why, key by key, in the order of the keys; keys that are left as they are have none
 * @param fits       whether the occupant then stays inside what is wanted for the whole day
 * @param rehearsals how many days were rehearsed to find it
 * @param thermostats where the own thermostats of its heaters belong, as a second layer
 * @param obstacle    what stands against keying it in, by the rule of {@link Proof}; where there is anything, it is told and not offered
 */
public record Suggestion(Settings settings, List<Reason> reasons, boolean fits, int rehearsals, List<ThermostatAdvice> thermostats, Optional<Proof.Obstacle> obstacle) {
    /** Told how far a search is. What it throws ends the search. */
    @FunctionalInterface
    public interface Progress {
        /** Tells nobody. */
        Progress NONE = (done, of) -> {
        };

        /**
         * @param done widths tried so far
         * @param of   widths to be tried
         */
        void reached(int done, int of);
    }

    /**
     * Why a key has its value; slots in the text name numbers.
     *
     * @param lower  what one step less would do; empty where that was not rehearsed
     * @param higher what one step more would do
     */
    public record Reason(Parameter parameter, double value, String text, Map<String, QuantityValue> numbers, Optional<Neighbour> lower,
            Optional<Neighbour> higher) {
        public Reason {
            numbers = Map.copyOf(numbers);
        }
    }

    /**
     * What a day would be with another value of one key.
     *
     * @param value   the value keyed in
     * @param lowest  lowest at the occupant (°C or %RH)
     * @param highest highest at the occupant
     * @param perHour switchings an hour
     * @param inside  whether it stays inside what is wanted
     */
    public record Neighbour(double value, double lowest, double highest, double perHour, boolean inside) {
    }

    public Suggestion {
        reasons = List.copyOf(reasons);
        thermostats = List.copyOf(thermostats);
    }

    /**
     * @param setup        the chamber, with what is keyed in now
     * @param controllerId the controller to find settings for; the others stay as they are
     * @throws RefusedValueException where there is no such controller, or it reads humidity and none is wanted
     */
    public static Suggestion of(Setup setup, String controllerId) {
        return of(setup, controllerId, Progress.NONE, Workers.ALONE);
    }

    /**
     * Refuses what no search could answer, before one is begun.
     *
     * @throws RefusedValueException where there is no such controller, or it reads humidity and none is wanted
     */
    public static void requirePossible(Setup setup, String controllerId) {
        new SuggestionSearch(setup, setup.controller(controllerId), Progress.NONE, Workers.ALONE);
    }

    /** The same, telling how far it is; what is found does not depend on who rehearses. */
    public static Suggestion of(Setup setup, String controllerId, Progress progress, Workers workers) {
        return new SuggestionSearch(setup, setup.controller(controllerId), progress, workers).run();
    }
}
