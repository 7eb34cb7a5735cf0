package kilnward.server.ingest;

import java.time.Instant;
import java.util.function.Supplier;
import kilnward.core.series.SeriesUnit;
import kilnward.server.wire.problem.RefusedFieldsException;

/** What a fuzzer calls with bytes of its own making: every reader of readings takes them, or refuses them in its own words, and nothing else. */
public final class ReadersFuzzer {
    private static final Instant NOW = Instant.parse("2026-11-26T12:00:00Z");

    private ReadersFuzzer() {
    }

    public static void fuzzerTestOneInput(byte[] data) {
        if (data.length == 0) {
            return;
        }
        byte[] rest = java.util.Arrays.copyOfRange(data, 1, data.length);
        switch (data[0] % 3) {
            case 0 -> check(() -> ReadingsText.json(rest));
            case 1 -> check(() -> ReadingsText.csv(rest));
            default -> check(() -> ReadingsText.mqtt(rest, "s", NOW));
        }
    }

    private static void check(Supplier<Sent.Read> reader) {
        Sent.Read read;
        try {
            read = reader.get();
        } catch (RefusedFieldsException refused) {
            if (refused.problems().isEmpty()) {
                throw new IllegalStateException("refused without a word");
            }
            return;
        }
        for (Sent each : read.good()) {
            if (each.series() == null || each.series().isBlank() || each.at() == null || !Double.isFinite(each.value())) {
                throw new IllegalStateException("taken for a reading: " + each);
            }
            each.unit().map(SeriesUnit::kept).orElse(SeriesUnit.C);
        }
    }
}
