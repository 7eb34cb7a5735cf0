package kilnward.core.proposal;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.OwnThermostat;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Unit;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.Side;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/**
 * Where a heater's own thermostat belongs, so that the controller governs and the thermostat backs it up: its re-closing clear of
 * the swing, its opening before harm (common practice, no source: a few degrees above the controller).
 *
 * @param applianceId the heater
 * @param opensAtC    where it opens (°C); empty where there is no place for it between swing and harm
 * @param closesAtC   where it closes again (°C)
 * @param text        a sentence with slots
 * @param numbers     what the slots name
 */
public record ThermostatAdvice(String applianceId, OptionalDouble opensAtC, OptionalDouble closesAtC, String text, Map<String, QuantityValue> numbers) {
    /** How far above the swing it closes (K). */
    private static final double CLEAR_K = 0.5;
    /** Between opening and closing, for a thermostat of which nothing is known (K). */
    private static final double USUAL_BAND_K = 2;
    private static final double STUCK_S = 72 * 3600;
    private static final double STEP_S = 10;

    public ThermostatAdvice {
        numbers = Map.copyOf(numbers);
    }

    /** For each heater with a thermostat of its own on a controller's outlets. */
    static List<ThermostatAdvice> of(Setup setup, PlannedController controller, double highestC) {
        List<ThermostatAdvice> advice = new ArrayList<>();
        for (String id : controller.applianceIds()) {
            if (setup.appliance(id) instanceof Heater heater && heater.ownThermostat().isPresent()) {
                advice.add(of(setup, heater, heater.ownThermostat().get(), highestC));
            }
        }
        return advice;
    }

    private static ThermostatAdvice of(Setup setup, Heater heater, OwnThermostat now, double highestC) {
        double band = Math.max(0.5, Math.min(USUAL_BAND_K, now.opensAtC() - now.closesAtC()));
        // A whole degree is what such dials can be set to.
        double closesC = Math.ceil(highestC + CLEAR_K);
        double opensC = closesC + band;
        Optional<DangerLimit> harm = setup.needs().nearest(Side.HIGH);
        Metrics stuck = stuck(setup, heater, new OwnThermostat(opensC, closesC));
        Map<String, QuantityValue> numbers = new java.util.TreeMap<>();
        numbers.put("highest", new QuantityValue(highestC, Unit.CELSIUS));
        numbers.put("opens", new QuantityValue(opensC, Unit.CELSIUS));
        numbers.put("closes", new QuantityValue(closesC, Unit.CELSIUS));
        numbers.put("stuck", new QuantityValue(stuck.occupant().highest(), Unit.CELSIUS));
        harm.ifPresent(limit -> numbers.put("harm", new QuantityValue(limit.level(), Unit.CELSIUS)));
        if (stuck.harmedAtS().isPresent()) {
            return new ThermostatAdvice(heater.id(), OptionalDouble.empty(), OptionalDouble.empty(), "There is no place for its own thermostat between the swing, up to"
                    + " {highest}, and harm at {harm}: opening at {opens} it would still harm when the relay sticks on. Take a weaker heater or a cut-out that"
                    + " reads the occupant.", numbers);
        }
        return new ThermostatAdvice(heater.id(), OptionalDouble.of(opensC), OptionalDouble.of(closesC),
                "Set its own thermostat to open at {opens} and close at {closes}: clear of the"
                        + " swing, so that the controller governs, and with the relay stuck on in the warmest room it comes to {stuck} and is borne.",
                numbers);
    }

    private static Metrics stuck(Setup setup, Heater heater, OwnThermostat thermostat) {
        Chamber chamber = setup.chamber();
        List<Appliance> set = chamber.appliances().stream().map(each -> each.id().equals(heater.id()) ? heater.with(thermostat) : each).toList();
        Setup changed = setup.with(chamber.with(set));
        List<Fault> faults = changed.controllers().stream().flatMap(each -> each.loops().stream()).filter(loop -> loop.applianceIds().contains(heater.id()))
                .map(loop -> (Fault) new RelayStuckOn(loop.id(), 0)).toList();
        return Rehearsal.run(changed.rig().lookingNoOftenerThan(STEP_S), new Scenario(RoomCurve.constant(chamber.room().warmestC()), 0, STUCK_S, STEP_S,
                Scenario.Start.SETTLED, faults, 1)).metrics();
    }
}
