package kilnward.core.training;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.SplittableRandom;
import java.util.function.Function;
import java.util.random.RandomGenerator;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Require;

/**
 * An exercise.
 *
 * @param kind    what is to be learned
 * @param level   1 to {@link #LEVELS}
 * @param facts   what is told beside the curves: temperatures in °C, differences in K, shares from 0 to 1
 * @param curves  what is shown
 * @param choices codes of what can be chosen; empty where a number is asked
 * @param entry   what number is asked; null where something is chosen
 */
public record Exercise(Kind kind, @Bounded(min = 1, max = LEVELS) int level, @Bounded(min = 0, max = Integer.MAX_VALUE) long seed, Map<String, Double> facts, List<Curve> curves,
        List<String> choices, Entry entry) {
    /** Levels there are. */
    public static final int LEVELS = 3;
    /** Boxes are made until one shows what is to be learned. */
    private static final int MOST_TRIED = 60;

    /** What is to be learned. */
    public enum Kind {
        READ_TRACE(TraceLesson::pose),
        CHOOSE_DIFFERENTIAL(DifferentialLesson::pose),
        CALIBRATE(CalibrationLesson::pose),
        FIND_MISTAKE(MistakeLesson::pose),
        ANSWER_ALARM(AlarmLesson::pose);

        private final Lesson lesson;

        Kind(Lesson lesson) {
            this.lesson = lesson;
        }
    }

    /** What a curve shows. */
    public enum Shown {
        DISPLAY,
        /** A trusted thermometer where the occupant is. */
        REFERENCE,
        /** Share of the time the heater is on. */
        HEATER
    }

    /** What number is asked. */
    public enum Entry {
        SWING_K,
        PERIOD_MIN,
        DUTY_PCT,
        OFFSET_K
    }

    /**
     * Values one after the other (°C; of the heater a share).
     *
     * @param everyS time between two (s)
     */
    public record Curve(Shown shown, double everyS, double[] values) {
    }

    /**
     * How an answer was.
     *
     * @param best     what would have been best: a code, or a number
     * @param outcomes what the simulator makes of each choice, or of the answer and of what is best, by code: temperatures in °C, differences in K, an hour, shares
     */
    public record Verdict(boolean right, String best, Map<String, Map<String, Double>> outcomes) {
    }

    /** What somebody answered: a code, or a number. */
    public record Answer(String code, OptionalDouble number) {
        /** A choice, or a number as it is typed. */
        public static Answer of(String text) {
            try {
                return new Answer(text, OptionalDouble.of(Double.parseDouble(text)));
            } catch (NumberFormatException word) {
                return new Answer(text, OptionalDouble.empty());
            }
        }

        double asNumber() {
            double given = number.orElseThrow(() -> new RefusedValueException("answer", code, "must be a number"));
            Require.within("answer", given, -1000, 1000, "");
            return given;
        }

        String among(List<String> choices) {
            Require.that(choices.contains(code), "answer", code, "must be one of " + String.join(", ", choices));
            return code;
        }
    }

    /** An exercise with who judges it. */
    record Posed(Exercise exercise, Function<Answer, Verdict> judge) {
    }

    /** A kind of exercise. */
    @FunctionalInterface
    interface Lesson {
        /**
         * @return null where the box that was made does not show what is to be learned
         */
        Posed pose(int level, long seed, RandomGenerator random);
    }

    public Exercise {
        facts = Map.copyOf(facts);
        curves = List.copyOf(curves);
        choices = List.copyOf(choices);
    }

    private static Posed posed(Kind kind, int level, long seed) {
        Require.within(Exercise.class, "level", level);
        Require.within(Exercise.class, "seed", seed);
        SplittableRandom random = new SplittableRandom(seed * 31L + kind.ordinal() * 7L + level);
        for (int i = 0; i < MOST_TRIED; i++) {
            Posed posed = kind.lesson.pose(level, seed, random.split());
            if (posed != null) {
                return posed;
            }
        }
        throw new RefusedValueException("seed", seed, "must be another: no box made from it shows what is to be learned");
    }

    /** Poses an exercise. */
    public static Exercise of(Kind kind, int level, long seed) {
        return posed(kind, level, seed).exercise;
    }

    /**
     * Judges an answer to it.
     *
     * @throws RefusedValueException where it is no answer to it
     */
    public static Verdict judge(Kind kind, int level, long seed, Answer answer) {
        return posed(kind, level, seed).judge.apply(answer);
    }

    /** The level to go on with: one up after three right answers one after the other, one down after three wrong ones. */
    public static int next(int level, List<Boolean> newestFirst) {
        int last = 3;
        if (newestFirst.size() < last) {
            return level;
        }
        List<Boolean> recent = newestFirst.subList(0, last);
        return recent.stream().allMatch(right -> right) ? Math.min(LEVELS, level + 1) : recent.stream().noneMatch(right -> right) ? Math.max(1, level - 1) : level;
    }

    static double[] every(int count, java.util.function.IntToDoubleFunction of) {
        double[] values = new double[count];
        Arrays.setAll(values, of);
        return values;
    }
}
