package kilnward.core.training;

import java.util.List;
import java.util.Map;
import java.util.random.RandomGenerator;
import kilnward.core.control.Direction;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.outcome.Trace;
import kilnward.core.training.Exercise.Answer;
import kilnward.core.training.Exercise.Curve;
import kilnward.core.training.Exercise.Entry;
import kilnward.core.training.Exercise.Kind;
import kilnward.core.training.Exercise.Posed;
import kilnward.core.training.Exercise.Shown;
import kilnward.core.training.Exercise.Verdict;

/** Reading off a trace how far it swings, how long a cycle takes, and how much of it the heater is on. */
final class TraceLesson {
    private static final double HOURS = 6;
    private static final double MOST_PER_HOUR = 6;
    private static final double LEAST_PER_HOUR = 0.8;
    private static final double SHARE_OFF = 0.2;

    private TraceLesson() {
    }

    static Posed pose(int level, long seed, RandomGenerator random) {
        TrainingBox box = TrainingBox.made(random);
        double differentialK = Math.rint(TrainingBox.between(random, 6, 16)) / 10;
        SwitchingPoints points = Style.CENTRED.points(Direction.RAISE, box.middleC(), differentialK);
        Rehearsed run = box.run(box.rig(points, 0, 0), HOURS);
        Metrics.Switching switching = run.metrics().loops().get(0);
        if (switching.cyclesPerHour() > MOST_PER_HOUR || switching.cyclesPerHour() < LEAST_PER_HOUR) {
            return null;
        }
        Trace.Envelope display = run.trace().displays().get(0);
        Curve curve = new Curve(Shown.DISPLAY, run.trace().bucketS(), Exercise.every(display.low().length, i -> 0.5 * (display.low()[i] + display.high()[i])));
        Entry entry = level == 1 ? Entry.SWING_K : level == 2 ? Entry.PERIOD_MIN : Entry.DUTY_PCT;
        double real = switch (entry) {
            case SWING_K -> run.metrics().displays().get(0).swing();
            case PERIOD_MIN -> 60 / switching.cyclesPerHour();
            default -> 100 * switching.dutyShare();
        };
        double tolerated = switch (entry) {
            case SWING_K -> Math.max(0.2, SHARE_OFF * real);
            case PERIOD_MIN -> Math.max(2, SHARE_OFF * real);
            default -> 10;
        };
        Exercise exercise = new Exercise(Kind.READ_TRACE, level, seed, Map.of("roomC", box.roomC(), "hours", HOURS), List.of(curve), List.of(), entry);
        return new Posed(exercise, (Answer answer) -> {
            double given = answer.asNumber();
            return new Verdict(Math.abs(given - real) <= tolerated, Double.toString(Math.rint(10 * real) / 10),
                    Map.of("measured", Map.of("swingK", run.metrics().displays().get(0).swing(), "periodMin", 60 / switching.cyclesPerHour(), "dutyShare", switching.dutyShare(),
                            "differentialK", differentialK, "tolerated", tolerated)));
        });
    }
}
