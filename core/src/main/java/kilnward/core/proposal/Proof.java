package kilnward.core.proposal;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import kilnward.core.device.LawKeys;
import kilnward.core.device.LevelKind;
import kilnward.core.device.Parameter;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.judgement.situation.AlarmPlace;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.ladder.Rung;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/**
 * The one rule by which values are offered, for every remedy and every proposal: they are put in and rehearsed first. They are offered only if what they are
 * to mend is gone, nothing as bad or worse comes, a day of the room does no harm that it did not do before, and no set value, alarm or cut-out that they
 * move lands at or beyond a harm level, as displayed or at the occupant, or outside the order of rungs.
 */
public final class Proof {
    private static final double DAY_S = 86_400;
    private static final double DAY_STEP_S = 10;
    /** Levels that something is set to; where a share of an output is full is where it ends up, not what is set. */
    private static final Set<LevelKind> SET = Set.of(LevelKind.RAISE_ON, LevelKind.RAISE_OFF, LevelKind.LOWER_ON, LevelKind.LOWER_OFF, LevelKind.HOLDS, LevelKind.FAN_LEAST,
            LevelKind.VENT_OPENS, LevelKind.VENT_SHUTS, LevelKind.HIGH_ALARM, LevelKind.LOW_ALARM, LevelKind.BACKUP_OPENS, LevelKind.BACKUP_CLOSES);

    private Proof() {
    }

    /** What stands against values: a code and, where a finding does, the finding. */
    public record Obstacle(Kind kind, Optional<Finding> finding) {
        /** What is wrong with them. */
        public enum Kind {
            /** What they were to mend is still there. */
            STILL_THERE,
            /** Something as bad or worse comes. */
            WORSE_COMES,
            /** A day of the room harms. */
            HARMS,
            /** A level lands at or beyond harm. */
            AT_HARM,
            /** A level lands outside the order of rungs. */
            OUT_OF_ORDER,
            /** The device does not take them. */
            REFUSED
        }

        static Obstacle of(Kind kind) {
            return new Obstacle(kind, Optional.empty());
        }
    }

    /**
     * A finding whose remedy has been tried: the first of its values that prove right, or what is said where none do.
     *
     * @param before every finding there is, by itself
     * @param coarse whether somebody is still moving something: then nothing is tried, and nothing offered
     */
    static Finding proven(Finding finding, List<Finding> before, Setup setup, Scenario scenario, boolean coarse, Workers workers) {
        Remedy remedy = finding.remedy();
        while (remedy.isOnePress()) {
            if (!coarse && obstacle(finding, before, setup, with(setup, remedy), scenario, workers).isEmpty()) {
                return finding.with(remedy.proven());
            }
            remedy = remedy.otherwise().orElseThrow();
        }
        return finding.with(remedy);
    }

    /** A setup with the values of a remedy put in. */
    public static Setup with(Setup setup, Remedy remedy) {
        Setup changed = setup;
        for (Remedy.Change change : remedy.changes()) {
            changed = changed.with(change.controllerId(), changed.controller(change.controllerId()).settings().with(Parameter.valueOf(change.parameter()), change.value()));
        }
        return changed;
    }

    /** What stands against a change that is to mend a finding; empty where it is right. */
    private static Optional<Obstacle> obstacle(Finding mends, List<Finding> before, Setup setup, Setup changed, Scenario scenario, Workers workers) {
        Optional<Obstacle> plain = withoutRehearsal(setup, changed);
        if (plain.isPresent()) {
            return plain;
        }
        // A look in long steps finds most of what is wrong; only what passes it is rehearsed in full.
        for (boolean coarse : new boolean[] {true, false}) {
            Assessment after = Assessment.untried(changed, scenario, coarse, workers);
            if (after.plain().stream().anyMatch(each -> each.code().equals(mends.code()) && each.about().id().equals(mends.about().id())
                    && (each.about().part().equals(mends.about().part()) || each.towards() != mends.towards()))) {
                return Optional.of(Obstacle.of(Obstacle.Kind.STILL_THERE));
            }
            Optional<Obstacle> obstacle = against(mends.severity(), before, setup, changed, after, !coarse);
            if (obstacle.isPresent()) {
                return obstacle;
            }
        }
        return Optional.empty();
    }

