package kilnward.server.calendar;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import kilnward.core.finding.Require;
import kilnward.core.life.Stage;
import kilnward.core.plan.Recurrence;
import kilnward.core.plan.Schedule;
import kilnward.core.plan.Task;
import kilnward.server.alarm.AlarmViews.Mark;
import kilnward.server.alarm.AlarmViews.Of;
import kilnward.server.alarm.Happenings;
import kilnward.server.calendar.CalendarViews.NewTask;
import kilnward.server.calendar.CalendarViews.TaskView;
import kilnward.server.guide.GuideService;
import kilnward.server.plan.Plans;
import kilnward.server.site.Sites;
import kilnward.server.store.Moments;
import kilnward.server.wire.problem.ConflictException;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Tasks of batches, of chambers and of the site: they follow the schedules, and people do them. */
@Service
@Transactional
public class Tasks implements Happenings {
    private final TaskRepository tasks;
    private final BatchRepository batches;
    private final GuideService guides;
    private final Plans plans;
    private final Sites sites;
    private final Clock clock;

    Tasks(TaskRepository tasks, BatchRepository batches, GuideService guides, Plans plans, Sites sites, Clock clock) {
        this.tasks = tasks;
        this.batches = batches;
        this.guides = guides;
        this.plans = plans;
        this.sites = sites;
        this.clock = clock;
    }

    /** Makes the tasks of a batch those of its schedule. What is done stays as it was done; what falls away is called off. */
    void follow(BatchEntity batch, Schedule schedule) {
        Map<String, TaskEntity> kept = new HashMap<>();
        tasks.findByBatchId(batch.getId()).forEach(each -> kept.put(each.taskKey, each));
        Set<String> wanted = new HashSet<>();
        // What lay behind when the batch came into the plan is asked of nobody.
        LocalDateTime known = LocalDateTime.ofInstant(batch.madeAt, ZoneId.of(batch.zone)).minusDays(1);
        for (Task task : schedule.tasks()) {
            if (task.at().isBefore(known) && !kept.containsKey(task.key())) {
                continue;
            }
            wanted.add(task.key());
            TaskEntity entity = kept.get(task.key());
            String due = Clocks.text(task.at());
            if (entity == null) {
                entity = made(batch.getId(), task.key(), batch.siteId, batch.chamberId, task.code(), task.at(), batch.zone);
                entity.batchId = batch.getId();
                entity.stageId = task.stageId();
                tasks.save(entity);
            } else if (entity.doneAt == null && (entity.cancelledAt != null || !entity.dueLocal.equals(due))) {
                entity.cancelledAt = null;
                move(entity, task.at());
                changed(entity);
            }
        }
        kept.values().stream().filter(each -> each.isOpen() && !wanted.contains(each.taskKey)).forEach(this::callOff);
        tasks.flush();
    }

    /** Calls off all open tasks of a batch that has ended. */
    void end(UUID batchId) {
        tasks.findByBatchId(batchId).stream().filter(TaskEntity::isOpen).forEach(this::callOff);
    }

    /** Calls off all open tasks of a chamber that changes its use. */
    int callOffAll(UUID chamberId) {
        List<TaskEntity> open = tasks.findByChamberIdAndBatchIdIsNull(chamberId).stream().filter(TaskEntity::isOpen).toList();
        open.forEach(this::callOff);
        return open.size();
    }

    /**
     * Makes sure that a task of a chamber that comes again and again stands on its day; one that is done already is left.
     *
     * @param times the how manieth it is
     * @param title what it is called; null for what its code says
     */
    void upkeep(UUID chamberId, Task.Code code, UUID controllerId, int times, LocalDateTime due, Double everyDays, String title) {
        String key = code + (controllerId == null ? "" : "/" + controllerId) + "/" + times;
        UUID id = id(chamberId, key);
        TaskEntity known = tasks.findById(id).orElse(null);
        if (known == null) {
            TaskEntity entity = made(chamberId, key, plans.siteOf(chamberId), chamberId, code, due, sites.zone().getId());
            entity.controllerId = controllerId;
            entity.everyDays = everyDays;
            entity.title = title;
            tasks.saveAndFlush(entity);
        } else if (known.doneAt == null && (known.cancelledAt != null || !known.dueLocal.equals(Clocks.text(due)) || !Objects.equals(known.everyDays, everyDays))) {
            known.cancelledAt = null;
            known.everyDays = everyDays;
            known.title = title;
            move(known, due);
            changed(known);
        }
    }

    /** The same for the site as a whole: it stands once, whoever asks. */
    void upkeepOfSite(UUID siteId, Task.Code code, LocalDateTime due, double everyDays) {
        if (tasks.findByChamberIdIsNullAndCode(code).isEmpty()) {
            TaskEntity entity = made(siteId, code + "/1", siteId, null, code, due, sites.zone().getId());
            entity.everyDays = everyDays;
            tasks.saveAndFlush(entity);
        }
    }

