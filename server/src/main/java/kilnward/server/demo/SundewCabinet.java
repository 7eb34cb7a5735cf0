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
import kilnward.core.settings.Habits;
import kilnward.core.settings.LawKind;
import kilnward.core.settings.Parameter;
import kilnward.server.api.chamber.ChamberPlan;
import kilnward.server.api.chamber.ChamberPlan.AppliancePlan;
import kilnward.server.api.chamber.ChamberPlan.ApplianceKind;
import kilnward.server.api.chamber.ChamberPlan.BoxPlan;
import kilnward.server.api.chamber.ChamberPlan.CodePlan;
import kilnward.server.api.chamber.ChamberPlan.ContentsPlan;
import kilnward.server.api.chamber.ChamberPlan.ControllerPlan;
import kilnward.server.api.chamber.ChamberPlan.HabitsPlan;
import kilnward.server.api.chamber.ChamberPlan.HumiditySensorPlan;
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
        String exhaust = text(47);
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
        ProfilePlan fern = ProfilePlan.onOff(DisplayUnit.C, 0.1, 2.0, Style.CENTRED, Style.CENTRED, false, List.of(
                number(Parameter.SET_VALUE, "Want", 0.1, 0, 50, 22), number(Parameter.DIFFERENTIAL, "Leeway", 0.1, 0.2, 10, 2),
                number(Parameter.HIGH_ALARM, "Too hot", 0.5, 0, 60, 40), number(Parameter.LOW_ALARM, "Too cold", 0.5, -10, 50, 5),
                number(Parameter.OFFSET, "Nudge", 0.1, -5, 5, 0)), "Press the fern, then plus or minus.",
                "Press the fern again within eight seconds; left alone, it forgets.");
        AppliancePlan draw = new AppliancePlan(exhaust, "exhaust fan", ApplianceKind.FAN_EXHAUST, 3.0, true, null, null, null, null, null,
                null, null, null, null, 4.0, null, null, null, null, null, null, null, null, null);
        ProfilePlan gill = new ProfilePlan(LawKind.FAN_BAND, DisplayUnit.C, 0.1, 5.0, Style.OFF_AT_SET, Style.OFF_AT_SET, false, List.of(
                number(Parameter.SET_VALUE, "Warm from", 0.5, 0, 50, 25), number(Parameter.BAND, "Warm span", 0.5, 0.5, 10, 2),
                number(Parameter.NIGHT_SET_VALUE, "Warm from, dark", 0.5, 0, 50, 21), number(Parameter.SET_HUMIDITY, "Damp from", 1, 10, 99, 80),
                number(Parameter.HUMIDITY_BAND, "Damp span", 1, 1, 40, 10), number(Parameter.MINIMUM_SPEED, "Least", 1, 0, 100, 15),
                number(Parameter.NIGHT_MINIMUM_SPEED, "Least, dark", 1, 0, 100, 0), number(Parameter.MAXIMUM_SPEED, "Most", 1, 0, 100, 100),
                number(Parameter.LIGHT_BELOW, "Dark below", 1, 0, 100, 30), number(Parameter.LIGHT_DELAY, "Dark for", 10, 0, 3600, 300),
                number(Parameter.START_KICK, "Push", 1, 0, 20, 3), number(Parameter.FAN_FLOOR, "Turns from", 1, 0, 60, 15),
                number(Parameter.HIGH_ALARM, "Call high", 0.5, 0, 60, 35)), "Slide to the word, then turn.",
                "Slide back to the first word; left alone for a minute it forgets.", new HabitsPlan(Habits.LeftAlone.DROPPED, 60.0,
                Habits.Sounder.CAN_BE_OFF, Habits.LinkLoss.NO_LINK, 0.0, 0.0, List.of(new CodePlan("t?", Habits.Meaning.PROBE_OPEN),
                new CodePlan("h?", Habits.Meaning.OTHER))));
        demo.add(CHAMBER, new ChamberPlan("Sundew cabinet", "Glazed cabinet with lamps; trays stand in rain water.", seedlings,
                new BoxPlan(0.8, 0.45, 0.6, List.of(board, board, glazed, board, board, board), 3.0, AirMovement.STILL, ALTITUDE_M, 0.0, 1.0,
                        null), new ContentsPlan(9.0, 3600.0, 0.5, 0.0, 0.25, 4.0, null), new RoomPlan(13.0, 21.0, 15.0, 55.0, null, null),
                new PowerPlan(new SupplyPlan(230.0, 10.0), new SupplyPlan(12.0, 2.0), 0.28, "EUR"),
                List.of(AppliancePlan.of(cable, "heating cable", ApplianceKind.CABLE, 90), lights, stir, draw),
                List.of(new ProbePlan(probe, "probe among the leaves", null, null, null, null, 0.0, 0.8, 60.0, 0.0, 0.0, 0.0, new HumiditySensorPlan(60.0, 0.0, 0.0))),
                List.of(new ControllerPlan(text(45), "Fern plate", List.of(probe), fern,
                        List.of(LoopPlan.of(text(46), List.of(cable), 6.0, null, null))),
                        new ControllerPlan(text(48), "Gill", List.of(probe), gill, List.of(LoopPlan.of(text(49), List.of(exhaust), null, 2.0, null))))), LEAD);
    }
}
