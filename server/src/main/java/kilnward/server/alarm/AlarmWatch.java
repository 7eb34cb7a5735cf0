package kilnward.server.alarm;

import java.util.List;
import java.util.UUID;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import kilnward.server.notification.Heartbeat;
import kilnward.server.rule.RuleService;
import kilnward.server.wire.problem.NotDoneException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.stereotype.Component;

/** Looks after all rules, on every server: each rule is taken on by whoever comes to it first. */
@Component
class AlarmWatch implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(AlarmWatch.class);
    private static final long EVERY_MS = 400;
    private static final long FOLLOW_MS = 3_000;
    private static final int AT_ONCE = 200;
    private final AlarmRecord record;
    private final RuleService rules;
    private final Heartbeat heartbeat;
    private ScheduledExecutorService watcher;
    private ScheduledExecutorService follower;
    private volatile boolean running;

    AlarmWatch(AlarmRecord record, RuleService rules, Heartbeat heartbeat) {
        this.record = record;
        this.rules = rules;
        this.heartbeat = heartbeat;
    }

    private void look() {
        try {
            List<UUID> due;
            do {
                due = record.due(AT_ONCE);
                for (UUID each : due) {
                    try {
                        record.look(each);
                    } catch (PessimisticLockingFailureException crossed) {
                        // Two were at one chamber at once: it is still due, and comes up again at the next look.
                        LOG.debug("rule {} is looked at again: {}", each, crossed.getMessage());
                    } catch (RuntimeException one) {
                        // The others go on; this one is tried again.
                        record.later(each);
                        LOG.warn("rule {} could not be looked at: {}", each, one.getMessage());
                    }
                }
                heartbeat.looked();
            } while (due.size() == AT_ONCE && running);
        } catch (RuntimeException away) {
            LOG.debug("alarms cannot be looked after: {}", away.getMessage());
        }
    }

    private void follow() {
        try {
            rules.follow();
            record.closeDisarmed();
        } catch (NotDoneException busy) {
            LOG.debug("rules follow later: {}", busy.getMessage());
        } catch (RuntimeException away) {
            LOG.warn("rules could not follow: {}", away.getMessage());
        }
    }

    @Override
    public void start() {
        running = true;
        watcher = Executors.newSingleThreadScheduledExecutor(task -> new Thread(task, "watches"));
        watcher.scheduleWithFixedDelay(this::look, EVERY_MS, EVERY_MS, TimeUnit.MILLISECONDS);
        follower = Executors.newSingleThreadScheduledExecutor(task -> new Thread(task, "follows"));
        follower.scheduleWithFixedDelay(this::follow, FOLLOW_MS, FOLLOW_MS, TimeUnit.MILLISECONDS);
    }

    @Override
    public void stop() {
        running = false;
        watcher.shutdownNow();
        follower.shutdownNow();
    }

    @Override
    public boolean isRunning() {
        return running;
    }
}
