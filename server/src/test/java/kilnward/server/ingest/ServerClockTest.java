package kilnward.server.ingest;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.time.Duration;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** Whose clock is wrong: one device's, or the server's own. */
class ServerClockTest {
    @Test
    void onlyWhereAllAreAheadItIsTheServersOwn() {
        ServerClock clock = new ServerClock();
        UUID one = new UUID(0, 1);
        clock.saw(one, Duration.ofHours(3));
        assertEquals(Optional.empty(), clock.behind(), "one against one");
        UUID other = new UUID(0, 2);
        clock.saw(other, Duration.ofSeconds(-40));
        assertEquals(Optional.empty(), clock.behind(), "another agrees with the server");
        clock.saw(other, Duration.ofHours(3).plusMinutes(2));
        assertEquals(Optional.of(Duration.ofHours(3).plusMinutes(2)), clock.behind());
        clock.saw(one, Duration.ofSeconds(1));
        assertEquals(Optional.empty(), clock.behind(), "it was set");
    }
}
