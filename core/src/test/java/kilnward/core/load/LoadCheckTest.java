package kilnward.core.load;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.finding.Finding;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Severity;
import org.junit.jupiter.api.Test;

class LoadCheckTest {
    private static Outlet outlet(double volts, double ratedA, double cyclesPerDay, Load... loads) {
        return new Outlet("outlet one", volts, Outlet.Current.AC, ratedA, OptionalDouble.empty(), List.of(loads), cyclesPerDay);
    }

    private static Load heater(double watts) {
        return new Load("mat", LoadKind.RESISTIVE, watts);
    }

    private static List<String> codes(LoadCheck check) {
        return check.findings().stream().map(Finding::code).toList();
    }

    @Test
    void wattsAreVoltsByAmps() {
        // Common practice, no source: 5 A = 1150 W a socket at 230 V, 2300 W in total.
        LoadCheck check = LoadCheck.of(List.of(outlet(230, 5, 0, heater(1150)), outlet(230, 5, 0, heater(1150))), 16);
        assertEquals(5, check.outlets().get(0).currentA(), 1e-12);
        assertEquals(100, check.outlets().get(0).ratingPct(), 1e-12);
        assertEquals(2300, check.totalW(), 1e-12);
        assertEquals(10, check.totalA(), 1e-12);
        assertFalse(codes(check).contains("outlet-overloaded"), "at its rating, not over it");
    }

    @Test
    void aSmallSocketIsPrudentlyUsedForAFifth() {
        // Common practice, no source: a socket rated 10 A / 1500 W is prudently used for 200–300 W of heater.
        Outlet small = new Outlet("socket", 150, Outlet.Current.AC, 10, OptionalDouble.of(1500), List.of(heater(300)), 0);
        assertEquals(List.of(), codes(LoadCheck.of(List.of(small), 16)));
        Outlet more = new Outlet("socket", 150, Outlet.Current.AC, 10, OptionalDouble.of(1500), List.of(heater(600)), 0);
        assertEquals(List.of("outlet-not-derated"), codes(LoadCheck.of(List.of(more), 16)));
        Outlet over = new Outlet("socket", 150, Outlet.Current.AC, 10, OptionalDouble.of(500), List.of(heater(600)), 0);
        LoadCheck check = LoadCheck.of(List.of(over), 16);
        assertEquals(Severity.NEEDS_YOU_NOW, check.findings().get(0).severity());
        assertEquals(120, check.outlets().get(0).ratingPct(), 1e-9, "the stricter of amps and watts");
    }

    @Test
    void aCompressorStartsHarderThanItRuns() {
        // 120 W at 230 V run at 0.52 A and start at about 8 times that, 4.2 A: more than a 3 A contact is rated for.
        LoadCheck check = LoadCheck.of(List.of(outlet(230, 3, 0, new Load("chiller", LoadKind.COMPRESSOR, 120))), 16);
        assertEquals(4.17, check.outlets().get(0).inrushA(), 0.01);
        assertEquals(List.of("inrush-over-rating"), codes(check));
        assertEquals(List.of(), codes(LoadCheck.of(List.of(outlet(230, 10, 0,
                new Load("chiller", LoadKind.COMPRESSOR, 120))), 16)));
    }

    @Test
    void aContactLastsAsLongAsItsSwitchings() {
        // 100 000 switchings at 240 a day: 416.7 days.
        assertEquals(416.7, LoadCheck.of(List.of(outlet(230, 10, 240, heater(100))), 16).outlets().get(0)
                .contactLifeDays().orElseThrow(), 0.1);
        assertTrue(LoadCheck.of(List.of(outlet(230, 10, 0, heater(100))), 16).outlets().get(0).contactLifeDays().isEmpty());
    }

    @Test
    void aCircuitIsUsedForFourFifths() {
        // Practice of NFPA 70, from memory: 80 % for a continuous load. 13 A on 16 A is above 12.8 A.
        assertTrue(codes(LoadCheck.of(List.of(outlet(230, 100, 0, heater(13 * 230))), 16)).contains("circuit-overloaded"));
        assertFalse(codes(LoadCheck.of(List.of(outlet(230, 100, 0, heater(12.5 * 230))), 16)).contains("circuit-overloaded"));
    }

    @Test
    void onlyWhatIsNotAMotorOrElectronicsIsDimmed() {
        assertEquals(List.of(LoadKind.RESISTIVE, LoadKind.BULB),
                Arrays.stream(LoadKind.values()).filter(LoadKind::dimmable).toList());
    }

    @Test
    void refusesByFieldName() {
        assertEquals("ratedA", assertThrows(RefusedValueException.class, () -> outlet(230, 0, 0)).field());
        assertEquals("supplyV", assertThrows(RefusedValueException.class, () -> outlet(Double.NaN, 1, 0)).field());
        assertEquals("powerW", assertThrows(RefusedValueException.class, () -> heater(-1)).field());
        assertEquals("circuitA", assertThrows(RefusedValueException.class, () -> LoadCheck.of(List.of(), 0)).field());
    }
}
