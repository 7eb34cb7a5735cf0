package kilnward.core.alarm;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.Osier;
import kilnward.core.alarm.AlarmCourse.Delays;
import kilnward.core.alarm.RuleProposals.Proposal;
import kilnward.core.alarm.RuleProposals.Watched;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.model.ThermalModel;
import kilnward.core.control.Style;
import kilnward.core.fault.FirstAct;
import kilnward.core.life.OccupantPlace;
import kilnward.core.life.Side;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** Rules tried on the Reedbox before they are armed, what they propose, what may be behind a trace, and how it goes on. */
class RuleTrialTest {
    private static final Spot AT_PROBE = new Spot(Quantity.TEMPERATURE, Optional.of("probe"), Optional.empty());
    private static final Spot POWER = new Spot(Quantity.POWER, Optional.empty(), Optional.empty());

    private static Setup reedbox(double heaterW, Room room) {
        var profile = Osier.profile(Style.PAIR, DisplayUnit.C, 0.1);
        return Osier.setup(Osier.reedbox(heaterW, 50, room), Osier.probe(0, 0), Osier.planned(profile, Osier.settings(profile, 28.0, 28.6, 31, 25)));
    }

    private static final Setup SETUP = reedbox(40, Room.of(16, 24, 15));
    private static final List<Watched> SERIES = List.of(new Watched("eggs", AT_PROBE, 60, Optional.of("logger")), new Watched("power", POWER, 60, Optional.of("logger")));
    private static final List<Imagined> ALL = Imagined.all(SETUP, List.of(AT_PROBE, POWER), Workers.ALONE);

    @Test
    void aLimitInsideTheSwingSoundsOnGoodDaysAndOnePastHarmTooLate() {
        RuleTrial tight = RuleTrial.rehearsed(Rule.of(RuleKind.HIGH, Urgency.SOON, 28.4, 0, new Delays(0, 0)), SETUP.needs().dangerLimits(), ALL, 0, List.of());
        assertTrue(tight.goodDaySounds() > 10, "sounds " + tight.goodDaySounds());
        RuleTrial late = RuleTrial.rehearsed(Rule.of(RuleKind.HIGH, Urgency.SOON, 34, 0, new Delays(3 * 3600, 0)), SETUP.needs().dangerLimits(), ALL, 0, List.of());
        assertEquals(0, late.goodDaySounds());
        assertTrue(late.leastAheadS().orElse(1) < 0, "34 °C are borne for two hours, it waits three: " + late.leastAheadS());
    }

    @Test
    void whatIsProposedSoundsOnNoGoodDayAndBeforeHarm() {
        List<Proposal> proposals = RuleProposals.of(SETUP, SERIES, ALL);
        assertEquals(List.of(RuleKind.HIGH, RuleKind.LOW, RuleKind.HARM_NEAR, RuleKind.OUT_OF_BAND, RuleKind.NO_EFFECT, RuleKind.SILENCE, RuleKind.BROKEN_PROBE,
                RuleKind.BROKEN_PROBE), proposals.stream().map(each -> each.rule().kind()).toList());
        for (Proposal each : proposals) {
            each.trial().ifPresent(trial -> assertEquals(0, trial.goodDaySounds(), each.rule().toString()));
        }
        Rule high = proposals.get(0).rule();
        assertTrue(high.limit() > 29 && high.limit() < 34, "above the target range, below harm: " + high.limit());
        RuleTrial.Told stuck = proposals.get(0).trial().orElseThrow().faults().stream().filter(each -> each.fault().kind() == Fault.Kind.RELAY_STUCK_ON && each.harmS().isPresent())
                .findFirst().orElseThrow();
        assertTrue(stuck.aheadS().orElseThrow() > 3600, "an hour before harm: " + stuck);
    }

    @Test
    void overWhatWasMeasuredItSaysHowOftenAndWhichWereNuisances() {
        Rule rule = Rule.of(RuleKind.HIGH, Urgency.SOON, 30, 0, new Delays(60, 0));
        List<Reading> week = new ArrayList<>();
        for (int minute = 0; minute < 7 * 1440; minute++) {
            // Once for five minutes on the second day, once for an hour on the fourth.
            boolean hot = minute >= 1500 && minute < 1505 || minute >= 5000 && minute < 5060;
            week.add(new Reading(60.0 * minute, hot ? 30.5 : 28));
        }
        RuleTrial.Past past = RuleTrial.past(rule, rule.condition(List.of(), 0), Heard.of(week), new OutOfBand(27.5, 29, 0), 0, 7 * 86_400);
        assertEquals(List.of(new RuleTrial.Sounding(90_060, 90_300, true), new RuleTrial.Sounding(300_060, 303_600, false)), past.soundings());
        assertEquals(1, past.nuisances());
        assertEquals(7, past.days(), 1e-9);
    }

