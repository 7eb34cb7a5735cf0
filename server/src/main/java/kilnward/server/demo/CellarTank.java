package kilnward.server.demo;

import static kilnward.server.demo.Demo.ALTITUDE_M;
import static kilnward.server.demo.Demo.KEEPER;
import static kilnward.server.demo.Demo.LEAD;
import static kilnward.server.demo.Demo.OWNER;
import static kilnward.server.demo.Demo.number;
import static kilnward.server.demo.Demo.text;
import static kilnward.server.demo.Demo.values;

import java.time.LocalDate;
import java.util.List;
import kilnward.core.chamber.AirMovement;
import kilnward.core.control.Style;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.settings.Parameter;
import kilnward.server.api.chamber.ChamberPlan;
import kilnward.server.api.chamber.ChamberPlan.AppliancePlan;
import kilnward.server.api.chamber.ChamberPlan.ApplianceKind;
import kilnward.server.api.chamber.ChamberPlan.BoxPlan;
import kilnward.server.api.chamber.ChamberPlan.ContentsPlan;
import kilnward.server.api.chamber.ChamberPlan.ControllerPlan;
import kilnward.server.api.chamber.ChamberPlan.LoopPlan;
import kilnward.server.api.chamber.ChamberPlan.OccupancyPlan;
import kilnward.server.api.chamber.ChamberPlan.PowerPlan;
import kilnward.server.api.chamber.ChamberPlan.ProbePlan;
import kilnward.server.api.chamber.ChamberPlan.ProfilePlan;
import kilnward.server.api.chamber.ChamberPlan.RoomPlan;
import kilnward.server.api.chamber.ChamberPlan.SupplyPlan;
import kilnward.server.api.chamber.ChamberPlan.TankPlan;

/** Axolotls in the cellar, with a chiller and a guard heater that has a thermostat of its own. */
final class CellarTank {
    private static final int CHAMBER = 5;
    private static final int CONTROLLER = 55;

    private CellarTank() {
    }

    static void load(Demo demo) {
        String chiller = text(51);
        String guard = text(52);
        String pump = text(53);
        String probe = text(54);
        OccupancyPlan asks = demo.starter().occupancy("axolotls", null, "keeping");
        OccupancyPlan animals = new OccupancyPlan(asks.guideId(), asks.schoolId(), asks.stageId(), asks.name(), LocalDate.of(2025, 4, 11),
                asks.where(), asks.measured(), null, asks.keepLowC(), asks.keepHighC(), null, null, asks.maxRateKh(), asks.harmLimits());
        AppliancePlan cold = new AppliancePlan(chiller, "chiller", ApplianceKind.CHILLER, 120.0, false, null, null, null, null, null, null,
                null, 180.0, 20.0, null, null, null, null, null, null, null, null, null, null);
        AppliancePlan heater = new AppliancePlan(guard, "guard heater", ApplianceKind.IN_TANK, 100.0, false, null, null, null, null, null,
                16.7, 16.3, null, null, null, null, null, null, null, null, null, null, null, null);
        AppliancePlan flow = new AppliancePlan(pump, "pump", ApplianceKind.FAN_CIRCULATION, 8.0, false, null, null, null, null, null, null,
                null, null, null, null, null, null, null, null, null, null, null, null, null);
        ProfilePlan ford = ProfilePlan.onOff(DisplayUnit.C, 0.1, 5.0, Style.OFF_AT_SET, Style.OFF_AT_SET, false, List.of(
                number(Parameter.SET_VALUE, "Stream", 0.1, 0, 40, 20), number(Parameter.DIFFERENTIAL, "Ripple", 0.1, 0.1, 5, 1),
                number(Parameter.MIN_OFF, "Breath", 1, 0, 12, 3), number(Parameter.HIGH_ALARM, "Heron", 0.1, 0, 50, 30),
                number(Parameter.LOW_ALARM, "Frost", 0.1, 0, 50, 5), number(Parameter.OFFSET, "Lean", 0.1, -5, 5, 0)),
                "Hold the wave, then tap up or down.", "Hold the wave until it chirps twice.");
        demo.add(CHAMBER, new ChamberPlan("Cellar tank", "By the cellar stairs; lid of acrylic over two thirds.", animals,
                new BoxPlan(1.0, 0.4, 0.45, Demo.alike("window-glass", 8), 0.0, AirMovement.STILL, ALTITUDE_M, 0.0, 1.0,
                        new TankPlan(0.4, 0.65)), new ContentsPlan(14.0, 900.0, 0.6, 0.0, 0.0, 0.0, null),
                new RoomPlan(12.0, 21.0, 16.0, 65.0, null, null), new PowerPlan(new SupplyPlan(230.0, 10.0), null, 0.28, "EUR"),
                List.of(cold, heater, flow),
                List.of(new ProbePlan(probe, "probe at the pump's inlet", null, null, null, null, 0.0, 0.0, 60.0, 0.1, 0.0, 0.0, null)),
                List.of(new ControllerPlan(text(CONTROLLER), "Ford wave", List.of(probe), ford,
                        List.of(LoopPlan.of(text(56), List.of(chiller), 10.0, null, null))))), LEAD);
        demo.save(CHAMBER, CONTROLLER, 0, "Quiet band for the summer.", OWNER, values(Parameter.SET_VALUE, 17.0, Parameter.DIFFERENTIAL, 0.6,
                Parameter.MIN_OFF, 4, Parameter.HIGH_ALARM, 20, Parameter.LOW_ALARM, 14, Parameter.OFFSET, 0));
        // Its probe creeps upwards, and the last check is more than a year old.
        demo.check(951, CHAMBER, CONTROLLER, demo.today().minusDays(1460), 17.0, 0.08, 0, 0, OWNER);
        demo.check(952, CHAMBER, CONTROLLER, demo.today().minusDays(1105), 17.0, 0.17, 0, -0.1, OWNER);
        demo.check(953, CHAMBER, CONTROLLER, demo.today().minusDays(745), 17.1, 0.22, -0.1, -0.3, LEAD);
        demo.check(954, CHAMBER, CONTROLLER, demo.today().minusDays(402), 17.0, 0.14, -0.3, -0.4, KEEPER);
    }
}
