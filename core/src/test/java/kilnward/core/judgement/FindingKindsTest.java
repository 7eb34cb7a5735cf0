package kilnward.core.judgement;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ForkJoinPool;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import kilnward.core.finding.Finding;
import kilnward.core.proposal.Assessment;
import kilnward.core.proposal.RandomChambers;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** Every kind of finding is triggered by some test and kept silent by another; how urgent it is, and to which side it leads, is told by chambers of a seed. */
class FindingKindsTest {
    private static final Path MAIN = Path.of("src", "main", "java", "kilnward", "core");
    private static final Path TEST = Path.of("src", "test", "java", "kilnward", "core");
    private static final Pattern KIND = Pattern.compile("\"([a-z]+(?:-[a-z]+)+)\"");

    /** Kind, severity, side and the seed of a random chamber of which just that is said. */
    private static final String SEEDED = """
            alarm-in-swing MIND_THIS HIGH 209
            alarm-in-swing MIND_THIS LOW 290
            alarm-opens-cooling NEEDS_YOU_NOW HIGH 209
            alarm-past-reading MIND_THIS HIGH 915
            alarm-too-far MIND_THIS HIGH 879
            alarm-too-late MIND_THIS HIGH 209
            alarm-too-late MIND_THIS LOW 290
            backup-order MIND_THIS NEITHER 209
            backup-order NEEDS_YOU_NOW NEITHER 209
            cannot-lose-own-heat MIND_THIS HIGH 10
            cannot-lose-own-heat NEEDS_YOU_NOW HIGH 300
            changes-too-fast MIND_THIS NEITHER 389
            coasts-past MIND_THIS NEITHER 23
            compressor-unguarded MIND_THIS NEITHER 586
            cooler-too-small MIND_THIS HIGH 110
            cooler-too-small NEEDS_YOU_NOW HIGH 209
            dimmer-would-fit MIND_THIS NEITHER 62
            fan-below-floor MIND_THIS NEITHER 186
            heater-too-small MIND_THIS NEITHER 389
            heater-too-small NEEDS_YOU_NOW LOW 209
            humidifier-too-small MIND_THIS LOW 1718
            humidifier-too-small NEEDS_YOU_NOW LOW 176
            humidity-out-of-band MIND_THIS BOTH 1094
            humidity-out-of-band MIND_THIS HIGH 586
            humidity-out-of-band MIND_THIS LOW 389
            humidity-out-of-band NEEDS_YOU_NOW BOTH 2268
            humidity-out-of-band NEEDS_YOU_NOW HIGH 186
            humidity-out-of-band NEEDS_YOU_NOW LOW 110
            limits-mistaken NEEDS_YOU_NOW BOTH 110
            limits-mistaken NEEDS_YOU_NOW HIGH 89
            limits-mistaken NEEDS_YOU_NOW LOW 2
            link-loss-unsafe MIND_THIS NEITHER 209
            near-saturation MIND_THIS HIGH 915
            output-in-manual NEEDS_YOU_NOW HIGH 586
            output-in-manual NEEDS_YOU_NOW LOW 62
            outputs-alternate MIND_THIS BOTH 335
            outputs-alternate NEEDS_YOU_NOW BOTH 186
            outputs-fight NEEDS_YOU_NOW BOTH 209
            own-thermostat-governs MIND_THIS LOW 290
            probe-follows-contents MIND_THIS BOTH 586
            probe-follows-wall MIND_THIS BOTH 209
            probe-near-heater MIND_THIS HIGH 62
            probe-near-heater MIND_THIS LOW 209
            probe-near-heater MIND_THIS NEITHER 635
            rest-zone-narrow MIND_THIS BOTH 586
            room-air-cannot-cool MIND_THIS HIGH 635
            room-air-cannot-cool NEEDS_YOU_NOW HIGH 290
            rung-order MIND_THIS HIGH 209
            rung-order MIND_THIS LOW 586
            rung-order NEEDS_YOU_NOW HIGH 586
            rung-order NEEDS_YOU_NOW LOW 586
            set-elsewhere NEEDS_YOU_NOW HIGH 290
            set-elsewhere NEEDS_YOU_NOW LOW 635
            short-cycling MIND_THIS NEITHER 209
            stuck-on-harms MIND_THIS HIGH 586
            stuck-on-harms NEEDS_YOU_NOW HIGH 209
            sun-overheats MIND_THIS HIGH 1854
            sun-overheats NEEDS_YOU_NOW HIGH 1033
            swing-out-of-band MIND_THIS BOTH 1031
            swing-out-of-band MIND_THIS HIGH 389
            swing-out-of-band MIND_THIS LOW 635
            swing-out-of-band NEEDS_YOU_NOW BOTH 209
            swing-out-of-band NEEDS_YOU_NOW HIGH 586
            swing-out-of-band NEEDS_YOU_NOW LOW 186
            vent-motor-times-out MIND_THIS BOTH 635
            walls-drip MIND_THIS NEITHER 209
            wrong-direction NEEDS_YOU_NOW BOTH 186
            """;

