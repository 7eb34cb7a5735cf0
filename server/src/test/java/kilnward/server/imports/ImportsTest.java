package kilnward.server.imports;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayOutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.Locale;
import java.util.SplittableRandom;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import kilnward.server.reading.Recount;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.RunningServer;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Files of loggers, from the file to readings. */
@ExtendWith(RunningServer.class)
class ImportsTest {
    private static final LocalDateTime T = LocalDateTime.ofInstant(Instant.now().minus(20, ChronoUnit.DAYS), ZoneOffset.UTC).truncatedTo(ChronoUnit.DAYS);
    private ApiClient lead;
    private String chamber;
    private String path;

    @BeforeEach
    void aChamber(RunningServer.Running server) {
        lead = ApiClient.as(server, "LEAD");
        chamber = lead.post("/api/v1/chambers", "{\"name\":\"From a file\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        path = "/api/v1/chambers/" + chamber + "/imports";
    }

    private JsonNode sent(byte[] file) {
        Answer answer = lead.postFile(path + "?name=logger%207.csv", file);
        assertEquals(201, answer.status(), answer.toString());
        return answer.body();
    }

    private JsonNode ran(JsonNode file, String plan) throws InterruptedException {
        String one = path + "/" + file.get("id").asString();
        Answer begun = lead.post(one + "/run", plan);
        assertEquals(202, begun.status(), begun.toString());
        return ended(one);
    }

    private JsonNode ended(String one) throws InterruptedException {
        for (long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(60); System.nanoTime() < until; Thread.sleep(50)) {
            JsonNode now = lead.get(one).body();
            if (!now.get("state").asString().equals("RUNNING")) {
                return now;
            }
        }
        throw new AssertionError("still running: " + lead.get(one).body());
    }

    private String series(String name) {
        return lead.get("/api/v1/chambers/" + chamber + "/series").body().valueStream().filter(each -> each.get("name").asString().equals(name)).findFirst().orElseThrow()
                .get("id").asString();
    }

    private static String two(String... cells) {
        return String.join(";", cells) + "\n";
    }

    private static String german(LocalDateTime at) {
        return at.format(DateTimeFormatter.ofPattern("dd.MM.yy HH:mm", Locale.ROOT));
    }

    @ParameterizedTest
    @ValueSource(strings = {"UTF-8", "UTF-16LE", "UTF-16BE", "windows-1252"})
    void whatSeemsToBeInItIsConfirmedAndTakenInOnce(String charset, RunningServer.Running server) throws Exception {
        String text = (charset.startsWith("UTF") ? "\ufeff" : "") + two("Logger 7", "", "") + two("Datum", "Temperatur (°C)", "Feuchte %") + two(german(T), "28,5", "71,2")
                + two(german(T.plusMinutes(10)), "28,6", "70") + two(german(T.plusMinutes(20)), "=1+1", "70") + two("Batterie gewechselt", "", "")
                + two(german(T.plusMinutes(30)), "280", "70") + two(german(T.plusDays(40)), "28,5", "70") + two(german(T.plusMinutes(40)), "---", "69,5");
        JsonNode file = sent(text.getBytes(Charset.forName(charset)));
        assertEquals("ASKED", file.get("state").asString());
        assertEquals(charset, file.get("charset").asString());
        JsonNode guess = file.get("guess");
        assertEquals("SEMICOLONtrue2DAY_MONTH_YEAR", guess.get("partedBy").asString() + guess.get("decimalComma").asBoolean() + guess.get("headerRows").asInt()
                + guess.get("dateOrder").asString());
        assertEquals("Temperatur (°C) C,Feuchte % RH", guess.get("columns").valueStream().map(each -> each.get("name").asString() + " " + each.get("unit").asString())
                .collect(java.util.stream.Collectors.joining(",")));
        assertTrue(file.get("reasons").size() >= 4, file.get("reasons").toString());
        String plan = ((ObjectNode) guess).put("zone", "UTC").toString();
        JsonNode done = ran(file, plan);
        assertEquals("DONE 7 0 5", done.get("state").asString() + " " + done.get("stored").asInt() + " " + done.get("known").asInt() + " " + done.get("bad").asInt(),
                done.toString());
        assertEquals("[5 NO_NUMBER, 6 NO_TIME, 7 IMPOSSIBLE, 8 FUTURE]",
                done.get("badLines").valueStream().limit(4).map(each -> each.get("line").asInt() + " " + each.get("why").asString()).toList().toString());
        JsonNode chart = lead.get("/api/v1/series/" + series("Temperatur (°C)") + "/chart?from=" + T.toInstant(ZoneOffset.UTC) + "&to=" + T.plusHours(1).toInstant(ZoneOffset.UTC))
                .body();
        assertEquals(28.5, chart.at("/summary/low").asDouble());
        Recount.assertExact(server.bean(JdbcClient.class));
        // Once more, into the same series: everything is there already.
        JsonNode again = sent(text.getBytes(Charset.forName(charset)));
        ObjectNode same = (ObjectNode) again.get("guess");
        same.put("zone", "UTC");
        ((ObjectNode) same.at("/columns/0")).putNull("name").put("seriesId", series("Temperatur (°C)"));
        ((ObjectNode) same.at("/columns/1")).putNull("name").put("seriesId", series("Feuchte %"));
        assertEquals("0 7", ran(again, same.toString()).get("stored").asInt() + " " + lead.get(path).body().at("/0/known").asInt());
        assertEquals(409, lead.post(path + "/" + again.get("id").asString() + "/run", same.toString()).status());
        assertEquals(204, lead.delete(path + "/" + again.get("id").asString()).status());
        assertEquals(1, lead.get(path).body().size());
    }

    /** Stopped in the middle and gone on with: nothing is lost, nothing is counted twice. */
    @Test
    void oneThatWasStoppedIsGoneOnWith(RunningServer.Running server) throws Exception {
        StringBuilder text = new StringBuilder("when,box °C\n");
        SplittableRandom random = new SplittableRandom(3);
        int rows = 60_000;
        for (int i = 0; i < rows; i++) {
            text.append(T.plusSeconds(20L * i)).append(',').append(Math.round(2000 + 1000 * random.nextDouble()) / 100.0).append('\n');
        }
        JsonNode file = sent(text.toString().getBytes(StandardCharsets.UTF_8));
        String one = path + "/" + file.get("id").asString();
        String plan = ((ObjectNode) file.get("guess")).put("zone", "UTC").toString();
        assertEquals(202, lead.post(one + "/run", plan).status());
        assertEquals(200, lead.post(one + "/stop", "{}").status());
        JsonNode stopped = ended(one);
        long stored = stopped.get("stored").asLong();
        // What it was at is ended; where that was all, it is done.
        Instant until = Instant.now().plus(Duration.ofSeconds(20));
        while (Instant.now().isBefore(until) && lead.get(one).body().get("stored").asLong() != stored) {
            stored = lead.get(one).body().get("stored").asLong();
            Thread.sleep(300);
        }
        if (stopped.get("state").asString().equals("STOPPED")) {
            Thread.sleep(1500);
            assertEquals(202, lead.post(one + "/run", plan).status());
        }
        JsonNode done = ended(one);
        assertEquals("DONE " + rows, done.get("state").asString() + " " + (done.get("stored").asLong() + done.get("known").asLong()), done.toString());
        assertEquals(rows, server.bean(JdbcClient.class).sql("select count(*) from reading r join series s on s.number = r.series where s.chamber_id = ?")
                .param(UUID.fromString(chamber)).query(Long.class).single());
        assertEquals(0, server.bean(JdbcClient.class).sql("select count(*) from log_import_part where import_id = ?").param(UUID.fromString(file.get("id").asString()))
                .query(Long.class).single());
        Recount.assertExact(server.bean(JdbcClient.class));
    }

    @Test
    void tabsAndQuotationMarks() throws Exception {
        String text = "when\t\"box, °C\"\n" + T + ":00\t\"28.5\"\n" + T.plusMinutes(1) + ":00\t28.6\n";
        JsonNode file = sent(text.getBytes(StandardCharsets.UTF_8));
        assertEquals("TAB box, °C", file.at("/guess/partedBy").asString() + " " + file.at("/guess/columns/0/name").asString());
        assertEquals(2, ran(file, ((ObjectNode) file.get("guess")).put("zone", "UTC").toString()).get("stored").asInt());
    }

    private static byte[] sheet() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(out, "Logger", "1.0")) {
            Worksheet sheet = book.newWorksheet("log");
            sheet.value(0, 0, "When");
            sheet.value(0, 1, "Box °F");
            sheet.value(0, 2, "Note");
            for (int i = 0; i < 30; i++) {
                sheet.value(1 + i, 0, T.plusMinutes(7L * i).plusSeconds(13));
                sheet.style(1 + i, 0).format("dd/mm/yyyy hh:mm").set();
                if (i == 4) {
                    sheet.formula(1 + i, 1, "HYPERLINK(\"http://127.0.0.1/\",\"28\")");
                } else {
                    sheet.value(1 + i, 1, 83.3);
                }
                sheet.value(1 + i, 2, "fed");
            }
        }
        return out.toByteArray();
    }

    @Test
    void aSpreadsheetIsTakenIn() throws Exception {
        JsonNode file = sent(sheet());
        assertEquals("xlsx", file.get("charset").asString());
        assertEquals("Box °F F", file.at("/guess/columns/0/name").asString() + " " + file.at("/guess/columns/0/unit").asString());
        assertEquals(1, file.at("/guess/columns").size());
        JsonNode done = ran(file, ((ObjectNode) file.get("guess")).put("zone", "UTC").toString());
        assertEquals("DONE 29", done.get("state").asString() + " " + done.get("stored").asInt(), done.toString());
        assertEquals(T.plusSeconds(13).toInstant(ZoneOffset.UTC).toString(), done.get("from").asString());
        JsonNode latest = lead.get("/api/v1/chambers/" + chamber + "/series").body().at("/0/latest");
        assertEquals(28.5, latest.get("value").asDouble(), 1e-6);
    }

    /** A small file that is a very large one once it is unpacked is refused before anybody has unpacked it; a broken one is said to be broken. */
    @Test
    void whatOnlyLooksLikeASpreadsheet() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.putNextEntry(new ZipEntry("xl/worksheets/sheet1.xml"));
            byte[] zeros = new byte[1024 * 1024];
            for (int i = 0; i < 700; i++) {
                zip.write(zeros);
            }
        }
        assertTrue(out.size() < 2_000_000);
        Answer bomb = lead.postFile(path + "?name=bomb.xlsx", out.toByteArray());
        assertEquals("file", bomb.refusedField());
        assertTrue(bomb.toString().contains("longer than a spreadsheet's"), bomb.toString());
        byte[] cut = Arrays.copyOf(sheet(), 900);
        assertEquals("file", lead.postFile(path + "?name=cut.xlsx", cut).refusedField());
        assertEquals("file", lead.postFile(path + "?name=other.xlsx", new byte[] {'P', 'K', 3, 4, 0, 0, 0, 0}).refusedField());
    }

    @Test
    void whatIsNoLogIsSaid(RunningServer.Running server) {
        assertEquals("file", lead.postFile(path + "?name=a.csv", "  \n ".getBytes(StandardCharsets.UTF_8)).refusedField());
        byte[] binary = new byte[5000];
        new SplittableRandom(1).nextBytes(binary);
        assertEquals("file", lead.postFile(path + "?name=a.csv", binary).refusedField());
        assertEquals(400, lead.postFile(path + "?name=", "a,b".getBytes(StandardCharsets.UTF_8)).status());
        assertTrue(sent("a letter\nto somebody\n".getBytes(StandardCharsets.UTF_8)).get("guess").isNull());
        assertEquals(403, ApiClient.as(server, "KEEPER").postFile(path + "?name=a.csv", "a,b".getBytes(StandardCharsets.UTF_8)).status());
        assertEquals(404, lead.get(path + "/" + UUID.randomUUID()).status());
        JsonNode file = sent("t,°C\n2026-11-01 10:00,28\n".getBytes(StandardCharsets.UTF_8));
        String run = path + "/" + file.get("id").asString() + "/run";
        ObjectNode plan = (ObjectNode) file.get("guess");
        assertEquals("zone", lead.post(run, plan.deepCopy().put("zone", "Osier/End").toString()).refusedField());
        assertEquals("partedBy", lead.post(run, plan.deepCopy().put("partedBy", "x").toString()).refusedField());
        ObjectNode both = plan.deepCopy();
        ((ObjectNode) both.at("/columns/0")).put("seriesId", UUID.randomUUID().toString());
        assertEquals("columns[0].name", lead.post(run, both.toString()).refusedField());
        ((ObjectNode) both.at("/columns/0")).putNull("name");
        assertEquals("columns[0].seriesId", lead.post(run, both.toString()).refusedField());
        assertEquals(404, ApiClient.as(server, "LEAD").get("/api/v1/chambers/" + UUID.randomUUID() + "/imports").status());
    }

    private static byte[] log(String header, double from, int days) {
        StringBuilder text = new StringBuilder(header).append('\n');
        for (int i = 0; i < 60; i++) {
            text.append(T.plusDays(days).plusMinutes(i).format(DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss"))).append(';').append(from + i % 7 / 10.0).append('\n');
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void theNextFileThatLooksSoIsTakenToHoldTheSame() throws InterruptedException {
        JsonNode first = sent(log("moment;under the eggs (°C)", 28.1, 0));
        assertTrue(!first.get("remembered").asBoolean());
        ran(first, first.get("guess").toString());
        String series = lead.get("/api/v1/chambers/" + chamber + "/series").body().get(0).get("id").asString();
        JsonNode second = sent(log("moment;under the eggs (°C)", 28.2, 1));
        assertTrue(second.get("remembered").asBoolean());
        assertEquals(series, second.at("/guess/columns/0/seriesId").asString());
        ran(second, second.get("guess").toString());
        assertEquals(1, lead.get("/api/v1/chambers/" + chamber + "/series").body().size());
        assertTrue(!sent(log("moment;on the shelf (°C)", 28.2, 2)).get("remembered").asBoolean());
    }

    @Test
    void aLogOfAnotherChamberIsAskedAbout() throws InterruptedException {
        JsonNode first = sent(log("moment;shelf (°C)", 28.3, 3));
        ran(first, first.get("guess").toString());
        String other = lead.post("/api/v1/chambers", "{\"name\":\"Beside it\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        String there = "/api/v1/chambers/" + other + "/imports";
        JsonNode again = lead.postFile(there + "?name=again.csv", log("moment;shelf (°C)", 28.3, 3)).body();
        assertEquals("From a file, shelf (°C)", again.at("/unlike/0/same").asString(), again.toString());
        String run = there + "/" + again.get("id").asString() + "/run";
        assertEquals("sure", lead.post(run, again.get("guess").toString()).refusedField());
        ObjectNode sure = (ObjectNode) again.get("guess").deepCopy();
        sure.put("sure", true);
        assertEquals(202, lead.post(run, sure.toString()).status());
        // Eggs are wanted at 28 °C in a room that is none of an oven.
        JsonNode hot = lead.postFile(there + "?name=hot.csv", log("moment;shelf (°C)", 88, 4)).body();
        assertEquals(88.3, hot.at("/unlike/0/middleC").asDouble(), 0.3);
    }
}
