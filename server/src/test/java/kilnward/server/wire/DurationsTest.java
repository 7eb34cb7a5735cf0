package kilnward.server.wire;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;

import java.nio.file.Path;
import java.util.function.DoubleFunction;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A mail says a duration as the page does: both are held to one file of cases. */
class DurationsTest {
    private final JsonNode cases = JsonMapper.shared().readTree(Path.of("..", "web", "src", "lib", "durations.cases.json").toFile());

    @Test
    void saysWhatThePageSays() {
        check("duration", Durations::duration);
        check("timeLeft", Durations::timeLeft);
    }

    private void check(String name, DoubleFunction<String> says) {
        assertFalse(cases.get(name).isEmpty());
        cases.get(name).forEach(each -> assertEquals(each.get(1).asString(), says.apply(each.get(0).asDouble()), name + " of " + each.get(0) + " s"));
    }
}
