package kilnward.server.plan;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verifyNoInteractions;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.UnaryOperator;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.Needs;
import kilnward.core.life.Side;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.Setup;
import kilnward.server.begin.NewChamber;
import kilnward.server.begin.Starter;
import kilnward.server.guide.GuideService;
import kilnward.server.plan.AppliancePlan.HeaterPlan;
import kilnward.server.plan.ChamberPlan.BoxPlan;
import kilnward.server.plan.ChamberPlan.ControllerPlan;
import kilnward.server.plan.ChamberPlan.HarmPlan;
import kilnward.server.plan.ChamberPlan.LoopPlan;
import kilnward.server.plan.ChamberPlan.OccupancyPlan;
import kilnward.server.plan.ChamberPlan.PlacePlan;
import kilnward.server.plan.ChamberPlan.PowerPlan;
import kilnward.server.plan.ChamberPlan.ProbePlan;
import kilnward.server.plan.ChamberPlan.SupplyPlan;
import kilnward.server.plan.ChamberPlan.TankPlan;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import tools.jackson.databind.json.JsonMapper;

/** From the document to the core's terms, without a server. */
class PlanReaderTest {
    private final GuideService guides = mock(GuideService.class);
    private final ChamberPlan plan = new Starter(guides).plan(new NewChamber("Box", null, null, null), 140);

    private Map<String, Settings> keyed() {
        return Map.of(plan.controllers().get(0).id(), new Settings(Map.of(Parameter.SET_VALUE, 28.6,
                Parameter.DIFFERENTIAL, 0.6)));
    }

    private static ChamberPlan lived(ChamberPlan plan) {
        return new ChamberPlan(plan.name(), plan.note(), plan.standsAt(), new OccupancyPlan(null, null, null, "eggs", null, "at the eggs",
                kilnward.core.life.OccupantPlace.CONTENTS, null, 27.0, 29.0, null, null, null, null, null, List.of(), null, null), plan.box(), plan.contents(),
                plan.room(), plan.power(), plan.appliances(), plan.probes(), plan.controllers(), null);
    }

    private static ChamberPlan with(ChamberPlan plan, AppliancePlan appliance, UnaryOperator<ControllerPlan> controller) {
        return new ChamberPlan(plan.name(), plan.note(), plan.standsAt(), plan.occupancy(), plan.box(), plan.contents(), plan.room(),
                new PowerPlan(new SupplyPlan(230.0, 10.0), null, null, null), List.of(appliance), plan.probes(),
                plan.controllers().stream().map(controller).toList(), null);
    }

    @Test
    void aNewPlanIsSoundButForItsOccupant() {
        PlanReader.check(plan);
        verifyNoInteractions(guides);
        var missing = assertThrows(RefusedValueException.class, () -> PlanReader.setup(plan, keyed()));
        assertEquals("occupancy", missing.field());
        Setup setup = PlanReader.setup(lived(plan), keyed());
        assertEquals(28.6, setup.controllers().get(0).settings().value(Parameter.SET_VALUE).orElseThrow());
        assertTrue(setup.power().mains().isEmpty());
    }

    private ChamberPlan endangered(HarmPlan... limits) {
        OccupancyPlan eggs = lived(plan).occupancy();
        return plan.withOccupancy(new OccupancyPlan(null, null, null, "mushrooms", null, eggs.where(), eggs.measured(), null, 14.0, 17.0, null, null, 500.0, 1_000.0, null,
                List.of(limits), null, null));
    }

    @Test
    void aDangerLimitIsOfTheQuantityWhoseLevelItSays() {
        HarmPlan costs = new HarmPlan(Side.HIGH, null, null, 2_000.0, 86_400.0, "long stems");
        HarmPlan kills = new HarmPlan(Side.HIGH, null, null, 5_000.0, 3_600.0, null);
        Needs needs = PlanReader.needs(endangered(costs, kills));
        assertEquals(List.of(new DangerLimit(Quantity.CARBON_DIOXIDE, Side.HIGH, 5_000, 3_600)), needs.dangerLimits());
        assertEquals(2_000, needs.poorer().get(0).limit().level());
        assertEquals("occupancy.harmLimits[1].levelPpm", refused(costs, new HarmPlan(Side.HIGH, null, null, 900.0, 60.0, null)));
        assertEquals("occupancy.harmLimits[0].levelC", refused(new HarmPlan(Side.HIGH, 16.0, null, null, 60.0, null)));
        assertEquals("occupancy.harmLimits[0].levelPct", refused(new HarmPlan(Side.LOW, null, 20.0, null, 60.0, null)), "no humidity is wanted");
        assertEquals("occupancy.harmLimits[1].levelC", refused(kills, new HarmPlan(Side.HIGH, 30.0, null, 5_000.0, 60.0, null)), "one level each");
    }

