package kilnward.core.proposal;

import static kilnward.core.proposal.MisjudgedTest.keyed;
import static kilnward.core.proposal.MisjudgedTest.on;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.Osier;
import kilnward.core.alarm.Imagined;
import kilnward.core.alarm.RuleKind;
import kilnward.core.alarm.RuleProposals;
import kilnward.core.alarm.Spot;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.GasValve;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.model.CarbonDioxide;
import kilnward.core.chamber.model.Flow;
import kilnward.core.device.LawKind;
import kilnward.core.device.LevelKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.fault.FaultTable;
import kilnward.core.finding.Finding;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.judgement.Said;
import kilnward.core.life.Band;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Metabolism;
import kilnward.core.life.Needs;
import kilnward.core.life.OccupantPlace;
import kilnward.core.life.PoorerLimit;
import kilnward.core.life.Side;
import kilnward.core.probe.AirSensor;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.outcome.Attendance;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.outcome.Verdict;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Power;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** Carbon dioxide planned and controlled: a tent of mushrooms that is aired by it, and a grow room that is enriched. */
class CarbonDioxideTest {
    private static final Band WANTED = Band.carbonDioxide(500, 900);
    private static final double ROOM_PPM = 420;
    private static final double GIVES_GH = 12;

    private static Probe probe(double errorPpm) {
        return new Probe("probe", ProbePlace.of(0, 0, 0, 0, 40), 0, 0, 0, Map.of(Quantity.CARBON_DIOXIDE, new AirSensor(60, errorPpm, 0)));
    }

    /** 0.648 m³, one air change an hour by itself, at 15 °C and sea level. */
    private static Chamber tent(double roomPpm, double givesGh, Appliance... more) {
        List<Appliance> appliances = new ArrayList<>(List.of(more));
        appliances.add(HeaterKind.ROD.typical("mat", 60));
        Contents blocks = new Contents(12, 3400, 0.8, new Metabolism(2, 0, givesGh), 0, 0);
        return Osier.chamber(Osier.foamBox(0.9, 0.6, 1.2, 20), 1, AirMovement.MOVING, blocks, OccupantPlace.AIR, 0, appliances, Room.of(15, 15, 15).withCarbonDioxide(roomPpm), 0);
    }

    private static Setup setup(Chamber chamber, double errorPpm, PlannedController... controllers) {
        return new Setup(chamber, new Needs(new KeepBand(14, 17), List.of()).with(WANTED), List.of(probe(errorPpm)), List.of(controllers), Power.UNKNOWN);
    }

    private static PlannedController fan(double set, double differential) {
        return on("fan", LawKind.ON_OFF, DisplayUnit.PPM,
                keyed(Parameter.DIRECTION, 1, Parameter.SET_VALUE, set, Parameter.DIFFERENTIAL, differential, Parameter.HIGH_ALARM, 1_200), "out");
    }

    private static PlannedController warm() {
        return on("warm", LawKind.ON_OFF, DisplayUnit.C, keyed(Parameter.SET_VALUE, 16, Parameter.DIFFERENTIAL, 0.6), "mat");
    }

    private static Fan exhaust(double flowM3h) {
        return new Fan("out", Fan.Kind.EXHAUST, flowM3h, 8);
    }

    private static Metrics.Level day(Setup setup, Fault... faults) {
        return Rehearsal.run(setup.rig(), new Scenario(RoomCurve.constant(15), 0, 12 * 3600, 1, Scenario.Start.SETTLED, List.of(), 144).with(faults)).metrics()
                .air(Quantity.CARBON_DIOXIDE).orElseThrow();
    }

    /**
     * By hand: 12 g/h of a gas of 0.04401 kg/mol at 288.15 K and 101 325 Pa are 12 · 8.31446 · 288.15 / (44.01 · 101.325) = 6.447 l/h; through 0.648 m³/h that is
     * 6.447e-3 / 0.648 = 9 949 ppm above the room. It comes two thirds of the way (1 − 1/e) within the hour that one air change takes.
     */
    @Test
    void theBalanceOfOneVolumeIsThatByHand() {
        CarbonDioxide gas = CarbonDioxide.of(tent(ROOM_PPM, GIVES_GH)).orElseThrow();
        gas.flow(Flow.usual(tent(ROOM_PPM, GIVES_GH), id -> false));
        assertEquals(ROOM_PPM, gas.ppm(), 1e-9, "it begins as the room");
        assertEquals(ROOM_PPM + 9_949, gas.endsAtPpm(), 5);
        gas.advance(3600);
        assertEquals(ROOM_PPM + 9_949 * (1 - Math.exp(-1)), gas.ppm(), 5);
        CarbonDioxide fine = CarbonDioxide.of(tent(ROOM_PPM, GIVES_GH)).orElseThrow();
        fine.flow(Flow.usual(tent(ROOM_PPM, GIVES_GH), id -> false));
        for (int i = 0; i < 3600; i++) {
            fine.advance(1);
        }
        assertEquals(gas.ppm(), fine.ppm(), 1e-6, "steps of any length come to the same");
        assertEquals(6.447e-3 / (900 - 420) * 1e6 / 3600, gas.exchangeHoldingM3s(900), 1e-5);
        assertEquals(Double.POSITIVE_INFINITY, gas.exchangeHoldingM3s(ROOM_PPM));
    }

