package kilnward.server.calendar;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.plan.Ramp;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.proposal.Proof;
import kilnward.core.proposal.Proof.Obstacle.Kind;
import kilnward.core.proposal.Suggestion;
import kilnward.core.rehearsal.Workers;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;
import kilnward.server.begin.Starter;
import kilnward.server.calendar.CalendarViews.BatchView;
import kilnward.server.compute.Computing;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.ChamberPlan.ContentsPlan;
import kilnward.server.plan.ChamberPlan.LivingPlan;
import kilnward.server.plan.ChamberPlan.OccupancyPlan;
import kilnward.server.plan.PlanReader;
import kilnward.server.settings.ChamberService;
import kilnward.server.settings.ChamberViews.ChamberChange;
import kilnward.server.settings.ChamberViews.ChamberView;
import kilnward.server.settings.ChamberViews.NewSettings;
import kilnward.server.settings.ChamberViews.SettingsView;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.ConflictException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** What a stage asks to be keyed in, and taking it over. */
@Service
class StageKeys {
    private final Batches batches;
    private final ChamberService chambers;
    private final Starter starter;
    private final Computing computing;
    private final TransactionTemplate transactions;

    StageKeys(Batches batches, ChamberService chambers, Starter starter, Computing computing, TransactionTemplate transactions) {
        this.batches = batches;
        this.chambers = chambers;
        this.starter = starter;
        this.computing = computing;
        this.transactions = transactions;
    }

    /** A step of a slow change: so many hours after the first press, this value. */
    public record StepView(double afterHours, double value) {
    }

    /** A key that changes, as the device calls it; steps where it must change slowly. */
    public record KeyView(Parameter parameter, String label, @OrNull Double from, double to, List<StepView> steps) {
    }

    /**
     * A controller at the beginning of a stage.
     *
     * @param basedOn  the settings it has now; 0 for none
     * @param values   all that is to be keyed in
     * @param keys     the keys that change, in the order of the device
     * @param fits     whether what lives there then stays inside what it wants all day
     * @param obstacle what stands against pressing it: then it is told and not offered; null where it has proven right
     */
    public record ControllerKeys(String controllerId, String controller, int basedOn, Map<Parameter, Double> values, List<KeyView> keys, boolean fits,
            @OrNull Kind obstacle) {
    }

    /** All controllers of the chamber at the beginning of a stage; those for which nothing can be proposed say why. */
    public record StageKeysView(String chamberId, long version, String stageId, OccupancyPlan occupancy, List<ControllerKeys> controllers, List<String> cannot) {
    }

    /** What is taken over of one controller. */
    public record TakenController(@NotNull @Pattern(regexp = ChamberPlan.UUID) String controllerId, @NotNull Integer basedOn,
            @NotNull Map<@NotNull Parameter, @NotNull Double> values) {
    }

    /** What is taken over, from the version and settings it was proposed for. */
    public record TakeOver(@NotNull Long version, @NotNull @Size(max = 10) List<@Valid @NotNull TakenController> controllers) {
    }

    /** Works out what to press. Nothing is kept. */
    StageKeysView of(UUID batchId, String stageId) {
        BatchView batch = batches.one(batchId);
        ChamberView chamber = chambers.one(UUID.fromString(batch.chamberId()));
        OccupancyPlan occupancy = occupancy(batch, stageId, chamber.plan().occupancy());
        Map<String, Settings> keyed = new HashMap<>();
        // What was never saved begins with what such a key begins with.
        chamber.begun().forEach(each -> keyed.put(each.controllerId(), new Settings(each.values())));
        chamber.settings().forEach(each -> keyed.put(each.controllerId(), new Settings(each.values())));
        Setup setup = PlanReader.setup(inStage(batch, stageId, chamber.plan(), occupancy), keyed);
        List<String> cannot = new ArrayList<>();
        List<ControllerKeys> found = computing.run(workers -> {
            List<ControllerKeys> each = new ArrayList<>();
            Setup now = setup;
            for (PlannedController controller : setup.controllers()) {
                Optional<ControllerKeys> keys = one(chamber, now, controller, occupancy, workers, cannot);
                if (keys.isPresent()) {
                    now = now.with(controller.id(), new Settings(keys.get().values()));
                    each.add(keys.get());
                }
            }
            return each;
        });
        return new StageKeysView(chamber.id(), chamber.version(), stageId, occupancy, found, cannot);
    }

