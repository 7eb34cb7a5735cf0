package kilnward.server.account;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.github.bucket4j.Bucket;
import io.github.bucket4j.TimeMeter;
import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.UUID;
import kilnward.server.store.Moments;
import kilnward.server.store.Token;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.door.Text;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Makes guessing slow, per address and per account. What an address may try stands in this server's memory; what was failed for an account stands in the record, so that
 * several servers count together. It is slow only, and never shut: whoever knows the password gets in after the wait.
 */
@Component
class Patience {
    /** What one address may try after its first tries, whatever for. */
    private static final Duration PER_TRY = Duration.ofSeconds(6);
    /** After so many failures for a name from one place each more doubles the wait. */
    private static final int FREE_HERE = 5;
    /** The same for a name from everywhere together: whoever tries from many places must not shut out whose name it is after five tries. */
    private static final int FREE_EVERYWHERE = 50;
    private static final long LONGEST_S = 900;
    private static final long FORGOTTEN_S = 86_400;
    private static final long MICROS = 1_000_000;
    private final Cache<String, Bucket> addresses = Caffeine.newBuilder().maximumSize(100_000).expireAfterAccess(Duration.ofMinutes(10)).build();
    private final JdbcClient sql;
    private final int tries;
    private final Clock clock;
    private final TimeMeter time;

    Patience(JdbcClient sql, KilnWardProperties properties, Clock clock) {
        this.sql = sql;
        this.tries = properties.signInTries();
        this.clock = clock;
        this.time = new TimeMeter() {
            @Override
            public long currentTimeNanos() {
                return clock.millis() * 1_000_000;
            }

            @Override
            public boolean isWallClockBased() {
                return true;
            }
        };
    }

    /** Counts a try of an address; how long it has to wait (s) where it had too many. */
    OptionalLong tries(String address) {
        Bucket bucket = addresses.get(address, fresh -> Bucket.builder().withCustomTimePrecision(time).addLimit(limit -> limit.capacity(tries).refillGreedy(1, PER_TRY)).build());
        var taken = bucket.tryConsumeAndReturnRemaining(1);
        return taken.isConsumed() ? OptionalLong.empty() : OptionalLong.of(1 + taken.getNanosToWaitForRefill() / 1_000_000_000);
    }

    /** Under what failures are counted: an account, however its name was written; what nobody is called, in the form in which names are compared. */
    static String whose(String name, Optional<UUID> account) {
        return account.map(UUID::toString).orElseGet(() -> Text.canonical(Optional.ofNullable(name).orElse("")));
    }

    /** How long whoever that is has to wait (s) before they are tried again from an address; empty for not at all. A name that nobody has waits as long. */
    OptionalLong waits(String whose, String address) {
        long now = Moments.nowUs(clock);
        long here = rest(key(whose, address), FREE_HERE, now);
        long everywhere = rest(key(whose, ""), FREE_EVERYWHERE, now);
        long rest = Math.max(here, everywhere);
        return rest <= 0 ? OptionalLong.empty() : OptionalLong.of(1 + rest / MICROS);
    }

    private long rest(String key, int free, long now) {
        return sql.sql("select failures, last_us from sign_in_failure where who_sha256 = ?").param(key)
                .query((row, i) -> row.getLong(2) + MICROS * delayS(row.getInt(1), free) - now).optional().orElse(0L);
    }

    /** How long (s) to wait after so many failures. */
    static long delayS(int failures, int free) {
        return failures < free ? 0 : Math.min(LONGEST_S, 1L << Math.min(20, failures - free + 1));
    }

    /** Notes a failure. */
    @Transactional
    void failed(String whose, String address) {
        for (String key : new String[] {key(whose, address), key(whose, "")}) {
            sql.sql("insert into sign_in_failure (who_sha256, failures, last_us) values (:key, 1, :now)"
                    + " on duplicate key update failures = if(last_us < :old, 1, failures + 1), last_us = :now")
                    .param("key", key).param("now", Moments.nowUs(clock)).param("old", Moments.nowUs(clock) - FORGOTTEN_S * MICROS).update();
        }
    }

    /** Forgets what was failed from where somebody got in. */
    @Transactional
    void succeeded(String whose, String address) {
        sql.sql("delete from sign_in_failure where who_sha256 = ?").param(key(whose, address)).update();
    }

    private static String key(String whose, String address) {
        return Token.hashText(whose + "\n" + address);
    }

}