    private String refused(HarmPlan... limits) {
        return assertThrows(RefusedValueException.class, () -> PlanReader.needs(endangered(limits))).field();
    }

    @Test
    void whatCannotBeTogetherIsRefusedWhenItIsSaved() {
        AppliancePlan inTank = new HeaterPlan(plan.appliances().get(0).id(), "guard", ApplianceKind.IN_TANK, 40.0, false, null, null, null, null, null, null, null, null);
        ChamberPlan dry = with(lived(plan), inTank, each -> each);
        assertEquals("must not be an in-tank heater where there is no water", assertThrows(RefusedValueException.class, () -> PlanReader.check(dry)).allowed());
    }

    @Test
    void whatIsNotSaidOfAHeaterIsTypicalOfItsKind() {
        Heater heater = (Heater) PlanReader.setup(lived(plan), keyed()).chamber().appliances().get(0);
        Heater typical = HeaterKind.MAT.typical(heater.id(), heater.powerW());
        assertEquals(typical, heater);
    }

    @Test
    void ownFiguresThermostatAndRatingsAreTakenOver() {
        String id = plan.appliances().get(0).id();
        AppliancePlan own = new HeaterPlan(id, "own", ApplianceKind.BULB, 40.0, false, null, 77.0, 0.5, 0.1, null, 33.0, 31.0, null);
        ChamberPlan changed = with(lived(plan), own, each -> new ControllerPlan(each.id(), each.name(), each.probeIds(),
                each.profile(), List.of(LoopPlan.of(each.loops().get(0).id(), List.of(id), 5.0, null, 1150.0))));
        Setup setup = PlanReader.setup(changed, keyed());
        Heater heater = (Heater) setup.chamber().appliances().get(0);
        assertEquals(77, heater.elementJK());
        assertEquals(31, heater.ownThermostat().orElseThrow().closesAtC());
        assertEquals(5, setup.controllers().get(0).loops().get(0).ratedA().orElseThrow());
        assertEquals(230, setup.power().mains().orElseThrow().voltageV());
    }

    @Test
    void aThermostatThatOpensMustCloseAndWhatRestsMustWork() {
        String id = plan.appliances().get(0).id();
        AppliancePlan shut = new HeaterPlan(id, "bulb", ApplianceKind.BULB, 40.0, false, null, null, null, null, null, 33.0, null, null);
        assertEquals("appliances[0].closesAtC", assertThrows(RefusedValueException.class, () -> PlanReader.check(with(plan, shut, each -> each))).field());
        AppliancePlan mute = new AppliancePlan.HumidifierPlan(id, "mist", ApplianceKind.HUMIDIFIER_ULTRASONIC, 20.0, false, null, 60.0, null, 300.0);
        assertEquals("appliances[0].pulseOnS", assertThrows(RefusedValueException.class, () -> PlanReader.check(with(plan, mute, each -> each))).field());
    }

    /** Whatever can be chosen can be begun with, and is read as it stands. */
    @ParameterizedTest
    @EnumSource(ApplianceKind.class)
    void everyKindBeginsWithSomethingThatCanBe(ApplianceKind kind) {
        AppliancePlan first = kind.first(plan.appliances().get(0).id(), "one");
        assertEquals(kind, first.kind());
        assertEquals(kind.plan(), first.getClass());
        assertEquals(first.id(), first.read().id());
        JsonMapper json = JsonMapper.builder().build();
        assertEquals(first, json.readValue(json.writeValueAsString(first), AppliancePlan.class), "on the wire and back");
    }

