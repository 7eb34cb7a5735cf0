package kilnward.server.begin;

import java.util.Collections;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.UUID;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.control.Style;
import kilnward.core.device.Parameter;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.Guide;
import kilnward.core.life.Metabolism;
import kilnward.core.life.Needs;
import kilnward.core.life.Range;
import kilnward.core.life.School;
import kilnward.core.life.Stage;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.setup.FirstSizes;
import kilnward.core.setup.LivingDay;
import kilnward.server.begin.NewChamber;
import kilnward.server.guide.GuideService;
import kilnward.server.plan.ApplianceKind;
import kilnward.server.plan.AppliancePlan;
import kilnward.server.plan.AppliancePlan.CoolerPlan;
import kilnward.server.plan.AppliancePlan.HeaterPlan;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.ChamberPlan.BoxPlan;
import kilnward.server.plan.ChamberPlan.ContentsPlan;
import kilnward.server.plan.ChamberPlan.ControllerPlan;
import kilnward.server.plan.ChamberPlan.HarmPlan;
import kilnward.server.plan.ChamberPlan.KeyPlan;
import kilnward.server.plan.ChamberPlan.LayerPlan;
import kilnward.server.plan.ChamberPlan.LivingPlan;
import kilnward.server.plan.ChamberPlan.LoopPlan;
import kilnward.server.plan.ChamberPlan.NightPlan;
import kilnward.server.plan.ChamberPlan.OccupancyPlan;
import kilnward.server.plan.ChamberPlan.ProbePlan;
import kilnward.server.plan.ChamberPlan.ProfilePlan;
import kilnward.server.plan.ChamberPlan.RoomPlan;
import kilnward.server.plan.ChamberPlan.WallPlan;
import kilnward.server.plan.PlanReader;
import org.springframework.stereotype.Component;

/** What a new chamber begins with: a foam box with a mat, one probe and one invented controller, all to be changed. */
@Component
public class Starter {
    /** What is kept below this wants a cooler in most rooms (°C); common practice, no source. */
    private static final double COOLER_THAN_ROOMS_C = 20;
    private static final int UNUSUAL = 100;
    /** What grows in it fills it at so many times what is usually inside. */
    private static final double MOST_GROWN = 1.5;
    /** A day begins at seven and has fourteen hours of light where nobody says otherwise. */
    private static final double MORNING_H = 7;
    private static final double USUAL_LIGHT_H = 14;
    private static final Set<Parameter> PLAIN = EnumSet.of(Parameter.SET_VALUE, Parameter.DIFFERENTIAL, Parameter.HIGH_ALARM, Parameter.LOW_ALARM, Parameter.OFFSET);
    private final GuideService guides;

    public Starter(GuideService guides) {
        this.guides = guides;
    }

    /** The plan a new chamber begins with. */
    public ChamberPlan plan(NewChamber chamber, double altitudeM) {
        String heater = UUID.randomUUID().toString();
        String probe = UUID.randomUUID().toString();
        return new ChamberPlan(chamber.name().strip(), "", null, occupancy(chamber),
                foamBox(0.5, 0.4, 0.35, 50, altitudeM), inside(chamber),
                new RoomPlan(15.0, 25.0, 15.0, null, null, null, null), null,
                List.of(HeaterPlan.of(heater, "mat", ApplianceKind.MAT, 15)),
                List.of(new ProbePlan(probe, "probe", null, null, null, null, 0.0, 0.0, 40.0, 0.0, 0.0, 0.0, null, null)),
                List.of(new ControllerPlan(UUID.randomUUID().toString(), "My controller", List.of(probe), profile(),
                        List.of(LoopPlan.of(UUID.randomUUID().toString(), List.of(heater), null, null, null)))),
                null);
    }

    /** The plan of a chamber that begins as a build, with the heat that its guide says the living give off. */
    public ChamberPlan plan(NewChamber chamber, Builds.Build build, Builds builds, double altitudeM) {
        ChamberPlan plan = builds.plan(build, chamber.name().strip(), altitudeM, occupancy(chamber));
        if (plan.occupancy() == null) {
            return plan;
        }
        Optional<LivingPlan> living = living(chamber.guideId(), chamber.schoolId(), chamber.stageId());
        return sized(living.isEmpty() ? plan : plan.withContents(inhabited(plan.contents(), amount(living.get(), build))));
    }

