package kilnward.server.audit;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import kilnward.server.store.Moments;
import net.javacrumbs.shedlock.spring.annotation.SchedulerLock;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Seals what was written down, every few seconds and by one server at a time; writers wait for nobody. */
@Component
public class Sealer {
    private static final Logger LOG = LoggerFactory.getLogger(Sealer.class);
    private static final int TRIES = 10;
    private final Chain chain;
    private final TransactionTemplate transactions;
    private final Clock clock;

    public Sealer(JdbcClient sql, TransactionTemplate transactions, Clock clock) {
        this.chain = new Chain(sql);
        this.transactions = transactions;
        this.clock = clock;
    }

    /**
     * The last seal: what is noted elsewhere, so that what comes after can be held against it.
     *
     * @param seq  its number; 0 before there is any
     * @param hash its hash, in hexadecimal digits
     */
    public record Seal(long seq, String hash) {
    }

    @Scheduled(initialDelayString = "PT3S", fixedDelayString = "PT2S")
    @SchedulerLock(name = "audit-seal", lockAtMostFor = "PT1M")
    void sealSometimes() {
        try {
            seal();
        } catch (RuntimeException away) {
            // Nothing is lost: the next time finds it.
            LOG.debug("what was written down is not sealed yet: {}", away.getMessage());
        }
    }

    /** Seals all that there is; the last seal afterwards. */
    public Seal seal() {
        for (int tries = 1;; tries++) {
            try {
                Integer sealed = transactions.execute(status -> chain.seal(Moments.nowUs(clock)));
                if (sealed == null || sealed == 0) {
                    return last();
                }
                tries = 0;
            } catch (TransientDataAccessException | DataIntegrityViolationException overtaken) {
                // Somebody else sealed the same at the same time: theirs counts, and the rest comes after it.
                if (tries == TRIES) {
                    throw overtaken;
                }
            }
        }
    }

    /** The last seal. */
    public Seal last() {
        return chain.head();
    }

    /**
     * What is wrong with the chain, in words; empty where it is whole.
     *
     * @param noted seals as they were noted elsewhere
     */
    public Optional<String> broken(List<Seal> noted) {
        return chain.broken(noted, Moments.nowUs(clock));
    }

}
