package kilnward.server.review;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import kilnward.core.quantity.Quantity;
import kilnward.server.calendar.Batches;
import kilnward.server.calendar.CalendarViews.BatchView;
import kilnward.server.calendar.CalendarViews.TaskView;
import kilnward.server.calendar.Tasks;
import kilnward.server.log.Entries;
import kilnward.server.log.Entries.LogEntryView;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.plan.ChamberPlan.ControllerPlan;
import kilnward.server.plan.Plans;
import kilnward.server.review.Outcomes.OutcomeView;
import kilnward.server.review.Reviews.LogReview;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.settings.ChamberService;
import kilnward.server.settings.ChamberViews.SettingsView;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** A batch looked back on: what was wanted, set, measured and done, and what came out. */
@RestController
public class NextTimes {
    private final Plans plans;
    private final Batches batches;
    private final Tasks tasks;
    private final Entries entries;
    private final ChamberService chambers;
    private final SeriesService series;
    private final Reviews reviews;
    private final Outcomes outcomes;
    private final Clock clock;

    NextTimes(Plans plans, Batches batches, Tasks tasks, Entries entries, ChamberService chambers, SeriesService series, Reviews reviews, Outcomes outcomes, Clock clock) {
        this.plans = plans;
        this.batches = batches;
        this.tasks = tasks;
        this.entries = entries;
        this.chambers = chambers;
        this.series = series;
        this.reviews = reviews;
        this.outcomes = outcomes;
        this.clock = clock;
    }

    /** Settings that were in force; {@code until} is null for those that still are. */
    record InForceView(String controller, SettingsView settings, @OrNull Instant until) {
    }

    /**
     * A batch looked back on.
     *
     * @param outcome      what came of it; null before it has begun
     * @param set          settings in force meanwhile, controller by controller, the oldest first
     * @param measuredFrom from when on it was looked at: the last 92 days at most
     * @param tasks        what was to do
     * @param written      what was written down, the newest first
     */
    record NextTimeView(BatchView batch, @OrNull OutcomeView outcome, List<InForceView> set, Instant measuredFrom, List<LogReview> measured, List<TaskView> tasks,
            List<LogEntryView> written) {
    }

    @Needs(Role.VISITOR)
    @GetMapping("/api/v1/chambers/{chamberId}/batches/{batchId}/next-time")
    public NextTimeView of(@PathVariable UUID chamberId, @PathVariable UUID batchId) {
        plans.require(chamberId);
        BatchView batch = batches.of(chamberId).stream().filter(each -> each.id().equals(batchId.toString())).findFirst()
                .orElseThrow(() -> new NotFoundException("There is no batch " + batchId + " in this chamber."));
        Instant from = batch.startsAt().atZone(ZoneId.of(batch.zone())).toInstant();
        Instant to = batch.endedAt() == null ? clock.instant() : batch.endedAt();
        if (!from.isBefore(to)) {
            return new NextTimeView(batch, null, List.of(), from, List.of(), List.of(), List.of());
        }
        Duration longest = Reviews.LONGEST;
        Instant measuredFrom = Duration.between(from, to).compareTo(longest) > 0 ? to.minus(longest) : from;
        List<LogReview> measured = series.plain(Optional.of(chamberId)).stream().filter(NextTimes::isClimate).map(each -> reviews.of(chamberId, each.id(), measuredFrom, to))
                .filter(each -> each.figures() != null).toList();
        OutcomeView outcome = outcomes.outcomes(chamberId).batches().stream().filter(each -> each.batchId().equals(batch.id())).findFirst().orElse(null);
        return new NextTimeView(batch, outcome, inForce(chamberId, from, to), measuredFrom, measured,
                tasks.everBetween(from, to).stream().filter(each -> batch.id().equals(each.batchId()) && !each.cancelled()).toList(),
                entries.of(chamberId, from, to, List.of(), ""));
    }

    private static boolean isClimate(Series each) {
        return !each.retired() && (each.measured() == Quantity.TEMPERATURE || each.measured() == Quantity.RELATIVE_HUMIDITY);
    }

    private List<InForceView> inForce(UUID chamberId, Instant from, Instant to) {
        List<InForceView> found = new ArrayList<>();
        for (ControllerPlan controller : plans.one(chamberId).plan().controllers()) {
            List<SettingsView> saved = new ArrayList<>(chambers.settings(chamberId, UUID.fromString(controller.id())));
            Collections.reverse(saved);
            for (int i = 0; i < saved.size(); i++) {
                Instant until = i + 1 < saved.size() ? saved.get(i + 1).savedAt() : null;
                if (!saved.get(i).savedAt().isAfter(to) && (until == null || until.isAfter(from))) {
                    found.add(new InForceView(controller.name(), saved.get(i), until));
                }
            }
        }
        return found;
    }
}
