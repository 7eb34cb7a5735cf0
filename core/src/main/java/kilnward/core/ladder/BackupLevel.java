package kilnward.core.ladder;

import java.util.List;
import java.util.Optional;
import java.util.stream.DoubleStream;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.OwnThermostat;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.Needs;
import kilnward.core.life.Side;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.Setup;

/**
 * Where a second layer against heat opens and closes again: half of the way from the target range to the nearest harm above, closing again above the keep
 * band. The one rule for findings, rankings and proposals.
 *
 * @param opensC  where it opens (°C)
 * @param closesC where it closes again (°C)
 */
public record BackupLevel(double opensC, double closesC) {
    /** Between the target range and harm there must be this much (K) for an electronic cut-out with a display in tenths. */
    private static final double LEAST_ROOM_K = 0.6;
    private static final double WIDEST_BAND_K = 1.5;
    private static final double HALF_WAY = 0.5;
    private static final double STUCK_S = 72 * 3600;
    private static final double STEP_S = 10;

    /** The level for a chamber; empty where no heater is controlled, no harm above is known, or there is no room between. */
    public static Optional<BackupLevel> of(Setup setup) {
        Needs needs = setup.needs();
        Optional<DangerLimit> harm = needs.nearest(Side.HIGH);
        boolean heats = setup.chamber().heaters().stream().anyMatch(heater -> setup.isControlled(heater.id()));
        if (!heats || harm.isEmpty()) {
            return Optional.empty();
        }
        double room = harm.get().level() - needs.keep().highC();
        return room < LEAST_ROOM_K ? Optional.empty() : Optional.of(at(needs, room, HALF_WAY));
    }

    /**
     * The level that keeps harm away: half of the way to harm, or, where what lives there is by then warmer than what the cut-out feels, as much lower as it takes; that
     * half of the way where none does.
     */
    public static Optional<BackupLevel> stopping(Setup setup) {
        return of(setup).map(usual -> DoubleStream.of(HALF_WAY, 0.35, 0.2).mapToObj(share -> at(setup.needs(), usual.roomK(setup.needs()), share))
                .filter(each -> each.stops(setup)).findFirst().orElse(usual));
    }

    private static BackupLevel at(Needs needs, double room, double share) {
        double opensC = needs.keep().highC() + share * room;
        return new BackupLevel(opensC, opensC - Math.min(WIDEST_BAND_K, 0.8 * share * room));
    }

    /** How far it is from the target range to harm (K), twice the way to where it opens. */
    public double roomK(Needs needs) {
        return 2 * (opensC - needs.keep().highC());
    }

    /** The thermostat it asks for. */
    public OwnThermostat thermostat() {
        return new OwnThermostat(opensC, closesC);
    }

    /** Whether one that opens there keeps harm away when every heater's relay sticks on in the warmest room, on the day of most living heat: rehearsed. */
    public boolean stops(Setup setup) {
        List<Appliance> cut = setup.chamber().appliances().stream().map(each -> each instanceof Heater heater && setup.isControlled(heater.id())
                ? heater.with(thermostat()) : each).toList();
        Setup warmest = setup.warmest();
        Setup backed = warmest.with(warmest.chamber().with(cut));
        List<Fault> stuck = setup.controllers().stream().flatMap(each -> each.loops().stream()).filter(loop -> !loop.cutOut() && loop.applianceIds().stream()
                .anyMatch(id -> setup.appliance(id) instanceof Heater)).map(loop -> (Fault) new RelayStuckOn(loop.id(), 0)).toList();
        return Rehearsal.run(backed.rig().lookingNoOftenerThan(STEP_S), new Scenario(RoomCurve.constant(setup.chamber().room().warmestC()), 0, STUCK_S, STEP_S,
                Scenario.Start.SETTLED, stuck, 1)).metrics().harmedAtS().isEmpty();
    }
}
