package kilnward.core.training;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.random.RandomGenerator;
import kilnward.core.control.Direction;
import kilnward.core.control.Style;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.outcome.Trace;
import kilnward.core.rehearsal.scenario.ApplianceDead;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.LidLeftOpen;
import kilnward.core.rehearsal.scenario.ProbeDrifted;
import kilnward.core.rehearsal.scenario.ProbeFallenOut;
import kilnward.core.rehearsal.scenario.ProbeOnHeater;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.training.Exercise.Answer;
import kilnward.core.training.Exercise.Curve;
import kilnward.core.training.Exercise.Kind;
import kilnward.core.training.Exercise.Posed;
import kilnward.core.training.Exercise.Shown;
import kilnward.core.training.Exercise.Verdict;

/** Telling from traces what has happened to the probe, or that it is not the probe. */
final class MistakeLesson {
    private static final double HOURS = 6;
    private static final double FROM_S = 2 * 3600;
    /** Traces that differ by less than this (K, or twentieths of the heater) on the mean are the same to whoever looks. */
    private static final double DIFFERENT = 0.35;
    private static final double HEATER_WEIGHT = 5;

    private enum Mistake {
        NOTHING,
        PROBE_FALLEN_OUT,
        PROBE_ON_HEATER,
        PROBE_READS_LOW,
        HEATER_DEAD,
        LID_OPEN,
        RELAY_STUCK_ON;

        private List<Fault> faults() {
            return switch (this) {
                case NOTHING -> List.of();
                case PROBE_FALLEN_OUT -> List.of(new ProbeFallenOut(TrainingBox.PROBE, FROM_S));
                case PROBE_ON_HEATER -> List.of(new ProbeOnHeater(TrainingBox.PROBE, FROM_S));
                case PROBE_READS_LOW -> List.of(new ProbeDrifted(TrainingBox.PROBE, -2.5, FROM_S));
                case HEATER_DEAD -> List.of(new ApplianceDead(TrainingBox.HEATER, FROM_S));
                case LID_OPEN -> List.of(new LidLeftOpen(HOURS * 3600 - FROM_S, FROM_S));
                case RELAY_STUCK_ON -> List.of(new RelayStuckOn(TrainingBox.LOOP, FROM_S));
            };
        }
    }

    private MistakeLesson() {
    }

    static Posed pose(int level, long seed, RandomGenerator random) {
        TrainingBox box = TrainingBox.made(random);
        Rig rig = box.rig(Style.CENTRED.points(Direction.RAISE, box.middleC(), 0.8), 0, 0);
        List<Mistake> among = level == 1 ? List.of(Mistake.NOTHING, Mistake.PROBE_FALLEN_OUT, Mistake.PROBE_ON_HEATER, Mistake.HEATER_DEAD) : List.of(Mistake.values());
        // First it is told with a thermometer at the occupant, last without.
        List<Shown> shown = level == Exercise.LEVELS ? List.of(Shown.DISPLAY, Shown.HEATER) : List.of(Shown.DISPLAY, Shown.REFERENCE);
        Mistake planted = among.get(random.nextInt(among.size()));
        List<Curve> curves = curves(box, rig, planted, shown);
        List<Mistake> told = new ArrayList<>();
        for (Mistake other : among) {
            if (other == planted || apart(curves, curves(box, rig, other, shown)) >= DIFFERENT) {
                told.add(other);
            }
        }
        // What looks the same is not asked for.
        if (told.size() < among.size() - 1) {
            return null;
        }
        List<String> choices = told.stream().map(Enum::name).toList();
        Exercise exercise = new Exercise(Kind.FIND_MISTAKE, level, seed,
                Map.of("keepLowC", box.needs().keep().lowC(), "keepHighC", box.needs().keep().highC(), "roomC", box.roomC(), "hours", HOURS), curves, choices, null);
        return new Posed(exercise, (Answer answer) -> new Verdict(answer.among(choices).equals(planted.name()), planted.name(), Map.of()));
    }

    private static List<Curve> curves(TrainingBox box, Rig rig, Mistake mistake, List<Shown> shown) {
        Trace trace = Rehearsal.run(rig, box.scenario(HOURS, (int) (60 * HOURS)).with(mistake.faults().toArray(Fault[]::new))).trace();
        return shown.stream().map(each -> switch (each) {
            case DISPLAY -> curve(each, trace.bucketS(), trace.displays().get(0));
            case REFERENCE -> curve(each, trace.bucketS(), trace.occupant());
            case HEATER -> new Curve(each, trace.bucketS(), trace.onShares().get(0));
        }).toList();
    }

    private static Curve curve(Shown shown, double everyS, Trace.Envelope of) {
        return new Curve(shown, everyS, Exercise.every(of.low().length, i -> 0.5 * (of.low()[i] + of.high()[i])));
    }

    /** How far the most different of the curves are apart on the mean, since it may have happened. */
    private static double apart(List<Curve> some, List<Curve> others) {
        double most = 0;
        for (int k = 0; k < some.size(); k++) {
            double[] one = some.get(k).values();
            double[] other = others.get(k).values();
            double sum = 0;
            for (int i = one.length / 3; i < one.length; i++) {
                sum += Math.abs(one[i] - other[i]);
            }
            most = Math.max(most, sum / (one.length - one.length / 3) * (some.get(k).shown() == Shown.HEATER ? HEATER_WEIGHT : 1));
        }
        return most;
    }
}
