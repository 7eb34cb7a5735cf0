package kilnward.server.calendar;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import kilnward.core.device.Parameter;
import kilnward.server.alarm.AlarmViews.Mark;
import kilnward.server.alarm.AlarmViews.Of;
import kilnward.server.alarm.Happenings;
import kilnward.server.calendar.CalendarViews.TaskView;
import kilnward.server.plan.AppliancePlan.BowlPlan;
import kilnward.server.plan.AppliancePlan.HumidifierPlan;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.rule.RuleService;
import kilnward.server.rule.RuleViews.RuleView;
import kilnward.server.settings.ChamberService;
import kilnward.server.settings.ChamberViews.ChamberChange;
import kilnward.server.settings.ChamberViews.ChamberView;
import kilnward.server.settings.ChamberViews.NewSettings;
import kilnward.server.settings.ChamberViews.SettingsView;
import kilnward.server.site.Sites;
import kilnward.server.store.Moments;
import kilnward.server.wire.door.ManyLines;
import kilnward.server.wire.problem.ConflictException;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** A box that changes its use, and a controller that was replaced or lost its settings. */
@Service
@Transactional
class ChangingOver implements Happenings {
    private final ChamberService chambers;
    private final Batches batches;
    private final Tasks tasks;
    private final RuleService rules;
    private final Sites sites;
    private final JdbcClient sql;
    private final Clock clock;

    ChangingOver(ChamberService chambers, Batches batches, Tasks tasks, RuleService rules, Sites sites, JdbcClient sql, Clock clock) {
        this.chambers = chambers;
        this.batches = batches;
        this.tasks = tasks;
        this.rules = rules;
        this.sites = sites;
        this.sql = sql;
        this.clock = clock;
    }

    /** Why the box changes its use, from the version somebody looked at. */
    public record ChangeOver(@NotNull Long version, @NotBlank @Size(min = 3, max = 300) @ManyLines String reason) {
    }

    /**
     * What was done.
     *
     * @param settings  settings that count no more
     * @param disarmed  alarm rules that are no longer armed
     * @param ended     batches that were ended
     * @param calledOff tasks that were called off
     * @param shutDown  what is left for hands to do
     */
    public record Changed(ChamberView chamber, int settings, int disarmed, int ended, int calledOff, List<TaskView> shutDown) {
    }

    /** A controller that was replaced by another, or that forgot its settings. */
    public record Renewed(@NotNull Boolean otherDevice, @NotNull @Size(max = 200) String note) {
    }

    /** Settings that count no more. */
    public record RetiredView(String controllerId, int number, Instant retiredAt, String retiredBy, String reason) {
    }

    /** Takes a box out of its use: nothing lives in it, nothing is armed, its settings count no more, and hands have a list. */
    Changed change(UUID chamberId, ChangeOver asked, String who) {
        ChamberView before = chambers.one(chamberId);
        if (before.version() != asked.version()) {
            throw new ConflictException(before.changedBy() + " saved this chamber while you were looking. Look at it and decide again.", before);
        }
        int disarmed = 0;
        for (RuleView each : rules.all(chamberId)) {
            rules.disarm(chamberId, UUID.fromString(each.id()), who);
            disarmed++;
        }
        int ended = batches.endAll(chamberId, asked.reason().strip(), who);
        int calledOff = tasks.callOffAll(chamberId);
        Instant now = Moments.now(clock);
        int retired = 0;
        for (SettingsView each : before.settings()) {
            retired += sql.sql("insert ignore into settings_retired (controller_id, number, chamber_id, retired_at, retired_by, reason) values (?, ?, ?, ?, ?, ?)")
                    .param(UUID.fromString(each.controllerId())).param(each.number()).param(chamberId).param(Timestamp.from(now)).param(who).param(asked.reason().strip()).update();
        }
        ChamberView after = chambers.change(chamberId, new ChamberChange(before.version(), before.plan().withOccupancy(null)), who);
        LocalDateTime due = LocalDateTime.ofInstant(now, sites.zone());
        List<TaskView> list = new ArrayList<>();
        for (String title : shutDown(before.plan())) {
            list.add(tasks.add(chamberId, new CalendarViews.NewTask(UUID.randomUUID().toString(), title, due, null, null)));
        }
        return new Changed(after, retired, disarmed, ended, calledOff, list);
    }

    /** What hands have to do; the order is that in which nobody is hurt: power first. */
    static List<String> shutDown(ChamberPlan plan) {
        List<String> list = new ArrayList<>();
        list.add("See that nothing lives in it any more");
        plan.appliances().forEach(each -> list.add("Unplug " + each.name()));
        plan.controllers().stream().filter(each -> each.loops().stream().anyMatch(loop -> Boolean.TRUE.equals(loop.cutOut())))
                .forEach(each -> list.add("Second layer " + each.name() + ": switch it off, so that it does not act alone"));
        plan.controllers().forEach(each -> list.add("Switch " + each.name() + " off, or to what its manual calls the factory settings"));
        plan.appliances().stream().filter(each -> each instanceof BowlPlan || each instanceof HumidifierPlan).forEach(each -> list.add("Empty and dry " + each.name()));
        plan.probes().forEach(each -> list.add("Take " + each.name() + " out, wipe it, and keep it dry"));
        list.add("Clean the box, and leave it open to dry");
        return list;
    }

    /**
     * Writes down that a controller is another one, or forgot everything: the whole card has to be keyed in again. The settings stay what they were, but for an offset, which
     * belonged to the device that is gone.
     */
    SettingsView renewed(UUID chamberId, UUID controllerId, Renewed asked, String who) {
        ChamberView chamber = chambers.one(chamberId);
        SettingsView latest = chamber.settings().stream().filter(each -> each.controllerId().equals(controllerId.toString())).findFirst()
                .orElseThrow(() -> new NotFoundException("Nothing has been saved for this controller yet: there is no card to key in again."));
        Map<Parameter, Double> values = new EnumMap<>(latest.values());
        String reason = asked.note().strip();
        if (asked.otherDevice()) {
            values.computeIfPresent(Parameter.OFFSET, (key, value) -> 0.0);
            values.computeIfPresent(Parameter.HUMIDITY_OFFSET, (key, value) -> 0.0);
            reason = "Another device in its place; its offset is not known yet. " + reason;
        } else {
            reason = "Factory reset: the whole card again. " + reason;
        }
        return chambers.save(chamberId, controllerId, new NewSettings(latest.number(), reason.strip(), values), who);
    }

    /** Settings of a chamber that count no more. */
    @Transactional(readOnly = true)
    public List<RetiredView> retired(UUID chamberId) {
        chambers.one(chamberId);
        return sql.sql("select controller_id, number, retired_at, retired_by, reason from settings_retired where chamber_id = ? order by retired_at desc, number").param(chamberId)
                .query((row, i) -> new RetiredView(row.getString(1), row.getInt(2), row.getTimestamp(3).toInstant(), row.getString(4), row.getString(5))).list();
    }

    @Override
    @Transactional(readOnly = true)
    public List<Mark> in(UUID chamberId, Instant from, Instant to) {
        return retired(chamberId).stream().map(each -> new Mark(each.retiredAt(), Of.CHANGED_OVER, each.controllerId(), "settings " + each.number() + " count no more",
                each.retiredBy(), each.reason(), null, null)).toList();
    }
}
