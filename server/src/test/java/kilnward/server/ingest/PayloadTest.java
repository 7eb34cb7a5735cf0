package kilnward.server.ingest;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import kilnward.core.series.SeriesUnit;
import kilnward.server.wire.problem.RefusedFieldsException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What comes over MQTT: a number, a reading, a list of readings. */
class PayloadTest {
    private static final Instant ARRIVED = Instant.parse("2026-11-26T12:00:00Z");

    private static Sent.Read read(String payload) {
        return ReadingsText.mqtt(payload.getBytes(StandardCharsets.UTF_8), "s", ARRIVED);
    }

    @Test
    void aNumberAloneIsOfTheMomentItArrived() {
        assertEquals(List.of(new Sent(0, "s", ARRIVED, 25.5, Optional.empty())), read("25.5").good());
        assertEquals(List.of(new Sent(0, "s", ARRIVED, -3, Optional.empty())), read(" -3 \n").good());
    }

    @Test
    void aReadingSaysItsTimeAndItsUnit() {
        Instant at = Instant.parse("2026-11-26T11:59:00.25Z");
        assertEquals(List.of(new Sent(0, "s", at, 77, Optional.of(SeriesUnit.F))), read("{\"at\":\"2026-11-26T11:59:00.250Z\",\"value\":77,\"unit\":\"°F\"}").good());
        assertEquals(2, read("[{\"at\":\"2026-11-26T11:59:00Z\",\"value\":1},{\"at\":\"2026-11-26T12:00:00+01:00\",\"value\":2}]").good().size());
    }

    @Test
    void whatIsWrongInAListIsNamedAndTheRestIsRead() {
        Sent.Read read = read(
                "[{\"at\":\"2026-11-26T11:59:00Z\",\"value\":1},{\"at\":\"soon\",\"value\":2},3,{\"value\":4},{\"at\":\"2026-11-26T11:59:00Z\",\"value\":5,\"series\":\"other\"}]");
        assertEquals(1, read.good().size());
        assertEquals(List.of("[1].at", "[2]", "[3].at", "[4].series"), read.bad().stream().map(each -> each.field()).toList());
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "warm", "25,5", "{", "[1", "25 26", "NaN", "\u0000", "{\"value\":1}{}", "[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[["})
    void whatIsNoReadingIsRefused(String payload) {
        try {
            Sent.Read read = read(payload);
            assertTrue(read.good().isEmpty() && !read.bad().isEmpty(), payload);
        } catch (RefusedFieldsException refused) {
            assertTrue(!refused.problems().isEmpty());
        }
    }

    @Test
    void moreThanOneRequestMayHoldIsRefusedWhole() {
        String many = "[" + "1,".repeat(10_000) + "1]";
        assertThrows(RefusedFieldsException.class, () -> read(many));
    }
}
