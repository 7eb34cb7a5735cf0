package kilnward.server.demo;

import static kilnward.server.demo.Demo.ALTITUDE_M;
import static kilnward.server.demo.Demo.LEAD;
import static kilnward.server.demo.Demo.number;
import static kilnward.server.demo.Demo.text;

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

/** Sundew seedlings in a glazed cabinet, just planned: measured, nothing keyed in yet. */
final class SundewCabinet {
    private static final int CHAMBER = 4;

    private SundewCabinet() {
    }

    static void load(Demo demo) {
        String cable = text(41);
        String lamp = text(42);
        String fan = text(43);
        String probe = text(44);
        OccupancyPlan asks = demo.starter().occupancy("sundew-seedlings", null, null);
        OccupancyPlan seedlings = new OccupancyPlan(asks.guideId(), asks.schoolId(), asks.stageId(), asks.name(),
                LocalDate.of(2026, 10, 2), asks.where(), asks.measured(), null, asks.keepLowC(), asks.keepHighC(),
                asks.keepHumidityLowPct(), asks.keepHumidityHighPct(), null, asks.harmLimits());
        var board = Demo.wall("plywood", 15);
        var glazed = Demo.wall("plywood", 15, Demo.opening(0.3, "window-glass", 4));
        AppliancePlan lights = new AppliancePlan(lamp, "lamps", ApplianceKind.LAMP, 40.0, false, null, null, null, null, null, null, null,
                null, null, null, null, null, null, null, null, 0.6, 7.0, 14.0, null);
        AppliancePlan stir = new AppliancePlan(fan, "stirring fan", ApplianceKind.FAN_CIRCULATION, 2.0, true, null, null, null, null, null,
                null, null, null, null, null, null, null, null, null, null, null, null, null, null);
        ProfilePlan fern = new ProfilePlan(DisplayUnit.C, 0.1, 2.0, Style.CENTRED, Style.CENTRED, false, List.of(
                number(Parameter.SET_VALUE, "Want", 0.1, 0, 50, 22), number(Parameter.DIFFERENTIAL, "Leeway", 0.1, 0.2, 10, 2),
                number(Parameter.HIGH_ALARM, "Too hot", 0.5, 0, 60, 40), number(Parameter.LOW_ALARM, "Too cold", 0.5, -10, 50, 5),
                number(Parameter.OFFSET, "Nudge", 0.1, -5, 5, 0)), "Press the fern, then plus or minus.",
                "Press the fern again within eight seconds; left alone, it forgets.");
        demo.add(CHAMBER, new ChamberPlan("Sundew cabinet", "Glazed cabinet with lamps; trays stand in rain water.", seedlings,
                new BoxPlan(0.8, 0.45, 0.6, List.of(board, board, glazed, board, board, board), 3.0, AirMovement.STILL, ALTITUDE_M, 0.0, 1.0,
                        null), new ContentsPlan(9.0, 3600.0, 0.5, 0.0, 0.25, 4.0, null), new RoomPlan(13.0, 21.0, 15.0, 55.0, null, null),
                new PowerPlan(new SupplyPlan(230.0, 10.0), new SupplyPlan(12.0, 2.0), 0.28),
                List.of(AppliancePlan.of(cable, "heating cable", ApplianceKind.CABLE, 60), lights, stir),
                List.of(new ProbePlan(probe, "probe among the leaves", null, null, null, null, 0.0, 0.8, 60.0, 0.0, 0.0, 0.0, null)),
                List.of(new ControllerPlan(text(45), "Fern plate", List.of(probe), fern,
                        List.of(new LoopPlan(text(46), List.of(cable), 6.0, null, null))))), LEAD);
    }
}
