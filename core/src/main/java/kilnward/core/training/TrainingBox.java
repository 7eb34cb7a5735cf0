package kilnward.core.training;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.random.RandomGenerator;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Material;
import kilnward.core.chamber.body.Wall;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.control.Controller;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.OutputMode;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.Timers;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.OccupantPlace;
import kilnward.core.life.Side;
import kilnward.core.probe.Display;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;

/**
 * A box made up for an exercise: foam, a heater with some margin, something to keep warm.
 *
 * @param roomC the room, all the time (°C)
 */
record TrainingBox(Chamber chamber, Needs needs, ProbePlace place, double roomC) {
    static final String PROBE = "probe";
    static final String HEATER = "heater";
    static final String LOOP = "heating";
    static final double STEP_S = 2;
    private static final double[] MIDDLES_C = {28.5, 32, 37.5};
    private static final HeaterKind[] KINDS = {HeaterKind.MAT, HeaterKind.CERAMIC_EMITTER, HeaterKind.ROD};

    static TrainingBox made(RandomGenerator random) {
        Box body = new Box(between(random, 0.35, 0.6), between(random, 0.25, 0.4), between(random, 0.2, 0.35),
                Collections.nCopies(6, new Wall(List.of(new Layer(Material.EXPANDED_POLYSTYRENE, between(random, 30, 60))), List.of())));
        double massKg = between(random, 1, 4);
        double middleC = MIDDLES_C[random.nextInt(MIDDLES_C.length)];
        double roomC = Math.rint(between(random, 15, 21));
        double half = Math.rint(between(random, 7, 12)) / 10;
        Needs needs = new Needs(new KeepBand(middleC - half, middleC + half),
                List.of(new DangerLimit(Side.HIGH, middleC + 3.5, 1800), new DangerLimit(Side.LOW, middleC - 8, 4 * 3600)));
        HeaterKind kind = KINDS[random.nextInt(KINDS.length)];
        double probed = 100;
        Chamber trial = chamber(body, massKg, roomC, kind.typical(HEATER, probed));
        double watts = Math.rint(probed * SteadyState.of(trial).holdingShare(middleC, roomC) * between(random, 1.8, 2.6));
        ProbePlace place = new ProbePlace(between(random, 0, 0.03), between(random, 0.2, 0.45), 0, 0, 0, 0, between(random, 30, 90));
        return new TrainingBox(chamber(body, massKg, roomC, kind.typical(HEATER, Math.max(1, watts))), needs, place, roomC);
    }

    static double between(RandomGenerator random, double low, double high) {
        return low + (high - low) * random.nextDouble();
    }

    private static Chamber chamber(Box body, double massKg, double roomC, Heater heater) {
        return new Chamber(body, Optional.empty(), 0.5, AirMovement.MOVING, Contents.dry(massKg, 3300, 0.1 + 0.1 * massKg, 0), OccupantPlace.CONTENTS, 0, List.of(heater),
                Room.of(roomC, roomC, 15), 100, 1);
    }

    double middleC() {
        return needs.keep().middleC();
    }

    double heaterW() {
        return chamber.heaters().get(0).powerW();
    }

    Rig rig(SwitchingPoints points, double sensorErrorK, double offsetK) {
        return new Rig(chamber, needs, List.of(Probe.of(PROBE, place, sensorErrorK)),
                List.of(new Controller("controller", List.of(PROBE), new Display(DisplayUnit.C, 0.1, offsetK), STEP_S, OptionalDouble.empty(), OptionalDouble.empty(),
                        List.of(new Loop(LOOP, new OnOff(points, false), Timers.NONE, OutputMode.AUTO, List.of(HEATER))))));
    }

    Scenario scenario(double hours, int buckets) {
        return new Scenario(RoomCurve.constant(roomC), 1, hours * 3600, STEP_S, Scenario.Start.SETTLED, List.of(), buckets);
    }

    /** Some hours of it, a bucket a minute. */
    Rehearsed run(Rig rig, double hours) {
        return Rehearsal.run(rig, scenario(hours, (int) Math.round(60 * hours)));
    }
}
