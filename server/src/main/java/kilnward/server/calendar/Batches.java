package kilnward.server.calendar;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.School;
import kilnward.core.life.Stage;
import kilnward.core.plan.Batch;
import kilnward.core.plan.Conflict;
import kilnward.core.plan.Schedule;
import kilnward.core.plan.Task;
import kilnward.server.alarm.AlarmViews.Mark;
import kilnward.server.alarm.AlarmViews.Of;
import kilnward.server.alarm.Happenings;
import kilnward.server.calendar.CalendarViews.BatchChange;
import kilnward.server.calendar.CalendarViews.BatchMoved;
import kilnward.server.calendar.CalendarViews.BatchView;
import kilnward.server.calendar.CalendarViews.ConflictView;
import kilnward.server.calendar.CalendarViews.MovedView;
import kilnward.server.calendar.CalendarViews.NewBatch;
import kilnward.server.calendar.CalendarViews.Preview;
import kilnward.server.calendar.CalendarViews.StageView;
import kilnward.server.calendar.CalendarViews.TaskDone;
import kilnward.server.calendar.CalendarViews.TaskPlan;
import kilnward.server.calendar.CalendarViews.TaskView;
import kilnward.server.guide.GuideService;
import kilnward.server.plan.Plans;
import kilnward.server.proving.Provings;
import kilnward.server.site.Sites;
import kilnward.server.store.Moments;
import kilnward.server.wire.problem.ConflictException;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Batches of living things: put in, moved by what comes early or late, ended. */
@Service
@Transactional
public class Batches implements Happenings {
    private static final int PAST_DAYS = 1;
    private static final int AHEAD_YEARS = 3;
    private static final Duration LATE = Duration.ofMinutes(30);
    private final BatchRepository batches;
    private final Tasks tasks;
    private final GuideService guides;
    private final Provings provings;
    private final Plans plans;
    private final Sites sites;
    private final Clock clock;

    Batches(BatchRepository batches, Tasks tasks, GuideService guides, Provings provings, Plans plans, Sites sites, Clock clock) {
        this.batches = batches;
        this.tasks = tasks;
        this.guides = guides;
        this.provings = provings;
        this.plans = plans;
        this.sites = sites;
        this.clock = clock;
    }

    /** What would come of it; nothing is kept. */
    @Transactional(readOnly = true)
    public Preview preview(UUID chamberId, NewBatch asked) {
        plans.require(chamberId);
        Batch batch = batch(asked);
        return new Preview(Schedule.of(batch).tasks().stream().map(each -> new TaskPlan(each.code(), each.stageId(), name(batch.school(), each.stageId()), each.at())).toList(),
                conflicts(chamberId, Optional.empty(), asked.name(), batch), provings.isProven(chamberId));
    }

    /** Puts living things in. */
    public BatchView add(UUID chamberId, NewBatch asked, String who) {
        UUID id = UUID.fromString(asked.id());
        Optional<BatchEntity> known = batches.findById(id);
        if (known.isPresent()) {
            return view(known.get());
        }
        // Held, so that of two who put something in at once the second sees what the first did.
        plans.hold(chamberId);
        Batch batch = batch(asked);
        requireSensible(batch, asked.earlier());
        List<ConflictView> conflicts = conflicts(chamberId, Optional.empty(), asked.name(), batch);
        boolean proven = provings.isProven(chamberId);
        if ((!conflicts.isEmpty() || !proven) && asked.despite() == null) {
            throw new RefusedValueException("despite", null, !proven ? "must say why they go in although the box as it is now has not passed a proving run"
                    : "must say why they go in although " + conflicts.get(0).otherBatch() + " in the same box wants something else");
        }
        BatchEntity entity = new BatchEntity(id, plans.siteOf(chamberId), chamberId);
        entity.name = asked.name().strip();
        entity.guideId = asked.guideId();
        entity.schoolId = asked.schoolId();
        entity.startsAt = Clocks.text(asked.startsAt());
        entity.zone = batch.zone().getId();
        entity.pieces = asked.pieces();
        entity.source = asked.source().strip();
        entity.note = asked.note().strip();
        entity.begun = "";
        entity.despite = asked.despite() == null ? null : asked.despite().strip();
        entity.madeAt = Moments.now(clock);
        entity.madeBy = who;
        entity.changedAt = entity.madeAt;
        entity.changedBy = who;
        batches.saveAndFlush(entity);
        tasks.follow(entity, Schedule.of(batch));
        return view(entity);
    }

