package kilnward.core.review;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.stream.IntStream;
import kilnward.core.series.Samples;
import org.junit.jupiter.api.Test;

/** When appliances worked, against closed forms. */
class WorkingTest {
    /** On for so many of every ten minutes, read once a minute. */
    private static Samples watts(int from, int until, double on) {
        double[] at = IntStream.range(0, 600).mapToDouble(i -> 60.0 * i).toArray();
        double[] value = IntStream.range(0, 600).mapToDouble(i -> i % 10 >= from && i % 10 < until ? on : 2).toArray();
        return new Samples(at, value);
    }

    @Test
    void dutyAndHowOftenItComesOn() {
        Working found = Working.of(watts(0, 3, 40), 180);
        assertEquals(599 * 60, found.knownS());
        assertEquals(0.3, found.onS() / found.knownS(), 0.002);
        // The first was on before anybody looked.
        assertEquals(59, found.times());
        assertEquals(0, Working.of(watts(0, 3, 2.4), 180).onS());
    }

    @Test
    void whatIsOnTogetherIsAShareOfWhatIsOnAtAll() {
        Working heater = Working.of(watts(0, 4, 40), 180);
        assertEquals(1, heater.together(heater), 1e-12);
        // Two of the six minutes in which either is on.
        assertEquals(2 / 6.0, heater.together(Working.of(watts(2, 6, 60), 180)), 0.003);
        assertEquals(0, heater.together(Working.of(watts(4, 8, 60), 180)), 1e-12);
    }

    @Test
    void ofAGapNothingIsKnown() {
        Samples log = new Samples(new double[] {0, 60, 120, 4000, 4060}, new double[] {0, 50, 50, 50, 0});
        Working found = Working.of(log, 180);
        assertEquals(180, found.knownS());
        assertEquals(120, found.onS());
        assertEquals(0, Working.of(new Samples(new double[0], new double[0]), 60).knownS());
    }
}
