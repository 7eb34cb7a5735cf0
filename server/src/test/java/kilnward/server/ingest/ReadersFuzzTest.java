package kilnward.server.ingest;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;

/** The readers of CSV, JSON and MQTT payloads under a coverage-guided fuzzer (Jazzer), in a process of its own: for ten seconds, or -Dkiln.fuzz.seconds. */
@Execution(ExecutionMode.CONCURRENT)
class ReadersFuzzTest {
    private static final int SECONDS = Integer.getInteger("kiln.fuzz.seconds", 10);

    @Test
    void nothingThatIsSentMakesAReaderFall() throws Exception {
        Path folder = Files.createDirectories(Path.of("target", "readers-fuzz").toAbsolutePath());
        Path seeds = Files.createDirectories(folder.resolve("seeds"));
        List<String> first = List.of("\0{\"readings\":[{\"series\":\"a\",\"at\":\"2026-11-26T12:00:00Z\",\"value\":1.5,\"unit\":\"C\"}]}",
                "\1series,at,value,unit\r\n\"a\",2026-11-26T12:00:00Z,1.5,°F\r\n", "\2[{\"at\":\"2026-11-26T12:00:00+01:00\",\"value\":-1e3}]", "\2" + "25.5");
        for (int i = 0; i < first.size(); i++) {
            Files.writeString(seeds.resolve("seed-" + i), first.get(i));
        }
        // The classes under test and their libraries, without what Surefire puts around them.
        String classes = System.getProperty("surefire.test.class.path", System.getProperty("java.class.path"));
        List<String> command = new ArrayList<>(List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-cp", classes, "-Xmx512m",
                "com.code_intelligence.jazzer.Jazzer", "--target_class=" + ReadersFuzzer.class.getName(), "--instrumentation_includes=kilnward.server.ingest.**",

                "--reproducer_path=" + folder, "-max_total_time=" + SECONDS, "-artifact_prefix=" + folder + File.separator, "-rss_limit_mb=2048", "-timeout=20", "-seed=14",
                seeds.toString()));
        Path log = folder.resolve("jazzer.log");
        Process jazzer = new ProcessBuilder(command).directory(folder.toFile()).redirectErrorStream(true).redirectOutput(log.toFile()).start();
        if (!jazzer.waitFor(SECONDS + 120L, TimeUnit.SECONDS)) {
            jazzer.destroyForcibly();
        }
        String said = Files.readString(log, java.nio.charset.StandardCharsets.ISO_8859_1);
        assertEquals(0, jazzer.waitFor(), said.substring(Math.max(0, said.length() - 3_000)));
    }
}
