package kilnward.core.rehearsal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import kilnward.core.Osier;
import kilnward.core.chamber.Room;
import kilnward.core.control.Style;
import kilnward.core.device.Profile;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.rehearsal.outcome.Trace;
import kilnward.core.rehearsal.scenario.PowerCut;
import kilnward.core.rehearsal.scenario.ProbeBroken;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** A run without an end goes where a rehearsal goes, and faults come and pass in it. */
class LiveRunTest {
    private static final Profile PROFILE = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);
    private static final Setup SETUP = Osier.setup(Osier.reedbox(40, 50, Room.of(16, 24, 15)), Osier.probe(0, 0),
            Osier.planned(PROFILE, Osier.settings(PROFILE, 28.6, 0.6, 31, 25)));
    private static final String LOOP = SETUP.controllers().get(0).loops().get(0).id();

    private static Scenario hours(double hours, int buckets) {
        return new Scenario(RoomCurve.day(SETUP.chamber().room()), 21, hours * 3600, 1, Scenario.Start.SETTLED, List.of(), buckets);
    }

    @Test
    void minuteByMinuteItGoesWhereARehearsalGoesToTheLastBit() {
        Trace rehearsed = Rehearsal.run(SETUP.rig(), hours(6, 6 * 3600)).trace();
        LiveRun live = LiveRun.begin(SETUP.rig(), hours(6, 1));
        for (int minute = 0; minute < 359; minute++) {
            assertEquals(rehearsed.occupant().low()[60 * minute], live.seen().occupantC(), "minute " + minute);
            live.advance(60);
        }
    }

    @Test
    void whatBefallsItIsWhatBefallsARehearsalAndPassesAgain() {
        double fromS = 3600;
        LiveRun live = LiveRun.begin(SETUP.rig(), hours(1, 1));
        live.advance(fromS);
        live.befall(List.of(new RelayStuckOn(LOOP, fromS)));
        Trace welded = Rehearsal.run(SETUP.rig(), hours(4, 4 * 3600).with(new RelayStuckOn(LOOP, fromS))).trace();
        for (int minute = 0; minute < 120; minute++) {
            assertEquals(welded.occupant().low()[(int) fromS + 60 * minute], live.seen().occupantC(), 1e-9, "minute " + minute);
            live.advance(60);
        }
        double hottest = live.seen().occupantC();
        assertTrue(hottest > 33, "it heats on: " + hottest);
        assertEquals(1, live.seen().outputs().get(0).level());
        assertTrue(live.seen().heldW() > 30);
        live.befall(List.of());
        live.advance(60);
        assertEquals(0, live.seen().outputs().get(0).level(), "whole again, it sees that it is too hot");
        live.advance(6 * 3600);
        assertTrue(live.seen().occupantC() < 30, "and is back in its band");
    }

    @Test
    void aRunThatNothingBefallsIsNotDisturbedByBeingLookedAfter() {
        LiveRun left = LiveRun.begin(SETUP.rig(), hours(1, 1));
        LiveRun asked = LiveRun.begin(SETUP.rig(), hours(1, 1));
        for (int minute = 0; minute < 240; minute++) {
            left.advance(60);
            asked.advance(60);
            asked.befall(List.of());
        }
        assertEquals(left.seen(), asked.seen());
    }

    @Test
    void aBrokenProbeShowsNoNumberAndWithoutMainsNothingShows() {
        LiveRun live = LiveRun.begin(SETUP.rig(), hours(1, 1));
        live.advance(600);
        assertTrue(live.seen().displays().get(0).value().isPresent());
        live.befall(List.of(new ProbeBroken(SETUP.probes().get(0).id(), true, Double.NaN, live.timeS())));
        live.advance(60);
        assertFalse(live.seen().displays().get(0).value().isPresent());
        assertEquals(28.6, live.seen().probes().get(0).temperatureC(), 1.5, "where the probe hangs it is as before");
        live.befall(List.of(new PowerCut(3600, java.util.Set.of(), live.timeS())));
        live.advance(60);
        assertFalse(live.seen().mains());
        assertFalse(live.seen().displays().get(0).value().isPresent());
        live.befall(List.of());
        live.advance(60);
        assertTrue(live.seen().mains());
        assertTrue(live.seen().displays().get(0).value().isPresent());
    }
}