    private static ChamberPlan tank(ChamberPlan plan, double waterM) {
        BoxPlan box = plan.box();
        return new ChamberPlan(plan.name(), plan.note(), plan.standsAt(), plan.occupancy(), new BoxPlan(box.innerLengthM(), box.innerWidthM(),
                box.innerHeightM(), box.walls(), 0.0, box.airMovement(), box.altitudeM(), 0.0, 1.0, new TankPlan(waterM, 0.0)),
                plan.contents(), plan.room(), plan.power(), plan.appliances(), plan.probes(), plan.controllers(), null);
    }

    private static ChamberPlan hung(ChamberPlan plan, PlacePlan place, Double heaterShare) {
        ProbePlan probe = plan.probes().get(0);
        return new ChamberPlan(plan.name(), plan.note(), plan.standsAt(), plan.occupancy(), plan.box(), plan.contents(), plan.room(), plan.power(),
                plan.appliances(), List.of(new ProbePlan(probe.id(), probe.name(), place, heaterShare, heaterShare == null ? null : 0.1,
                        heaterShare == null ? null : 0.0, 0.0, 0.0, 40.0, 0.0, 0.0, 0.0, null, null)),
                plan.controllers(), null);
    }

    private static double heaterShare(ChamberPlan plan) {
        return PlanReader.setup(lived(plan), Map.of(plan.controllers().get(0).id(), new Settings(Map.of(Parameter.SET_VALUE, 28.6,
                Parameter.DIFFERENTIAL, 0.6)))).probes().get(0).place().heaterShare();
    }

    @Test
    void whatAProbeFeelsFollowsFromItsPlaceUnlessSomebodyHasTypedIt() {
        double near = heaterShare(hung(plan, new PlacePlan(0.25, 0.2, 0.02, 0.0, 0.0, 0.0), null));
        double far = heaterShare(hung(plan, new PlacePlan(0.25, 0.2, 0.3, 0.0, 0.0, 0.0), null));
        assertTrue(near > 0.3 && far < 0.05, near + " beside the mat, " + far + " under the lid");
        assertEquals(0.07, heaterShare(hung(plan, new PlacePlan(0.25, 0.2, 0.02, 0.0, 0.0, 0.0), 0.07)));
    }

    @Test
    void impossiblePlacesAreNamed() {
        assertEquals("probes[0].place.zM", assertThrows(RefusedValueException.class,
                () -> PlanReader.check(hung(plan, new PlacePlan(0.25, 0.2, 0.9, 0.0, 0.0, 0.0), null))).field(), "outside the box");
        assertEquals("box.tank.waterHeightM", assertThrows(RefusedValueException.class, () -> PlanReader.check(tank(plan, 3))).field());
        AppliancePlan mat = plan.appliances().get(0);
        ChamberPlan dry = with(tank(plan, 0.2), new HeaterPlan(mat.id(), "heater", ApplianceKind.IN_TANK, 50.0, false,
                new PlacePlan(0.25, 0.2, 0.25, 0.02, 0.02, 0.1), null, null, null, null, null, null, null), each -> each);
        RefusedValueException burns = assertThrows(RefusedValueException.class, () -> PlanReader.check(dry));
        assertEquals("appliances[0].place.zM", burns.field());
        assertTrue(burns.allowed().contains("below the water line"), burns.allowed());
    }

    @Test
    void partsThatPointNowhereAreNamed() {
        String stray = UUID.randomUUID().toString();
        ChamberPlan lost = with(plan, plan.appliances().get(0), each -> new ControllerPlan(each.id(), each.name(), List.of(stray),
                each.profile(), each.loops()));
        assertEquals("controllers[0].probeIds", assertThrows(RefusedValueException.class,
                () -> PlanReader.check(lost)).field());
        ChamberPlan twice = with(plan, plan.appliances().get(0), each -> new ControllerPlan(plan.probes().get(0).id(),
                each.name(), each.probeIds(), each.profile(), each.loops()));
        assertEquals("controllers[0].id", assertThrows(RefusedValueException.class, () -> PlanReader.check(twice)).field());
        assertEquals("settings", assertThrows(RefusedValueException.class,
                () -> PlanReader.setup(lived(plan), Map.of())).field());
    }
}
