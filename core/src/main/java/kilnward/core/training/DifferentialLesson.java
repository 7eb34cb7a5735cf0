package kilnward.core.training;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.random.RandomGenerator;
import kilnward.core.control.Direction;
import kilnward.core.control.Style;
import kilnward.core.load.LoadCheck;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.training.Exercise.Answer;
import kilnward.core.training.Exercise.Kind;
import kilnward.core.training.Exercise.Posed;
import kilnward.core.training.Exercise.Verdict;

/** Choosing a differential that keeps the occupant in band and the contact alive, on devices that mean different things by it. */
final class DifferentialLesson {
    private static final List<Double> CHOICES_K = List.of(0.1, 0.3, 0.6, 1.2, 2.4);
    private static final double HOURS = 8;
    private static final double IN_BAND = 0.99;

    private DifferentialLesson() {
    }

    static Posed pose(int level, long seed, RandomGenerator random) {
        TrainingBox box = TrainingBox.made(random);
        Style style = level == 1 ? Style.CENTRED : level == 2 ? Style.EACH_SIDE : Style.OFF_AT_SET;
        double setC = Math.rint(10 * (box.middleC() + (level == 3 ? 0.3 : 0))) / 10;
        Map<String, Map<String, Double>> outcomes = new LinkedHashMap<>();
        String best = null;
        double bestSwing = Double.POSITIVE_INFINITY;
        int right = 0;
        for (double each : CHOICES_K) {
            Rehearsed run = box.run(box.rig(style.points(Direction.RAISE, setC, each), 0, 0), HOURS);
            Metrics day = run.metrics();
            outcomes.put(Double.toString(each), Map.of("lowestC", day.occupant().lowest(), "highestC", day.occupant().highest(), "inBandShare", day.inBandShare(), "perHour",
                    day.loops().get(0).cyclesPerHour()));
            if (isRight(outcomes.get(Double.toString(each)))) {
                right++;
                if (day.occupant().swing() < bestSwing) {
                    bestSwing = day.occupant().swing();
                    best = Double.toString(each);
                }
            }
        }
        if (right == 0 || right > CHOICES_K.size() - 2) {
            return null;
        }
        List<String> choices = List.copyOf(outcomes.keySet());
        String mostRight = best;
        Exercise exercise = new Exercise(Kind.CHOOSE_DIFFERENTIAL, level, seed, Map.of("keepLowC", box.needs().keep().lowC(), "keepHighC", box.needs().keep().highC(), "setC", setC,
                "style", (double) style.ordinal(), "roomC", box.roomC(), "heaterW", box.heaterW(), "massKg", box.chamber().contents().massKg(), "mostPerHour",
                LoadCheck.MOST_PER_HOUR),
                List.of(), choices, null);
        return new Posed(exercise, (Answer answer) -> new Verdict(isRight(outcomes.get(answer.among(choices))), mostRight, outcomes));
    }

    private static boolean isRight(Map<String, Double> outcome) {
        return outcome.get("inBandShare") >= IN_BAND && outcome.get("perHour") <= LoadCheck.MOST_PER_HOUR;
    }
}
