package kilnward.server.ward;

import com.sun.management.OperatingSystemMXBean;
import java.lang.management.ManagementFactory;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.compute.Computing;
import kilnward.server.settings.ChamberService;
import kilnward.server.settings.Standing;
import kilnward.server.wire.problem.NotFoundException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Rehearses the nights of chambers before anybody asks, one after the other while nobody waits for anything: who is in need stands on top of a ward of a thousand only if
 * all of them were looked at.
 */
@Component
class Ahead {
    private static final Logger LOG = LoggerFactory.getLogger(Ahead.class);
    /** So long at a time, so that whatever else is due gets its turn. */
    private static final Duration TURN = Duration.ofMillis(1500);
    /** A share of all processors that this server is at work on by itself: then readings come in or pages are drawn, and nights can wait; but not for ever. */
    private static final double BUSY = 0.4;
    private static final int PATIENCE = 15;
    /** Not with every change that somebody makes. */
    private static final Duration LIST_EVERY = Duration.ofMinutes(1);
    private final ChamberService chambers;
    private final Standing standing;
    private final Outlooks outlooks;
    private final Computing computing;
    private final Deque<UUID> waiting = new ArrayDeque<>();
    private final OperatingSystemMXBean machine = ManagementFactory.getPlatformMXBean(OperatingSystemMXBean.class);
    private int waited;
    private String seen = "";
    private long listedNs = System.nanoTime() - LIST_EVERY.toNanos();

    Ahead(ChamberService chambers, Standing standing, Outlooks outlooks, Computing computing) {
        this.chambers = chambers;
        this.standing = standing;
        this.outlooks = outlooks;
        this.computing = computing;
    }

    @Scheduled(initialDelayString = "PT30S", fixedDelayString = "PT4S")
    void look() {
        if (isBusy()) {
            return;
        }
        try {
            if (waiting.isEmpty() && System.nanoTime() - listedNs > LIST_EVERY.toNanos()) {
                list();
            }
            long until = System.nanoTime() + TURN.toNanos();
            while (!waiting.isEmpty() && System.nanoTime() < until && computing.underWay() == 0) {
                rehearse(waiting.poll());
            }
        } catch (RuntimeException away) {
            LOG.warn("nights were not rehearsed ahead: {}", away.getMessage());
        }
    }

    private boolean isBusy() {
        waited = machine.getProcessCpuLoad() > BUSY && waited < PATIENCE ? waited + 1 : 0;
        return waited > 0;
    }

    private void list() {
        listedNs = System.nanoTime();
        String now = chambers.mark();
        if (!now.equals(seen)) {
            standing.all().stream().filter(each -> WardController.isReady(each) && outlooks.known(each).isEmpty()).forEach(each -> waiting.add(UUID.fromString(each.id())));
            seen = now;
        }
    }

    private void rehearse(UUID chamber) {
        try {
            outlooks.of(chambers.one(chamber));
        } catch (RefusedValueException | NotFoundException itsOwn) {
            // It says so itself to whoever looks at it.
            LOG.debug("{} cannot be rehearsed: {}", chamber, itsOwn.getMessage());
        }
    }
}
