package kilnward.server.backup;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Optional;
import kilnward.core.alarm.Urgency;
import kilnward.server.backup.Retention.Kind;
import kilnward.server.notification.Outbox;
import kilnward.server.site.Sites;
import net.javacrumbs.shedlock.spring.annotation.SchedulerLock;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** A backup each night, or as soon as the server runs again after a night it missed; and somebody is told where there is none. */
@Component
@ConditionalOnProperty(name = "kilnward.nightly-backups", havingValue = "true", matchIfMissing = true)
class Nightly {
    private static final Logger LOG = LoggerFactory.getLogger(Nightly.class);
    /** By the clock of the first site. */
    private static final int HOUR = 3;
    private static final Duration LONGEST = Duration.ofHours(26);
    private static final Duration SHORTEST = Duration.ofHours(6);
    private final Backups backups;
    private final Outbox outbox;
    private final Sites sites;
    private final Clock clock;

    Nightly(Backups backups, Outbox outbox, Sites sites, Clock clock) {
        this.backups = backups;
        this.outbox = outbox;
        this.sites = sites;
        this.clock = clock;
    }

    /** Whether it is time: at night, or when the last is more than a day old. */
    static boolean isTime(Optional<Instant> last, ZonedDateTime now) {
        Duration since = last.map(each -> Duration.between(each, now.toInstant())).orElse(LONGEST.plusHours(1));
        return since.compareTo(LONGEST) > 0 || now.getHour() == HOUR && since.compareTo(SHORTEST) > 0;
    }

    @Scheduled(initialDelayString = "PT5M", fixedDelayString = "PT10M")
    @SchedulerLock(name = "nightly-backup", lockAtMostFor = "PT1M")
    void look() {
        ZoneId zone = sites.first().map(Sites.Site::zone).orElse(null);
        if (zone == null) {
            // There is nothing yet that could be lost.
            return;
        }
        try {
            if (isTime(backups.lastGood(), clock.instant().atZone(zone))) {
                backups.make(Kind.NIGHTLY, zone);
            }
        } catch (RuntimeException away) {
            LOG.warn("no backup now: {}", away.getMessage());
        }
        backups.wrong().ifPresent(wrong -> sites.all().forEach(site -> outbox.tellOfSite(site.id(), Urgency.SOON, "Backups: " + wrong,
                wrong + "\n\nLook at the page Backups. Until there is a good one, what breaks cannot be brought back.")));
    }
}
