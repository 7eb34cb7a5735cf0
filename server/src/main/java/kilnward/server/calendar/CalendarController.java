package kilnward.server.calendar;

import jakarta.validation.Valid;
import java.security.Principal;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.calendar.CalendarViews.Assigned;
import kilnward.server.calendar.CalendarViews.BatchChange;
import kilnward.server.calendar.CalendarViews.BatchMoved;
import kilnward.server.calendar.CalendarViews.BatchView;
import kilnward.server.calendar.CalendarViews.CalendarView;
import kilnward.server.calendar.CalendarViews.ConflictView;
import kilnward.server.calendar.CalendarViews.Done;
import kilnward.server.calendar.CalendarViews.Ended;
import kilnward.server.calendar.CalendarViews.NewBatch;
import kilnward.server.calendar.CalendarViews.NewTask;
import kilnward.server.calendar.CalendarViews.Preview;
import kilnward.server.calendar.CalendarViews.StageBegun;
import kilnward.server.calendar.CalendarViews.TaskDone;
import kilnward.server.calendar.CalendarViews.TaskView;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.site.Sites;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Batches, tasks and the calendar of all chambers. */
@RestController
@RequestMapping("/api/v1")
public class CalendarController {
    private static final int LONGEST_DAYS = 100;
    private final Batches batches;
    private final Tasks tasks;
    private final Keeping keeping;
    private final Sites sites;
    private final Clock clock;

    CalendarController(Batches batches, Tasks tasks, Keeping keeping, Sites sites, Clock clock) {
        this.batches = batches;
        this.tasks = tasks;
        this.keeping = keeping;
        this.sites = sites;
        this.clock = clock;
    }

    /** What would come of a batch; nothing is kept. */
    @Needs(Role.KEEPER)
    @PostMapping("/chambers/{chamberId}/batches/preview")
    public Preview preview(@PathVariable UUID chamberId, @Valid @RequestBody NewBatch batch) {
        return batches.preview(chamberId, batch);
    }

    @Needs(Role.LEAD)
    @PostMapping("/chambers/{chamberId}/batches")
    @ResponseStatus(HttpStatus.CREATED)
    public BatchView add(@PathVariable UUID chamberId, @Valid @RequestBody NewBatch batch, Principal who) {
        BatchView added = batches.add(chamberId, batch, who.getName());
        keeping.look(chamberId);
        return added;
    }

    /** All of a chamber, ended ones too. */
    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{chamberId}/batches")
    public List<BatchView> of(@PathVariable UUID chamberId) {
        return batches.of(chamberId);
    }

    /** Stages of batches in one chamber that want what it cannot give both. */
    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{chamberId}/batches/conflicts")
    public List<ConflictView> conflicts(@PathVariable UUID chamberId) {
        return batches.conflicts(chamberId);
    }

    @Needs(Role.VISITOR)
    @GetMapping("/batches/{id}")
    public BatchView one(@PathVariable UUID id) {
        return batches.one(id);
    }

    @Needs(Role.LEAD)
    @PutMapping("/batches/{id}")
    public BatchMoved change(@PathVariable UUID id, @Valid @RequestBody BatchChange change, Principal who) {
        return batches.change(id, change, who.getName());
    }

    /** Writes down when a stage really began. */
    @Needs(Role.KEEPER)
    @PostMapping("/batches/{id}/stages/{stageId}/begun")
    public BatchMoved begun(@PathVariable UUID id, @PathVariable String stageId, @Valid @RequestBody StageBegun begun, Principal who) {
        return batches.begun(id, stageId, begun.at(), who.getName());
    }

    @Needs(Role.LEAD)
    @PostMapping("/batches/{id}/end")
    public BatchView end(@PathVariable UUID id, @Valid @RequestBody Ended ended, Principal who) {
        return batches.end(id, ended.note(), who.getName());
    }

    /** The calendar of some days, the last one included. */
    @Needs(Role.VISITOR)
    @GetMapping("/calendar")
    public CalendarView calendar(@RequestParam LocalDate from, @RequestParam LocalDate to) {
        if (to.isBefore(from) || ChronoUnit.DAYS.between(from, to) > LONGEST_DAYS || from.getYear() < 2000 || to.getYear() > 2199) {
            throw new RefusedValueException("to", to, "must not be before from, and at most " + LONGEST_DAYS + " days after it");
        }
        ZoneId zone = sites.zone();
        return new CalendarView(zone.getId(), LocalDateTime.ofInstant(clock.instant(), zone).truncatedTo(ChronoUnit.MINUTES),
                tasks.between(from.atStartOfDay(zone).toInstant(), to.plusDays(1).atStartOfDay(zone).toInstant().minusMillis(1)),
                batches.between(from.atStartOfDay(), to.plusDays(1).atStartOfDay()));
    }

    /** Tasks that are open and due by so many hours from now, overdue ones first. */
    @Needs(Role.VISITOR)
    @GetMapping("/tasks")
    public List<TaskView> open(@RequestParam(defaultValue = "24") double hours) {
        if (!(hours >= 0 && hours <= 24.0 * 366)) {
            throw new RefusedValueException("hours", hours, "must be from 0 to 8784");
        }
        return tasks.openUntil(clock.instant().plusSeconds(Math.round(hours * 3600)));
    }

    @Needs(Role.KEEPER)
    @PostMapping("/chambers/{chamberId}/tasks")
    @ResponseStatus(HttpStatus.CREATED)
    public TaskView add(@PathVariable UUID chamberId, @Valid @RequestBody NewTask task) {
        return tasks.add(chamberId, task);
    }

    /** Ticks it. A stage that begins much before or after its time moves what follows. */
    @Needs(Role.KEEPER)
    @PostMapping("/tasks/{id}/done")
    public TaskDone done(@PathVariable UUID id, @Valid @RequestBody Done done, Principal who) {
        return batches.tick(id, done.at(), done.note(), who.getName());
    }

    @Needs(Role.KEEPER)
    @PostMapping("/tasks/{id}/undone")
    public TaskView undone(@PathVariable UUID id) {
        return tasks.undone(id);
    }

    @Needs(Role.KEEPER)
    @PostMapping("/tasks/{id}/assign")
    public TaskView assign(@PathVariable UUID id, @Valid @RequestBody Assigned assigned) {
        return tasks.assign(id, assigned.who());
    }

    @Needs(Role.KEEPER)
    @PostMapping("/tasks/{id}/call-off")
    public TaskView callOff(@PathVariable UUID id) {
        return tasks.callOff(id);
    }
}