    @Test
    void whatIsGivenOffIsCarriedAwayByTheAir() {
        assertEquals(ROOM_PPM, day(setup(tent(ROOM_PPM, 0), 0, warm())).highest(), 1e-6, "nothing lives there");
        assertEquals(ROOM_PPM + 9_949, day(setup(tent(ROOM_PPM, GIVES_GH), 0, warm())).mean(), 60);
        Setup sealed = setup(
                Osier.chamber(Osier.foamBox(0.9, 0.6, 1.2, 20), 0, AirMovement.MOVING, new Contents(12, 3400, 0.8, new Metabolism(2, 0, 1e6), 0, 0), OccupantPlace.AIR, 0,
                        List.of(HeaterKind.ROD.typical("mat", 60)), Room.of(15, 15, 15).withCarbonDioxide(420), 0),
                0, warm());
        assertEquals(1e6, day(sealed).highest(), 1e-6, "no more than all of the air");
    }

    @Test
    void aFanHoldsIt() {
        Setup aired = setup(tent(ROOM_PPM, GIVES_GH, exhaust(40)), 0, fan(680, 60), warm());
        Metrics.Level level = day(aired);
        assertTrue(level.lowest() > 550 && level.highest() < 900, level.toString());
        Assessment assessment = Assessment.of(aired, Osier.night(6));
        assertTrue(Said.find(aired, "carbon-dioxide-out-of-range").isEmpty());
        assertTrue(assessment.situation().ladder().rungs().stream().anyMatch(rung -> rung.kind() == LevelKind.LOWER_ON && rung.quantity() == Quantity.CARBON_DIOXIDE
                && Math.abs(rung.occupant() - 740) < 30), assessment.situation().ladder().rungs().toString());
        assertEquals(level.mean() - 60, day(setup(tent(ROOM_PPM, GIVES_GH, exhaust(40)), 60, fan(680, 60), warm())).mean(), 15, "a sensor that reads 60 too much airs more");
    }

    @Test
    void whatIsWrongIsSaid() {
        Setup weak = setup(tent(ROOM_PPM, GIVES_GH, exhaust(6)), 0, fan(700, 100), warm());
        Finding small = Said.find(weak, "carbon-dioxide-fan-too-small").orElseThrow();
        assertEquals(6.447e-3 * 1e6 / (900 - 420), small.numbers().get("neededM3h").value(), 0.1, "as by hand");
        assertTrue(Said.find(setup(tent(ROOM_PPM, GIVES_GH, exhaust(60)), 0, fan(700, 100), warm()), "carbon-dioxide-fan-too-small").isEmpty());
        assertTrue(Said.find(setup(tent(ROOM_PPM, GIVES_GH), 0, warm()), "carbon-dioxide-out-of-range").orElseThrow().reason().contains("Nothing lets air through"));
        assertTrue(Said.find(setup(tent(950, GIVES_GH, exhaust(60)), 0, fan(700, 100), warm()), "carbon-dioxide-out-of-range").isPresent()
                || Said.find(setup(tent(950, GIVES_GH, exhaust(60)), 0, fan(700, 100), warm()), "carbon-dioxide-fan-too-small").isPresent(), "the room has more than is wanted");
        Chamber unsaid = Osier.chamber(Osier.foamBox(0.9, 0.6, 1.2, 20), 1, AirMovement.MOVING, Contents.dry(12, 3400, 0.8, 2), OccupantPlace.AIR, 0,
                List.of(HeaterKind.ROD.typical("mat", 60)), Room.of(15, 15, 15), 0);
        assertTrue(Said.find(setup(unsaid, 0, warm()), "carbon-dioxide-unsaid").isPresent());
        assertTrue(Said.find(setup(tent(ROOM_PPM, 0), 0, warm()), "carbon-dioxide-unsaid").isEmpty());
        Setup unread = setup(Osier.chamber(Osier.foamBox(0.9, 0.6, 1.2, 20), 1, AirMovement.MOVING, Contents.dry(12, 3400, 0.8, 2), OccupantPlace.AIR, 0,
                List.of(HeaterKind.ROD.typical("mat", 60), exhaust(60)), Room.of(15, 15, 15), 0), 0, fan(700, 100), warm());
        assertEquals("chamber.room.carbonDioxidePpm", assertThrows(RefusedValueException.class, unread::rig).field());
    }

