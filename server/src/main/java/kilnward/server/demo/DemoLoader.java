package kilnward.server.demo;

import java.time.LocalDate;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import kilnward.core.chamber.AirMovement;
import kilnward.core.control.Style;
import kilnward.core.life.OccupantPlace;
import kilnward.core.life.Side;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.settings.Parameter;
import kilnward.server.api.chamber.ChamberPlan;
import kilnward.server.api.chamber.ChamberPlan.AppliancePlan;
import kilnward.server.api.chamber.ChamberPlan.ApplianceKind;
import kilnward.server.api.chamber.ChamberPlan.BoxPlan;
import kilnward.server.api.chamber.ChamberPlan.ContentsPlan;
import kilnward.server.api.chamber.ChamberPlan.ControllerPlan;
import kilnward.server.api.chamber.ChamberPlan.HarmPlan;
import kilnward.server.api.chamber.ChamberPlan.KeyPlan;
import kilnward.server.api.chamber.ChamberPlan.LayerPlan;
import kilnward.server.api.chamber.ChamberPlan.LoopPlan;
import kilnward.server.api.chamber.ChamberPlan.MainsPlan;
import kilnward.server.api.chamber.ChamberPlan.OccupancyPlan;
import kilnward.server.api.chamber.ChamberPlan.OpeningPlan;
import kilnward.server.api.chamber.ChamberPlan.ProbePlan;
import kilnward.server.api.chamber.ChamberPlan.ProfilePlan;
import kilnward.server.api.chamber.ChamberPlan.RoomPlan;
import kilnward.server.api.chamber.ChamberPlan.WallPlan;
import kilnward.server.api.chamber.ChamberService;
import kilnward.server.api.chamber.ChamberViews.NewSettings;
import kilnward.server.api.chamber.Starter;
import kilnward.server.store.SiteEntity;
import kilnward.server.store.SiteRepository;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Osier End, an invented smallholding, loaded once into an empty database. All in one transaction: a start that is killed in
 * the middle leaves nothing half loaded.
 */
@Component
@ConditionalOnProperty("kilnward.demo")
public class DemoLoader implements ApplicationRunner {
    private static final double ALTITUDE_M = 140;
    private static final String OWNER = "Owner";
    private static final String LEAD = "Lead";
    private static final String KEEPER = "Keeper";

    private final SiteRepository sites;
    private final ChamberService chambers;
    private final Starter starter;

    public DemoLoader(SiteRepository sites, ChamberService chambers, Starter starter) {
        this.sites = sites;
        this.chambers = chambers;
        this.starter = starter;
    }

    @Override
    @Transactional
    public void run(ApplicationArguments arguments) {
        if (sites.count() > 0) {
            return;
        }
        sites.saveAndFlush(new SiteEntity(id(0), "Osier End", "Europe/London", ALTITUDE_M));
        reedbox();
        ducklingPen();
        planned(3, "Loft tent", "lions-mane", "fruiting", LocalDate.of(2026, 11, 20),
                "Fruiting tent under the roof of the shed. Humidify and fresh air; the box is not measured yet.");
        planned(4, "Sundew cabinet", "sundew-seedlings", "day", LocalDate.of(2026, 10, 2),
                "Glazed cabinet with lamps and a fan by band. Day and night sets; the cabinet is not measured yet.");
        planned(5, "Cellar tank", "axolotls", "keeping", LocalDate.of(2025, 4, 11),
                "Chiller and guard heater. The tank is not measured yet.");
    }

    private void reedbox() {
        String probe = id(12).toString();
        String mat = id(11).toString();
        String controller = id(13).toString();
        KeyPlan[] keys = {
                choice(Parameter.UNIT, "Unit", "°C", "°F"), choice(Parameter.DIRECTION, "Job", "warm", "cool"),
                number(Parameter.SET_VALUE, "Aim", 0.1, -40, 110, 30), number(Parameter.DIFFERENTIAL, "Gap", 0.1, 0.1, 15, 1),
                number(Parameter.ACT_DELAY, "Wait", 1, 0, 10, 0), number(Parameter.HIGH_ALARM, "Loud high", 0.1, -40, 110, 50),
                number(Parameter.LOW_ALARM, "Loud low", 0.1, -40, 110, 0), number(Parameter.OFFSET, "Trim", 0.1, -10, 10, 0)};
        chambers.add(id(1), new ChamberPlan("Reedbox", "Foam box on the shelf beside the shed door.",
                new OccupancyPlan("corn-snake-eggs", "usual", "incubation", "Corn-snake eggs", LocalDate.of(2026, 11, 13),
                        "at the eggs", OccupantPlace.CONTENTS, 0.0, 27.5, 29.0, List.of(
                        new HarmPlan(Side.HIGH, 34.0, 7200.0), new HarmPlan(Side.HIGH, 38.0, 900.0),
                        new HarmPlan(Side.LOW, 20.0, 172_800.0))),
                Starter.foamBox(0.50, 0.35, 0.24, 50, ALTITUDE_M), new ContentsPlan(4.0, 3300.0, 0.35, 0.0),
                new RoomPlan(16.0, 24.0, 15.0), new MainsPlan(230.0, 10.0),
                List.of(new AppliancePlan(mat, "heating mat", ApplianceKind.MAT, 10.0, null, null, null, null, null, null)),
                List.of(new ProbePlan(probe, "probe on the middle tub", 0.01, 0.3, 0.0, 0.0, 40.0, 0.3)),
                List.of(new ControllerPlan(controller, "Marl two-key", probe, new ProfilePlan(DisplayUnit.C, 0.1, 1.0,
                        Style.OFF_AT_SET, Style.OFF_AT_SET, false, List.of(keys),
                        "Press the long key until it blinks, then step with the short key.",
                        "Hold both keys until the display shows three bars."),
                        List.of(new LoopPlan(id(14).toString(), List.of(mat), 5.0, null))))), OWNER);
        save(1, controller, 0, "From the factory, to try the mat on the empty box.", OWNER, keyed(0, 30, 1, 50, 0, 0));
        save(1, controller, 1, "Empty box steady; aim and gap for eggs.", LEAD, keyed(0, 28.5, 0.4, 31, 25.5, 0));
        save(1, controller, 2, "Trim after the check beside the probe: the display read 0.3 high.", KEEPER,
                keyed(0, 28.6, 0.6, 31, 25.8, -0.3));
    }

