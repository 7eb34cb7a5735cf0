package kilnward.core.training;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.load.LoadCheck;
import kilnward.core.training.Exercise.Answer;
import kilnward.core.training.Exercise.Kind;
import kilnward.core.training.Exercise.Verdict;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Exercises follow from their seed, have a right answer and a wrong one, and are judged by what the simulator makes of them. Invented boxes. */
class ExerciseTest {
    private static final int SEEDS = 4;

    private static Verdict judge(Exercise of, String answer) {
        return Exercise.judge(of.kind(), of.level(), of.seed(), Answer.of(answer));
    }

    @ParameterizedTest
    @EnumSource(Kind.class)
    void everyLevelHasExercisesWithARightAndAWrongAnswer(Kind kind) {
        for (int level = 1; level <= Exercise.LEVELS; level++) {
            for (int seed = 0; seed < SEEDS; seed++) {
                Exercise exercise = Exercise.of(kind, level, seed);
                String what = kind + " " + level + " " + seed;
                if (exercise.choices().isEmpty()) {
                    String best = judge(exercise, "0").best();
                    assertTrue(judge(exercise, best).right(), what);
                    assertFalse(judge(exercise, Double.toString(Double.parseDouble(best) + 40)).right(), what);
                } else {
                    String best = judge(exercise, exercise.choices().get(0)).best();
                    assertTrue(judge(exercise, best).right(), what);
                    assertTrue(exercise.choices().stream().anyMatch(each -> !judge(exercise, each).right()), what);
                }
            }
        }
    }

    @Test
    void theSameSeedPosesTheSame() {
        Exercise one = Exercise.of(Kind.READ_TRACE, 2, 7);
        Exercise other = Exercise.of(Kind.READ_TRACE, 2, 7);
        assertArrayEquals(one.curves().get(0).values(), other.curves().get(0).values());
        assertEquals(one.facts(), other.facts());
    }

    @Test
    void aDifferentialIsRightWhereTheOccupantStaysInBandAndTheContactLasts() {
        Exercise exercise = Exercise.of(Kind.CHOOSE_DIFFERENTIAL, 1, 3);
        Verdict verdict = judge(exercise, exercise.choices().get(0));
        for (String each : exercise.choices()) {
            Map<String, Double> outcome = verdict.outcomes().get(each);
            assertEquals(outcome.get("inBandShare") >= 0.99 && outcome.get("perHour") <= LoadCheck.MOST_PER_HOUR, judge(exercise, each).right(), each);
        }
    }

    /** New offset = old offset + reference − display; common practice, no source. */
    @Test
    void anOffsetIsTheOldOnePlusReferenceLessDisplay() {
        Exercise exercise = Exercise.of(Kind.CALIBRATE, 1, 5);
        Map<String, Double> facts = exercise.facts();
        double best = Double.parseDouble(judge(exercise, "0").best());
        assertEquals(facts.get("oldOffsetK") + facts.get("referenceC") - facts.get("displayC"), best, 0.051);
        Verdict right = judge(exercise, Double.toString(best));
        // The box was running that far off, and pulls itself back.
        assertEquals(0, right.outcomes().get("answer").get("leftK"), 0.11);
        Verdict wrongWay = judge(exercise, Double.toString(facts.get("oldOffsetK") - (facts.get("referenceC") - facts.get("displayC"))));
        assertFalse(wrongWay.right());
    }

    @Test
    void atThreeInTheMorningGoingBackToBedIsNeverBest() {
        for (int seed = 0; seed < SEEDS; seed++) {
            Exercise exercise = Exercise.of(Kind.ANSWER_ALARM, 3, seed);
            Verdict slept = judge(exercise, "BACK_TO_BED");
            assertFalse(slept.right());
            assertTrue(slept.outcomes().get("BACK_TO_BED").get("outOfBandKh") > slept.outcomes().get(slept.best()).get("outOfBandKh"));
        }
    }

    @Test
    void threeRightOnesLeadOneUpAndThreeWrongOnesOneDown() {
        assertEquals(2, Exercise.next(1, List.of(true, true, true)));
        assertEquals(3, Exercise.next(3, List.of(true, true, true)));
        assertEquals(1, Exercise.next(2, List.of(false, false, false, true)));
        assertEquals(2, Exercise.next(2, List.of(true, false, true)));
        assertEquals(1, Exercise.next(1, List.of(true, true)));
    }

    @Test
    void whatIsNoAnswerIsRefused() {
        Exercise chosen = Exercise.of(Kind.FIND_MISTAKE, 1, 1);
        assertEquals("answer", assertThrows(RefusedValueException.class, () -> judge(chosen, "GREMLINS")).field());
        Exercise read = Exercise.of(Kind.READ_TRACE, 1, 1);
        assertEquals("answer", assertThrows(RefusedValueException.class, () -> judge(read, "much")).field());
        assertThrows(RefusedValueException.class, () -> Exercise.of(Kind.READ_TRACE, 4, 1));
    }
}