    /** A build is as strong as what is to live in it asks for: heaters and coolers that are too weak begin as the next size that is sold. */
    private static ChamberPlan sized(ChamberPlan plan) {
        Chamber built = PlanReader.chamber(plan);
        Needs needs = PlanReader.needs(plan);
        Metabolism most = PlanReader.livingDays(plan.contents(), OptionalDouble.empty()).stream().map(LivingDay::living)
                .max(Comparator.comparingDouble(Metabolism::heatW)).orElse(Metabolism.NONE);
        double heaters = FirstSizes.heaters(built, needs);
        double coolers = FirstSizes.coolers(built, needs, most);
        List<AppliancePlan> sized = plan.appliances().stream().map(each -> each instanceof HeaterPlan heater && heaters > 1 ? (AppliancePlan) heater.sized(heaters)
                : each instanceof CoolerPlan cooler && coolers > 1 ? cooler.sized(coolers) : each).toList();
        return plan.withAppliances(sized);
    }

    /** What is usual inside is so with what has just been put in; what has grown since weighs more. */
    private static ContentsPlan inhabited(ContentsPlan inside, LivingPlan living) {
        double grownKg = living.weighsKg(living.firstDay()) - living.weighsKg(living.points().get(0).day());
        return inside.with(living).withMass(inside.massKg() + Math.max(0, grownKg));
    }

    /** As much as usually lives in such a build. */
    private static LivingPlan amount(LivingPlan living, Builds.Build build) {
        Double kg = build.livingKg() == null ? build.contents().massKg() : build.livingKg();
        Double eachG = living.points().get(0).eachG();
        if (eachG == null) {
            return new LivingPlan(kg, null, living.firstDay(), living.lastDay(), living.points());
        }
        // What has grown fills its place with fewer.
        double fit = MOST_GROWN * build.contents().massKg() / new LivingPlan(null, 1.0, living.firstDay(), living.lastDay(), living.points()).weighsKg(living.lastDay());
        return new LivingPlan(null, Math.max(1, Math.floor(Math.min(1000 * kg / eachG, fit))), living.firstDay(), living.lastDay(), living.points());
    }

    /**
     * What lives there in a stage of a guide, without saying how much; empty where the guide does not know.
     *
     * @param schoolId its school; null for the usual one
     * @param stageId  its stage; null for the first
     */
    public Optional<LivingPlan> living(String guideId, String schoolId, String stageId) {
        Chosen chosen = chosen(guideId, schoolId, stageId);
        return chosen.guide().living(chosen.stage()).map(curve -> {
            double firstDay = chosen.school().beginsOn(chosen.stage().id());
            double lastDay = chosen.stage().durationDays() == null ? Math.max(firstDay, curve.points().get(curve.points().size() - 1).day())
                    : firstDay + chosen.stage().durationDays();
            return new LivingPlan(null, null, firstDay, lastDay, curve.points());
        });
    }

    private ContentsPlan inside(NewChamber chamber) {
        return new ContentsPlan(4.0, 3300.0, 0.4, null, 0.0, 0.0, null, chamber.guideId() == null || chamber.guideId().isBlank() ? null
                : living(chamber.guideId(), chamber.schoolId(), chamber.stageId()).orElse(null));
    }

    /** Builds with those first that are usual for an occupant: of its keeping, and able to cool where it is kept cooler than most rooms. */
    List<Builds.Build> proposed(List<Builds.Build> builds, String guideId) {
        Optional<Guide> guide = guideId == null ? Optional.empty() : guides.find(guideId);
        if (guide.isEmpty()) {
            return builds;
        }
        boolean cool = guide.get().schools().get(0).stages().get(0).temperatureC().high() < COOLER_THAN_ROOMS_C;
        return builds.stream()
                .sorted(Comparator.comparing((Builds.Build build) -> !build.suits().contains(guideId)).thenComparingInt(build -> build.keepings().contains(guide.get().keeping())
                        ? build.keepings().indexOf(guide.get().keeping()) : UNUSUAL).thenComparing(build -> cools(build) != cool)
                        .thenComparingInt(build -> build.appliances().size()))
                .toList();
    }

    private static boolean cools(Builds.Build build) {
        return build.appliances().stream().anyMatch(each -> each.kind() == ApplianceKind.COOLER || each.kind() == ApplianceKind.CHILLER
                || each.kind() == ApplianceKind.THERMOELECTRIC);
    }

    /** A box of one foam. */
    public static BoxPlan foamBox(double lengthM, double widthM, double heightM, double foamMm, double altitudeM) {
        return new BoxPlan(lengthM, widthM, heightM, Collections.nCopies(6,
                new WallPlan(List.of(new LayerPlan("expanded-polystyrene", foamMm)), List.of())), 0.5, AirMovement.STILL,
                altitudeM, 0.0, 1.0, null);
    }

