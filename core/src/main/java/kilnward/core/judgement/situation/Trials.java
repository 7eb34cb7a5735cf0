package kilnward.core.judgement.situation;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Step;
import kilnward.core.ladder.Rekey;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.PlannedController;

/** Values to be tried for a finding, the likeliest first. Their numbers are added to the finding's. */
public final class Trials {
    private static final double[] INNER = {0.8, 0.5, 0.3};

    private Trials() {
    }

    /** The places there are for an alarm, the best first. */
    public static Remedy alarm(Situation situation, int i, Parameter alarm, Map<String, QuantityValue> numbers, Remedy otherwise) {
        PlannedController controller = situation.controller(i);
        Remedy remedy = otherwise;
        List<Settings> places = AlarmPlace.candidates(situation, i, alarm);
        for (int at = places.size() - 1; at >= 0; at--) {
            String slot = "to" + at;
            numbers.put(slot, controller.reads().level(situation.unit(i).toModel(places.get(at).value(alarm).orElseThrow())));
            remedy = Remedy.tried("Set the " + name(alarm) + " alarm to {" + slot + "} on the display", Rekey.changes(controller, places.get(at)), remedy);
        }
        return remedy;
    }

    /**
     * The same, with the other alarm of the controller moved too: two that are both wrong stand in each other's way.
     *
     * @param otherwise what is said where no place was found that proves right
     */
    public static Remedy alarms(Situation situation, int i, Parameter alarm, Map<String, QuantityValue> numbers, Remedy otherwise) {
        Parameter other = alarm == Parameter.HIGH_ALARM ? Parameter.LOW_ALARM : Parameter.HIGH_ALARM;
        PlannedController controller = situation.controller(i);
        List<Settings> places = AlarmPlace.candidates(situation, i, alarm);
        List<Settings> others = AlarmPlace.candidates(situation, i, other);
        Remedy remedy = otherwise;
        if (!places.isEmpty() && !others.isEmpty()) {
            double also = others.get(0).value(other).orElseThrow();
            Settings both = places.get(0).with(other, also);
            if (controller.profile().refusals(both).isEmpty()) {
                numbers.put("both", controller.reads().level(situation.unit(i).toModel(places.get(0).value(alarm).orElseThrow())));
                numbers.put("also", controller.reads().level(situation.unit(i).toModel(also)));
                remedy = Remedy.tried("Set the " + name(alarm) + " alarm to {both} and the " + name(other) + " alarm to {also} on the display", Rekey.changes(controller, both),
                        remedy);
            }
        }
        return alarm(situation, i, alarm, numbers, remedy);
    }

    /** What is said of an alarm for which no place proved right: that there is none only where the keys' own limits leave none. */
    public static Remedy noPlace(Situation situation, int i, Parameter alarm) {
        return Remedy.byHand(AlarmPlace.candidates(situation, i, alarm).isEmpty()
                ? "Its keys leave no place between the normal swing and harm: make the swing smaller, or have something else watch"
                : "No place that was tried came out right together with what else is set: mend the other findings first, then look again", Step.SETTINGS);
    }

    private static String name(Parameter alarm) {
        return alarm == Parameter.HIGH_ALARM ? "high" : "low";
    }

    /** All levels of a controller moved together (K or points); otherwise a band keyed in that lies inside what is wanted. */
    public static Remedy band(Situation situation, int i, double shift, Map<String, QuantityValue> numbers, Remedy otherwise) {
        PlannedController controller = situation.controller(i);
        Quantity reads = controller.reads();
        double[] wanted = situation.wanted(situation.aim(i)).orElseThrow();
        Remedy remedy = otherwise;
        for (int at = INNER.length - 1; at >= 0; at--) {
            double margin = 0.5 * (1 - INNER[at]) * (wanted[1] - wanted[0]) + situation.placement(i);
            double low = wanted[0] + 0.5 * (1 - INNER[at]) * (wanted[1] - wanted[0]) - situation.placement(i);
            double high = wanted[1] - margin;
            Optional<Settings> banded = Rekey.banded(situation.setup(), controller, low, high);
            if (banded.isPresent()) {
                numbers.put("low" + at, reads.level(low));
                numbers.put("high" + at, reads.level(high));
                remedy = Remedy.tried("Key in what works between {low" + at + "} and {high" + at + "} on the display", Rekey.changes(controller, banded.get()), remedy);
            }
        }
        Optional<Settings> shifted = Rekey.shifted(situation.setup(), controller, shift);
        if (shifted.isPresent()) {
            numbers.put("shift", reads.difference(Math.abs(shift)));
            remedy = Remedy.tried(shift > 0 ? "Move the set up by {shift}" : "Move the set down by {shift}", Rekey.changes(controller, shifted.get()), remedy);
        }
        return remedy;
    }

    /** One key. */
    public static Remedy key(PlannedController controller, String text, Parameter parameter, double value, Remedy otherwise) {
        return controller.profile().key(parameter).isEmpty() ? otherwise
                : Remedy.tried(text, List.of(new Remedy.Change(controller.id(), parameter.name(), value)), otherwise);
    }
}