    /** Tasks of a kind that a chamber has, done ones too. */
    List<TaskEntity> ofChamber(UUID chamberId, Task.Code code) {
        return tasks.findByChamberIdAndBatchIdIsNull(chamberId).stream().filter(each -> each.code == code).toList();
    }

    /** A task of somebody's own. */
    public TaskView add(UUID chamberId, NewTask asked) {
        UUID id = UUID.fromString(asked.id());
        TaskEntity known = tasks.findById(id).orElse(null);
        if (known == null) {
            Clocks.requireSensible("due", asked.due());
            known = fresh(id, "OWN/1", plans.siteOf(chamberId), chamberId, Task.Code.OWN, asked.due(), sites.zone().getId());
            known.title = asked.title().strip();
            known.everyDays = asked.everyDays();
            known.who = asked.who();
            tasks.saveAndFlush(known);
        }
        Require.that(chamberId.equals(known.chamberId), "id", id, "must not be the id of another chamber's task");
        return view(known);
    }

    /** Says who is to do it. */
    TaskView assign(UUID id, String who) {
        TaskEntity task = open(id);
        task.who = who == null ? null : who.strip();
        changed(task);
        return view(task);
    }

    /** Calls one off that somebody made, or that comes again and again. */
    TaskView callOff(UUID id) {
        TaskEntity task = open(id);
        Require.that(task.batchId == null, "id", id, "must be a task of a chamber: those of a batch go with its days");
        callOff(task);
        return view(task);
    }

    /**
     * Ticks it. What comes again stands on its next day then.
     *
     * @throws ConflictException with the task, where somebody else was first
     */
    public TaskView done(UUID id, Instant at, String note, String who) {
        TaskEntity task = require(id);
        if (task.doneAt != null) {
            throw new ConflictException(task.doneBy + " has ticked this already.", view(task));
        }
        if (task.cancelledAt != null) {
            throw new ConflictException("This was called off meanwhile.", view(task));
        }
        Instant when = at == null ? Moments.now(clock) : Moments.kept(at);
        Clocks.requirePast("at", when, clock.instant());
        task.doneAt = when;
        task.doneBy = who;
        task.note = note.strip();
        changed(task);
        if (task.everyDays != null) {
            int slash = task.taskKey.lastIndexOf('/');
            int times = Integer.parseInt(task.taskKey.substring(slash + 1)) + 1;
            String key = task.taskKey.substring(0, slash + 1) + times;
            UUID owner = owner(task);
            LocalDateTime due = Recurrence.next(task.everyDays, LocalDateTime.parse(task.dueLocal), when.atZone(ZoneId.of(task.zone)));
            TaskEntity before = tasks.findById(id(owner, key)).orElse(null);
            if (before == null) {
                TaskEntity next = made(owner, key, task.siteId, task.chamberId, task.code, due, task.zone);
                next.controllerId = task.controllerId;
                next.title = task.title;
                next.everyDays = task.everyDays;
                next.who = task.who;
                tasks.save(next);
            } else if (before.doneAt == null) {
                // It was there before the tick was taken back.
                before.cancelledAt = null;
                move(before, due);
                changed(before);
            }
        }
        tasks.flush();
        return view(task);
    }

    /** What its name is told within. */
    private static UUID owner(TaskEntity task) {
        return task.code == Task.Code.OWN ? task.getId() : task.chamberId == null ? task.siteId : task.chamberId;
    }

    /** Takes a tick back. */
    TaskView undone(UUID id) {
        TaskEntity task = require(id);
        if (task.doneAt != null) {
            task.doneAt = null;
            task.doneBy = null;
            changed(task);
            int slash = task.taskKey.lastIndexOf('/');
            String next = task.taskKey.substring(0, slash + 1) + (Integer.parseInt(task.taskKey.substring(slash + 1)) + 1);
            if (task.everyDays != null) {
                tasks.findById(id(owner(task), next)).filter(TaskEntity::isOpen).ifPresent(this::callOff);
            }
        }
        return view(task);
    }

    /** Those of a span, called off ones left out. */
    @Transactional(readOnly = true)
    public List<TaskView> between(Instant from, Instant to) {
        return views(tasks.findByDueUsBetweenOrderByDueUsAscIdAsc(Moments.micros(from), Moments.micros(to)).stream().filter(each -> each.cancelledAt == null).toList());
    }

    /** Open ones whose time has come or comes by a moment; of expectations none that are over. */
    @Transactional(readOnly = true)
    public List<TaskView> openUntil(Instant until) {
        return views(tasks.findByDoneAtIsNullAndCancelledAtIsNullAndDueUsLessThanEqualOrderByDueUsAscIdAsc(Moments.micros(until)).stream()
                .filter(each -> each.code.isDone() || each.dueUs >= Moments.micros(clock.instant())).toList());
    }

    /** All that calendars know of in a span, called off ones too. */
    @Transactional(readOnly = true)
    public List<TaskView> everBetween(Instant from, Instant to) {
        return views(tasks.findByDueUsBetweenOrderByDueUsAscIdAsc(Moments.micros(from), Moments.micros(to)));
    }

