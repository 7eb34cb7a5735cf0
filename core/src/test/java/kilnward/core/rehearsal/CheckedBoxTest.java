package kilnward.core.rehearsal;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.stream.IntStream;
import kilnward.core.Osier;
import kilnward.core.calibration.Check;
import kilnward.core.calibration.CheckRow;
import kilnward.core.calibration.Reference;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.control.Controller;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.OutputMode;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.Timers;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.Display;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.outcome.Trace;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import org.junit.jupiter.api.Test;

/**
 * A box whose probe is wrong by an unknown amount, rehearsed through warm-up, a check with a reference that is itself uncertain, the
 * new offset, and one more hour: what is left wrong at the occupant lies within what the check stated, as often as it stated.
 */
class CheckedBoxTest {
    private static final double REFERENCE = 0.15;
    private static final int RUNS = 1000;
    private static final double STEP_S = 5;
    private static final int BUCKETS = 36;

    private static Rehearsed run(Chamber box, double sensorErrorK, double offset) {
        Controller controller = new Controller("c", List.of("probe"), new Display(DisplayUnit.C, 0.1, offset), STEP_S, OptionalDouble.empty(), OptionalDouble.empty(),
                List.of(new Loop("l", new OnOff(SwitchingPoints.ofPair(37.3, 37.7), false), Timers.NONE, OutputMode.AUTO, List.of("mat"))));
        Rig rig = new Rig(box, Osier.eggNeeds(), List.of(Probe.of("probe", ProbePlace.of(0, 0, 0, 0, 30), sensorErrorK)), List.of(controller));
        return Rehearsal.run(rig, new Scenario(RoomCurve.constant(20), 0, 3 * 3600, STEP_S, Scenario.Start.COLD, List.of(), BUCKETS));
    }

    private static double middle(Trace.Envelope envelope, int bucket) {
        return 0.5 * (envelope.low()[bucket] + envelope.high()[bucket]);
    }

    @Test
    void whatIsLeftWrongLiesWithinWhatWasStatedInNinetyFiveOfAHundred() {
        Chamber box = Osier.chamber(Osier.foamBox(0.4, 0.3, 0.3, 40), 0.5, AirMovement.MOVING, Contents.dry(1, 3300, 0.2, 0), OccupantPlace.AIR, 0,
                List.of(HeaterKind.BULB.typical("mat", 60)), Room.of(20, 20, 0), 140);
        long seed = 51_205;
        Random random = new Random(seed);
        int covered = 0;
        for (int i = 0; i < RUNS; i++) {
            double sensorErrorK = 4 * random.nextDouble() - 2;
            double referenceErrorK = REFERENCE * random.nextGaussian();
            Rehearsed before = run(box, sensorErrorK, 0);
            List<CheckRow> rows = new ArrayList<>();
            // The last hour, a row every five minutes: the display as rounded, the reference beside the probe, in the air.
            IntStream.range(BUCKETS - 13, BUCKETS).forEach(bucket -> rows.add(new CheckRow(bucket * 300.0,
                    Math.rint(10 * middle(before.trace().displays().get(0), bucket)) / 10,
                    Map.of("glass", middle(before.trace().occupant(), bucket) + referenceErrorK))));
            Check check = Check.of(rows, List.of(new Reference("glass", REFERENCE, 0, Optional.empty())), Check.Rules.USUAL, new Check.Key(0, 0.1, -10, 10, 0.1));
            assertTrue(check.verdict() != Check.Verdict.WAIT, "seed " + seed + ", run " + i + " has not settled: " + check.settling());
            Rehearsed after = run(box, sensorErrorK, check.newOffset());
            double left = 0;
            for (int bucket = BUCKETS - 12; bucket < BUCKETS; bucket++) {
                left += (middle(after.trace().displays().get(0), bucket) - middle(after.trace().occupant(), bucket)) / 12;
            }
            covered += Math.abs(left - check.remaining()) <= check.uncertainty().expanded() ? 1 : 0;
        }
        double share = (double) covered / RUNS;
        assertTrue(share >= 0.93 && share <= 0.97, "seed " + seed + ": " + share);
    }
}