    @Test
    void aValveEnrichesAndIsDangerousToPeople() {
        GasValve valve = new GasValve("gas", 40, 5);
        PlannedController gas = on("gas", LawKind.ON_OFF, DisplayUnit.PPM, keyed(Parameter.DIRECTION, 0, Parameter.SET_VALUE, 800, Parameter.DIFFERENTIAL, 100), "gas");
        Setup enriched = setup(tent(ROOM_PPM, 0, valve), 0, gas, warm());
        Metrics.Level level = day(enriched);
        assertTrue(level.mean() > 650 && level.highest() < 1_100, level.toString());
        Metrics.Level stuck = day(enriched, new RelayStuckOn("gas-loop", 0));
        assertTrue(stuck.highest() > 20_000, "stuck open: " + stuck);
        Finding people = Said.find(enriched, "carbon-dioxide-harms-people").orElseThrow();
        assertEquals(ROOM_PPM + 9_949 * 40 / 12.0, people.numbers().get("ends").value(), 60);
        assertTrue(Said.find(setup(tent(ROOM_PPM, 0, new GasValve("gas", 1, 5)), 0, gas, warm()), "carbon-dioxide-harms-people").isEmpty(), "so little is none");
        assertTrue(FaultTable.of(enriched, Attendance.USUAL, 10, Workers.ALONE).rows().stream().anyMatch(row -> row.fault().kind() == Fault.Kind.RELAY_STUCK_ON));
    }

    @Test
    void settingsAreProposedForIt() {
        Setup wrong = setup(tent(ROOM_PPM, GIVES_GH, exhaust(60)), 0, fan(1_500, 100), warm());
        assertTrue(Said.find(wrong, "set-elsewhere").isPresent());
        Suggestion suggestion = Suggestion.of(wrong, "fan", (done, of) -> {
        }, Workers.ALONE);
        assertTrue(suggestion.fits());
        Settings settings = suggestion.settings();
        Metrics.Level level = day(wrong.with("fan", settings));
        assertTrue(level.lowest() > WANTED.low() && level.highest() < WANTED.high(), settings + " " + level);
    }

    private static Setup needing(Setup setup, Needs needs) {
        return new Setup(setup.chamber(), needs, setup.probes(), setup.controllers(), setup.power());
    }

    private static Setup endangered(Setup setup, DangerLimit... limits) {
        return needing(setup, new Needs(setup.needs().keep(), List.of(limits), setup.needs().air(), setup.needs().maxRateKh()));
    }

    /**
     * By hand: with the fan stuck off it rises from about 690 toward 10 369 ppm by one air change an hour and comes to 5 000 after ln((10 369 − 690) / (10 369 − 5 000)) h = 2 121 s;
     * an hour there harms.
     */
    @Test
    void itHarmsByADoseAsWarmthDoes() {
        DangerLimit limit = new DangerLimit(Quantity.CARBON_DIOXIDE, Side.HIGH, 5_000, 3600);
        Setup aired = endangered(setup(tent(ROOM_PPM, GIVES_GH, exhaust(40)), 0, fan(680, 60), warm()), limit);
        assertTrue(Said.find(aired, "air-harms").isEmpty());
        FaultTable.Row stuck = FaultTable.of(aired, Attendance.USUAL, 10, Workers.ALONE).rows().stream()
                .filter(row -> row.fault().kind() == Fault.Kind.RELAY_STUCK_OFF && row.fault().subject().equals("out-loop")).findFirst().orElseThrow();
        assertEquals(2_121 + 3_600, stuck.without().harmS().orElseThrow(), 150);
        Setup stale = endangered(setup(tent(ROOM_PPM, GIVES_GH), 0, warm()), limit);
        Finding harms = Said.find(stale, "air-harms").orElseThrow();
        assertEquals(5_000, harms.numbers().get("limit").value());
        assertTrue(Said.find(endangered(setup(tent(ROOM_PPM, GIVES_GH), 0, warm())), "air-harms").isEmpty(), "no limit, no harm");
        Setup costs = needing(stale,
                new Needs(stale.needs().keep(), List.of(), stale.needs().air(), stale.needs().maxRateKh()).withPoorer(List.of(new PoorerLimit(limit, "long stems"))));
        assertEquals(5_000, Said.find(costs, "poorer-result").orElseThrow().numbers().get("levelC").value());
    }

