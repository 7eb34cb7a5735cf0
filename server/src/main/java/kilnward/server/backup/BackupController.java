package kilnward.server.backup;

import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import jakarta.annotation.PreDestroy;
import kilnward.server.audit.Audit.Done;
import kilnward.server.audit.Audit.What;
import kilnward.server.audit.Audit;
import kilnward.server.audit.Sealer;
import kilnward.server.backup.Backups.BackupView;
import kilnward.server.backup.Retention.Kind;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.site.Sites;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.NotDoneException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The backups: seen, and made when somebody asks. They hold every site of the installation, so that files are handed out on the server's console only. */
@RestController
@RequestMapping("/api/v1/backups")
public class BackupController {
    private static final Logger LOG = LoggerFactory.getLogger(BackupController.class);
    private final Backups backups;
    private final Sites sites;
    private final Audit audit;
    private final Sealer sealer;
    private final ExecutorService worker = Executors.newSingleThreadExecutor(task -> new Thread(task, "backup"));

    BackupController(Backups backups, Sites sites, Audit audit, Sealer sealer) {
        this.backups = backups;
        this.sites = sites;
        this.audit = audit;
        this.sealer = sealer;
    }

    /**
     * All of them.
     *
     * @param wrong  what is wrong with them, in words; null for nothing
     * @param making whether one is being made
     * @param ofFuture how many bear a date of the future, and so count as the newest for nobody
     */
    public record BackupList(List<BackupView> backups, @OrNull String wrong, boolean making, long ofFuture) {
    }

    /**
     * Whether the record of changes is whole.
     *
     * @param broken what is wrong with it; null for nothing
     */
    public record ChainView(long seq, String hash, @OrNull String broken) {
    }

    @Needs(value = Role.VISITOR, byOperator = true)
    @GetMapping
    public BackupList all() {
        List<BackupView> all = backups.all();
        return new BackupList(all, backups.wrong().orElse(null), all.stream().anyMatch(each -> each.endedAt() == null || each.verifiedAt() == null && each.trouble() == null),
                backups.ofFuture());
    }

    /** Begins one; how it goes stands in the list. */
    @Needs(value = Role.VISITOR, byOperator = true)
    @PostMapping
    @ResponseStatus(HttpStatus.ACCEPTED)
    public BackupList make() {
        if (all().making()) {
            throw new NotDoneException(true, "A backup is being made; wait until it is done.");
        }
        ZoneId zone = sites.here().map(Sites.Site::zone).orElse(ZoneOffset.UTC);
        audit.write(Done.of(What.ADDED, "backup", "asked", "", List.of()));
        worker.execute(() -> {
            try {
                backups.make(Kind.ASKED, zone);
            } catch (RuntimeException busy) {
                LOG.warn("no backup: {}", busy.getMessage());
            }
        });
        return all();
    }

    /** Looks through the whole record of changes. */
    @Needs(Role.OWNER)
    @GetMapping("/chain")
    public ChainView chain() {
        Sealer.Seal seal = sealer.seal();
        return new ChainView(seal.seq(), seal.hash(), sealer.broken(backups.noted()).orElse(null));
    }

    @PreDestroy
    void stop() {
        worker.shutdownNow();
    }
}