    private static Optional<ControllerKeys> one(ChamberView chamber, Setup setup, PlannedController controller, OccupancyPlan occupancy, Workers workers, List<String> cannot) {
        Suggestion suggestion;
        try {
            Suggestion.requirePossible(setup, controller.id());
            suggestion = Suggestion.of(setup, controller.id(), Suggestion.Progress.NONE, workers);
        } catch (RefusedValueException refused) {
            cannot.add(controller.name() + ": " + refused.getMessage());
            return Optional.empty();
        }
        SettingsView now = chamber.settings().stream().filter(each -> each.controllerId().equals(controller.id())).findFirst().orElse(null);
        Map<Parameter, Double> before = now == null ? Map.of() : now.values();
        Map<Parameter, Double> values = new EnumMap<>(Parameter.class);
        values.putAll(before);
        values.putAll(suggestion.settings().values());
        DisplayUnit unit = new Settings(values).unit(controller.profile());
        List<KeyView> keys = controller.profile().keys().stream().filter(key -> values.containsKey(key.parameter()))
                .filter(key -> !before.containsKey(key.parameter()) || Math.abs(before.get(key.parameter()) - values.get(key.parameter())) > 1e-9)
                .map(key -> new KeyView(key.parameter(), key.label(), before.get(key.parameter()), values.get(key.parameter()),
                        steps(key.parameter(), before.get(key.parameter()), values.get(key.parameter()), key.step(), unit,
                                occupancy.maxRateKh())))
                .toList();
        return Optional.of(new ControllerKeys(controller.id(), controller.name(), now == null ? 0 : now.number(), values, keys, suggestion.fits(),
                suggestion.obstacle().map(Proof.Obstacle::kind).orElse(null)));
    }

    private static List<StepView> steps(Parameter parameter, Double from, double to, double step, DisplayUnit unit, Double maxRateKh) {
        boolean level = parameter == Parameter.SET_VALUE || parameter == Parameter.ON_AT || parameter == Parameter.OFF_AT;
        if (from == null || maxRateKh == null || !unit.isTemperature() || !level) {
            return List.of();
        }
        return Ramp.steps(from, to, unit.differenceFromModel(maxRateKh), step).stream().map(each -> new StepView(each.afterHours(), each.value())).toList();
    }

    /** Writes the stage into the plan and what is to be keyed in as new settings; both or none. */
    ChamberView takeOver(UUID batchId, String stageId, TakeOver taken, String who) {
        BatchView batch = batches.one(batchId);
        UUID chamberId = UUID.fromString(batch.chamberId());
        String stage = batch.stages().stream().filter(each -> each.id().equals(stageId)).map(CalendarViews.StageView::name).findFirst()
                .orElseThrow(() -> new RefusedValueException("stageId", stageId, "must be a stage of this batch"));
        return transactions.execute(status -> {
            ChamberView now = chambers.one(chamberId);
            if (now.version() != taken.version()) {
                throw new ConflictException(now.changedBy() + " saved this chamber while you were looking: what was proposed is no longer proven. Look again.", now);
            }
            chambers.change(chamberId, new ChamberChange(now.version(), inStage(batch, stageId, now.plan(), occupancy(batch, stageId, now.plan().occupancy()))), who);
            for (TakenController each : taken.controllers()) {
                chambers.save(chamberId, UUID.fromString(each.controllerId()), new NewSettings(each.basedOn(), batch.name() + ": " + stage, each.values()), who);
            }
            return chambers.one(chamberId);
        });
    }

    /** The chamber in a stage: what lives in it has grown with the days. */
    private ChamberPlan inStage(BatchView batch, String stageId, ChamberPlan plan, OccupancyPlan occupancy) {
        ContentsPlan inside = plan.contents();
        if (inside == null) {
            return plan.withOccupancy(occupancy);
        }
        LivingPlan before = inside.living();
        // As many as the batch has, where they are counted; what is weighed stays as it was said.
        LivingPlan after = starter.living(batch.guideId(), batch.schoolId(), stageId).map(living -> living.points().get(0).eachG() != null
                ? new LivingPlan(null, (double) batch.pieces(), living.firstDay(), living.lastDay(), living.points())
                : new LivingPlan(before == null ? null : before.kg(), null, living.firstDay(), living.lastDay(), living.points())).orElse(null);
        double weighsKg = after == null ? 0 : after.weighsKg(after.firstDay());
        double grownKg = before == null ? 0 : weighsKg - before.weighsKg(before.firstDay());
        return plan.withOccupancy(occupancy).withContents(inside.with(after).withMass(Math.max(weighsKg, inside.massKg() + Math.max(0, grownKg))));
    }

    /** What a stage wants; what was said of the place in this chamber stays. */
    private OccupancyPlan occupancy(BatchView batch, String stageId, OccupancyPlan now) {
        OccupancyPlan wanted = starter.occupancy(batch.guideId(), batch.schoolId(), stageId);
        boolean same = now != null && batch.guideId().equals(now.guideId());
        return new OccupancyPlan(wanted.guideId(), wanted.schoolId(), wanted.stageId(), same ? now.name() : wanted.name(), batch.startsAt().toLocalDate(),
                same ? now.where() : wanted.where(), same ? now.measured() : wanted.measured(), same ? now.gradientK() : wanted.gradientK(), wanted.keepLowC(), wanted.keepHighC(),
                wanted.keepHumidityLowPct(), wanted.keepHumidityHighPct(), wanted.keepCarbonDioxideLowPpm(), wanted.keepCarbonDioxideHighPpm(), wanted.maxRateKh(),
                wanted.harmLimits(), same ? now.other() : wanted.other(), wanted.night());
    }
}