    /** Changes it; what moves with another start is told. */
    BatchMoved change(UUID id, BatchChange asked, String who) {
        BatchEntity entity = open(id);
        if (entity.version() != asked.version()) {
            throw new ConflictException(entity.changedBy + " changed this batch while you were working on it. What you typed is still here; look at both and save again.",
                    view(entity));
        }
        Schedule before = Schedule.of(batch(entity));
        entity.name = asked.name().strip();
        entity.startsAt = Clocks.text(asked.startsAt());
        entity.pieces = asked.pieces();
        entity.source = asked.source().strip();
        entity.note = asked.note().strip();
        return followed(entity, before, who, "startsAt");
    }

    /** Writes down when a stage really began; all that follows moves, and is told. */
    BatchMoved begun(UUID id, String stageId, LocalDateTime at, String who) {
        BatchEntity entity = open(id);
        Batch held = batch(entity);
        List<Stage> stages = held.school().stages();
        int stage = stages.stream().map(Stage::id).toList().indexOf(stageId);
        if (stage < 0) {
            throw new NotFoundException("There is no stage " + stageId + " in this batch.");
        }
        Schedule before = Schedule.of(held);
        if (stage == 0) {
            entity.startsAt = Clocks.text(at);
        } else {
            Map<String, LocalDateTime> begun = new TreeMap<>(held.begun());
            begun.put(stageId, LocalDateTime.parse(Clocks.text(at)));
            // What was said of a later stage stands only where it is still later.
            stages.subList(stage + 1, stages.size()).stream().map(Stage::id).filter(later -> begun.containsKey(later) && !begun.get(later).isAfter(at)).forEach(begun::remove);
            entity.begun = begun.entrySet().stream().map(each -> each.getKey() + "=" + Clocks.text(each.getValue())).collect(Collectors.joining("\n"));
        }
        return followed(entity, before, who, "at");
    }

    /** Ticks a task. A stage that begins much before or after its time moves what follows; both happen or neither. */
    TaskDone tick(UUID taskId, Instant at, String note, String who) {
        TaskView ticked = tasks.done(taskId, at, note, who);
        if (ticked.code() != Task.Code.STAGE_BEGINS || Duration.between(ticked.dueAt(), ticked.doneAt()).abs().compareTo(LATE) <= 0) {
            return new TaskDone(ticked, List.of());
        }
        LocalDateTime began = LocalDateTime.ofInstant(ticked.doneAt(), ZoneId.of(ticked.zone()));
        BatchMoved moved = begun(UUID.fromString(ticked.batchId()), ticked.stageId(), began, who);
        return new TaskDone(tasks.one(taskId), moved.moved());
    }

    private BatchMoved followed(BatchEntity entity, Schedule before, String who, String field) {
        Batch batch;
        try {
            batch = batch(entity);
            Clocks.requireSensible(field, batch.startsAt());
        } catch (RefusedValueException refused) {
            throw new RefusedValueException(field, refused.given(), refused.allowed());
        }
        entity.changedAt = Moments.now(clock);
        entity.changedBy = who;
        Schedule after = Schedule.of(batch);
        tasks.follow(entity, after);
        batches.saveAndFlush(entity);
        return new BatchMoved(view(entity),
                after.movedFrom(before).stream().map(each -> new MovedView(each.task().code(), name(batch.school(), each.task().stageId()), each.from(), each.to())).toList());
    }

    /** Ends it: what was still to be done is called off. */
    public BatchView end(UUID id, String note, String who) {
        BatchEntity entity = open(id);
        entity.endedAt = Moments.now(clock);
        entity.endedBy = who;
        entity.endNote = note.strip();
        entity.changedAt = entity.endedAt;
        entity.changedBy = who;
        tasks.end(id);
        return view(batches.saveAndFlush(entity));
    }