    @Test
    void aLimitLiesOutsideWhatIsWantedAndInWhatCanBe() {
        Setup aired = setup(tent(ROOM_PPM, GIVES_GH, exhaust(40)), 0, fan(680, 60), warm());
        assertEquals("dangerLimits[0].level",
                assertThrows(RefusedValueException.class, () -> endangered(aired, new DangerLimit(Quantity.CARBON_DIOXIDE, Side.HIGH, 800, 60))).field());
        assertEquals("dangerLimits[0].level",
                assertThrows(RefusedValueException.class, () -> endangered(aired, new DangerLimit(Quantity.RELATIVE_HUMIDITY, Side.LOW, 20, 60))).field(), "no humidity is wanted");
        assertEquals("levelPpm", assertThrows(RefusedValueException.class, () -> new DangerLimit(Quantity.CARBON_DIOXIDE, Side.HIGH, 1e6, 60)).field());
        assertEquals(100_000, DangerLimit.of(Side.HIGH, null, null, 100_000.0, 60).level());
        assertEquals("levelC", assertThrows(RefusedValueException.class, () -> DangerLimit.of(Side.HIGH, 40.0, null, 5_000.0, 60)).field());
        assertEquals("levelC", assertThrows(RefusedValueException.class, () -> DangerLimit.of(Side.HIGH, null, null, null, 60)).field());
    }

    @Test
    void anAlarmTellsThatHarmByItIsNear() {
        Setup aired = endangered(setup(tent(ROOM_PPM, GIVES_GH, exhaust(40)), 0, fan(680, 60), warm()), new DangerLimit(Quantity.CARBON_DIOXIDE, Side.HIGH, 5_000, 3600));
        List<RuleProposals.Watched> series = List
                .of(new RuleProposals.Watched("gas", new Spot(Quantity.CARBON_DIOXIDE, Optional.of("probe"), Optional.empty()), 60, Optional.of("logger")));
        List<Imagined> all = Imagined.all(aired, series.stream().map(RuleProposals.Watched::spot).toList(), Workers.ALONE);
        RuleProposals.Proposal near = RuleProposals.of(aired, series, all).stream().filter(each -> each.rule().kind() == RuleKind.HARM_NEAR).findFirst().orElseThrow();
        assertEquals(0, near.trial().orElseThrow().goodDaySounds());
        assertTrue(near.trial().orElseThrow().leastAheadS().orElseThrow() > 600, near.toString());
    }

    @Test
    void anAlarmRuleIsProposedForItAndTriedInSimulations() {
        Setup aired = setup(tent(ROOM_PPM, GIVES_GH, exhaust(40)), 0, fan(680, 60), warm());
        List<RuleProposals.Watched> series = List
                .of(new RuleProposals.Watched("gas", new Spot(Quantity.CARBON_DIOXIDE, Optional.of("probe"), Optional.empty()), 60, Optional.of("logger")));
        List<Imagined> all = Imagined.all(aired, series.stream().map(RuleProposals.Watched::spot).toList(), Workers.ALONE);
        RuleProposals.Proposal range = RuleProposals.of(aired, series, all).stream().filter(each -> each.rule().kind() == RuleKind.OUT_OF_BAND).findFirst().orElseThrow();
        assertEquals(WANTED.low(), range.rule().limit());
        assertEquals(WANTED.high(), range.rule().secondLimit().orElseThrow());
        assertEquals(0, range.trial().orElseThrow().goodDaySounds(), "silent on good days");
        assertTrue(range.trial().orElseThrow().faults().stream().anyMatch(each -> each.soundS().isPresent()), "a fan that fails is heard of");
    }

    @Test
    void aFanThatStaysOffIsNotSaidToHold() {
        Setup aired = setup(tent(ROOM_PPM, GIVES_GH, exhaust(40)), 0, fan(680, 60), warm());
        Verdict off = FaultTable.of(aired, Attendance.USUAL, 10, Workers.ALONE).rows().stream()
                .filter(row -> row.fault().kind() == Fault.Kind.APPLIANCE_DEAD && row.fault().subject().equals("out")).findFirst().orElseThrow().with();
        assertEquals(Verdict.Kind.TIGHT, off.kind(), "nothing lives there that it kills, but far more than is wanted is no good day");
        assertTrue(off.worstAir().get(Quantity.CARBON_DIOXIDE) > WANTED.high() + 200, "comes to " + off.worstAir());
    }
}
