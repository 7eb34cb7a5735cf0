package kilnward.core.training;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.random.RandomGenerator;
import kilnward.core.control.Direction;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.training.Exercise.Answer;
import kilnward.core.training.Exercise.Entry;
import kilnward.core.training.Exercise.Kind;
import kilnward.core.training.Exercise.Posed;
import kilnward.core.training.Exercise.Verdict;

/** Working out a new offset from what the display shows and what a reference beside the probe reads; at level 3 another reference, at the occupant, is not to be used. */
final class CalibrationLesson {
    private static final double HOURS = 3;
    private static final double STEP_K = 0.1;
    private static final double COARSE_STEP_K = 0.5;

    private CalibrationLesson() {
    }

    static Posed pose(int level, long seed, RandomGenerator random) {
        TrainingBox box = TrainingBox.made(random);
        double stepK = level == 1 ? STEP_K : COARSE_STEP_K;
        double errorK = Math.rint(TrainingBox.between(random, -20, 20)) / 10;
        double oldK = stepK * Math.rint(TrainingBox.between(random, -1, 1) / stepK);
        if (Math.abs(errorK + oldK) < 2 * stepK) {
            return null;
        }
        SwitchingPoints points = Style.CENTRED.points(Direction.RAISE, box.middleC(), 0.6);
        Metrics before = box.run(box.rig(points, errorK, oldK), HOURS).metrics();
        double displayC = tenth(before.displays().get(0).mean());
        // What hangs beside the probe reads the truth there.
        double referenceC = tenth(before.displays().get(0).mean() - errorK - oldK);
        double exact = oldK + referenceC - displayC;
        double best = stepK * Math.rint(exact / stepK);
        Map<String, Double> facts = new HashMap<>(Map.of("oldOffsetK", oldK, "displayC", displayC, "referenceC", referenceC, "stepK", stepK));
        if (level == Exercise.LEVELS) {
            // Where they lie it is another temperature: that is no error of the sensor.
            facts.put("atOccupantC", tenth(before.occupant().mean() + TrainingBox.between(random, 0.4, 0.9)));
        }
        Exercise exercise = new Exercise(Kind.CALIBRATE, level, seed, facts, List.of(), List.of(), Entry.OFFSET_K);
        return new Posed(exercise, (Answer answer) -> {
            double given = answer.asNumber();
            boolean right = Math.abs(given - exact) <= stepK / 2 + 0.051;
            return new Verdict(right, Double.toString(tenth(best)),
                    Map.of("answer", after(box, points, errorK, Math.max(-9, Math.min(9, given))), "best", after(box, points, errorK, best),
                            "before", Map.of("occupantC", before.occupant().mean(), "leftK", errorK + oldK)));
        });
    }

    /** The box with another offset, an hour later: what it is off by then, and where the occupant has come to. */
    private static Map<String, Double> after(TrainingBox box, SwitchingPoints points, double errorK, double offsetK) {
        Metrics after = box.run(box.rig(points, errorK, offsetK), HOURS).metrics();
        return Map.of("occupantC", after.occupant().mean(), "leftK", errorK + offsetK);
    }

    private static double tenth(double value) {
        return Math.rint(10 * value) / 10;
    }
}