    private void ducklingPen() {
        String probe = id(22).toString();
        String emitter = id(21).toString();
        String controller = id(23).toString();
        WallPlan ply = new WallPlan(List.of(new LayerPlan("plywood", 12.0)), List.of());
        WallPlan front = new WallPlan(List.of(new LayerPlan("plywood", 12.0)),
                List.of(new OpeningPlan(0.12, List.of(new LayerPlan("acrylic", 4.0)))));
        OccupancyPlan week = starter.occupancy("ducklings", null, "week-1");
        chambers.add(id(2), new ChamberPlan("Duckling pen", "For the hatch of 3 December. Plywood, acrylic window, open lid"
                + " a hand wide.", week, new BoxPlan(1.2, 0.8, 0.6, List.of(ply, ply, front, ply, ply, ply), 4.0,
                AirMovement.STILL, ALTITUDE_M), new ContentsPlan(6.0, 1800.0, 1.2, 3.0), new RoomPlan(9.0, 17.0, 15.0),
                new MainsPlan(230.0, 10.0),
                List.of(new AppliancePlan(emitter, "ceramic emitter", ApplianceKind.CERAMIC_EMITTER, 400.0, null, null, null,
                        null, null, null)),
                List.of(new ProbePlan(probe, "probe at duckling height", 0.002, 0.0, 0.0, 0.0, 30.0, 0.0)),
                List.of(new ControllerPlan(controller, "Tin lantern", probe, new ProfilePlan(DisplayUnit.F, 1.0, 2.0,
                        Style.EACH_SIDE, Style.EACH_SIDE, false, List.of(
                        number(Parameter.SET_VALUE, "Heart", 1, 0, 150, 75), number(Parameter.DIFFERENTIAL, "Sway", 1, 1, 20, 3),
                        number(Parameter.HIGH_ALARM, "Bell up", 1, 0, 180, 120),
                        number(Parameter.LOW_ALARM, "Bell down", 1, -20, 150, 32),
                        number(Parameter.OFFSET, "Shift", 1, -9, 9, 0)), "Turn the collar.", "It keeps what shows after ten"
                        + " seconds of rest."), List.of(new LoopPlan(id(24).toString(), List.of(emitter), 10.0, 1500.0))))), LEAD);
        Map<Parameter, Double> values = new EnumMap<>(Parameter.class);
        values.put(Parameter.SET_VALUE, 92.0);
        values.put(Parameter.DIFFERENTIAL, 2.0);
        values.put(Parameter.HIGH_ALARM, 95.0);
        values.put(Parameter.LOW_ALARM, 86.0);
        values.put(Parameter.OFFSET, 0.0);
        save(2, controller, 0, "First try for week one.", KEEPER, values);
    }

    private void planned(int number, String name, String guide, String stage, LocalDate since, String note) {
        OccupancyPlan asks = starter.occupancy(guide, null, stage);
        chambers.add(id(number), new ChamberPlan(name, note, new OccupancyPlan(asks.guideId(), asks.schoolId(),
                asks.stageId(), asks.name(), since, asks.where(), asks.measured(), asks.gradientK(), asks.keepLowC(),
                asks.keepHighC(), asks.harmLimits()), null, null, null, null, List.of(), List.of(), List.of()), LEAD);
    }

    private void save(int chamber, String controller, int basedOn, String reason, String author,
                      Map<Parameter, Double> values) {
        chambers.save(id(chamber), UUID.fromString(controller), new NewSettings(basedOn, reason, values), author);
    }

    private static Map<Parameter, Double> keyed(double unit, double set, double differential, double high, double low,
                                                double offset) {
        Map<Parameter, Double> values = new EnumMap<>(Parameter.class);
        values.put(Parameter.UNIT, unit);
        values.put(Parameter.DIRECTION, 0.0);
        values.put(Parameter.SET_VALUE, set);
        values.put(Parameter.DIFFERENTIAL, differential);
        values.put(Parameter.ACT_DELAY, 0.0);
        values.put(Parameter.HIGH_ALARM, high);
        values.put(Parameter.LOW_ALARM, low);
        values.put(Parameter.OFFSET, offset);
        return values;
    }

    private static KeyPlan choice(Parameter parameter, String label, String first, String second) {
        return new KeyPlan(parameter, label, 1.0, 0.0, 1.0, 0.0, List.of(first, second));
    }

    private static KeyPlan number(Parameter parameter, String label, double step, double lowest, double highest,
                                  double factory) {
        return new KeyPlan(parameter, label, step, lowest, highest, factory, List.of());
    }

    /** Fixed identifiers, so that links into the demo keep working after a reset. */
    private static UUID id(int number) {
        return new UUID(0x0051_e4e4_d000_7000L, 0x8000_0000_0000_0000L + number);
    }
}
