package kilnward.server.compute;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.chamber.Room;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.fault.FaultBook;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.ladder.Edit;
import kilnward.core.proposal.Assessment;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;
import kilnward.server.compute.RehearsalRequest.EditPlan;
import kilnward.server.compute.RehearsalRequest.ScenarioPlan;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.PlanReader;

/** From a request to a rehearsed and judged chamber. */
public final class Rehearser {
    private Rehearser() {
    }

    public static RehearsalAnswer rehearse(RehearsalRequest request, Workers workers) {
        Setup setup = setup(request.chamber(), request.settings(), request.day() == null ? OptionalDouble.empty() : OptionalDouble.of(request.day()));
        if (request.edit() != null) {
            Edit edit = edit(request.edit());
            PlannedController controller = setup.controller(edit.controllerId());
            setup = setup.with(controller.id(), edit.apply(controller, setup.wanted(controller)));
        }
        return RehearsalAnswer.of(Assessment.of(setup, scenario(request.scenario(), setup), Boolean.TRUE.equals(request.coarse()), workers),
                request.chamber());
    }

    /** The chamber with what is keyed in. */
    public static Setup setup(ChamberPlan chamber, List<RehearsalRequest.KeyedIn> settings) {
        return setup(chamber, settings, OptionalDouble.empty());
    }

    private static Setup setup(ChamberPlan chamber, List<RehearsalRequest.KeyedIn> settings, OptionalDouble day) {
        Map<String, Settings> keyed = new HashMap<>();
        for (int i = 0; i < settings.size(); i++) {
            Map<Parameter, Double> values = settings.get(i).values();
            keyed.put(settings.get(i).controllerId(), PlanReader.at("settings[" + i + "]", () -> new Settings(values)));
        }
        return PlanReader.at("chamber", () -> PlanReader.setup(chamber, keyed, day));
    }

    private static Scenario scenario(ScenarioPlan plan, Setup setup) {
        Room room = setup.chamber().room();
        RoomCurve curve = switch (plan.room()) {
            case DAY -> RoomCurve.day(room);
            case COLDEST -> RoomCurve.constant(room.coldestC());
            case WARMEST -> RoomCurve.constant(room.warmestC());
        };
        Scenario sound = new Scenario(curve, plan.startHour(), plan.durationS(), plan.stepS(), plan.start(), List.of(),
                plan.buckets());
        return plan.fault() == null ? sound : sound.with(FaultBook.byId(setup, plan.fault()));
    }

    private static Edit edit(EditPlan plan) {
        return switch (plan.kind()) {
            case MOVE_RUNG -> new Edit.MoveRung(plan.controllerId(), need("edit.rung", plan.rung()),
                    Optional.ofNullable(plan.quantity()), Boolean.TRUE.equals(plan.night()), need("edit.display", plan.display()));
            case SET_BAND -> new Edit.SetBand(plan.controllerId(), need("edit.display", plan.display()), need("edit.high", plan.high()));
            case MOVE_BAND -> new Edit.MoveBand(plan.controllerId(), need("edit.display", plan.display()));
            case CHANGE_UNIT -> new Edit.ChangeUnit(plan.controllerId(), need("edit.unit", plan.unit()));
        };
    }

    private static <T> T need(String field, T value) {
        if (value == null) {
            throw new RefusedValueException(field, null, "must be given for this edit");
        }
        return value;
    }
}
