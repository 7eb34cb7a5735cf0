package kilnward.core.alarm;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.alarm.AlarmFigures.Deserves;
import kilnward.core.alarm.AlarmFigures.Occurrence;
import org.junit.jupiter.api.Test;

/** The alarm system in figures. */
class AlarmFiguresTest {
    private static final double DAY_S = 86_400;

    private static Occurrence over(double raisedS, double lastedS, int times, boolean harmed) {
        return new Occurrence(true, raisedS, OptionalDouble.of(raisedS + 60), OptionalDouble.of(raisedS + lastedS), false, false, times, harmed);
    }

    private static Occurrence open(double raisedS, boolean shelved) {
        return new Occurrence(false, raisedS, OptionalDouble.empty(), OptionalDouble.empty(), true, shelved, 1, false);
    }

    @Test
    void ratesStandingStaleAndChattering() {
        AlarmFigures figures = AlarmFigures.of(List.of(over(0, 3600, 1, true), over(100, 3600, AlarmFigures.CHATTERS, false), open(0, false), open(2.5 * DAY_S, true)), 4,
                3 * DAY_S);
        assertEquals(new AlarmFigures(4, 0.5, 2, 1, 1, 1, OptionalDouble.of(60), OptionalDouble.of(0.25)), figures);
        AlarmFigures none = AlarmFigures.of(List.of(), 7, 0);
        assertTrue(none.medianAckS().isEmpty() && none.harmedShare().isEmpty() && none.perDay() == 0);
    }

    @Test
    void whatARuleDeserves() {
        assertEquals(Optional.of(Deserves.WIDER_DEADBAND), AlarmFigures.ofRule(List.of(over(0, 60, AlarmFigures.CHATTERS, false)), 7).deserves());
        assertEquals(Optional.of(Deserves.LONGER_DELAY), AlarmFigures.ofRule(Collections.nCopies(3, over(0, 599, 1, false)), 7).deserves());
        assertEquals(Optional.empty(), AlarmFigures.ofRule(Collections.nCopies(2, over(0, 599, 1, false)), 7).deserves(), "two tell nothing");
        assertEquals(Optional.empty(), AlarmFigures.ofRule(Collections.nCopies(3, over(0, 599, 1, true)), 7).deserves(), "short, but harm followed");
        assertEquals(Optional.of(Deserves.LOOK_AT_CAUSE), AlarmFigures.ofRule(Collections.nCopies(15, over(0, 3600, 1, false)), 7).deserves());
        assertEquals(Optional.empty(), AlarmFigures.ofRule(Collections.nCopies(14, over(0, 3600, 1, false)), 7).deserves());
    }
}