    private record Row(String kind, String severity, String side, long seed) {
        static Row of(String line) {
            String[] parts = line.strip().split(" ");
            return new Row(parts[0], parts[1], parts[2], Long.parseLong(parts[3]));
        }
    }

    private static Stream<Row> rows() {
        return SEEDED.strip().lines().map(Row::of);
    }

    @Test
    void eachIsAsUrgentAsItIsAndLeadsToItsSide() {
        Map<Long, List<Finding>> said = new ConcurrentHashMap<>();
        rows().map(Row::seed).distinct().toList().parallelStream().forEach(seed -> {
            Setup setup = RandomChambers.of(seed);
            Scenario night = new Scenario(RoomCurve.day(setup.chamber().room()), 21, 12 * 3600, 5, Scenario.Start.SETTLED, List.of(), 144);
            said.put(seed, Assessment.untried(setup, night, true, Workers.in(ForkJoinPool.commonPool())).plain());
        });
        List<Row> missing = rows().filter(row -> said.get(row.seed()).stream().noneMatch(each -> each.code().equals(row.kind()) && each.severity().name().equals(row.severity())
                && each.towards().name().equals(row.side()))).toList();
        assertEquals(List.of(), missing);
        Set<String> kinds = new TreeSet<>(rows().map(Row::kind).toList());
        for (String kind : kinds) {
            assertTrue(said.values().stream().anyMatch(all -> all.stream().noneMatch(each -> each.code().equals(kind))), kind + " is not said of every chamber");
        }
    }

    /** The table is written to {@code target/finding-kinds.md}. */
    @Test
    void everyKindIsTriggeredByATestAndKeptSilentByAnother() throws IOException {
        Set<String> kinds = new TreeSet<>();
        for (String folder : List.of("judgement", "load")) {
            for (String text : sources(MAIN.resolve(folder))) {
                Matcher matcher = KIND.matcher(text);
                while (matcher.find()) {
                    kinds.add(matcher.group(1));
                }
            }
        }
        assertTrue(kinds.size() > 45, "they are found in the sources: " + kinds);
        Map<String, Integer> triggered = new TreeMap<>();
        Map<String, Integer> silent = new TreeMap<>();
        rows().forEach(row -> {
            triggered.merge(row.kind(), 1, Integer::sum);
            silent.merge(row.kind(), 1, Integer::sum);
        });
        for (String text : sources(TEST)) {
            for (String method : text.split("@Test|@ParameterizedTest")) {
                for (String statement : method.split(";")) {
                    Matcher matcher = KIND.matcher(statement);
                    // A list of kinds that a loop holds against a chamber.
                    boolean loop = statement.contains("List.of(") && method.contains("code).isEmpty()");
                    boolean not = loop || statement.contains("isEmpty()") || statement.contains("noneMatch") || statement.contains("assertFalse");
                    while (matcher.find()) {
                        (not ? silent : triggered).merge(matcher.group(1), 1, Integer::sum);
                    }
                }
            }
        }
        List<String> lacking = new ArrayList<>();
        StringBuilder table = new StringBuilder("| finding | tests that trigger it | tests that keep it silent |\n|---|---|---|\n");
        for (String kind : kinds) {
            table.append("| ").append(kind).append(" | ").append(triggered.getOrDefault(kind, 0)).append(" | ").append(silent.getOrDefault(kind, 0)).append(" |\n");
            if (!triggered.containsKey(kind) || !silent.containsKey(kind)) {
                lacking.add(kind + (triggered.containsKey(kind) ? " is never kept silent" : " is never triggered"));
            }
        }
        Files.writeString(Path.of("target", "finding-kinds.md"), table);
        assertEquals(List.of(), lacking);
    }

    private static List<String> sources(Path folder) throws IOException {
        try (Stream<Path> files = Files.walk(folder)) {
            List<String> texts = new ArrayList<>();
            for (Path file : files.filter(each -> each.toString().endsWith(".java") && !each.endsWith("FindingKindsTest.java")).toList()) {
                texts.add(Files.readString(file));
            }
            return texts;
        }
    }
}
