package kilnward.core.fault;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.concurrent.ForkJoinPool;
import kilnward.core.Osier;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.OwnThermostat;
import kilnward.core.control.Controller;
import kilnward.core.control.OnOff;
import kilnward.core.control.Style;
import kilnward.core.device.Habits;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.ProfileKey;
import kilnward.core.device.Settings;
import kilnward.core.device.Translation;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.outcome.Attendance;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.scenario.AlarmMuted;
import kilnward.core.rehearsal.scenario.ApplianceDead;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.Fault.Kind;
import kilnward.core.rehearsal.scenario.LinkLoss;
import kilnward.core.rehearsal.scenario.OtherSettings;
import kilnward.core.rehearsal.scenario.ProbeBroken;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.rehearsal.scenario.Weather;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Power;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Which faults can befall a chamber, with which figures, and what each second layer puts into it. */
class FaultBookTest {
    private static final Profile PLAIN = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);

    private static Profile with(Habits.LinkLoss link, Double factory, Habits.Code... codes) {
        List<ProfileKey> keys = new ArrayList<>();
        for (ProfileKey key : PLAIN.keys()) {
            keys.add(key.parameter() == Parameter.SET_VALUE ? new ProfileKey(key.parameter(), key.label(), key.step(), key.lowest(), key.highest(), factory, key.words()) : key);
        }
        return new Profile(PLAIN.name(), PLAIN.law(), PLAIN.unit(), PLAIN.resolution(), PLAIN.samplingS(), PLAIN.raising(), PLAIN.lowering(), false, keys, "", "",
                new Habits(Habits.LeftAlone.UNKNOWN, OptionalDouble.empty(), Habits.Sounder.UNKNOWN, link, 0, 0, List.of(codes)));
    }

    private static Setup setup(Profile profile, Appliance... more) {
        Chamber box = Osier.reedbox(14, 50, Room.of(16, 24, 15));
        List<Appliance> appliances = new ArrayList<>(box.appliances());
        appliances.addAll(List.of(more));
        return Osier.setup(box.with(appliances), Osier.probe(0, 0), Osier.planned(profile, Osier.settings(profile, 28.6, 0.6, 31, 25)));
    }

    private static Optional<Fault> find(Setup setup, Kind kind) {
        return FaultBook.of(setup).stream().filter(fault -> fault.kind() == kind).findFirst();
    }

    private static OnOff law(Setup setup, Kind kind) {
        Controller other = ((OtherSettings) find(setup, kind).orElseThrow()).other();
        return (OnOff) other.loops().get(0).law();
    }

    /** Keyed is 28.6 and 0.6, stops at the set value; the factory's set value is 20. Hand-worked from that. */
    @ParameterizedTest
    @CsvSource({"NOT_SAVED, 19.0, 20.0", "LIMITS_MISTAKEN, 19.4, 20.0", "KNOB_MOVED, 31.0, 31.6", "WRONG_UNIT, 28.0, 28.6"})
    void mistakesPutJustTheirOwnValuesInForce(Kind kind, double onAt, double offAt) {
        OnOff law = law(setup(with(Habits.LinkLoss.NO_LINK, 20.0)), kind);
        assertEquals(onAt, law.points().onAt(), 1e-9, kind + ": the factory's differential is 1");
        assertEquals(offAt, law.points().offAt(), 1e-9);
    }

    @Test
    void theWrongUnitIsShownInThatUnit() {
        Setup setup = setup(PLAIN);
        assertEquals(DisplayUnit.F, ((OtherSettings) find(setup, Kind.WRONG_UNIT).orElseThrow()).other().display().unit(), "28.6 °F is −1.9 °C: it never heats");
        Rehearsed run = Rehearsal.run(setup.rig(),
                new Scenario(RoomCurve.constant(20), 0, 86_400, 1, Scenario.Start.SETTLED, List.of(), 24).with(find(setup, Kind.WRONG_UNIT).orElseThrow()));
        assertEquals(0, run.metrics().loops().get(0).dutyShare(), 1e-4);
    }

    @ParameterizedTest
    @EnumSource(value = Habits.LinkLoss.class, names = {"OFF", "ON", "STAYS"})
    void aLinkIsLostAsTheDeviceLosesIt(Habits.LinkLoss link) {
        LinkLoss lost = (LinkLoss) find(setup(with(link, null)), Kind.LINK_LOST).orElseThrow();
        assertEquals(link.name(), lost.then().name());
        assertTrue(find(setup(PLAIN), Kind.LINK_LOST).isEmpty(), "head and outlets are one");
    }

    @Test
    void aBrokenProbeIsTakenForATemperatureUnlessTheDeviceHasACodeForIt() {
        assertEquals(-40, ((ProbeBroken) find(setup(PLAIN), Kind.PROBE_UNPLUGGED).orElseThrow()).readsC(), "open looks very cold");
        Setup told = setup(with(Habits.LinkLoss.NO_LINK, null, new Habits.Code("E1", Habits.Meaning.PROBE_OPEN)));
        assertTrue(Double.isNaN(((ProbeBroken) find(told, Kind.PROBE_UNPLUGGED).orElseThrow()).readsC()));
        assertEquals(110, ((ProbeBroken) find(told, Kind.PROBE_SHORTED).orElseThrow()).readsC(), "it has none for a short");
    }

    @Test
    void aWorkingCodeKeepsTheEggsFromHeatAndSounds() {
        Setup told = setup(with(Habits.LinkLoss.NO_LINK, null, new Habits.Code("E1", Habits.Meaning.PROBE_OPEN)));
        FaultTable naive = FaultTable.of(setup(PLAIN), Attendance.USUAL, 30, List.of(find(setup(PLAIN), Kind.PROBE_UNPLUGGED).orElseThrow()),
                Workers.in(ForkJoinPool.commonPool()));
        FaultTable safe = FaultTable.of(told, Attendance.USUAL, 30, List.of(find(told, Kind.PROBE_UNPLUGGED).orElseThrow()), Workers.in(ForkJoinPool.commonPool()));
        assertTrue(naive.rows().get(0).with().worstC() > 34, "it heats without end");
        assertTrue(safe.rows().get(0).with().worstC() < 20, "it cools to the room");
        assertTrue(safe.rows().get(0).with().alarmS().orElseThrow() <= 60, "and says so at once");
    }

    private static Heater heater(Setup setup) {
        return setup.chamber().heaters().get(0);
    }

    /** Target range to 29, harm from 34: half of the way is 31.5. */
    @Test
    void layersAgainstHeatOpenHalfWayToTheHarm() {
        Setup plain = setup(PLAIN);
        assertEquals(new OwnThermostat(31.5, 30), heater(SecondLayer.OWN_THERMOSTAT.addTo(plain).orElseThrow()).ownThermostat().orElseThrow());
        assertEquals(27.5, heater(SecondLayer.MECHANICAL_THERMOSTAT.addTo(plain).orElseThrow()).ownThermostat().orElseThrow().closesAtC(), "coarse: 4 K");
        assertEquals(-30, heater(SecondLayer.THERMAL_FUSE.addTo(plain).orElseThrow()).ownThermostat().orElseThrow().closesAtC(), "once and for good");
        PlannedController second = SecondLayer.SECOND_CONTROLLER.addTo(plain).orElseThrow().controllers().get(1);
        assertTrue(second.isCutOut());
        assertEquals(31.5, second.settings().value(Parameter.OFF_AT).orElseThrow());
        assertFalse(second.probeIds().contains("probe"), "it has a probe of its own");
        Setup twice = SecondLayer.SECOND_CONTROLLER.addTo(plain).orElseThrow();
        assertTrue(SecondLayer.SECOND_CONTROLLER.addTo(twice).isEmpty(), "there is one already");
    }

    @Test
    void whatIsDoubledSharesTheWork() {
        Setup two = SecondLayer.TWO_HALF_HEATERS.addTo(setup(PLAIN)).orElseThrow();
        assertEquals(List.of("mat#1", "mat#2"), two.controllers().get(0).applianceIds());
        assertEquals(14, two.chamber().heaters().stream().mapToDouble(Heater::powerW).sum(), 1e-9);
        assertTrue(SecondLayer.TWO_FANS.addTo(setup(PLAIN)).isEmpty(), "there is no fan");
        Setup fans = SecondLayer.TWO_FANS.addTo(setup(PLAIN, new Fan("fan", Fan.Kind.CIRCULATION, 20, 0.05))).orElseThrow();
        assertEquals(2, fans.chamber().of(Fan.class).size());
        FaultTable dead = FaultTable.of(fans, Attendance.USUAL, 60, List.of(new ApplianceDead("fan#1", 0)), Workers.in(ForkJoinPool.commonPool()));
        FaultTable sound = FaultTable.of(fans, Attendance.USUAL, 60, List.of(new AlarmMuted("controller", 0)), Workers.in(ForkJoinPool.commonPool()));
        assertEquals(sound.rows().get(0).run().metrics().occupant().mean(), dead.rows().get(0).run().metrics().occupant().mean(), 0.05, "the other stirs on");
    }

    @Test
    void anAlarmThatOpensAndAMessageChangeNoPart() {
        Setup opening = SecondLayer.OPENING_ALARM.addTo(setup(PLAIN)).orElseThrow();
        assertTrue(opening.rig().controllers().get(0).highAlarmOpens());
        Setup plain = setup(PLAIN);
        assertEquals(plain, SecondLayer.MESSAGE.addTo(plain).orElseThrow());
        assertTrue(SecondLayer.MESSAGE.watch(Attendance.USUAL).message());
    }

    /** An alarm that opens is passed by a program that would go on: somebody turned the knob, and the relay is sound. */
    @Test
    void anAlarmThatOpensStopsWhatARelayStillObeys() {
        Setup plain = setup(PLAIN);
        Setup opening = SecondLayer.OPENING_ALARM.addTo(plain).orElseThrow();
        Fault manualValue = find(opening, Kind.KNOB_MOVED).orElseThrow();
        FaultTable.Row row = FaultTable.of(opening, Attendance.USUAL, 10, List.of(manualValue), Workers.in(ForkJoinPool.commonPool())).rows().get(0);
        assertEquals(Set.of("controller"), row.run().layersActed());
        assertTrue(row.with().worstC() < row.without().worstC());
    }

    @Test
    void withoutAHeaterOnAControllerNothingOpensAgainstHeat() {
        Setup plain = setup(PLAIN);
        Setup none = new Setup(plain.chamber(), plain.needs(), plain.probes(), List.of(), Power.UNKNOWN);
        for (SecondLayer layer : EnumSet.of(SecondLayer.OWN_THERMOSTAT, SecondLayer.SECOND_CONTROLLER, SecondLayer.MECHANICAL_THERMOSTAT, SecondLayer.THERMAL_FUSE,
                SecondLayer.OPENING_ALARM)) {
            assertTrue(layer.addTo(none).isEmpty(), layer.name());
        }
    }

    /** What to do first fits the thing that failed: what will not stop is unplugged, and what its absence does is made up for. */
    @ParameterizedTest
    @EnumSource(Effect.class)
    void whatIsDoneFirstFollowsFromWhatTheStuckThingDoes(Effect effect) {
        FirstAct stuck = FirstAct.of(Kind.RELAY_STUCK_ON, Optional.of(effect), true);
        FirstAct dead = FirstAct.of(Kind.APPLIANCE_DEAD, Optional.of(effect), false);
        assertEquals(switch (effect) {
            case WARMS -> FirstAct.STOP_WARMING;
            case COOLS -> FirstAct.STOP_COOLING;
            case MOISTENS -> FirstAct.STOP_MOISTENING;
            case ENRICHES -> FirstAct.SHUT_THE_BOTTLE;
            case DRIES -> FirstAct.STOP_DRYING;
            case AIRS, STIRS -> FirstAct.STOP_AIR;
            case LIGHTS -> FirstAct.STOP_LIGHT;
        }, stuck);
        assertEquals(switch (effect) {
            case WARMS -> FirstAct.KEEP_WARM;
            case COOLS -> FirstAct.COOL_DOWN;
            case MOISTENS -> FirstAct.KEEP_DAMP;
            case ENRICHES -> FirstAct.GO_WITHOUT;
            case DRIES -> FirstAct.DRY_OUT;
            case AIRS -> FirstAct.AIR_BY_HAND;
            case STIRS -> FirstAct.STIR_BY_HAND;
            case LIGHTS -> FirstAct.LIGHT_BY_HAND;
        }, dead);
        assertEquals(dead, FirstAct.of(Kind.RELAY_STUCK_OFF, Optional.of(effect), true));
        assertEquals(stuck, FirstAct.of(Kind.OWN_THERMOSTAT_STUCK, Optional.of(effect), false));
        for (Kind kind : Kind.values()) {
            assertTrue(FirstAct.of(kind, Optional.of(effect), true) != null && FirstAct.of(kind, Optional.empty(), false) != null, kind + "");
        }
        assertEquals(FirstAct.COOL_DOWN, FirstAct.of(Kind.POWER_CUT, Optional.empty(), true), "a tank that a chiller kept cool warms up without power");
        assertEquals(FirstAct.KEEP_WARM, FirstAct.of(Kind.POWER_CUT, Optional.empty(), false));
    }

    @Test
    void aStuckChillerIsUnpluggedAndItsWarmthKept() {
        Setup plain = setup(PLAIN);
        Setup chilled = plain.with(plain.chamber().with(List.of(Osier.cooler("mat", 60, 40))));
        FaultTable.Row row = FaultTable.of(chilled, Attendance.USUAL, 30, List.of(new RelayStuckOn("loop", 0)), Workers.in(ForkJoinPool.commonPool())).rows().get(0);
        assertEquals(Optional.of(Effect.COOLS), FirstAct.effect(chilled, row.fault()));
        assertEquals(FirstAct.STOP_COOLING, FirstAct.of(chilled, row));
        assertEquals(Optional.of(Effect.COOLS), FirstAct.effect(chilled, new ProbeBroken("probe", true, Double.NaN, 0)));
        assertEquals(Optional.empty(), FirstAct.effect(chilled, new Weather(8, 3600, 0)));
    }

    /** A level is stated in the unit of the profile; as what is in force it is in the unit that is keyed in. */
    @Test
    void factoryValuesKeepTheirOwnUnit() {
        List<ProfileKey> keys = PLAIN.keys().stream().map(key -> key.parameter() == Parameter.SET_VALUE ? new ProfileKey(key.parameter(), key.label(), key.step(), key.lowest(),
                key.highest(), 25.0, key.words()) : key).toList();
        Profile profile = new Profile("Marl", DisplayUnit.C, 0.1, 1, Style.OFF_AT_SET, Style.OFF_AT_SET, false, keys, "", "");
        Settings fahrenheit = Osier.settings(profile, 83.5, 1, 88, 77).with(Parameter.UNIT, 1);
        Settings factory = Translation.factory(profile, fahrenheit);
        assertEquals(0, factory.value(Parameter.UNIT).orElseThrow(), "the factory's own unit");
        assertEquals(25.0, factory.value(Parameter.SET_VALUE).orElseThrow(), 1e-9);
        assertEquals(77.0, Translation.factory(profile, fahrenheit, Parameter.SET_VALUE).orElseThrow(), 1e-9, "25 °C in °F");
    }

    @Test
    void settingsThatADeviceCannotHaveAreNoFault() {
        Settings same = Osier.settings(PLAIN, 28.6, 0.6, 31, 25);
        Setup setup = Osier.setup(Osier.reedbox(14, 50, Room.of(16, 24, 15)), Osier.probe(0, 0), Osier.planned(PLAIN, same));
        assertTrue(find(setup, Kind.LIMITS_MISTAKEN).isEmpty(), "no factory value is known");
        assertTrue(find(setup, Kind.NO_RESTART).isEmpty(), "a mat has no panel");
    }
}
