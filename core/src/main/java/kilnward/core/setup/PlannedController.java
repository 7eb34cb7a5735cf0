package kilnward.core.setup;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.control.Controller;
import kilnward.core.control.Direction;
import kilnward.core.control.Loop;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.Settings;
import kilnward.core.device.Translation;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;
import kilnward.core.probe.Display;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;

/**
 * A controller in a plan: the user's device, where it is connected, and what is keyed in.
 *
 * @param id       stable name within the chamber
 * @param name     what the keeper calls it
 * @param probeIds the probes it reads, at least one; it shows their mean
 * @param profile  the device
 * @param loops    its outputs; of a two-sided device first the one that raises, then the one that lowers; of a fan
 *                 by band first the exhaust, then the intake; of a vent first the vent, then the fan that takes over
 * @param settings what is keyed in
 */
public record PlannedController(String id, String name, List<String> probeIds, Profile profile, List<PlannedLoop> loops,
        Settings settings) {
    public PlannedController {
        Require.that(id != null && !id.isBlank(), "id", id, "must be given");
        Objects.requireNonNull(profile, "profile");
        Objects.requireNonNull(settings, "settings");
        probeIds = List.copyOf(probeIds);
        loops = List.copyOf(loops);
        Require.that(!loops.isEmpty() && loops.size() <= profile.outputs(), "loops", loops.size(), profile.outputs() > 1
                ? "must be one or two: this device has two outputs" : "must be one: this device has one output");
    }

    /**
     * An output in a plan.
     *
     * @param id           stable name within the chamber
     * @param applianceIds the appliances on its outlet
     * @param ratedA       what its contact is rated for with alternating current (A); empty where not known
     * @param ratedDcA     the same with direct current (A); empty where not known
     * @param ratedW       a limit in watts printed beside it; empty where there is none
     * @param cutOut       whether it stands in series before what another controller switches, as a second layer
     */
    public record PlannedLoop(String id, List<String> applianceIds, @Bounded(min = 0.01, max = 1000, unit = "A") OptionalDouble ratedA,
            @Bounded(min = 0.01, max = 1000, unit = "A") OptionalDouble ratedDcA,
            @Bounded(min = 0.1, max = 1e6, unit = "W") OptionalDouble ratedW, boolean cutOut) {
        /** An output that switches what hangs on it. */
        public PlannedLoop(String id, List<String> applianceIds, OptionalDouble ratedA, OptionalDouble ratedDcA, OptionalDouble ratedW) {
            this(id, applianceIds, ratedA, ratedDcA, ratedW, false);
        }

        public PlannedLoop {
            ratedA.ifPresent(amps -> Require.within(PlannedLoop.class, "ratedA", amps));
            ratedDcA.ifPresent(amps -> Require.within(PlannedLoop.class, "ratedDcA", amps));
            ratedW.ifPresent(watts -> Require.within(PlannedLoop.class, "ratedW", watts));
            applianceIds = List.copyOf(applianceIds);
        }
    }

    /** The same controller with other values. */
    public PlannedController with(Settings other) {
        return new PlannedController(id, name, probeIds, profile, loops, other);
    }

    /** What is keyed in as it comes into force: what is off is not there, and what is fixed in the device is. */
    public Settings inForce() {
        return profile.inForce(settings);
    }

    /**
     * The controller as the simulator takes it.
     *
     * @param wanted the direction of its appliances, for a device without a key for it
     */
    public Controller controller(Direction wanted) {
        Settings keyed = inForce();
        Display display = new Display(keyed.unit(profile), profile.resolution(), keyed.value(Parameter.OFFSET).orElse(0.0));
        Optional<Display> companion = keyed.value(Parameter.SET_HUMIDITY)
                .map(set -> new Display(DisplayUnit.RH, 1, keyed.value(Parameter.HUMIDITY_OFFSET).orElse(0.0)));
        boolean onlyLit = Translation.isChosen(keyed, Parameter.ONLY_LIT);
        List<Loop> outputs = new ArrayList<>();
        for (int i = 0; i < loops.size(); i++) {
            PlannedLoop loop = loops.get(i);
            outputs.add(new Loop(loop.id(), Translation.law(profile, keyed, i, wanted), Translation.timers(profile, keyed, i),
                    Translation.mode(keyed, i == 0 ? Parameter.OUTPUT_MODE : Parameter.SECOND_OUTPUT_MODE), loop.applianceIds(), onlyLit, loop.cutOut()));
        }
        return new Controller(id, probeIds, display, profile.samplingS(), optional(keyed, Parameter.HIGH_ALARM), optional(keyed, Parameter.LOW_ALARM), outputs,
                companion, Translation.isChosen(keyed, Parameter.HIGH_ALARM_OPENS));
    }

    private static OptionalDouble optional(Settings settings, Parameter parameter) {
        return settings.value(parameter).map(OptionalDouble::of).orElse(OptionalDouble.empty());
    }

    /** What it reads. */
    public Quantity reads() {
        return profile.unit().quantity();
    }

    /** Whether it reads a temperature. */
    public boolean readsTemperature() {
        return profile.unit().isTemperature();
    }

    /** Whether it only stands behind another controller, as a second layer. */
    public boolean isCutOut() {
        return loops.stream().allMatch(PlannedLoop::cutOut);
    }

    /** All appliances on its outlets. */
    public List<String> applianceIds() {
        return loops.stream().flatMap(loop -> loop.applianceIds().stream()).toList();
    }
}
