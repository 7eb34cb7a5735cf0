package kilnward.server.demo;

import static kilnward.server.demo.Demo.ALTITUDE_M;
import static kilnward.server.demo.Demo.KEEPER;
import static kilnward.server.demo.Demo.LEAD;
import static kilnward.server.demo.Demo.number;
import static kilnward.server.demo.Demo.text;
import static kilnward.server.demo.Demo.values;

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
import kilnward.server.api.chamber.ChamberPlan.PowerPlan;
import kilnward.server.api.chamber.ChamberPlan.ProbePlan;
import kilnward.server.api.chamber.ChamberPlan.ProfilePlan;
import kilnward.server.api.chamber.ChamberPlan.RoomPlan;
import kilnward.server.api.chamber.ChamberPlan.SupplyPlan;

/** Ducklings to come, under a ceramic emitter in a pen of plywood; its ladder does not stand yet. */
final class DucklingPen {
    private static final int CHAMBER = 2;
    private static final int CONTROLLER = 23;

    private DucklingPen() {
    }

    static void load(Demo demo) {
        String emitter = text(21);
        String probe = text(22);
        var ply = Demo.wall("plywood", 12);
        var front = Demo.wall("plywood", 12, Demo.opening(0.12, "acrylic", 4));
        ProfilePlan lantern = ProfilePlan.onOff(DisplayUnit.F, 1.0, 2.0, Style.EACH_SIDE, Style.EACH_SIDE, false, List.of(
                number(Parameter.SET_VALUE, "Heart", 1, 0, 150, 75), number(Parameter.DIFFERENTIAL, "Sway", 1, 1, 20, 3),
                number(Parameter.HIGH_ALARM, "Bell up", 1, 0, 180, 120), number(Parameter.LOW_ALARM, "Bell down", 1, -20, 150, 32),
                number(Parameter.OFFSET, "Shift", 1, -9, 9, 0)), "Turn the collar.", "It keeps what shows after ten seconds of rest.");
        demo.add(CHAMBER, new ChamberPlan("Duckling pen", "For the hatch of 3 December. Plywood, acrylic window, open lid a hand wide.",
                demo.starter().occupancy("ducklings", null, "week-1"),
                new BoxPlan(1.2, 0.8, 0.6, List.of(ply, ply, front, ply, ply, ply), 4.0, AirMovement.STILL, ALTITUDE_M, 0.0, 1.0, null),
                new ContentsPlan(6.0, 1800.0, 1.2, 3.0, 0.0, 0.0, null), new RoomPlan(9.0, 17.0, 15.0, null, null, null),
                new PowerPlan(new SupplyPlan(230.0, 10.0), null, 0.28, "EUR"),
                List.of(AppliancePlan.of(emitter, "ceramic emitter", ApplianceKind.CERAMIC_EMITTER, 400)),
                List.of(ProbePlan.typed(probe, "probe at duckling height", 0.002, 0, 30, 0)),
                List.of(new ControllerPlan(text(CONTROLLER), "Tin lantern", List.of(probe), lantern,
                        List.of(LoopPlan.of(text(24), List.of(emitter), 10.0, null, 1500.0))))), LEAD);
        demo.save(CHAMBER, CONTROLLER, 0, "First try for week one.", KEEPER, values(Parameter.SET_VALUE, 92, Parameter.DIFFERENTIAL, 2,
                Parameter.HIGH_ALARM, 95, Parameter.LOW_ALARM, 86, Parameter.OFFSET, 0));
    }
}
