package kilnward.core.load;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.chamber.appliance.Bowl;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.finding.Finding;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Severity;
import org.junit.jupiter.api.Test;

class LoadCheckTest {
    private static Supply mains(double volts) {
        return new Supply("The circuit", Current.AC, volts, 16);
    }

    private static Outlet outlet(double volts, double ratedA, double cyclesPerDay, Load... loads) {
        return new Outlet("outlet one", mains(volts), OptionalDouble.of(ratedA), OptionalDouble.empty(), OptionalDouble.empty(),
                List.of(loads), cyclesPerDay);
    }

    private static Outlet socket(double ratedW, double loadW) {
        return new Outlet("socket", mains(150), OptionalDouble.of(10), OptionalDouble.empty(), OptionalDouble.of(ratedW),
                List.of(heater(loadW)), 100);
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
        LoadCheck check = LoadCheck.of(List.of(outlet(230, 5, 0, heater(1150)), outlet(230, 5, 0, heater(1150))));
        assertEquals(5, check.outlets().get(0).currentA(), 1e-12);
        assertEquals(100, check.outlets().get(0).ratingPct().orElseThrow(), 1e-12);
        assertEquals(2300, check.totalW(), 1e-12);
        assertEquals(10, check.supplies().get(0).currentA(), 1e-12);
        assertFalse(codes(check).contains("outlet-overloaded"), "at its rating, not over it");
    }

    @Test
    void aSmallSocketIsPrudentlyUsedForAFifth() {
        // Common practice, no source: a socket rated 10 A / 1500 W is prudently used for 200–300 W of heater.
        Outlet small = socket(1500, 300);
        assertEquals(List.of(), codes(LoadCheck.of(List.of(small))));
        assertFalse(codes(LoadCheck.of(List.of(small))).contains("outlet-not-derated"));
        Outlet more = socket(1500, 600);
        assertEquals(List.of("outlet-not-derated"), codes(LoadCheck.of(List.of(more))));
        Outlet over = socket(500, 600);
        LoadCheck check = LoadCheck.of(List.of(over));
        assertEquals(Severity.NEEDS_YOU_NOW, check.findings().get(0).severity());
        assertEquals(120, check.outlets().get(0).ratingPct().orElseThrow(), 1e-9, "the stricter of amps and watts");
    }

    @Test
    void aCompressorStartsHarderThanItRuns() {
        // 120 W at 230 V run at 0.52 A and start at about 8 times that, 4.2 A: more than a 3 A contact is rated for.
        LoadCheck check = LoadCheck.of(List.of(outlet(230, 3, 0, new Load("chiller", LoadKind.COMPRESSOR, 120))));
        assertEquals(4.17, check.outlets().get(0).inrushA(), 0.01);
        assertEquals(List.of("inrush-over-rating"), codes(check));
        assertEquals(List.of(), codes(LoadCheck.of(List.of(outlet(230, 10, 0,
                new Load("chiller", LoadKind.COMPRESSOR, 120))))));
        assertFalse(codes(LoadCheck.of(List.of(outlet(230, 3, 0, heater(120))))).contains("inrush-over-rating"), "a heater starts as it runs");
    }

    @Test
    void aContactLastsAsLongAsItsSwitchings() {
        // 100 000 switchings at 240 a day: 416.7 days.
        assertEquals(416.7, LoadCheck.of(List.of(outlet(230, 10, 240, heater(100)))).outlets().get(0)
                .contactLifeDays().orElseThrow(), 0.1);
        assertTrue(LoadCheck.of(List.of(outlet(230, 10, 0, heater(100)))).outlets().get(0).contactLifeDays().isEmpty());
    }

    @Test
    void aCircuitIsUsedForFourFifths() {
        // Practice of NFPA 70, from memory: 80 % for a continuous load. 13 A on 16 A is above 12.8 A.
        assertTrue(codes(LoadCheck.of(List.of(outlet(230, 100, 0, heater(13 * 230))))).contains("circuit-overloaded"));
        assertFalse(codes(LoadCheck.of(List.of(outlet(230, 100, 0, heater(12.5 * 230))))).contains("circuit-overloaded"));
    }

