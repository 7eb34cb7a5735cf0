package kilnward.server.calendar;

import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import java.util.function.UnaryOperator;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.plan.Task;
import kilnward.core.plan.Upkeep;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.Setup;
import kilnward.server.check.CheckRecord;
import kilnward.server.check.CheckViews.ChamberDueView;
import kilnward.server.compute.Computing;
import kilnward.server.people.Here;
import kilnward.server.rule.RuleService;
import kilnward.server.settings.ChamberService;
import kilnward.server.site.Sites;
import kilnward.server.wire.problem.NotDoneException;
import net.javacrumbs.shedlock.spring.annotation.SchedulerLock;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** What chambers with something living in them ask for again and again: kept on its day, by one server at a time. */
@Component
class Keeping {
    private static final Logger LOG = LoggerFactory.getLogger(Keeping.class);
    private static final LocalTime MORNING = LocalTime.of(9, 0);
    private static final double DAY_S = 86_400;
    private static final double STEP_S = 5;
    private final Batches batches;
    private final Tasks tasks;
    private final ChamberService chambers;
    private final CheckRecord checks;
    private final RuleService rules;
    private final Computing computing;
    private final Sites sites;
    private final Clock clock;

    Keeping(Batches batches, Tasks tasks, ChamberService chambers, CheckRecord checks, RuleService rules, Computing computing, Sites sites, Clock clock) {
        this.batches = batches;
        this.tasks = tasks;
        this.chambers = chambers;
        this.checks = checks;
        this.rules = rules;
        this.computing = computing;
        this.sites = sites;
        this.clock = clock;
    }

    @Scheduled(initialDelayString = "PT2M", fixedDelayString = "PT30M")
    @SchedulerLock(name = "task-upkeep", lockAtLeastFor = "PT10S")
    void lookAtAll() {
        sites.all().forEach(site -> Here.at(site.id(), () -> {
            lookHere();
            return null;
        }));
    }

    private void lookHere() {
        LocalDateTime now = LocalDateTime.ofInstant(clock.instant(), zone());
        batches.between(now, now.plusYears(1)).stream().filter(each -> each.endedAt() == null).map(each -> UUID.fromString(each.chamberId())).distinct().forEach(this::look);
    }

    /** Looks at one chamber: what it asks for stands on its day afterwards. */
    void look(UUID chamberId) {
        LocalDateTime now = LocalDateTime.ofInstant(clock.instant(), zone());
        // What is asked for only now is not overdue from the first minute on.
        LocalDate today = now.toLocalTime().isBefore(MORNING) ? now.toLocalDate() : now.toLocalDate().plusDays(1);
        for (ChamberDueView due : checks.due()) {
            if (due.chamberId().equals(chamberId.toString())) {
                UUID controller = UUID.fromString(due.controllerId());
                place(chamberId, Task.Code.CALIBRATE, controller, due.due().from().isBefore(today) ? today : due.due().from(), null, null);
            }
        }
        asked(chamberId).forEach(each -> place(chamberId, each.code(), null, today.plusDays(Math.max(1, (long) Math.ceil(each.everyDays()))), each.everyDays(), title(each)));
        UUID site = sites.here().map(Sites.Site::id).orElse(null);
        if (site != null) {
            tasks.upkeepOfSite(site, Task.Code.TEST_BACKUP, today.plusDays((long) Upkeep.BACKUP_DAYS).atTime(MORNING), Upkeep.BACKUP_DAYS);
        }
    }

    /** The next of its kind. One that stands already keeps its day, but for a calibration, whose day follows from the checks. */
    private void place(UUID chamberId, Task.Code code, UUID controllerId, LocalDate on, Double everyDays, String title) {
        List<TaskEntity> known = tasks.ofChamber(chamberId, code).stream().filter(each -> Objects.equals(each.controllerId, controllerId)).toList();
        TaskEntity open = known.stream().filter(TaskEntity::isOpen).findFirst().orElse(null);
        if (open == null) {
            tasks.upkeep(chamberId, code, controllerId, known.size() + 1, on.atTime(MORNING), everyDays, title);
        } else if (code == Task.Code.CALIBRATE) {
            UnaryOperator<LocalDateTime> laterOnly = due -> due.toLocalDate().isAfter(on) || on.isAfter(LocalDate.ofInstant(clock.instant(), zone())) ? on.atTime(MORNING) : due;
            tasks.upkeep(chamberId, code, controllerId, times(open), laterOnly.apply(LocalDateTime.parse(open.dueLocal)), null, null);
        } else if (!Objects.equals(open.everyDays, everyDays)) {
            tasks.upkeep(chamberId, code, null, times(open), LocalDateTime.parse(open.dueLocal), everyDays, title);
        }
    }

    /** With how much water that is, and whether it is known how long it lasts. */
    private static String title(Upkeep upkeep) {
        if (upkeep.litresDay().isEmpty()) {
            return null;
        }
        double litres = upkeep.litresDay().getAsDouble();
        String used = litres < 1 ? Math.round(litres * 1000) + " ml" : Math.round(litres * 10) / 10.0 + " l";
        return "Top up the water: about " + used + " a day are used" + (upkeep.lasts() ? "" : "; how long the device's own water lasts is not known");
    }

    private static int times(TaskEntity task) {
        return Integer.parseInt(task.taskKey.substring(task.taskKey.lastIndexOf('/') + 1));
    }

    /** What it asks for; of its water nothing where it cannot be rehearsed. */
    private List<Upkeep> asked(UUID chamberId) {
        List<Upkeep> asked = new ArrayList<>(Upkeep.always(!rules.all(chamberId).isEmpty()));
        try {
            Setup setup = chambers.setup(chamberId);
            computing.run(workers -> Upkeep.topUp(setup.chamber(), Rehearsal.run(setup.rig().lookingNoOftenerThan(STEP_S),
                    new Scenario(RoomCurve.day(setup.chamber().room()), 0, DAY_S, STEP_S, Scenario.Start.SETTLED, List.of(), 24)).metrics(), 1)).ifPresent(asked::add);
        } catch (RefusedValueException | NotDoneException cannot) {
            LOG.info("What water chamber {} uses cannot be told: {}", chamberId, cannot.getMessage());
        }
        return asked;
    }

    private ZoneId zone() {
        return sites.zone();
    }
}