    /**
     * What stands against a proposal; empty where it is right. It has no one finding to mend: what comes is held against the worst that goes.
     *
     * @param before every finding there is before it, by itself
     */
    static Optional<Obstacle> obstacle(List<Finding> before, Setup setup, Setup changed, Scenario scenario, Workers workers) {
        Optional<Obstacle> plain = withoutRehearsal(setup, changed);
        if (plain.isPresent()) {
            return plain;
        }
        for (boolean coarse : new boolean[] {true, false}) {
            Assessment after = Assessment.untried(changed, scenario, coarse, workers);
            Severity worstGone = before.stream().filter(each -> after.plain().stream().noneMatch(each::isSameAs)).map(Finding::severity).min(Severity::compareTo)
                    .orElse(Severity.MIND_THIS);
            Optional<Obstacle> obstacle = against(worstGone, before, setup, changed, after, !coarse).or(() -> alarmAtHarm(setup, changed, after.situation()));
            if (obstacle.isPresent()) {
                return obstacle;
            }
        }
        return Optional.empty();
    }

    /** A proposal answers for all that it keys in: an alarm that it leaves where harm is done already is none either. */
    private static Optional<Obstacle> alarmAtHarm(Setup setup, Setup changed, Situation after) {
        Set<String> proposed = changed.controllers().stream().filter(each -> !each.settings().equals(setup.controller(each.id()).settings())).map(PlannedController::id)
                .collect(Collectors.toSet());
        return after.ladder().rungs().stream().filter(rung -> proposed.contains(rung.controllerId()) && !rung.other()).filter(rung -> {
            OptionalDouble harm = AlarmPlace.harm(changed, rung.quantity(), rung.kind() == LevelKind.HIGH_ALARM);
            return harm.isPresent() && (rung.kind() == LevelKind.HIGH_ALARM && rung.occupant() >= harm.getAsDouble()
                    || rung.kind() == LevelKind.LOW_ALARM && rung.occupant() <= harm.getAsDouble());
        }).findFirst().map(rung -> Obstacle.of(Obstacle.Kind.AT_HARM));
    }

    /** What stands against another setup of the same chamber, of whatever kind it is; empty where nothing does. */
    public static Optional<Obstacle> against(Setup setup, Setup changed, Scenario scenario, Workers workers) {
        return obstacle(Assessment.untried(setup, scenario, false, workers).plain(), setup, changed, scenario, workers);
    }

    private static Optional<Obstacle> withoutRehearsal(Setup setup, Setup changed) {
        for (PlannedController controller : changed.controllers()) {
            PlannedController old = setup.controller(controller.id());
            if (controller.profile().refusals(controller.settings()).stream().anyMatch(refusal -> old.profile().refusals(old.settings()).stream()
                    .noneMatch(each -> each.field().equals(refusal.field())))) {
                return Optional.of(Obstacle.of(Obstacle.Kind.REFUSED));
            }
        }
        return Optional.empty();
    }

    private static Optional<Obstacle> against(Severity mended, List<Finding> before, Setup setup, Setup changed, Assessment after, boolean inFull) {
        Optional<Finding> comes = after.plain().stream().filter(each -> each.severity().compareTo(mended) <= 0)
                .filter(each -> before.stream().noneMatch(old -> old.isSameAs(each) && old.towards() == each.towards() && old.severity().compareTo(each.severity()) <= 0))
                .findFirst();
        if (comes.isPresent()) {
            return Optional.of(new Obstacle(Obstacle.Kind.WORSE_COMES, comes));
        }
        Optional<Obstacle> misplaced = misplaced(setup, changed, after.situation());
        if (misplaced.isPresent()) {
            return misplaced;
        }
        return inFull && harms(changed) && !harms(setup) ? Optional.of(Obstacle.of(Obstacle.Kind.HARMS)) : Optional.empty();
    }

    private static boolean harms(Setup setup) {
        return Stream.of(setup, setup.coolest(), setup.warmest()).distinct().anyMatch(Proof::harmsThatDay);
    }

    private static boolean harmsThatDay(Setup setup) {
        Rig rig = setup.rig().lookingNoOftenerThan(DAY_STEP_S);
        Rehearsed day = Rehearsal.run(rig, new Scenario(RoomCurve.day(setup.chamber().room()), 9, DAY_S, DAY_STEP_S, Scenario.Start.SETTLED, List.of(), 1));
        return day.metrics().firstHarmedAtS().isPresent();
    }

