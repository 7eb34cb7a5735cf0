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
import kilnward.server.api.chamber.ChamberPlan.PlacePlan;
import kilnward.server.api.chamber.ChamberPlan.PowerPlan;
import kilnward.server.api.chamber.ChamberPlan.ProbePlan;
import kilnward.server.api.chamber.ChamberPlan.ProfilePlan;
import kilnward.server.api.chamber.ChamberPlan.RoomPlan;
import kilnward.server.api.chamber.ChamberPlan.SupplyPlan;

/** Corn-snake eggs in a foam box with a mat that is too strong for it. */
final class Reedbox {
    private static final int CHAMBER = 1;
    private static final int CONTROLLER = 13;

    private Reedbox() {
    }

    static void load(Demo demo) {
        String mat = text(11);
        String probe = text(12);
        ProfilePlan marl = ProfilePlan.onOff(DisplayUnit.C, 0.1, 1.0, Style.OFF_AT_SET, Style.OFF_AT_SET, false, List.of(
                Demo.choice(Parameter.UNIT, "Unit", "°C", "°F"), Demo.choice(Parameter.DIRECTION, "Job", "warm", "cool"),
                number(Parameter.SET_VALUE, "Aim", 0.1, -40, 110, 30), number(Parameter.DIFFERENTIAL, "Gap", 0.1, 0.1, 15, 1),
                number(Parameter.ACT_DELAY, "Wait", 1, 0, 10, 0), number(Parameter.HIGH_ALARM, "Loud high", 0.1, -40, 110, 50),
                number(Parameter.LOW_ALARM, "Loud low", 0.1, -40, 110, 0), number(Parameter.OFFSET, "Trim", 0.1, -10, 10, 0)),
                "Press the long key until it blinks, then step with the short key.",
                "Hold both keys until the display shows three bars.");
        OccupancyPlan asks = demo.starter().occupancy("corn-snake-eggs", null, null);
        OccupancyPlan eggs = new OccupancyPlan(asks.guideId(), asks.schoolId(), asks.stageId(), asks.name(),
                LocalDate.of(2026, 11, 13), asks.where(), asks.measured(), null, 27.5, 29.0, 80.0, 100.0, null, asks.harmLimits());
        demo.add(CHAMBER, new ChamberPlan("Reedbox", "Foam box on the shelf beside the shed door.", eggs,
                new BoxPlan(0.50, 0.35, 0.24, Demo.alike("expanded-polystyrene", 50), 0.5, AirMovement.STILL, ALTITUDE_M, 2.0, 1.0, null),
                new ContentsPlan(4.0, 3300.0, 0.35, 0.0, 0.06, 1.2, new PlacePlan(0.26, 0.175, 0.08, 0.3, 0.24, 0.1)),
                new RoomPlan(16.0, 24.0, 15.0, 60.0, null, null),
                new PowerPlan(new SupplyPlan(230.0, 10.0), null, 0.28, "EUR"),
                List.of(AppliancePlan.of(mat, "heating mat", ApplianceKind.MAT, 10)),
                List.of(new ProbePlan(probe, "probe on the middle tub", new PlacePlan(0.16, 0.175, 0.15, 0.0, 0.0, 0.0), null, null, null,
                        0.0, 0.0, 40.0, 0.3, 0.0, 0.0, null)),
                List.of(new ControllerPlan(text(CONTROLLER), "Marl two-key", List.of(probe), marl,
                        List.of(LoopPlan.of(text(14), List.of(mat), 5.0, null, null))))), OWNER);
        demo.save(CHAMBER, CONTROLLER, 0, "From the factory, to try the mat on the empty box.", OWNER, keyed(30, 1, 50, 0, 0));
        demo.save(CHAMBER, CONTROLLER, 1, "Empty box steady; aim and gap for eggs.", LEAD, keyed(28.5, 0.4, 31, 25.5, 0));
        demo.save(CHAMBER, CONTROLLER, 2, "Three steps wider: it came on too often.", LEAD, keyed(28.6, 0.6, 31, 25.8, 0));
        // The spirit thermometer reads a tenth more than the glass, so the mean of both is 0.28 below the display.
        demo.check(911, CHAMBER, CONTROLLER, demo.today().minusDays(9), 28.6, 0.33, 0, -0.3, KEEPER);
    }

    private static java.util.Map<Parameter, Double> keyed(double aim, double gap, double high, double low, double trim) {
        return values(Parameter.UNIT, 0, Parameter.DIRECTION, 0, Parameter.SET_VALUE, aim, Parameter.DIFFERENTIAL, gap,
                Parameter.ACT_DELAY, 0, Parameter.HIGH_ALARM, high, Parameter.LOW_ALARM, low, Parameter.OFFSET, trim);
    }
}
