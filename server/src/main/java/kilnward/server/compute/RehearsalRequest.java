package kilnward.server.compute;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import kilnward.core.device.LevelKind;
import kilnward.core.device.Parameter;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.BoundsOf;
import kilnward.server.wire.problem.Within;

/**
 * A whole chamber with settings and a scenario.
 *
 * @param chamber  the chamber as planned
 * @param settings what is keyed into each controller
 * @param scenario what to drive it through
 * @param edit     a change made on the ladder, translated into keys before rehearsing; null for none
 * @param day      days since what lives there began to live there; null for all of its stage
 * @param coarse   whether a first look is enough, while something is still being moved; null for the whole of it
 */
public record RehearsalRequest(@NotNull @Valid ChamberPlan chamber,
        @NotNull @Size(max = 10) List<@Valid @NotNull KeyedIn> settings,
        @NotNull @Valid ScenarioPlan scenario, @OrNull @Valid EditPlan edit, @OrNull Boolean coarse, @OrNull @Within(min = 0, max = 3650, unit = "days") Double day) {
    /** What is keyed into one controller, in its own unit. */
    public record KeyedIn(@NotNull String controllerId,
            @NotNull @Size(max = 60) Map<@NotNull Parameter, @NotNull @Within(min = -10_000, max = 10_000) Double> values) {
    }

    /** The room's temperature during a rehearsal. */
    public enum RoomCourse {
        /** From coldest to warmest and back in a day. */
        DAY,
        /** The coldest all the time. */
        COLDEST,
        /** The warmest all the time. */
        WARMEST
    }

    /**
     * What to drive it through.
     *
     * @param buckets number of buckets of the trace
     * @param fault   id of a fault that befalls it at the start, as the table of faults gives it; null for none
     */
    @BoundsOf(Scenario.class)
    public record ScenarioPlan(@NotNull RoomCourse room, @NotNull Double startHour,
            @NotNull @Within(min = 60, max = 7 * 86_400, unit = "s") Double durationS,
            @NotNull @Within(min = 0.5, max = 60, unit = "s") Double stepS,
            @NotNull Scenario.Start start,
            @NotNull @Within(min = 1, max = 2000) Integer buckets, @OrNull @Size(max = 120) String fault) {
    }

    /** Kinds of change made on the ladder. */
    public enum EditKind {
        MOVE_RUNG,
        MOVE_BAND,
        SET_BAND,
        CHANGE_UNIT
    }

    /**
     * A change made on the ladder.
     *
     * @param rung     for MOVE_RUNG: which
     * @param quantity for MOVE_RUNG: what it is a level of; null for what the controller reads
     * @param night    for MOVE_RUNG: whether it is in force by night only
     * @param display  for MOVE_RUNG: where to, as displayed; for MOVE_BAND: how far; for SET_BAND: the lowest level
     * @param high     for SET_BAND: the highest level, as displayed
     * @param unit     for CHANGE_UNIT: the unit
     */
    public record EditPlan(@NotNull String controllerId, @NotNull EditKind kind, @OrNull LevelKind rung, @OrNull Quantity quantity, @OrNull Boolean night,
            @OrNull @Within(min = -10_000, max = 10_000) Double display,
            @OrNull @Within(min = -10_000, max = 10_000) Double high, @OrNull DisplayUnit unit) {
    }
}
