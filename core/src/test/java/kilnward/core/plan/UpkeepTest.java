package kilnward.core.plan;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Stream;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Bowl;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.model.Moisture.WaterLedger;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.rehearsal.outcome.Metrics;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a chamber asks for whoever lives in it, and set values that must change slowly. */
class UpkeepTest {
    private static final Metrics.Level LEVEL = new Metrics.Level(28, 27, 29, 1);

    private static Chamber with(Appliance... more) {
        Chamber dry = Osier.reedbox();
        return dry.with(Stream.concat(dry.appliances().stream(), Stream.of(more)).toList());
    }

    private static Metrics used(WaterLedger water) {
        return new Metrics(LEVEL, 1, List.of(), List.of(), 0, 0, 0, 0, OptionalDouble.empty(), Map.of(), Optional.empty(),
                OptionalDouble.empty(), Optional.ofNullable(water));
    }

    private static Upkeep topUp(Chamber chamber, WaterLedger water, double days) {
        return Upkeep.topUp(chamber, used(water), days).orElse(null);
    }

    @Test
    void aBowlLastsAsLongAsItsWater() {
        // By hand: 0.3 kg of which four fifths may go, 0.05 kg a day: 4.8 days, looked after every fourth.
        Upkeep bowl = topUp(with(new Bowl("bowl", 0.01, 0.3, 0)), new WaterLedger(0, 0.1, 0, 0, -0.1), 2);
        assertEquals(4, bowl.everyDays());
        assertEquals(0.05, bowl.litresDay().getAsDouble(), 1e-12);
        assertTrue(bowl.lasts());
        // One that is dry in less than a day is topped up in quarters of it; one that lasts for months is looked at every fortnight.
        assertEquals(0.5, topUp(with(new Bowl("bowl", 0.01, 0.3, 0)), new WaterLedger(0, 0.4, 0, 0, -0.4), 1).everyDays());
        assertEquals(14, topUp(with(new Bowl("bowl", 0.01, 5, 0)), new WaterLedger(0, 0.02, 0, 0, -0.02), 1).everyDays());
    }

    @Test
    void howLongAHumidifiersOwnWaterLastsIsNotKnown() {
        Upkeep mist = topUp(with(new Humidifier("mist", Humidifier.Kind.ULTRASONIC, 60, 20, 1, 0)), new WaterLedger(0.4, 0.4, 0, 0, 0), 1);
        assertEquals(1, mist.everyDays());
        assertEquals(false, mist.lasts());
        assertEquals(null, topUp(Osier.reedbox(), null, 1), "nothing is said of water that is not rehearsed");
        assertEquals(null, topUp(Osier.reedbox(), new WaterLedger(0, 0.1, 0, 0, -0.1), 1), "eggs that dry are not topped up");
    }

    @Test
    void alarmsAreTriedWhereAnyCanSound() {
        assertEquals(List.of(Task.Code.TEST_ALARMS, Task.Code.SPARE_PARTS), Upkeep.always(true).stream().map(Upkeep::code).toList());
        assertEquals(List.of(Task.Code.SPARE_PARTS), Upkeep.always(false).stream().map(Upkeep::code).toList());
    }

    @ParameterizedTest
    @CsvSource({
            // Within an hour's worth it is keyed in at once.
            "20, 21, 1, 0.1, ''",
            // By hand: three kelvins at one an hour, downwards too.
            "25, 22, 1, 0.1, '0.0 24.0, 1.0 23.0, 2.0 22.0'",
            // A device that steps in halves presses every two hours and a half at 0.2 K/h.
            "20, 21.5, 0.2, 0.5, '0.0 20.5, 2.5 21.0, 5.0 21.5'", "20, 21.2, 0.5, 0.1, '0.0 20.5, 1.0 21.0, 2.0 21.2'"})
    void slowly(double from, double to, double perHour, double step, String presses) {
        assertEquals(presses, String.join(", ", Ramp.steps(from, to, perHour, step).stream().map(each -> each.afterHours() + " " + each.value()).toList()));
    }

    @Test
    void neverFasterThanIsBorneNorInMorePressesThanAPersonMakes() {
        List<Ramp.Press> presses = Ramp.steps(10, 30, 0.1, 0.1);
        assertTrue(presses.size() <= 48, presses.size() + " presses");
        for (int i = 1; i < presses.size(); i++) {
            double pace = (presses.get(i).value() - presses.get(i - 1).value()) / (presses.get(i).afterHours() - presses.get(i - 1).afterHours());
            assertTrue(pace <= 0.1 + 1e-9, "pace " + pace);
        }
        assertEquals(30, presses.get(presses.size() - 1).value());
        assertEquals("step", assertThrows(RefusedValueException.class, () -> Ramp.steps(1, 2, 1, 0)).field());
    }
}