    /** Ends all that are in a chamber. */
    int endAll(UUID chamberId, String note, String who) {
        List<BatchEntity> open = batches.findByChamberIdOrderByStartsAtAscIdAsc(chamberId).stream().filter(each -> each.endedAt == null).toList();
        open.forEach(each -> end(each.getId(), note, who));
        return open.size();
    }

    @Transactional(readOnly = true)
    public BatchView one(UUID id) {
        return view(require(id));
    }

    /** All of a chamber, ended ones too. */
    @Transactional(readOnly = true)
    public List<BatchView> of(UUID chamberId) {
        plans.require(chamberId);
        return batches.findByChamberIdOrderByStartsAtAscIdAsc(chamberId).stream().map(this::view).toList();
    }

    /** Those that go through a span in chambers that stand. */
    @Transactional(readOnly = true)
    public List<BatchView> between(LocalDateTime from, LocalDateTime to) {
        Set<UUID> standing = plans.standing();
        Map<UUID, String> names = plans.names();
        return batches.findAllByOrderByStartsAtAscIdAsc().stream().filter(each -> standing.contains(each.chamberId)).map(each -> view(each, names))
                .filter(each -> each.startsAt().isBefore(to) && (each.endsAt() == null || each.endsAt().isAfter(from))
                        && (each.endedAt() == null || each.endedAt().isAfter(from.atZone(ZoneId.of(each.zone())).toInstant())))
                .toList();
    }

    @Override
    @Transactional(readOnly = true)
    public List<Mark> in(UUID chamberId, Instant from, Instant to) {
        List<Mark> marks = new ArrayList<>();
        for (BatchEntity each : batches.findByChamberIdOrderByStartsAtAscIdAsc(chamberId)) {
            ZoneId zone = ZoneId.of(each.zone);
            marks.add(new Mark(LocalDateTime.parse(each.startsAt).atZone(zone).toInstant(), Of.BATCH, each.getId().toString(), each.name + " put in", each.madeBy, each.despite,
                    null, null));
            known(each).ifPresent(batch -> batch.begun().forEach((stage, at) -> marks.add(new Mark(at.atZone(batch.zone()).toInstant(), Of.BATCH, each.getId().toString(),
                    each.name + ": " + name(batch.school(), stage) + " begun", each.changedBy, null, null, null))));
            if (each.endedAt != null) {
                marks.add(new Mark(each.endedAt, Of.BATCH, each.getId().toString(), each.name + " ended", each.endedBy, each.endNote.isEmpty() ? null : each.endNote, null, null));
            }
        }
        return marks;
    }

    /** What stands against the batches of a chamber sharing it. */
    @Transactional(readOnly = true)
    public List<ConflictView> conflicts(UUID chamberId) {
        plans.require(chamberId);
        List<ConflictView> found = new ArrayList<>();
        List<BatchEntity> open = batches.findByChamberIdOrderByStartsAtAscIdAsc(chamberId).stream().filter(each -> each.endedAt == null && known(each).isPresent()).toList();
        for (int i = 0; i < open.size(); i++) {
            for (BatchEntity other : open.subList(i + 1, open.size())) {
                String name = open.get(i).name;
                Conflict.between(batch(open.get(i)), batch(other)).forEach(each -> found.add(view(name, other.name, each)));
            }
        }
        return found;
    }

    private List<ConflictView> conflicts(UUID chamberId, Optional<UUID> itself, String name, Batch batch) {
        return batches.findByChamberIdOrderByStartsAtAscIdAsc(chamberId).stream().filter(each -> each.endedAt == null && itself.stream().noneMatch(each.getId()::equals))
                .flatMap(other -> known(other).stream().flatMap(theirs -> Conflict.between(batch, theirs).stream()).map(each -> view(name, other.name, each))).toList();
    }

    private static ConflictView view(String name, String other, Conflict each) {
        return new ConflictView(each.over(), name, each.one().name(), other, each.other().name(), each.from(), each.to());
    }

    private Batch batch(NewBatch asked) {
        return new Batch(Zones.school(guides, asked.guideId(), asked.schoolId()), LocalDateTime.parse(Clocks.text(asked.startsAt())), sites.zone());
    }

