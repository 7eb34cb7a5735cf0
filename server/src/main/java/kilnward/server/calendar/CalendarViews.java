package kilnward.server.calendar;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.List;
import kilnward.core.plan.Conflict;
import kilnward.core.plan.Task;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.door.ManyLines;
import kilnward.server.wire.problem.Within;

/** What goes over the wire about batches and tasks. Times without a zone are by the clock of the batch's or task's zone, to the minute. */
public final class CalendarViews {
    private CalendarViews() {
    }

    /**
     * Living things that are to go in.
     *
     * @param startsAt by the clock of the site
     * @param pieces   how many: eggs, trays, jars
     * @param earlier  true where a start in the past is meant
     * @param despite  why they go in although something stands against it; null where nothing does
     */
    public record NewBatch(@NotNull @Pattern(regexp = ChamberPlan.UUID) String id, @NotBlank @Size(max = 80) String name, @NotBlank @Size(max = 80) String guideId,
            @NotBlank @Size(max = 80) String schoolId, @NotNull LocalDateTime startsAt, @NotNull @Within(min = 1, max = 1_000_000) Integer pieces,
            @NotNull @Size(max = 200) String source, @NotNull @Size(max = 2000) @ManyLines String note, boolean earlier, @OrNull @Size(min = 3, max = 300) String despite) {
    }

    /** What can be changed of a batch, from the version it was made from. */
    public record BatchChange(@NotNull Long version, @NotBlank @Size(max = 80) String name, @NotNull LocalDateTime startsAt,
            @NotNull @Within(min = 1, max = 1_000_000) Integer pieces,
            @NotNull @Size(max = 200) String source, @NotNull @Size(max = 2000) @ManyLines String note) {
    }

    /** A stage of a batch; the end is null where it is open. */
    public record StageView(String id, String name, @OrNull LocalDateTime from, @OrNull LocalDateTime to, boolean begun) {
    }

    /** A batch. */
    public record BatchView(String id, long version, String chamberId, String chamber, String guideId, String guide, String schoolId, String name, LocalDateTime startsAt,
            String zone,
            int pieces, String source, String note, List<StageView> stages, @OrNull String stageNow, @OrNull LocalDateTime firstExpected, @OrNull LocalDateTime lastExpected,
            @OrNull LocalDateTime endsAt, @OrNull String despite, @OrNull Instant endedAt, @OrNull String endedBy, @OrNull String endNote, String madeBy, String changedBy) {
    }

    /** Two batches that want what one chamber cannot give both. */
    public record ConflictView(Conflict.Over over, String batch, String stage, String otherBatch, String otherStage, LocalDateTime from, @OrNull LocalDateTime to) {
    }

    /** What would come of a batch: nothing is kept. */
    public record Preview(List<TaskPlan> tasks, List<ConflictView> conflicts, boolean proven) {
    }

    /** A task to come. */
    public record TaskPlan(Task.Code code, @OrNull String stageId, @OrNull String stage, LocalDateTime at) {
    }

    /**
     * A task.
     *
     * @param title    what somebody calls it; null for what its code says
     * @param due      by the clock of its zone
     * @param dueAt    the same moment
     * @param toDo     false for what is only to be expected
     * @param overdue  its time is over and it is not done
     * @param sequence counts its changes
     */
    public record TaskView(String id, @OrNull String chamberId, @OrNull String chamber, @OrNull String batchId, @OrNull String batch, @OrNull String controllerId, Task.Code code,
            @OrNull String stageId, @OrNull String stage, @OrNull String title, LocalDateTime due, String zone, Instant dueAt, @OrNull Double everyDays, @OrNull String who,
            boolean cannotWait, boolean toDo, boolean overdue, @OrNull Instant doneAt, @OrNull String doneBy, @OrNull String note, boolean cancelled, int sequence,
            Instant changedAt) {
    }

    /** A task of one's own. */
    public record NewTask(@NotNull @Pattern(regexp = ChamberPlan.UUID) String id, @NotBlank @Size(max = 200) String title, @NotNull LocalDateTime due,
            @OrNull @Within(min = 1.0 / 24, max = 3650, unit = "days") Double everyDays, @OrNull @Size(min = 1, max = 80) String who) {
    }

    /** Who is to do it; null for nobody in particular. */
    public record Assigned(@OrNull @Size(min = 1, max = 80) String who) {
    }

    /**
     * Done.
     *
     * @param at   when; null for now
     * @param note anything to say
     */
    public record Done(@OrNull Instant at, @NotNull @Size(max = 500) @ManyLines String note) {
    }

    /** A task that was ticked, and what moved with it. */
    public record TaskDone(TaskView task, List<MovedView> moved) {
    }

    /** Something that moved; a null end is new or falls away. */
    public record MovedView(Task.Code code, @OrNull String stage, @OrNull LocalDateTime from, @OrNull LocalDateTime to) {
    }

    /** A batch after a change, and what moved with it. */
    public record BatchMoved(BatchView batch, List<MovedView> moved) {
    }

    /** When a stage really began, by the clock of the batch's zone. */
    public record StageBegun(@NotNull LocalDateTime at) {
    }

    /** The end of a batch. */
    public record Ended(@NotNull @Size(max = 300) @ManyLines String note) {
    }

    /** The calendar of a span: tasks in it, and batches that go through it. */
    public record CalendarView(String zone, LocalDateTime now, List<TaskView> tasks, List<BatchView> batches) {
    }
}