    /** What is measured is taken from a rehearsal: the fault behind it must stand first, or what looks exactly like it. */
    @Test
    void theFaultBehindATraceStandsFirst() {
        int tried = 0;
        for (Imagined each : ALL) {
            if (each.fault().isEmpty() || each.harmedAtS().isEmpty()) {
                continue;
            }
            double atS = Math.min(each.harmedAtS().getAsDouble(), each.lengthS() - 600);
            List<Reading> heard = each.readings(0).stream().filter(reading -> reading.atS() <= atS).toList();
            if (heard.isEmpty() || heard.get(heard.size() - 1).atS() < atS - 300) {
                continue;
            }
            List<Likely> likely = Likely.of(SETUP, ALL, 0, heard, atS);
            assertEquals(1, likely.stream().mapToDouble(Likely::share).sum(), 0.2);
            List<Fault.Kind> alike = likely.stream().filter(one -> one.awayRms() < likely.get(0).awayRms() + 0.3).map(one -> one.fault().kind()).toList();
            assertTrue(alike.contains(each.fault().get().kind()), each.fault().get() + " among " + alike);
            assertTrue(likely.get(0).harmS().orElse(99) <= 1800, "harm is at hand: " + likely.get(0));
            tried++;
        }
        assertTrue(tried >= 4, "tried " + tried);
        Likely stuck = likelyAt(Fault.Kind.RELAY_STUCK_ON);
        assertEquals(FirstAct.STOP_WARMING, stuck.act());
    }

    private static Likely likelyAt(Fault.Kind kind) {
        Imagined one = ALL.stream().filter(each -> each.fault().filter(fault -> fault.kind() == kind).isPresent() && each.harmedAtS().isPresent()).findFirst().orElseThrow();
        return Likely.of(SETUP, ALL, 0, one.readings(0).stream().filter(each -> each.atS() <= one.harmedAtS().getAsDouble()).toList(), one.harmedAtS().getAsDouble()).get(0);
    }

    @Test
    void aGoodDayLooksLikeNoFault() {
        Imagined good = ALL.get(0);
        assertEquals(List.of(), Likely.of(SETUP, ALL, 0, good.readings(0).stream().filter(each -> each.atS() <= 20_000).toList(), 20_000));
        assertEquals(List.of(), Likely.of(SETUP, ALL, 0, List.of(), 20_000), "nothing was measured");
    }

    /** Newton in closed form: a body of one mass in a room of 10 °C, from 30 °C: T = 10 + 20·e^(−t/τ), so 20 °C are reached after τ·ln 2, and borne two days. */
    @Test
    void aForecastCoolsAfterNewton() {
        Chamber heavy = Osier.chamber(Osier.reedbox().box(), 0, AirMovement.MOVING, Contents.dry(30, 4180, 30, 0), OccupantPlace.CONTENTS, 0,
                Osier.reedbox(25, 50, Room.of(10, 10, 0)).appliances(), Room.of(10, 10, 0), 0);
        var profile = Osier.profile(Style.PAIR, DisplayUnit.C, 0.1);
        Setup setup = Osier.setup(heavy, Osier.probe(0, 0), Osier.planned(profile, Osier.settings(profile, 28.0, 28.6, 31, 25)));
        ThermalModel model = ThermalModel.of(heavy);
        double tauS = 30 * 4180 / (model.totalWK() + model.elements().get(0).toRoomWK());
        Forecast forecast = Forecast.of(setup, 30, OptionalDouble.empty(), 0, Map.of());
        Forecast.Line cold = forecast.line(Forecast.Way.NOTHING_RUNS).orElseThrow();
        assertEquals(30, cold.lowC()[0], 1e-9);
        for (int i = 12; i < cold.lowC().length; i += 12) {
            double newtonC = 10 + 20 * Math.exp(-i * Forecast.EVERY_S / tauS);
            assertEquals(newtonC, cold.lowC()[i], 0.5, "after " + i * Forecast.EVERY_S / 3600 + " h: the shell holds a little, too");
        }
        assertEquals(Optional.empty(), forecast.asNow());
    }

    @Test
    void theWayThatItGoesIsToldByItsPace() {
        // What was borne already counts: 34 °C can be borne for 7200 s.
        Forecast worn = Forecast.of(SETUP, 33, OptionalDouble.of(4), 0, Map.of(Side.HIGH, 0.9));
        Forecast hot = Forecast.of(SETUP, 33, OptionalDouble.of(4), 0, Map.of());
        assertEquals(Optional.of(Forecast.Way.WARMING_ON), hot.asNow());
        Forecast.Line stuck = hot.line(Forecast.Way.WARMING_ON).orElseThrow();
        assertTrue(stuck.earliestHarmS().orElseThrow() >= 7200 && stuck.earliestHarmS().getAsDouble() <= stuck.latestHarmS().orElse(Double.MAX_VALUE), stuck.toString());
        double left = worn.line(Forecast.Way.WARMING_ON).orElseThrow().earliestHarmS().orElseThrow();
        assertTrue(left < 0.6 * stuck.earliestHarmS().getAsDouble(), left + " s of " + stuck);
        assertEquals(OptionalDouble.empty(), hot.line(Forecast.Way.AS_KEYED).orElseThrow().earliestHarmS(), "freed, it comes back");
        assertEquals(Optional.of(Forecast.Way.AS_KEYED), Forecast.of(SETUP, 28.3, OptionalDouble.of(0), 0, Map.of()).asNow());
    }
}
