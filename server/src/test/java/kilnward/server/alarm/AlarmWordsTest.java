package kilnward.server.alarm;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Instant;
import java.time.ZoneOffset;
import kilnward.core.alarm.RuleKind;
import kilnward.core.alarm.Urgency;
import kilnward.core.life.Side;
import kilnward.core.series.SeriesUnit;
import kilnward.server.alarm.AlarmWords.Told;
import org.junit.jupiter.api.Test;

/** What a mail of an alarm says. */
class AlarmWordsTest {
    private static Told told(SeriesUnit unit, double limit, double value, double harmS) {
        return new Told("Reedbox", "among the eggs", RuleKind.LOW, Urgency.NOW, unit, Side.LOW, limit, null, value, Instant.parse("2026-12-01T03:12:00Z"), harmS);
    }

    @Test
    void timeLeftIsNeverOverstated() {
        for (String[] each : new String[][] {{"5400", "1 h 30 min"}, {"171000", "47 h"}, {"119", "1 min"}}) {
            String body = AlarmWords.raised(told(SeriesUnit.C, 20, 19, Double.parseDouble(each[0])), false, ZoneOffset.UTC, "").body();
            assertTrue(body.contains("Harm could begin in " + each[1] + " unless"), body);
        }
    }

    @Test
    void numbersHaveTheDecimalsOfTheirQuantityAndNoMinusBeforeZero() {
        assertEquals("Reedbox, among the eggs: 6.25 pH, at or below 6.50 pH.", AlarmWords.sentence(told(SeriesUnit.PH, 6.5, 6.25, 0), false));
        assertEquals("Reedbox, among the eggs: 0.0 °C, at or below −1.5 °C.", AlarmWords.sentence(told(SeriesUnit.C, -1.5, -0.04, 0), false));
        assertEquals("Reedbox, among the eggs: 31.9 °F, at or below 29.3 °F.", AlarmWords.sentence(told(SeriesUnit.C, -1.5, -0.04, 0), true));
        assertEquals("Reedbox, among the eggs: 82 %RH, at or below 85 %RH.", AlarmWords.sentence(told(SeriesUnit.RH, 85, 82.4, 0), false));
    }
}
