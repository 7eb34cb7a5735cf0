package kilnward.server.api;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verifyNoInteractions;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.UnaryOperator;
import kilnward.core.chamber.Heater;
import kilnward.core.chamber.HeaterKind;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.settings.Parameter;
import kilnward.core.settings.Settings;
import kilnward.core.settings.Setup;
import kilnward.server.api.chamber.ChamberPlan;
import kilnward.server.api.chamber.ChamberPlan.AppliancePlan;
import kilnward.server.api.chamber.ChamberPlan.ApplianceKind;
import kilnward.server.api.chamber.ChamberPlan.ControllerPlan;
import kilnward.server.api.chamber.ChamberPlan.LoopPlan;
import kilnward.server.api.chamber.ChamberPlan.MainsPlan;
import kilnward.server.api.chamber.ChamberPlan.OccupancyPlan;
import kilnward.server.api.chamber.ChamberViews.NewChamber;
import kilnward.server.api.chamber.PlanReader;
import kilnward.server.api.chamber.Starter;
import kilnward.server.store.GuideShelf;
import org.junit.jupiter.api.Test;

/** From the document to the core's terms, without a server. */
class PlanReaderTest {
    private final GuideShelf guides = mock(GuideShelf.class);
    private final ChamberPlan plan = new Starter(guides).plan(new NewChamber("Box", null, null, null), 140);

    private Map<String, Settings> keyed() {
        return Map.of(plan.controllers().get(0).id(), new Settings(Map.of(Parameter.SET_VALUE, 28.6,
                Parameter.DIFFERENTIAL, 0.6)));
    }

    private static ChamberPlan lived(ChamberPlan plan) {
        return new ChamberPlan(plan.name(), plan.note(), new OccupancyPlan(null, null, null, "eggs", null, "at the eggs",
                kilnward.core.life.OccupantPlace.CONTENTS, 0.0, 27.0, 29.0, List.of()), plan.box(), plan.contents(),
                plan.room(), plan.mains(), plan.appliances(), plan.probes(), plan.controllers());
    }

    private static ChamberPlan with(ChamberPlan plan, AppliancePlan appliance, UnaryOperator<ControllerPlan> controller) {
        return new ChamberPlan(plan.name(), plan.note(), plan.occupancy(), plan.box(), plan.contents(), plan.room(),
                new MainsPlan(230.0, 10.0), List.of(appliance), plan.probes(),
                plan.controllers().stream().map(controller).toList());
    }

    @Test
    void aNewPlanIsSoundButForItsOccupant() {
        PlanReader.check(plan);
        verifyNoInteractions(guides);
        var missing = assertThrows(RefusedValueException.class, () -> PlanReader.setup(plan, keyed()));
        assertEquals("occupancy", missing.field());
        Setup setup = PlanReader.setup(lived(plan), keyed());
        assertEquals(28.6, setup.controllers().get(0).settings().value(Parameter.SET_VALUE).orElseThrow());
        assertTrue(setup.mains().isEmpty());
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
        AppliancePlan own = new AppliancePlan(id, "own", ApplianceKind.BULB, 40.0, 77.0, 0.5, 0.1, null, 33.0, 31.0);
        ChamberPlan changed = with(lived(plan), own, each -> new ControllerPlan(each.id(), each.name(), each.probeId(),
                each.profile(), List.of(new LoopPlan(each.loops().get(0).id(), List.of(id), 5.0, 1150.0))));
        Setup setup = PlanReader.setup(changed, keyed());
        Heater heater = (Heater) setup.chamber().appliances().get(0);
        assertEquals(77, heater.elementJK());
        assertEquals(31, heater.ownThermostat().orElseThrow().closesAtC());
        assertEquals(5, setup.controllers().get(0).loops().get(0).ratedA().orElseThrow());
        assertEquals(230, setup.mains().orElseThrow().supplyV());
    }

    @Test
    void aCoolerNeedsToSayWhatItTakesOut() {
        String id = plan.appliances().get(0).id();
        AppliancePlan mute = new AppliancePlan(id, "fan", ApplianceKind.COOLER, 10.0, null, null, null, null, null, null);
        assertEquals("appliances[0].removesW", assertThrows(RefusedValueException.class,
                () -> PlanReader.check(with(plan, mute, each -> each))).field());
    }

    @Test
    void partsThatPointNowhereAreNamed() {
        String stray = UUID.randomUUID().toString();
        ChamberPlan lost = with(plan, plan.appliances().get(0), each -> new ControllerPlan(each.id(), each.name(), stray,
                each.profile(), each.loops()));
        assertEquals("controllers[0].probeId", assertThrows(RefusedValueException.class,
                () -> PlanReader.check(lost)).field());
        ChamberPlan twice = with(plan, plan.appliances().get(0), each -> new ControllerPlan(plan.probes().get(0).id(),
                each.name(), each.probeId(), each.profile(), each.loops()));
        assertEquals("controllers[0].id", assertThrows(RefusedValueException.class, () -> PlanReader.check(twice)).field());
        assertEquals("settings", assertThrows(RefusedValueException.class,
                () -> PlanReader.setup(lived(plan), Map.of())).field());
    }
}
