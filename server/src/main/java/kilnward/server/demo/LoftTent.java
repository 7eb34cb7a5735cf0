package kilnward.server.demo;

import static kilnward.server.demo.Demo.ALTITUDE_M;
import static kilnward.server.demo.Demo.KEEPER;
import static kilnward.server.demo.Demo.LEAD;
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
import kilnward.server.api.chamber.ChamberPlan.HumiditySensorPlan;

/** Lion's mane fruiting under the roof: a film tent with mist, fresh air and a little warmth. */
final class LoftTent {
    private static final int CHAMBER = 3;
    private static final int WARM = 33;
    private static final int MOIST = 34;

    private LoftTent() {
    }

    static void load(Demo demo) {
        String rod = text(31);
        String probe = text(32);
        String mist = text(35);
        String fan = text(36);
        OccupancyPlan asks = demo.starter().occupancy("lions-mane", null, "fruiting");
        OccupancyPlan blocks = new OccupancyPlan(asks.guideId(), asks.schoolId(), asks.stageId(), asks.name(),
                LocalDate.of(2026, 11, 20), asks.where(), asks.measured(), null, asks.keepLowC(), asks.keepHighC(),
                asks.keepHumidityLowPct(), asks.keepHumidityHighPct(), null, asks.harmLimits());
        ProfilePlan warm = ProfilePlan.onOff(DisplayUnit.C, 0.1, 2.0, Style.PAIR, Style.PAIR, false, List.of(
                number(Parameter.ON_AT, "Wake", 0.1, -20, 60, 20), number(Parameter.OFF_AT, "Sleep", 0.1, -20, 60, 25),
                number(Parameter.HIGH_ALARM, "Hoot", 0.1, -20, 60, 50), number(Parameter.LOW_ALARM, "Shiver", 0.1, -20, 60, 0)),
                "Hold the rim, then turn it.", "It keeps each value when you let go of the rim.");
        ProfilePlan moist = ProfilePlan.onOff(DisplayUnit.RH, 1.0, 5.0, Style.PAIR, Style.PAIR, false, List.of(
                number(Parameter.ON_AT, "Thirst", 1, 0, 100, 50), number(Parameter.OFF_AT, "Drunk", 1, 0, 100, 70)),
                "Press the drop until it blinks, then step with the leaf.", "It keeps what shows after five seconds of rest.");
        AppliancePlan exhaust = new AppliancePlan(fan, "fresh-air fan", ApplianceKind.FAN_EXHAUST, 2.0, true, null, null, null, null,
                null, null, null, null, null, 3.0, null, null, null, null, null, null, null, null, null);
        AppliancePlan fog = new AppliancePlan(mist, "mist maker", ApplianceKind.HUMIDIFIER_ULTRASONIC, 25.0, false, null, null, null,
                null, null, null, null, null, null, null, 60.0, null, null, null, null, null, null, null, null);
        demo.add(CHAMBER, new ChamberPlan("Loft tent", "Film tent under the roof of the shed; blocks on two shelves.", blocks,
                new BoxPlan(0.9, 0.6, 1.2, Demo.alike("pvc", 0.5), 1.0, AirMovement.MOVING, ALTITUDE_M, 0.0, 1.0, null),
                new ContentsPlan(12.0, 3400.0, 0.8, 2.0, 0.05, 3.0, null), new RoomPlan(11.0, 17.0, 15.0, 60.0, null, null),
                new PowerPlan(new SupplyPlan(230.0, 10.0), new SupplyPlan(12.0, 2.0), 0.28, "EUR"),
                List.of(AppliancePlan.of(rod, "warming tube", ApplianceKind.ROD, 210), fog, exhaust),
                List.of(new ProbePlan(probe, "probe between the blocks", new PlacePlan(0.2, 0.3, 0.7, 0.0, 0.0, 0.0), null, null, null, 0.0,
                        0.0, 40.0, 0.0, 0.0, 0.0, new HumiditySensorPlan(60.0, 0.0, 0.05))),
                List.of(new ControllerPlan(text(WARM), "Gable knob", List.of(probe), warm,
                                List.of(LoopPlan.of(text(37), List.of(rod), 10.0, null, null))),
                        new ControllerPlan(text(MOIST), "Reed gauge", List.of(probe), moist,
                                List.of(LoopPlan.of(text(38), List.of(mist), 5.0, null, null))))), LEAD);
        demo.save(CHAMBER, WARM, 0, "For the first flush.", LEAD, values(Parameter.ON_AT, 16.4, Parameter.OFF_AT, 17.2,
                Parameter.HIGH_ALARM, 22, Parameter.LOW_ALARM, 13));
        demo.save(CHAMBER, MOIST, 0, "Damp, and well short of dripping.", KEEPER, values(Parameter.ON_AT, 86, Parameter.OFF_AT, 91));
    }
}