    private void requireSensible(Batch batch, boolean earlier) {
        LocalDateTime now = LocalDateTime.ofInstant(clock.instant(), batch.zone());
        long days = ChronoUnit.DAYS.between(batch.startsAt(), now);
        if (days >= PAST_DAYS && !earlier) {
            throw new RefusedValueException("startsAt", batch.startsAt(),
                    "lies " + days + (days == 1 ? " day" : " days") + " in the past: say that they are in already, or put it right");
        }
        if (batch.startsAt().isAfter(now.plusYears(AHEAD_YEARS)) || batch.startsAt().isBefore(now.minusYears(AHEAD_YEARS))) {
            throw new RefusedValueException("startsAt", batch.startsAt(), "must lie within three years of today");
        }
    }

    /** A batch as it is kept; by what its guide says now. */
    Batch batch(BatchEntity entity) {
        Map<String, LocalDateTime> begun = new HashMap<>();
        Arrays.stream(entity.begun.split("\n")).filter(line -> !line.isEmpty())
                .forEach(line -> begun.put(line.substring(0, line.indexOf('=')), LocalDateTime.parse(line.substring(line.indexOf('=') + 1))));
        return new Batch(Zones.school(guides, entity.guideId, entity.schoolId), LocalDateTime.parse(entity.startsAt), ZoneId.of(entity.zone), begun);
    }

    /** The same; empty where its guide is gone, or has no such school or stage any more: that hides neither it nor the others. */
    private Optional<Batch> known(BatchEntity entity) {
        try {
            return Optional.of(batch(entity));
        } catch (RefusedValueException gone) {
            return Optional.empty();
        }
    }

    private BatchEntity require(UUID id) {
        return batches.findById(id).orElseThrow(() -> new NotFoundException("There is no batch " + id + "."));
    }

    private BatchEntity open(UUID id) {
        BatchEntity entity = require(id);
        plans.hold(entity.chamberId);
        if (entity.endedAt != null) {
            throw new ConflictException(entity.endedBy + " has ended this batch.", view(entity));
        }
        return entity;
    }

    private static String name(School school, String stageId) {
        return school.stages().stream().filter(each -> each.id().equals(stageId)).map(Stage::name).findFirst().orElse(stageId);
    }

    private BatchView view(BatchEntity entity) {
        return view(entity, plans.names());
    }

    private BatchView view(BatchEntity entity, Map<UUID, String> names) {
        Optional<Batch> known = known(entity);
        Schedule schedule = known.map(Schedule::of).orElse(new Schedule(List.of()));
        List<StageView> stages = known.map(Batches::stages).orElse(List.of());
        int now = entity.endedAt != null ? -1 : known.map(batch -> batch.stageAt(ZonedDateTime.ofInstant(clock.instant(), batch.zone()).toLocalDateTime())).orElse(-1);
        return new BatchView(entity.getId().toString(), entity.version(), entity.chamberId.toString(), names.getOrDefault(entity.chamberId, ""), entity.guideId,
                guides.find(entity.guideId).map(each -> each.name()).orElse(entity.guideId), entity.schoolId, entity.name, LocalDateTime.parse(entity.startsAt), entity.zone,
                entity.pieces, entity.source, entity.note, stages, now < 0 ? null : stages.get(now).id(), at(schedule, Task.Code.FIRST_EXPECTED),
                at(schedule, Task.Code.LAST_EXPECTED), at(schedule, Task.Code.ENDS), entity.despite, entity.endedAt, entity.endedBy, entity.endNote, entity.madeBy,
                entity.changedBy);
    }

    private static List<StageView> stages(Batch batch) {
        List<StageView> stages = new ArrayList<>();
        List<Stage> all = batch.school().stages();
        for (int i = 0; i < all.size(); i++) {
            stages.add(new StageView(all.get(i).id(), all.get(i).name(), batch.begins(i), i + 1 < all.size() ? batch.begins(i + 1) : batch.ends(),
                    i > 0 && batch.begun().containsKey(all.get(i).id())));
        }
        return stages;
    }

    private static LocalDateTime at(Schedule schedule, Task.Code code) {
        return schedule.tasks().stream().filter(each -> each.code() == code).map(Task::at).findFirst().orElse(null);
    }
}
