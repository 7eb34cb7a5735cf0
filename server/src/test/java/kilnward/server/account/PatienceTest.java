package kilnward.server.account;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.time.Clock;
import java.time.Instant;
import kilnward.server.running.RunningServer;
import kilnward.server.wire.KilnWardProperties;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Ten thousand tries, by a clock that is moved by hand. */
@Execution(ExecutionMode.CONCURRENT)
@ExtendWith(RunningServer.class)
class PatienceTest {
    private final Clock clock = mock(Clock.class);
    private Instant now = Instant.parse("2026-11-26T20:00:00Z");
    private Patience patience;

    @BeforeEach
    void begin(RunningServer.Running server) {
        when(clock.instant()).thenAnswer(asked -> now);
        when(clock.millis()).thenAnswer(asked -> now.toEpochMilli());
        KilnWardProperties properties = mock(KilnWardProperties.class);
        when(properties.signInTries()).thenReturn(20);
        patience = new Patience(server.bean(JdbcClient.class), properties, clock);
    }

    /** How many passwords somebody could really try, who asks so often for one name. */
    private int tried(String name, int tries, double everyS, int addresses) {
        int tried = 0;
        for (int i = 0; i < tries; i++) {
            String address = "192.0.2." + i % addresses;
            if (patience.tries(address).isEmpty() && patience.waits(name, address).isEmpty()) {
                tried++;
                patience.failed(name, address);
            }
            now = now.plusMillis(Math.round(1000 * everyS));
        }
        return tried;
    }

    /** Ten a second for a quarter of an hour: five are free, then 2, 4, 8 … s: 2 + 4 + … + 512 = 1022 s > 1000 s, so that at most five and nine are tried. */
    @Test
    void tenThousandFromOnePlace() {
        int tried = tried("one place", 10_000, 0.1, 1);
        assertTrue(tried >= 5 && tried <= 14, "tried " + tried);
    }

    /** From two hundred places fifty are free, and after that the name itself waits: it is NIST's hundred that count. */
    @Test
    void tenThousandFromManyPlaces() {
        int tried = tried("many places", 10_000, 0.1, 200);
        assertTrue(tried >= 50 && tried <= 60, "tried " + tried);
    }

    /** Twenty tries, and one more every six seconds, whatever the name. */
    @Test
    void oneAddressWithManyNames() {
        int tried = 0;
        for (int i = 0; i < 600; i++) {
            tried += patience.tries("192.0.2.77").isEmpty() ? 1 : 0;
            now = now.plusMillis(100);
        }
        assertTrue(tried >= 29 && tried <= 31, "tried " + tried);
        assertTrue(patience.tries("192.0.2.78").isEmpty());
    }

    @Test
    void whoGetsInIsFreeAgainAndADayForgets() {
        tried("forgiven", 6, 0.1, 1);
        assertTrue(patience.waits(Patience.whose(" FORGIVEN", java.util.Optional.empty()), "192.0.2.0").isPresent());
        patience.succeeded("forgiven", "192.0.2.0");
        assertTrue(patience.waits("forgiven", "192.0.2.0").isEmpty());
        assertEquals(0, Patience.delayS(4, 5));
        assertEquals(2, Patience.delayS(5, 5));
        assertEquals(512, Patience.delayS(13, 5));
        assertEquals(900, Patience.delayS(14, 5));
        assertEquals(900, Patience.delayS(Integer.MAX_VALUE, 5));
    }
}