    @Test
    void onlyWhatIsNotAMotorOrElectronicsIsDimmed() {
        assertEquals(List.of(LoadKind.RESISTIVE, LoadKind.BULB),
                Arrays.stream(LoadKind.values()).filter(LoadKind::dimmable).toList());
    }

    @Test
    void aContactBreaksFarLessDirectCurrent() {
        Supply twelve = new Supply("The 12 V supply", Current.DC, 12, 5);
        Outlet unknown = new Outlet("outlet", twelve, OptionalDouble.of(10), OptionalDouble.empty(), OptionalDouble.empty(),
                List.of(heater(36)), 50);
        LoadCheck check = LoadCheck.of(List.of(unknown));
        assertEquals(List.of("dc-rating-unknown"), codes(check));
        assertEquals(3, check.outlets().get(0).currentA(), 1e-12, "36 W at 12 V");
        assertTrue(check.outlets().get(0).ratingPct().isEmpty(), "10 A of alternating current say nothing");
        Outlet known = new Outlet("outlet", twelve, OptionalDouble.of(10), OptionalDouble.of(2), OptionalDouble.empty(),
                List.of(heater(36)), 50);
        assertFalse(codes(LoadCheck.of(List.of(known))).contains("dc-rating-unknown"));
        assertEquals(150, LoadCheck.of(List.of(known)).outlets().get(0).ratingPct().orElseThrow(), 1e-9);
        assertEquals(List.of("outlet-overloaded"), codes(LoadCheck.of(List.of(known))));
    }

    @Test
    void aLowVoltageSupplyHasItsOwnCapacity() {
        Supply twelve = new Supply("The 12 V supply", Current.DC, 12, 5);
        Outlet lamp = new Outlet("lamp", twelve, OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty(),
                List.of(new Load("lamp", LoadKind.ELECTRONIC, 54)), 0);
        LoadCheck check = LoadCheck.of(List.of(lamp, outlet(230, 10, 0, heater(100))));
        assertEquals(List.of("supply-overloaded"), codes(check), "4.5 A of 5 A are more than four fifths");
        assertEquals(List.of(90.0, 100 * 100.0 / 230 / 16), check.supplies().stream().map(LoadCheck.Fed::sharePct).toList());
    }

    @Test
    void eachApplianceStartsInItsOwnWay() {
        assertEquals(LoadKind.BULB, LoadKind.of(HeaterKind.BULB.typical("b", 60)));
        assertEquals(LoadKind.RESISTIVE, LoadKind.of(HeaterKind.CABLE.typical("b", 60)));
        assertFalse(LoadKind.of(HeaterKind.SELF_LIMITING.typical("b", 60)).dimmable());
        assertEquals(LoadKind.COMPRESSOR, LoadKind.of(new Cooler("c", Cooler.Kind.CHILLER, 100, 80, OptionalDouble.empty())));
        assertEquals(LoadKind.ELECTRONIC, LoadKind.of(new Cooler("c", Cooler.Kind.THERMOELECTRIC, 100, 80, OptionalDouble.empty())));
        assertEquals(LoadKind.MOTOR, LoadKind.of(new Fan("f", Fan.Kind.EXHAUST, 20, 5)));
        assertEquals(LoadKind.ELECTRONIC, LoadKind.of(new Humidifier("h", Humidifier.Kind.ULTRASONIC, 100, 20, 1, 0)));
        assertEquals(LoadKind.RESISTIVE, LoadKind.of(new Bowl("b", 0.02, 1, 40)));
    }

    @Test
    void refusesByFieldName() {
        assertEquals("ratedA", assertThrows(RefusedValueException.class, () -> outlet(230, 0, 0)).field());
        assertEquals("supplyV", assertThrows(RefusedValueException.class, () -> outlet(Double.NaN, 1, 0)).field());
        assertEquals("powerW", assertThrows(RefusedValueException.class, () -> heater(-1)).field());
        assertEquals("circuitA", assertThrows(RefusedValueException.class, () -> new Supply("x", Current.AC, 230, 0)).field());
    }
}
