package kilnward.core.fault;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.concurrent.ForkJoinPool;
import java.util.stream.Collectors;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.OwnThermostat;
import kilnward.core.chamber.appliance.Vent;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.body.Tank;
import kilnward.core.control.Style;
import kilnward.core.device.Habits;
import kilnward.core.device.Profile;
import kilnward.core.device.Settings;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.OccupantPlace;
import kilnward.core.life.Side;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.outcome.Attendance;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.outcome.Verdict;
import kilnward.core.rehearsal.scenario.AlarmMuted;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.Fault.Kind;
import kilnward.core.rehearsal.scenario.LidLeftOpen;
import kilnward.core.rehearsal.scenario.LinkLoss;
import kilnward.core.rehearsal.scenario.LinkLost;
import kilnward.core.rehearsal.scenario.ProbeDrifted;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Power;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** The table of faults: what each comes to, what second layers change, how sure it is. */
class FaultTableTest {
    private static final Profile PROFILE = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);

    private static Setup reedbox(double heaterW) {
        return Osier.setup(Osier.reedbox(heaterW, 50, Room.of(16, 24, 15)), Osier.probe(0, 0), Osier.planned(PROFILE, Osier.settings(PROFILE, 28.6, 0.6, 31, 25)));
    }

    private static FaultTable.Row row(FaultTable table, Kind kind) {
        return table.rows().stream().filter(each -> each.fault().kind() == kind).findFirst().orElseThrow();
    }

    private static Setup withThermostat(Setup setup, double opensAtC) {
        return new Setup(setup.chamber().with(setup.chamber().appliances().stream().<Appliance>map(each -> each instanceof Heater heater
                ? heater.with(new OwnThermostat(opensAtC, opensAtC - 1.5)) : each).toList()), setup.needs(), setup.probes(), setup.controllers(), setup.power());
    }

    /** A tank kept at 26 °C by one common heater, far too strong as they are. */
    private static Setup tank() {
        Chamber water = new Chamber(Osier.foamBox(0.8, 0.35, 0.4, 10), Optional.of(new Tank(0.36, 0.5)), 0, AirMovement.STILL, new Contents(8, 900, 0.5, 0, 0, 0),
                OccupantPlace.CONTENTS, 0, List.of(HeaterKind.IN_TANK.typical("mat", 300)), Room.of(16, 24, 15), 140, 1);
        Needs fish = new Needs(new KeepBand(24.5, 26.5), List.of(new DangerLimit(Side.HIGH, 30, 4 * 3600), new DangerLimit(Side.LOW, 18, 36 * 3600)));
        return new Setup(water, fish, List.of(Osier.probe(0, 0)), List.of(Osier.planned(PROFILE, Osier.settings(PROFILE, 25.8, 0.5, 28, 22))), Power.UNKNOWN);
    }

    @Test
    void everyKindOfFaultBefallsSomeChamber() {
        Set<Kind> kinds = new HashSet<>();
        FaultBook.of(withThermostat(reedbox(12), 33)).forEach(fault -> kinds.add(fault.kind()));
        FaultBook.of(tank()).forEach(fault -> kinds.add(fault.kind()));
        assertTrue(kinds.size() >= 22, kinds.toString());
        Set<Kind> left = new HashSet<>(Arrays.asList(Kind.values()));
        left.removeAll(kinds);
        assertEquals(Set.of(Kind.VENT_JAMMED, Kind.LINK_LOST, Kind.LIMITS_MISTAKEN, Kind.NO_RESTART), left,
                "these want a vent, a link, a factory value, an appliance with a panel");
        List<Fault> all = FaultBook.of(withThermostat(reedbox(12), 33));
        assertEquals(all.size(), all.stream().map(FaultBook::id).distinct().count(), "each has a name of its own");
        assertThrows(RefusedValueException.class, () -> FaultBook.byId(tank(), "RELAY_STUCK_ON:nothing"));
    }

    @Test
    void aStuckRelayHarmsUntilSomethingElseStopsIt() {
        FaultTable bare = FaultTable.of(reedbox(12), Attendance.USUAL, 1, Workers.in(ForkJoinPool.commonPool()));
        FaultTable.Row stuck = row(bare, Kind.RELAY_STUCK_ON);
        assertFalse(bare.layered());
        assertEquals(24, stuck.roomC(), "the warmest room is the worst for it");
        assertEquals(Verdict.Kind.HARMED, stuck.with().kind(), "the alarm sounds, and nobody is there");
        assertEquals(FaultTable.Stop.NOTHING, stuck.stop());
        assertEquals(Verdict.Kind.TIGHT,
                row(FaultTable.of(reedbox(12), Attendance.USUAL.withMessage(), 1, Workers.in(ForkJoinPool.commonPool())), Kind.RELAY_STUCK_ON).with().kind(),
                "with a message somebody comes in time");
        FaultTable backed = FaultTable.of(withThermostat(reedbox(12), 32), Attendance.USUAL, 1, Workers.in(ForkJoinPool.commonPool()));
        FaultTable.Row saved = row(backed, Kind.RELAY_STUCK_ON);
        assertTrue(backed.layered());
        assertTrue(saved.with().harmS().isEmpty());
        assertTrue(saved.without().harmS().isPresent());
        assertEquals(FaultTable.Stop.SECOND_LAYER, saved.stop());
        assertEquals(Set.of("mat"), saved.run().layersActed(), "and it was the mat's own thermostat");
        assertEquals(16, row(bare, Kind.RELAY_STUCK_OFF).roomC(), "the coldest for this");
    }

    @Test
    void harmThatNothingTellsIsUnseen() {
        Settings deaf = Osier.settings(PROFILE, 28.6, 0.6, 60, 0);
        Setup setup = Osier.setup(Osier.reedbox(12, 50, Room.of(16, 24, 15)), Osier.probe(0, 0), Osier.planned(PROFILE, deaf));
        Attendance never = new Attendance(8 * 3600, true, 3 * 86_400, false, 3600, 900, 4 * 86_400);
        FaultTable table = FaultTable.of(setup, never, 1, List.of(new ProbeDrifted("probe", -8, 0)), Workers.in(ForkJoinPool.commonPool()));
        assertEquals(Verdict.Kind.HARMED_UNSEEN, table.rows().get(0).with().kind(), "the display shows what it should all the while");
    }

    @Test
    void aMutedAlarmTurnsHarmIntoHarmUnseen() {
        Attendance seldom = new Attendance(8 * 3600, true, 9 * 3600, false, 3600, 900, 4 * 86_400);
        FaultTable table = FaultTable.of(reedbox(12), seldom, 30, Workers.in(ForkJoinPool.commonPool()));
        assertTrue(table.deaf().get("controller") >= 1, "the alarm is all that tells of a stuck relay within three days");
        assertEquals(0, FaultTable.of(Osier.setup(Osier.reedbox(3, 80, Room.of(24, 25, 15)), Osier.probe(0, 0), Osier.planned(PROFILE, Osier.settings(PROFILE, 28.6, 0.6, 31, 25))),
                seldom, 30, List.of(new RelayStuckOn("loop", 0)), Workers.in(ForkJoinPool.commonPool())).deaf().get("controller"), "3 W harm nobody, heard or not");
    }

    /** Common practice, no source: fail-off is right for tanks with common heaters, because cold is survived longer. */
    @Test
    void forTanksWithCommonHeatersFailOffIsRight() {
        FaultTable table = FaultTable.of(tank(), Attendance.USUAL, 10, List.of(new LinkLoss("controller", LinkLost.OFF, 0), new LinkLoss("controller", LinkLost.ON, 0)),
                Workers.in(ForkJoinPool.commonPool()));
        double off = table.rows().get(0).with().harmS().orElse(Double.POSITIVE_INFINITY);
        double on = table.rows().get(1).with().harmS().orElse(Double.POSITIVE_INFINITY);
        assertTrue(off > on, "off harms after " + off + " s, on after " + on + " s");
    }

    /** Common practice, no source: the heater's thermostat a few degrees above lets the controller govern, and backs it up. */
    @Test
    void aThermostatAFewDegreesAboveLetsTheControllerGovern() {
        FaultTable bare = FaultTable.of(reedbox(12), Attendance.USUAL, 1, List.of(new AlarmMuted("controller", 0)), Workers.in(ForkJoinPool.commonPool()));
        FaultTable backed = FaultTable.of(withThermostat(reedbox(12), 32), Attendance.USUAL, 1, List.of(new AlarmMuted("controller", 0)), Workers.in(ForkJoinPool.commonPool()));
        assertEquals(bare.rows().get(0).run().metrics().occupant().mean(), backed.rows().get(0).run().metrics().occupant().mean(), 1e-9, "it never opens while all is well");
    }

    /** Whatever the box: an independent cut-out never raises the worst high by more than one swing, and a smaller heater stuck on never ends hotter. */
    @Test
    void whatMustHoldWhateverTheNumbers() {
        long seed = 60_611;
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 12; i++) {
            double watts = random.nextDouble(6, 40);
            double foamMm = random.nextDouble(20, 80);
            String which = "seed " + seed + " case " + i;
            Setup setup = Osier.setup(Osier.reedbox(watts, foamMm, Room.of(14, 25, 15)), Osier.probe(random.nextDouble(0, 0.05), 0),
                    Osier.planned(PROFILE, Osier.settings(PROFILE, 28.6, 0.6, 31, 25)));
            Setup cut = SecondLayer.SECOND_CONTROLLER.addTo(setup).orElseThrow();
            List<Fault> faults = FaultBook.of(setup);
            FaultTable before = FaultTable.of(setup, Attendance.USUAL, 10, faults, Workers.in(ForkJoinPool.commonPool()));
            FaultTable after = FaultTable.of(cut, Attendance.USUAL, 10, faults, Workers.in(ForkJoinPool.commonPool()));
            for (int f = 0; f < faults.size(); f++) {
                double swing = before.rows().get(f).run().metrics().occupant().swing();
                assertTrue(after.rows().get(f).run().metrics().occupant().highest() <= before.rows().get(f).run().metrics().occupant().highest() + Math.max(0.1, swing),
                        which + " " + FaultBook.id(faults.get(f)));
            }
            Setup smaller = Osier.setup(Osier.reedbox(0.7 * watts, foamMm, Room.of(14, 25, 15)), setup.probes().get(0), setup.controllers().get(0));
            List<Fault> stuck = List.of(new RelayStuckOn("loop", 0));
            assertTrue(FaultTable.of(smaller, Attendance.USUAL, 10, stuck, Workers.in(ForkJoinPool.commonPool())).rows().get(0).with()
                    .worstC() <= FaultTable.of(setup, Attendance.USUAL, 10, stuck, Workers.in(ForkJoinPool.commonPool())).rows().get(0).with().worstC() + 1e-6, which);
        }
    }

    @Test
    void layersAreRankedByTheHarmTheyTakeAway() {
        LayerRanking ranking = LayerRanking.of(reedbox(12), Attendance.USUAL, Workers.in(ForkJoinPool.commonPool()));
        Map<SecondLayer, LayerRanking.Effect> effects = ranking.effects().stream().collect(Collectors.toMap(LayerRanking.Effect::layer, each -> each));
        assertTrue(effects.get(SecondLayer.SECOND_CONTROLLER).harmsGone() >= 2, "a stuck relay and a probe that fell out, at least");
        assertTrue(effects.get(SecondLayer.SECOND_CONTROLLER).changed().stream().anyMatch(each -> each.faultId().equals("RELAY_STUCK_ON:loop")));
        assertEquals(0, effects.get(SecondLayer.OPENING_ALARM).changed().stream().filter(each -> each.faultId().equals("RELAY_STUCK_ON:loop")).count(),
                "it opens the very relay that sticks");
        assertTrue(effects.get(SecondLayer.OPENING_ALARM).layer().shared().contains(SecondLayer.Shared.PROBE));
        assertFalse(effects.containsKey(SecondLayer.TWO_FANS), "there is no fan");
        assertTrue(effects.containsKey(SecondLayer.TWO_HALF_HEATERS));
        for (int i = 1; i < ranking.effects().size(); i++) {
            assertTrue(gain(ranking.effects().get(i - 1)) >= gain(ranking.effects().get(i)), "the one that takes away more stands first");
        }
        for (LayerRanking.Effect effect : ranking.effects()) {
            assertEquals(effect.harmsGone() - effect.harmsNew(),
                    effect.changed().stream().mapToInt(each -> (isHarm(each.before()) ? 1 : 0) - (isHarm(each.after()) ? 1 : 0)).sum(), effect.layer().name());
            assertTrue(effect.changed().stream().allMatch(each -> each.before() != each.after()));
        }
        assertTrue(gain(ranking.effects().get(0)) > gain(ranking.effects().get(ranking.effects().size() - 1)) + 1, "they are not all alike");
    }

    private static boolean isHarm(Verdict.Kind kind) {
        return kind == Verdict.Kind.HARMED || kind == Verdict.Kind.HARMED_UNSEEN;
    }

    /** Tight 0.5, harm 2, harm that nobody sees coming 3: what a layer takes off the sum. */
    private static double gain(LayerRanking.Effect effect) {
        double[] weight = {0, 0.5, 2, 3};
        List<Verdict.Kind> order = List.of(Verdict.Kind.HOLDS, Verdict.Kind.TIGHT, Verdict.Kind.HARMED, Verdict.Kind.HARMED_UNSEEN);
        return effect.changed().stream().mapToDouble(each -> weight[order.indexOf(each.before())] - weight[order.indexOf(each.after())]).sum();
    }

    @Test
    void halfOfTwoHeatersKeepsTheCold() {
        FaultTable one = FaultTable.of(reedbox(14), Attendance.USUAL, 10, Workers.in(ForkJoinPool.commonPool()));
        FaultTable two = FaultTable.of(SecondLayer.TWO_HALF_HEATERS.addTo(reedbox(14)).orElseThrow(), Attendance.USUAL, 10, Workers.in(ForkJoinPool.commonPool()));
        assertTrue(row(two, Kind.APPLIANCE_DEAD).with().worstC() > row(one, Kind.APPLIANCE_DEAD).with().worstC() + 3);
    }

    @Test
    void samplesAreSeededAndAddUpHoweverTheyAreDrawn() {
        Setup setup = reedbox(12);
        List<Sureness.Case> cases = List.of(new Sureness.Case(new RelayStuckOn("loop", 0), 24), new Sureness.Case(new LidLeftOpen(8 * 3600, 0), 16));
        Sureness whole = Sureness.of(setup, cases, Attendance.USUAL, 7, 0, 20, 24 * 3600, Workers.in(ForkJoinPool.commonPool()));
        Sureness parts = Sureness.of(setup, cases, Attendance.USUAL, 7, 0, 8, 24 * 3600, Workers.in(ForkJoinPool.commonPool()))
                .plus(Sureness.of(setup, cases, Attendance.USUAL, 7, 8, 12, 24 * 3600, Workers.in(ForkJoinPool.commonPool())));
        assertEquals(whole, parts, "stopped and gone on with");
        assertEquals(20, whole.counts().get("RELAY_STUCK_ON:loop").values().stream().mapToInt(Integer::intValue).sum());
        assertEquals(20, whole.counts().get("RELAY_STUCK_ON:loop").get(Verdict.Kind.HARMED), "12 W in this box harms whatever is not known");
    }

    /** Neighbouring samples must not share their draws: a generator begun one step further on would only be shifted. */
    @Test
    void samplesAreIndependentOfTheirNeighbours() {
        Set<Double> drawn = new HashSet<>();
        double product = 0;
        for (int i = 0; i < 2000; i++) {
            SplittableRandom one = Sureness.drawing(5, i);
            SplittableRandom next = Sureness.drawing(5, i + 1);
            for (int draw = 0; draw < 4; draw++) {
                assertTrue(drawn.add(one.nextDouble()), "sample " + i + " repeats a draw");
            }
            product += (one.nextDouble() - 0.5) * (next.nextDouble() - 0.5);
        }
        // The mean of the products of two independent uniforms about their middle: 0, standard error 1/12 over the root of 2000.
        assertEquals(0, product / 2000, 4 / 12.0 / Math.sqrt(2000));
    }

    /** A sounder that is switched off tells nobody, in the table as in the samples. */
    @Test
    void aSounderThatIsOffIsHeardNowhere() {
        Profile mute = new Profile(PROFILE.name(), PROFILE.law(), PROFILE.unit(), PROFILE.resolution(), PROFILE.samplingS(), PROFILE.raising(), PROFILE.lowering(),
                PROFILE.strict(), PROFILE.keys(),
                PROFILE.howToSet(), PROFILE.howToSave(),
                new Habits(Habits.LeftAlone.UNKNOWN, OptionalDouble.empty(), Habits.Sounder.OFF, Habits.LinkLoss.NO_LINK, 0, 0, List.of()));
        Setup setup = Osier.setup(Osier.reedbox(12, 50, Room.of(16, 24, 15)), Osier.probe(0, 0), Osier.planned(mute, Osier.settings(mute, 28.6, 0.6, 31, 25)));
        Fault stuck = new RelayStuckOn("loop", 0);
        assertTrue(FaultTable.of(setup, Attendance.USUAL, 30, List.of(stuck), Workers.in(ForkJoinPool.commonPool())).rows().get(0).with().alarmS().isEmpty());
        assertEquals(Verdict.Kind.HARMED_UNSEEN, FaultTable.of(setup, Attendance.USUAL, 30, List.of(stuck), Workers.in(ForkJoinPool.commonPool())).rows().get(0).with().kind(),
                "harm in 7 h, a look in 12");
        assertEquals(5, Sureness.of(setup, List.of(new Sureness.Case(stuck, 24)), Attendance.USUAL, 3, 0, 5, 72 * 3600, Workers.in(ForkJoinPool.commonPool())).counts()
                .get("RELAY_STUCK_ON:loop").get(Verdict.Kind.HARMED_UNSEEN));
    }

    @Test
    void aJammedVentStaysWhereItStood() {
        Chamber chamber = Osier.reedbox(12, 50, Room.of(16, 24, 15));
        List<Appliance> appliances = List.of(chamber.appliances().get(0), new Vent("vent", 5, 2), new Fan("fan", Fan.Kind.EXHAUST, 3, 2));
        Setup setup = new Setup(chamber.with(appliances), Osier.eggNeeds(), List.of(Osier.probe(0, 0)), List.of(Osier.planned(PROFILE, Osier.settings(PROFILE, 28.6, 0.6, 31, 25)),
                new PlannedController("airing", "airing", List.of("probe"), Osier.profile(Style.PAIR, DisplayUnit.C, 0.1), List.of(new PlannedController.PlannedLoop("vent-loop",
                        List.of("vent"), OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty())),
                        Osier.settings(Osier.profile(Style.PAIR, DisplayUnit.C, 0.1), 32, 31, 40, 10))),
                Power.UNKNOWN);
        FaultTable table = FaultTable.of(setup, Attendance.USUAL, 10, Workers.in(ForkJoinPool.commonPool()));
        assertEquals(0, row(table, Kind.VENT_JAMMED).run().metrics().loops().get(1).cycles(), "shut, and shut it stays");
    }

    @Test
    void aDrillHidesOneFaultAmongOthersThatLookOtherwise() {
        Setup setup = reedbox(12);
        FaultTable table = FaultTable.of(setup, Attendance.USUAL, 30, Workers.in(ForkJoinPool.commonPool()));
        Set<Kind> hidden = new HashSet<>();
        for (long seed = 0; seed < 40; seed++) {
            Drill drill = Drill.of(setup, table, seed);
            Kind right = drill.row().fault().kind();
            hidden.add(right);
            assertTrue(drill.choices().contains(right) && drill.choices().size() == 5, "seed " + seed);
            assertEquals(drill, Drill.of(setup, table, seed), "the same seed, the same drill");
            assertFalse(right == Kind.RELAY_STUCK_ON && drill.choices().contains(Kind.LEFT_ON_BY_HAND), "what looks alike is not asked apart");
            assertEquals(new Drill.Judged(true, true), drill.judge(Optional.of(right), Optional.of(FirstAct.of(setup, drill.row()))));
            assertEquals(new Drill.Judged(false, false), drill.judge(Optional.empty(), Optional.empty()));
        }
        assertTrue(hidden.size() > 6, "not always the same: " + hidden);
    }
    /** Leaving out the rehearsal without layers where none acted is exact: done anyway, it gives the same to the last bit. */
    @Test
    void layersThatDidNothingChangeNothing() {
        Setup setup = withThermostat(reedbox(12), 32);
        FaultTable table = FaultTable.of(setup, Attendance.USUAL, 5, Workers.in(ForkJoinPool.commonPool()));
        int same = 0;
        for (FaultTable.Row row : table.rows()) {
            if (row.bare() == row.run()) {
                same++;
                Rehearsed without = Rehearsal.run(FaultTable.bare(setup.rig()).lookingNoOftenerThan(5), row.run().scenario());
                assertEquals(row.run().metrics().occupant(), without.metrics().occupant(), FaultBook.id(row.fault()));
            }
        }
        assertTrue(same > 10 && same < table.rows().size(), same + " of " + table.rows().size());
    }
}
