package kilnward.core.finding;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.Map;
import org.junit.jupiter.api.Test;

class FindingTest {
    @Test
    void everySlotHasItsNumber() {
        Remedy remedy = Remedy.byHand("Move it by {k}", Step.SETTINGS);
        assertThrows(IllegalArgumentException.class,
                () -> new Finding("x", Severity.MIND_THIS, "title", "reason", Map.of(), remedy));
        Finding finding = new Finding("x", Severity.MIND_THIS, "title", "reason",
                Map.of("k", new Quantity(1, Unit.KELVIN)), remedy);
        assertEquals(1, finding.numbers().get("k").value());
    }

    @Test
    void refusalsNameFieldValueAndRule() {
        var refused = assertThrows(RefusedValueException.class, () -> Require.within("heaterW", -3, 0, 100, "W"));
        assertEquals("heaterW must be from 0 to 100 W, not -3.0", refused.getMessage());
    }
}
