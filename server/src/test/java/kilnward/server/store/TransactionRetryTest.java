package kilnward.server.store;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.sql.SQLException;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import kilnward.server.running.PrivateMariaDb;
import org.junit.jupiter.api.Test;
import org.springframework.context.annotation.AnnotationConfigApplicationContext;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Import;
import org.springframework.dao.CannotAcquireLockException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DataSourceTransactionManager;
import org.springframework.jdbc.datasource.DriverManagerDataSource;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.EnableTransactionManagement;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.SimpleTransactionStatus;
import org.springframework.transaction.support.TransactionTemplate;

/** Two that write at once and stand in each other's way are both served; nobody is told that the record cannot be reached. */
class TransactionRetryTest {
    private static final CannotAcquireLockException DEADLOCK = new CannotAcquireLockException("deadlock", new SQLException("Deadlock found", "40001", 1213));

    @Test
    void twoThatLockTheSameRowsTheOtherWayRoundBothWrite() throws Exception {
        PrivateMariaDb database = PrivateMariaDb.start();
        try {
            DriverManagerDataSource source = new DriverManagerDataSource(database.url(), "root", "");
            JdbcClient sql = JdbcClient.create(source);
            sql.sql("create table tally (name varchar(1) primary key, n int not null)").update();
            sql.sql("insert into tally values ('a', 0), ('b', 0)").update();
            TransactionTemplate transactions = new TransactionRetry.Retried(new DataSourceTransactionManager(source));
            CyclicBarrier meeting = new CyclicBarrier(2);
            AtomicInteger attempts = new AtomicInteger();
            List<CompletableFuture<Void>> both = List.of("ab", "ba").stream().map(order -> CompletableFuture.runAsync(() -> transactions.executeWithoutResult(status -> {
                sql.sql("update tally set n = n + 1 where name = ?").param(order.substring(0, 1)).update();
                if (attempts.incrementAndGet() <= 2) {
                    meet(meeting);
                }
                sql.sql("update tally set n = n + 1 where name = ?").param(order.substring(1)).update();
            }))).toList();
            for (CompletableFuture<Void> each : both) {
                each.get(60, TimeUnit.SECONDS);
            }
            assertEquals(List.of(2, 2), sql.sql("select n from tally order by name").query(Integer.class).list());
            assertTrue(attempts.get() > 2, "one of them was taken back once: " + attempts);
        } finally {
            database.close();
        }
    }

    private static void meet(CyclicBarrier meeting) {
        try {
            meeting.await(30, TimeUnit.SECONDS);
        } catch (Exception alone) {
            throw new IllegalStateException(alone);
        }
    }

    @Test
    void anAnnotatedTransactionIsTriedAgainFromItsBeginningAndOnlyThere() throws Exception {
        try (AnnotationConfigApplicationContext context = new AnnotationConfigApplicationContext(Written.class)) {
            PlatformTransactionManager manager = context.getBean(PlatformTransactionManager.class);
            Writing writing = context.getBean(Writing.class);
            // Commits that fail twice, then hold.
            doThrow(DEADLOCK).doThrow(DEADLOCK).doNothing().when(manager).commit(any());
            assertEquals(3, writing.write());
            verify(manager, times(3)).getTransaction(any());
            // What fails of itself fails once, and as it was thrown.
            assertThrows(IOException.class, writing::fails);
            verify(manager, times(4)).getTransaction(any());
            // For ever is not waited.
            doThrow(DEADLOCK).when(manager).commit(any());
            assertThrows(CannotAcquireLockException.class, writing::write);
            verify(manager, times(9)).getTransaction(any());
            // What reads may have written to a stream by then.
            assertThrows(CannotAcquireLockException.class, writing::read);
            verify(manager, times(10)).getTransaction(any());
        }
    }

    /** What is written. */
    static class Writing {
        private int times;

        @Transactional
        public int write() {
            return ++times;
        }

        @Transactional(readOnly = true)
        public int read() {
            return times;
        }

        @Transactional
        public void fails() throws IOException {
            throw new IOException("of itself");
        }
    }

    /** Transactions without a database; not marked as a configuration, or servers under test would find it. */
    @EnableTransactionManagement(proxyTargetClass = true)
    @Import(TransactionRetry.class)
    static class Written {
        @Bean
        PlatformTransactionManager manager() {
            PlatformTransactionManager manager = mock(PlatformTransactionManager.class);
            when(manager.getTransaction(any())).thenAnswer(begun -> new SimpleTransactionStatus());
            return manager;
        }

        @Bean
        Writing writing() {
            return new Writing();
        }
    }
}