    /** Those of a chamber that were done in a span. */
    @Transactional(readOnly = true)
    public List<TaskView> doneIn(UUID chamberId, Instant from, Instant to) {
        return views(tasks.findByChamberIdAndDoneAtBetween(chamberId, from, to));
    }

    @Override
    @Transactional(readOnly = true)
    public List<Mark> in(UUID chamberId, Instant from, Instant to) {
        return doneIn(chamberId, from, to).stream().map(each -> new Mark(each.doneAt(), Of.TASK, each.id(), CalendarFile.title(each), each.doneBy(),
                each.note() == null || each.note().isEmpty() ? null : each.note(), null, null)).toList();
    }

    /** Whether there is such a task, or ever was. */
    @Transactional(readOnly = true)
    public boolean isThere(UUID id) {
        return tasks.existsById(id);
    }

    @Transactional(readOnly = true)
    public TaskView one(UUID id) {
        return view(require(id));
    }

    /** One of a removed chamber is there no more, though its row is kept. */
    TaskEntity require(UUID id) {
        return tasks.findById(id).filter(each -> each.chamberId == null || plans.stands(each.chamberId)).orElseThrow(() -> new NotFoundException("There is no task " + id + "."));
    }

    private TaskEntity open(UUID id) {
        TaskEntity task = require(id);
        if (!task.isOpen()) {
            throw new ConflictException(task.doneAt != null ? task.doneBy + " has ticked this meanwhile." : "This was called off meanwhile.", view(task));
        }
        return task;
    }

    private void callOff(TaskEntity task) {
        task.cancelledAt = Moments.now(clock);
        changed(task);
    }

    private static UUID id(UUID owner, String key) {
        return UUID.nameUUIDFromBytes((owner + "/" + key).getBytes(StandardCharsets.UTF_8));
    }

    private TaskEntity made(UUID owner, String key, UUID siteId, UUID chamberId, Task.Code code, LocalDateTime due, String zone) {
        return fresh(id(owner, key), key, siteId, chamberId, code, due, zone);
    }

    private TaskEntity fresh(UUID id, String key, UUID siteId, UUID chamberId, Task.Code code, LocalDateTime due, String zone) {
        TaskEntity entity = new TaskEntity(id, siteId);
        entity.chamberId = chamberId;
        entity.code = code;
        entity.taskKey = key;
        entity.zone = zone;
        entity.cannotWait = code.cannotWait();
        move(entity, due);
        entity.changedUs = Moments.micros(clock.instant());
        return entity;
    }

    private static void move(TaskEntity entity, LocalDateTime due) {
        entity.dueLocal = Clocks.text(due);
        entity.dueUs = Moments.micros(due.atZone(ZoneId.of(entity.zone)).toInstant());
    }

    private void changed(TaskEntity entity) {
        entity.sequence++;
        entity.changedUs = Moments.micros(clock.instant());
    }

    /** What a stage is called; its own id where the guide is gone. */
    private String stage(BatchEntity batch, String stageId) {
        return guides.find(batch.guideId).stream().flatMap(each -> each.schools().stream()).filter(each -> each.id().equals(batch.schoolId)).flatMap(each -> each.stages().stream())
                .filter(each -> each.id().equals(stageId)).map(Stage::name).findFirst().orElse(stageId);
    }

    private TaskView view(TaskEntity task) {
        return views(List.of(task)).get(0);
    }

    private List<TaskView> views(List<TaskEntity> found) {
        Map<UUID, String> chambers = plans.names();
        Set<UUID> standing = plans.standing();
        Map<String, String> stages = new HashMap<>();
        Map<UUID, BatchEntity> of = new HashMap<>();
        batches.findAllById(found.stream().map(each -> each.batchId).filter(Objects::nonNull).distinct().toList()).forEach(each -> of.put(each.getId(), each));
        Instant now = clock.instant();
        // A removed chamber asks for nothing any more.
        return found.stream().filter(each -> each.chamberId == null || standing.contains(each.chamberId)).map(each -> {
            BatchEntity batch = each.batchId == null ? null : of.get(each.batchId);
            Instant due = Moments.micros(each.dueUs);
            return new TaskView(each.getId().toString(), Clocks.text(each.chamberId), each.chamberId == null ? null : chambers.get(each.chamberId), Clocks.text(each.batchId),
                    batch == null ? null : batch.name, Clocks.text(each.controllerId), each.code, each.stageId,
                    batch == null ? null : stages.computeIfAbsent(batch.guideId + "/" + batch.schoolId + "/" + each.stageId, unknown -> stage(batch, each.stageId)),
                    each.title, LocalDateTime.parse(each.dueLocal), each.zone, due,
                    each.everyDays, each.who, each.cannotWait, each.code.isDone(), each.isOpen() && each.code.isDone() && due.isBefore(now), each.doneAt, each.doneBy, each.note,
                    each.cancelledAt != null, each.sequence, Moments.micros(each.changedUs));
        }).toList();
    }
}
