package kilnward.core.review;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.control.Style;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.rehearsal.Workers;
import kilnward.core.review.Betterment.Effect;
import kilnward.core.review.Betterment.What;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** What would better a box next time. An invented box; what is better is common practice, no source. */
class BettermentTest {
    private static Setup box(double set, double differential) {
        var profile = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);
        Chamber chamber = Osier.chamber(Osier.foamBox(0.5, 0.35, 0.24, 50), 0.5, Osier.reedbox().airMovement(), Contents.dry(2, 3300, 0.3, 0), Osier.reedbox().occupantPlace(), 0,
                List.of(HeaterKind.MAT.typical("mat", 25)), Room.of(16, 24, 15), 140);
        return Osier.setup(chamber, Probe.of("probe", new ProbePlace(0, 0.5, 0, 0, 0, 0, 60), 0), Osier.planned(profile, Osier.settings(profile, set, differential, 32, 25)));
    }

    private static Optional<Betterment> of(Setup box, What what) {
        return Betterment.of(box, Set.of(what), Workers.ALONE).stream().findFirst();
    }

    @Test
    void aMeanThatIsOffIsBetteredByTheSetValue() {
        Setup box = box(26.5, 0.5);
        Betterment found = of(box, What.SET_VALUE).orElseThrow();
        double middleC = box.needs().keep().middleC();
        assertTrue(Math.abs(found.then().meanC() - middleC) < Math.abs(found.now().meanC() - middleC));
        assertTrue(found.then().inBandShare() > found.now().inBandShare());
        assertEquals(Optional.empty(), found.obstacle());
        assertEquals(found.to() - found.from(), found.then().meanC() - found.now().meanC(), 0.15);
        // What is there already is not offered again.
        assertTrue(of(found.changed(), What.SET_VALUE).isEmpty());
    }

    @Test
    void aWideSwingIsBetteredByANarrowerDifferential() {
        Betterment found = of(box(29.5, 3), What.DIFFERENTIAL_NARROWER).orElseThrow();
        assertTrue(found.then().swingK() < 0.85 * found.now().swingK());
        assertTrue(found.to() < found.from());
        assertTrue(of(box(29.5, 3), What.DIFFERENTIAL_WIDER).isEmpty());
    }

    @Test
    void whatWorsensAnythingIsNotBetter() {
        Setup box = box(28.6, 0.5);
        Effect now = new Effect(28.4, 28, 28.8, 0.8, 1, 3, 0.4, false);
        assertFalse(Betterment.betters(box, now, new Effect(28.4, 28.2, 28.6, 0.4, 0.95, 3, 0.4, false)));
        assertFalse(Betterment.betters(box, now, new Effect(28.4, 28.2, 28.6, 0.4, 1, 3, 0.4, true)));
        assertFalse(Betterment.betters(box, now, new Effect(28.4, 28.2, 28.6, 0.4, 1, 60, 0.4, false)));
        assertTrue(Betterment.betters(box, now, new Effect(28.4, 28.2, 28.6, 0.4, 1, 3, 0.4, false)));
    }

    @Test
    void everythingThatIsOfferedWasRehearsed() {
        for (Betterment each : Betterment.of(box(27.4, 2.5), EnumSet.noneOf(What.class), Workers.ALONE)) {
            assertTrue(each.what() == What.ALARMS || Betterment.betters(box(27.4, 2.5), each.now(), each.then()), each.toString());
            assertFalse(each.then().harmed());
        }
    }

    /** What may help begins with what is easiest to do; what is no matter of a plan has nothing. */
    @Test
    void whatMayHelpFitsWhatWasSeen() {
        assertEquals(What.SET_VALUE, Sign.OFF_CENTRE.improvedBy().get(0));
        assertEquals(List.of(What.HEATER_STRONGER, What.SET_VALUE), Sign.FELL_SHORT.improvedBy());
        assertEquals(List.of(), Sign.STUCK_VALUE.improvedBy());
        assertEquals(List.of(), Sign.LOSES_MORE.improvedBy(), "a leak is mended, not planned");
    }
}
