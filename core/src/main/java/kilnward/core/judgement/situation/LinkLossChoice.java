package kilnward.core.judgement.situation;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Unit;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.RelayStuckOff;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/**
 * Whether outputs that lose their head unit had better be off or on, computed: whichever harms later in the worst room for it.
 *
 * @param on        whether on is the safer
 * @param offHarmsS when harm is done with all of them off (s); infinite where none is in three days
 * @param onHarmsS  the same with all of them on
 * @param offC      the worst at the occupant with them off (°C)
 * @param onC       the same with them on
 */
public record LinkLossChoice(boolean on, double offHarmsS, double onHarmsS, double offC, double onC) {
    private static final double LOST_S = 72 * 3600;
    private static final double STEP_S = 30;

    /** Rehearses both: what warms stuck on in the warmest room and dead in the coldest, what cools the other way round. */
    public static LinkLossChoice of(Setup setup, PlannedController controller) {
        Set<Effect> effects = setup.effects(controller);
        boolean cools = !effects.contains(Effect.WARMS) && (effects.contains(Effect.COOLS) || effects.contains(Effect.AIRS));
        double warmest = setup.chamber().room().warmestC();
        double coldest = setup.chamber().room().coldestC();
        Metrics off = lost(setup, controller, false, cools ? warmest : coldest);
        Metrics lit = lost(setup, controller, true, cools ? coldest : warmest);
        double offHarmsS = off.firstHarmedAtS().orElse(Double.POSITIVE_INFINITY);
        double onHarmsS = lit.firstHarmedAtS().orElse(Double.POSITIVE_INFINITY);
        // Where neither harms, off: what is off cannot burn.
        return new LinkLossChoice(onHarmsS > offHarmsS, offHarmsS, onHarmsS, cools ? off.occupant().highest() : off.occupant().lowest(),
                cools ? lit.occupant().lowest() : lit.occupant().highest());
    }

    private static Metrics lost(Setup setup, PlannedController controller, boolean on, double roomC) {
        List<Fault> faults = controller.loops().stream().map(loop -> on ? (Fault) new RelayStuckOn(loop.id(), 0) : new RelayStuckOff(loop.id(), 0)).toList();
        return Rehearsal.run(setup.rig().lookingNoOftenerThan(STEP_S), new Scenario(RoomCurve.constant(roomC), 0, LOST_S, STEP_S,
                Scenario.Start.SETTLED, faults, 1)).metrics();
    }

    public String text() {
        boolean offHarms = Double.isFinite(offHarmsS);
        boolean onHarms = Double.isFinite(onHarmsS);
        String off = offHarms ? "off it harms after {offHarms}" : "off it comes to {off} and is borne";
        String lit = onHarms ? "on it harms after {onHarms}" : "on it comes to {on} and is borne";
        return "Without its head unit, in the worst room for it: " + off + ", " + lit + ". " + (on ? "On is the safer." : "Off is the safer.");
    }

    public Map<String, QuantityValue> numbers() {
        Map<String, QuantityValue> numbers = new TreeMap<>();
        numbers.put("off", new QuantityValue(offC, Unit.CELSIUS));
        numbers.put("on", new QuantityValue(onC, Unit.CELSIUS));
        if (Double.isFinite(offHarmsS)) {
            numbers.put("offHarms", new QuantityValue(offHarmsS, Unit.SECOND));
        }
        if (Double.isFinite(onHarmsS)) {
            numbers.put("onHarms", new QuantityValue(onHarmsS, Unit.SECOND));
        }
        return numbers;
    }
}
