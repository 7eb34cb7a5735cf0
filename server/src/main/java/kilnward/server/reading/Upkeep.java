package kilnward.server.reading;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.YearMonth;
import java.time.ZoneOffset;
import java.util.UUID;
import javax.sql.DataSource;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesService.Kept;
import kilnward.server.store.Moments;
import net.javacrumbs.shedlock.core.LockProvider;
import net.javacrumbs.shedlock.provider.jdbctemplate.JdbcTemplateLockProvider;
import net.javacrumbs.shedlock.spring.annotation.EnableSchedulerLock;
import net.javacrumbs.shedlock.spring.annotation.SchedulerLock;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.EnableScheduling;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** What is done to the store now and then, by one server at a time: months to come are laid out, and what a policy says is to go is taken out and written down. */
@Component
public class Upkeep {
    private static final Logger LOG = LoggerFactory.getLogger(Upkeep.class);
    private static final int MONTHS_AHEAD = 12;
    private static final int AT_ONCE = 10_000;
    private static final int DAY_MIN = 1440;
    private static final int DAY_H = 24;
    private static final int DAY_Q = 4;
    private final JdbcClient sql;
    private final SeriesService series;
    private final Clock clock;

    Upkeep(JdbcClient sql, SeriesService series, Clock clock) {
        this.sql = sql;
        this.series = series;
        this.clock = clock;
    }

    /** One server at a time, over the database. */
    @Configuration
    @EnableScheduling
    @EnableSchedulerLock(defaultLockAtMostFor = "PT30M")
    static class Locks {
        @Bean
        LockProvider lockProvider(DataSource database) {
            return new JdbcTemplateLockProvider(JdbcTemplateLockProvider.Configuration.builder().withJdbcTemplate(new JdbcTemplate(database)).usingDbTime().build());
        }
    }

    /** A lock that was taken in the future was taken by a clock that was wrong: it would hold until that day comes. */
    @Scheduled(initialDelayString = "PT1S", fixedDelayString = "PT30S")
    public void freeLocksOfTheFuture() {
        sql.sql("update shedlock set lock_until = utc_timestamp(3), locked_at = utc_timestamp(3) where locked_at > utc_timestamp(3) + interval 90 second").update();
    }

    @Scheduled(initialDelayString = "PT1M", fixedDelayString = "PT6H")
    @SchedulerLock(name = "readings-upkeep", lockAtLeastFor = "PT10S")
    public void now() {
        layOutMonths();
        series.policies().forEach(this::takeOut);
    }

    /** Months to come have a place of their own before anything is written there, so that laying them out moves nothing. */
    public void layOutMonths() {
        YearMonth last = YearMonth.now(clock.withZone(ZoneOffset.UTC)).plusMonths(MONTHS_AHEAD);
        String newest = sql
                .sql("select max(partition_name) from information_schema.partitions where table_schema = database() and table_name = 'reading' and partition_name like 'p2%'")
                .query(String.class).single();
        YearMonth next = YearMonth.of(Integer.parseInt(newest.substring(1, 5)), Integer.parseInt(newest.substring(5))).plusMonths(1);
        while (!next.isAfter(last)) {
            long until = next.plusMonths(1).atDay(1).atStartOfDay().toEpochSecond(ZoneOffset.UTC) * 1_000_000;
            sql.sql("alter table reading reorganize partition p_later into (partition p" + next.toString().replace("-", "") + " values less than (" + until
                    + "), partition p_later values less than maxvalue)").update();
            next = next.plusMonths(1);
        }
    }

    /** Takes out what the policy of a series says is to go. */
    public void takeOut(Kept kept) {
        Instant now = clock.instant();
        if (kept.keeps().rawDays() != null) {
            long beforeUs = Math.floorDiv(Moments.micros(now.minus(Duration.ofDays(kept.keeps().rawDays()))), 3_600_000_000L) * 3_600_000_000L;
            // First nothing older comes in any more: what would, waits for somebody's decision.
            sql.sql("update series set raw_from_us = ? where id = ? and coalesce(raw_from_us, 0) < ?").param(beforeUs).param(kept.series().id()).param(beforeUs).update();
            series.forget(kept.series().id());
            takeOut(kept, "RAW", "reading", "at_us", beforeUs, 1);
        }
        long day = Math.floorDiv(now.getEpochSecond(), Duration.ofDays(1).toSeconds());
        if (kept.keeps().minuteDays() != null) {
            takeOut(kept, "MINUTE", "reading_minute", "at_min", (day - kept.keeps().minuteDays()) * DAY_MIN, 60_000_000L);
        }
        if (kept.keeps().hourDays() != null) {
            takeOut(kept, "HOUR", "reading_hour", "at_h", (day - kept.keeps().hourDays()) * DAY_H, 3_600_000_000L);
            takeOut(kept, "QUARTER", "reading_quarter", "at_q", (day - kept.keeps().hourDays()) * DAY_Q, 21_600_000_000L);
        }
    }

    private void takeOut(Kept kept, String kind, String table, String at, long before, long us) {
        long removed = 0;
        int some;
        do {
            some = sql.sql("delete from " + table + " where series = ? and " + at + " < ? limit " + AT_ONCE).param(kept.series().number()).param(before).update();
            removed += some;
        } while (some == AT_ONCE);
        if (removed > 0) {
            LOG.info("{} rows of {} before {} taken out of series {}, by its policy", removed, kind, before, kept.series().id());
            sql.sql("insert into retention_run (id, series_id, kind, before_us, removed, ran_at) values (?, ?, ?, ?, ?, ?)").param(UUID.randomUUID()).param(kept.series().id())
                    .param(kind).param(before * us).param(removed).param(clock.instant()).update();
        }
    }
}
