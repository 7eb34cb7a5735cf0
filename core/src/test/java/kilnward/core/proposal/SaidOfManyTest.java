package kilnward.core.proposal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.math.MathContext;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.TreeMap;
import java.util.concurrent.ForkJoinPool;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/**
 * What the judgements say of sixty chambers, word for word and number for number, as somebody last read it: a rule that changes shows where it changes what is
 * said. It proves nothing right by itself. Where a change is meant, -Dkiln.said.write=true writes it anew, and the difference is read before it is kept.
 */
class SaidOfManyTest {
    private static final String FILE = "said-of-many.txt";
    private static final long FIRST = 5000;
    private static final int CHAMBERS = 60;

    @Test
    void whatIsSaidIsWhatWasRead() throws IOException {
        if (Boolean.getBoolean("kiln.said.write")) {
            Files.writeString(Path.of("src/test/resources", FILE), LongStream.range(FIRST, FIRST + CHAMBERS).mapToObj(SaidOfManyTest::said).collect(Collectors.joining()));
        }
        String[] read;
        try (InputStream file = SaidOfManyTest.class.getResourceAsStream("/" + FILE)) {
            read = new String(file.readAllBytes(), StandardCharsets.UTF_8).split("(?=chamber \\d+\n)");
        }
        assertEquals(CHAMBERS, read.length);
        for (int i = 0; i < CHAMBERS; i++) {
            assertEquals(read[i], said(FIRST + i));
        }
        assertTrue(String.join("", read).lines().filter(line -> line.startsWith("  ")).map(line -> line.strip().split(" ")[0]).distinct().count() > 30,
                "enough kinds are among it");
    }

    private static String said(long seed) {
        Setup setup = RandomChambers.of(seed);
        Scenario night = new Scenario(RoomCurve.day(setup.chamber().room()), 21, 12 * 3600, 5, Scenario.Start.SETTLED, List.of(), 72);
        return "chamber " + seed + "\n"
                + Assessment.untried(setup, night, true, Workers.in(ForkJoinPool.commonPool())).plain().stream().map(SaidOfManyTest::line).sorted().collect(Collectors.joining());
    }

    private static String line(Finding finding) {
        TreeMap<String, String> numbers = new TreeMap<>();
        finding.numbers().forEach((name, quantity) -> numbers.put(name, rounded(quantity.value()) + " " + quantity.unit()));
        return "  " + finding.code() + " " + finding.severity() + " " + finding.towards() + " about " + finding.about().id() + "/" + finding.about().part() + " " + numbers
                + "\n    "
                + finding.title() + " | " + finding.reason() + "\n" + remedies(finding.remedy());
    }

    private static String remedies(Remedy first) {
        StringBuilder all = new StringBuilder();
        for (Remedy each = first; each != null; each = each.otherwise().orElse(null)) {
            all.append("    → ").append(each.text()).append(' ').append(each.changes().stream()
                    .map(change -> change.controllerId() + "." + change.parameter() + "=" + rounded(change.value())).toList()).append('\n');
        }
        return all.toString();
    }

    /** Four digits: what an honest change of the arithmetic's order leaves alone. */
    private static String rounded(double value) {
        return Double.isFinite(value) ? new BigDecimal(value).round(new MathContext(4)).stripTrailingZeros().toPlainString() : String.valueOf(value);
    }
}
