package kilnward.core.rehearsal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.Osier;
import kilnward.core.chamber.AirMovement;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Humidifier;
import kilnward.core.chamber.Room;
import kilnward.core.control.Controller;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.OutputMode;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.control.Timers;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.Display;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.HumiditySensor;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Plans that nobody should build and that are accepted: they come to an end, and to one that can be. */
class AbsurdTest {
    private static Rehearsed wick(double sideM, double outputGh, double stepS, double hours) {
        Chamber chamber = Osier.chamber(Osier.foamBox(sideM, sideM, sideM, 10), 1, AirMovement.MOVING, Contents.dry(0.02, 3000, 0.002, 0), OccupantPlace.AIR, 0,
                List.of(new Humidifier("wick", Humidifier.Kind.EVAPORATING, outputGh, 0.02, 1, 0)), Room.of(22, 22, 0).withHumidity(40), 0);
        Probe probe = new Probe("probe", ProbePlace.of(0, 0, 0, 0, 20), 0, 0, 0, Optional.of(new HumiditySensor(20, 0, 0)));
        Controller always = new Controller("always", List.of("probe"), new Display(DisplayUnit.RH, 1, 0), 5, OptionalDouble.empty(), OptionalDouble.empty(),
                List.of(new Loop("l", new OnOff(SwitchingPoints.ofPair(101, 102), false), Timers.NONE, OutputMode.ON, List.of("wick"))));
        return Rehearsal.run(new Rig(chamber, Osier.eggNeeds(), List.of(probe), List.of(always)),
                new Scenario(RoomCurve.constant(22), 0, hours * 3600, stepS, Scenario.Start.COLD, List.of(), 100));
    }

    /** A kilogram an hour from a wick in a box of an eighth of a litre: the air is saturated, and never below the wet bulb, 13.9 °C at 22 °C and 40 %RH (ASHRAE, by psychrolib). */
    @ParameterizedTest
    @CsvSource({"0.05, 1000, 1", "0.05, 1000, 5", "0.2, 1000, 1", "0.1, 5000, 5"})
    void aWickThatPassesTheAirAThousandTimesAStep(double sideM, double outputGh, double stepS) {
        Metrics metrics = wick(sideM, outputGh, stepS, 12).metrics();
        assertTrue(metrics.occupant().lowest() > 13.5 && metrics.occupant().highest() < 23, metrics.occupant().toString());
        double end = wick(sideM, outputGh, stepS, 12).trace().humidity().orElseThrow().low()[99];
        assertTrue(end > 97 && end <= 100, "saturated: " + end);
        assertEquals(metrics.heatInJ(), metrics.heatLostJ() + metrics.heatStoredJ(), 1e-6 * Math.max(1e4, Math.abs(metrics.heatLostJ())));
        var water = metrics.water().orElseThrow();
        assertEquals(water.suppliedKg(), water.ventilatedKg() + water.driedKg() + water.drainedKg() + water.storedKg(), 1e-6 * Math.max(0.01, water.suppliedKg()));
    }

    /** Held to its pace it comes to where a step sixteen times as fine comes: within a tenth of a kelvin and a point. */
    @Test
    void whatIsHeldBackComesToTheSameEnd() {
        Rehearsed coarse = wick(0.1, 300, 5, 2);
        Rehearsed fine = wick(0.1, 300, 5.0 / 16, 2);
        assertEquals(fine.metrics().occupant().mean(), coarse.metrics().occupant().mean(), 0.1);
        assertEquals(fine.metrics().humidity().orElseThrow().mean(), coarse.metrics().humidity().orElseThrow().mean(), 1);
    }

    @Test
    void aRunThatNobodyWaitsForStops() {
        Thread.currentThread().interrupt();
        assertThrows(StoppedException.class, () -> wick(0.2, 100, 1, 1));
        assertTrue(Thread.interrupted(), "it leaves the sign for others");
    }
}
