package kilnward.core.fitting;

import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.control.AsSeen;
import kilnward.core.control.Controller;
import kilnward.core.control.Loop;
import kilnward.core.control.OutputMode;
import kilnward.core.control.Timers;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.probe.Probe;
import kilnward.core.rehearsal.LiveRun;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.Setup;

/** The simulator with the law of what heats replaced by what was seen: it goes where the log went if the box is the planned one. */
final class Follower {
    private static final double LONGEST_STEP_S = 10;
    private static final double STEPS_A_READING = 4;

    private final double stepS;

    Follower(BoxLog log) {
        this.stepS = Math.max(1, Math.min(LONGEST_STEP_S, Math.floor(log.log().spacingS() / STEPS_A_READING)));
    }

    /** What a probe would have read, and where the occupant was lowest and highest. */
    record Followed(double[] readC, double lowestC, double highestC) {
    }

    /**
     * @param startK everything inside at the beginning over the first reading (K)
     * @param log    another log of the same box
     */
    Followed follow(Setup box, BoxLog log, double startK) {
        Rig rig = followed(box, log.drive());
        Scenario scenario = new Scenario(log.room(), log.startHour(), Math.max(stepS, log.log().lastS()), stepS, Scenario.Start.COLD, List.of(), 1);
        LiveRun run = LiveRun.begin(rig, scenario, Math.max(-40, Math.min(80, log.log().value()[0] + startK)));
        int probe = box.probes().stream().map(Probe::id).toList().indexOf(log.probeId());
        double errorK = box.probes().get(probe).sensorErrorK();
        double[] at = log.log().atS();
        double[] read = new double[at.length];
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        LiveRun.Seen before = run.seen();
        LiveRun.Seen after = before;
        for (int i = 0; i < at.length; i++) {
            double floorS = Math.floor(at[i] / stepS) * stepS;
            if (after.timeS() < at[i]) {
                if (floorS > after.timeS()) {
                    run.advance(floorS - run.timeS());
                    after = run.seen();
                }
                before = after;
                if (before.timeS() < at[i]) {
                    run.advance(stepS);
                    after = run.seen();
                }
            }
            double share = after.timeS() > before.timeS() ? (at[i] - before.timeS()) / (after.timeS() - before.timeS()) : 0;
            double from = before.probes().get(probe).temperatureC();
            read[i] = from + share * (after.probes().get(probe).temperatureC() - from) + errorK;
            low = Math.min(low, after.occupantC());
            high = Math.max(high, after.occupantC());
        }
        return new Followed(read, low, high);
    }

    private Rig followed(Setup box, Drive drive) {
        Rig rig = box.rig();
        List<String> heaters = box.chamber().heaters().stream().map(Heater::id).toList();
        AsSeen seen = new AsSeen(drive.switchS(), drive.beginsOn(), stepS);
        List<Controller> controllers = rig.controllers().stream().map(each -> new Controller(each.id(), each.probeIds(), each.display(),
                each.loops().stream().anyMatch(loop -> heats(loop, heaters)) ? stepS : Math.max(stepS, each.samplingS()), OptionalDouble.empty(), OptionalDouble.empty(),
                each.loops().stream().map(loop -> heats(loop, heaters) ? new Loop(loop.id(), seen, Timers.NONE, OutputMode.AUTO, loop.applianceIds()) : loop).toList(),
                each.companion())).toList();
        return new Rig(rig.chamber(), rig.needs(), rig.probes(), controllers);
    }

    private static boolean heats(Loop loop, List<String> heaters) {
        return !loop.cutOut() && loop.applianceIds().stream().anyMatch(heaters::contains);
    }

    /**
     * Refuses a plan that no log of one probe can tell of.
     *
     * @throws RefusedValueException where nothing heats by a controller, or the same controller cools as well
     */
    static void check(Setup plan, String probeId) {
        List<String> heaters = plan.chamber().heaters().stream().map(Heater::id).toList();
        if (plan.probes().stream().noneMatch(each -> each.id().equals(probeId))) {
            throw new RefusedValueException("probeId", probeId, "must be a probe of the chamber");
        }
        List<Controller> heating = plan.rig().controllers().stream().filter(each -> each.loops().stream().anyMatch(loop -> heats(loop, heaters))).toList();
        if (heating.isEmpty()) {
            throw new RefusedValueException("controllers", 0, "must hold one that switches a heater: the box is learned from what heating does to it");
        }
        if (heating.stream().anyMatch(each -> each.loops().stream().anyMatch(loop -> !loop.cutOut() && !heats(loop, heaters)))) {
            throw new RefusedValueException("controllers", heating.get(0).id(),
                    "must only heat: of one that cools or moistens as well, a temperature does not tell which of the two ran");
        }
    }
}