    /** Whether a level that was moved lands at or beyond harm, or outside the order of rungs. */
    private static Optional<Obstacle> misplaced(Setup setup, Setup changed, Situation after) {
        for (int i = 0; i < changed.controllers().size(); i++) {
            PlannedController controller = changed.controllers().get(i);
            PlannedController old = setup.controller(controller.id());
            if (controller.settings().equals(old.settings())) {
                continue;
            }
            Set<LevelKind> moved = moved(setup, old, changed, controller);
            List<Rung> rungs = after.ladder().rungs().stream().filter(rung -> rung.controllerId().equals(controller.id()) && SET.contains(rung.kind())).toList();
            for (Rung rung : rungs) {
                if (!moved.contains(rung.kind()) || rung.other()) {
                    continue;
                }
                OptionalDouble harmLow = AlarmPlace.harm(changed, rung.quantity(), false);
                OptionalDouble harmHigh = AlarmPlace.harm(changed, rung.quantity(), true);
                double shown = after.unit(i).toModel(rung.display().orElseThrow());
                double lowest = Math.min(shown, rung.occupant());
                double highest = Math.max(shown, rung.occupant());
                if (harmLow.isPresent() && lowest <= harmLow.getAsDouble() || harmHigh.isPresent() && highest >= harmHigh.getAsDouble()) {
                    return Optional.of(Obstacle.of(Obstacle.Kind.AT_HARM));
                }
            }
            if (outOfOrder(rungs, moved)) {
                return Optional.of(Obstacle.of(Obstacle.Kind.OUT_OF_ORDER));
            }
        }
        return Optional.empty();
    }

    /** Whether an alarm stands among the levels at which the same controller works, one of the two having been moved. */
    private static boolean outOfOrder(List<Rung> rungs, Set<LevelKind> moved) {
        for (Rung alarm : rungs) {
            if (alarm.kind() != LevelKind.HIGH_ALARM && alarm.kind() != LevelKind.LOW_ALARM) {
                continue;
            }
            for (Rung works : rungs) {
                boolean other = works.kind() == LevelKind.HIGH_ALARM || works.kind() == LevelKind.LOW_ALARM;
                if (works == alarm || works.quantity() != alarm.quantity() || works.night() || other && works.kind() == alarm.kind()) {
                    continue;
                }
                boolean wrong = alarm.kind() == LevelKind.HIGH_ALARM ? alarm.occupant() <= works.occupant() : alarm.occupant() >= works.occupant();
                // What stood wrongly before and was not touched is another finding's business.
                if (wrong && (moved.contains(alarm.kind()) || moved.contains(works.kind()))) {
                    return true;
                }
            }
        }
        return false;
    }

    /** The kinds of level that stand elsewhere on the display than before. */
    private static Set<LevelKind> moved(Setup setup, PlannedController old, Setup changed, PlannedController now) {
        List<LawKeys.Mark> before = marks(setup, old);
        Set<LevelKind> moved = new HashSet<>();
        marks(changed, now).stream().filter(mark -> !before.contains(mark)).forEach(mark -> moved.add(mark.kind()));
        for (Parameter alarm : List.of(Parameter.HIGH_ALARM, Parameter.LOW_ALARM)) {
            if (!old.settings().value(alarm).equals(now.settings().value(alarm))) {
                moved.add(alarm == Parameter.HIGH_ALARM ? LevelKind.HIGH_ALARM : LevelKind.LOW_ALARM);
            }
        }
        return moved;
    }

    private static List<LawKeys.Mark> marks(Setup setup, PlannedController controller) {
        List<LawKeys.Mark> marks = new ArrayList<>();
        for (int loop = 0; loop < controller.loops().size(); loop++) {
            boolean cutOut = controller.loops().get(loop).cutOut();
            for (LawKeys.Mark mark : controller.profile().law().keys().marks(controller.profile(), controller.inForce(), loop, setup.wanted(controller))) {
                marks.add(cutOut ? new LawKeys.Mark(mark.kind().asBackup(), mark.display(), mark.companion(), mark.night()) : mark);
            }
        }
        return marks;
    }
}