    /** An invented controller with plain labels, for the user to replace by what is printed on theirs. */
    public static ProfilePlan profile() {
        return ProfilePlan.onOff(DisplayUnit.C, 0.1, 1.0, Style.OFF_AT_SET, Style.OFF_AT_SET, false, List.of(
                new KeyPlan(Parameter.UNIT, "Unit", 1.0, 0.0, 1.0, 0.0, List.of("°C", "°F")),
                new KeyPlan(Parameter.DIRECTION, "Job", 1.0, 0.0, 1.0, 0.0, List.of("heat", "cool")),
                new KeyPlan(Parameter.SET_VALUE, "Set value", 0.1, -40.0, 110.0, 25.0, List.of()),
                new KeyPlan(Parameter.DIFFERENTIAL, "Differential", 0.1, 0.1, 15.0, 1.0, List.of()),
                new KeyPlan(Parameter.ACT_DELAY, "Delay", 1.0, 0.0, 10.0, 0.0, List.of()),
                new KeyPlan(Parameter.HIGH_ALARM, "High alarm", 0.1, -40.0, 110.0, 50.0, List.of()),
                new KeyPlan(Parameter.LOW_ALARM, "Low alarm", 0.1, -40.0, 110.0, 0.0, List.of()),
                new KeyPlan(Parameter.OFFSET, "Calibration", 0.1, -10.0, 10.0, 0.0, List.of())), "", "");
    }

    /** One with the fewest plain keys that can be judged, for the user to replace by those of theirs. */
    static ProfilePlan plainProfile() {
        return ProfilePlan.onOff(DisplayUnit.C, 0.1, 1.0, Style.OFF_AT_SET, Style.OFF_AT_SET, false, profile().keys().stream()
                .filter(each -> PLAIN.contains(each.parameter()))
                .map(each -> new KeyPlan(each.parameter(), each.label(), each.step(), each.lowest(), each.highest(), null, List.of()))
                .toList(), "", "");
    }

    private OccupancyPlan occupancy(NewChamber chamber) {
        if (chamber.guideId() == null || chamber.guideId().isBlank()) {
            return null;
        }
        return occupancy(chamber.guideId(), chamber.schoolId(), chamber.stageId());
    }

    /**
     * What a stage of a guide asks for.
     *
     * @param schoolId its school; null for the usual one
     * @param stageId  its stage; null for the first
     */
    public OccupancyPlan occupancy(String guideId, String schoolId, String stageId) {
        Chosen chosen = chosen(guideId, schoolId, stageId);
        Guide guide = chosen.guide();
        School school = chosen.school();
        Stage stage = chosen.stage();
        return new OccupancyPlan(guide.id(), school.id(), stage.id(), guide.name(), null, guide.where(), guide.measured(),
                null, stage.temperatureC().low(), stage.temperatureC().high(),
                stage.humidityPct() == null ? null : stage.humidityPct().low(),
                stage.humidityPct() == null ? null : stage.humidityPct().high(),
                stage.carbonDioxidePpm() == null ? null : stage.carbonDioxidePpm().low(),
                stage.carbonDioxidePpm() == null ? null : stage.carbonDioxidePpm().high(),
                stage.maxRateKh() == null ? null : stage.maxRateKh().value(), stage.harm().stream()
                        .map(harm -> new HarmPlan(harm.side(), harm.levelC(), harm.levelPct(), harm.levelPpm(), harm.durationS(), harm.costs())).toList(),
                null, night(stage));
    }

    /** What a stage wants by night, the hours by its light; null where the night wants nothing else. */
    private static NightPlan night(Stage stage) {
        if (stage.nightTemperatureC() == null && stage.nightHumidityPct() == null) {
            return null;
        }
        Range warm = stage.nightTemperatureC() == null ? stage.temperatureC() : stage.nightTemperatureC();
        Range damp = stage.nightHumidityPct();
        double litH = stage.lightHours() == null ? USUAL_LIGHT_H : stage.lightHours().value();
        return new NightPlan(warm.low(), warm.high(), damp == null ? null : damp.low(), damp == null ? null : damp.high(), null, null, (MORNING_H + litH) % 24, MORNING_H);
    }

    private record Chosen(Guide guide, School school, Stage stage) {
    }

    private Chosen chosen(String guideId, String schoolId, String stageId) {
        Guide guide = guides.find(guideId)
                .orElseThrow(() -> new RefusedValueException("guideId", guideId, "must be the id of a guide"));
        School school = schoolId == null ? guide.schools().get(0) : guide.schools().stream()
                .filter(each -> each.id().equals(schoolId)).findFirst()
                .orElseThrow(() -> new RefusedValueException("schoolId", schoolId, "must be a school of " + guide.name()));
        Stage stage = stageId == null ? school.stages().get(0) : school.stages().stream()
                .filter(each -> each.id().equals(stageId)).findFirst()
                .orElseThrow(() -> new RefusedValueException("stageId", stageId, "must be a stage of " + guide.name()));
        return new Chosen(guide, school, stage);
    }
}
