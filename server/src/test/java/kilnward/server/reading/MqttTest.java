package kilnward.server.reading;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import kilnward.server.ingest.MqttLink;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.RunningServer;
import kilnward.server.running.ServerProcess;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Readings over MQTT from Debian's mosquitto_pub through Debian's mosquitto, as peers that know nothing of Kiln Ward. */
class MqttTest {
    private static final Instant T = Instant.now().truncatedTo(ChronoUnit.HOURS).minus(3, ChronoUnit.HOURS);
    private static RunningServer.Running server;
    private static Path folder;
    private static int port;
    private static Process broker;
    private static ApiClient lead;
    private static DeviceClient device;
    private static String series;

    @BeforeAll
    static void start() throws Exception {
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            port = socket.getLocalPort();
        }
        server = new RunningServer.Running(PrivateMariaDb.start(), "--kilnward.mqtt.host=127.0.0.1", "--kilnward.mqtt.port=" + port, "--kilnward.mqtt.username=kilnward",
                "--kilnward.mqtt.password=of-the-server", "--kilnward.demo-days=0");
        lead = ApiClient.as(server, "LEAD");
        String chamber = lead.post("/api/v1/chambers", "{\"name\":\"Over MQTT\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        device = DeviceClient.added(lead, server.url(), chamber, "board");
        series = device.series("in the box", "TEMPERATURE", "C");
        folder = Files.createDirectories(Path.of("target", "mosquitto-" + port).toAbsolutePath());
        Path passwords = folder.resolve("passwords");
        Files.writeString(passwords, "");
        run("mosquitto_passwd", "-b", passwords.toString(), "kilnward", "of-the-server");
        run("mosquitto_passwd", "-b", passwords.toString(), device.id(), device.token());
        // As docs/devices.md says: each device writes on its own topics, Kiln Ward reads all.
        Files.writeString(folder.resolve("acl"), "user kilnward\ntopic read kilnward/#\npattern write kilnward/%u/+\n");
        Files.writeString(folder.resolve("mosquitto.conf"),
                "listener " + port + " 127.0.0.1\nallow_anonymous false\npassword_file " + passwords + "\nacl_file " + folder.resolve("acl")
                        + "\npersistence true\npersistence_location " + folder + "/\nautosave_interval 1\nautosave_on_changes true\nuser " + System.getProperty("user.name")
                        + "\n");
        startBroker();
    }

    private static void startBroker() throws IOException {
        broker = new ProcessBuilder(find("mosquitto"), "-c", folder.resolve("mosquitto.conf").toString()).redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(folder.resolve("broker.log").toFile())).start();
        until("the broker is reached", () -> server.bean(MqttLink.class).connected());
    }

    @AfterAll
    static void stop() throws Exception {
        if (broker != null) {
            broker.destroy();
            broker.waitFor();
        }
        server.close();
    }

    private static String find(String command) {
        return Stream.concat(Stream.of(System.getenv("PATH").split(":")), Stream.of("/usr/sbin")).map(each -> Path.of(each, command)).filter(Files::isExecutable)
                .map(Path::toString)
                .findFirst().orElseThrow(() -> new IllegalStateException(command + " is missing; ./kiln test installs mosquitto and mosquitto-clients"));
    }

    private static int run(String command, String... arguments) throws IOException, InterruptedException {
        List<String> all = new ArrayList<>(List.of(find(command)));
        all.addAll(List.of(arguments));
        Process process = new ProcessBuilder(all).redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.DISCARD).start();
        if (!process.waitFor(20, TimeUnit.SECONDS)) {
            process.destroyForcibly();
            return -1;
        }
        return process.exitValue();
    }

    private static int publish(String version, String topic, String payload, String... more) throws IOException, InterruptedException {
        List<String> all = new ArrayList<>(
                List.of("-h", "127.0.0.1", "-p", String.valueOf(port), "-u", device.id(), "-P", device.token(), "-V", version, "-q", "1", "-t", topic, "-m",
                        payload));
        all.addAll(List.of(more));
        return run("mosquitto_pub", all.toArray(String[]::new));
    }

    private static String topic() {
        return "kilnward/" + device.id() + "/" + series;
    }

    private static long count(Instant from, Instant to) {
        return lead.get("/api/v1/series/" + series + "/chart?from=" + from + "&to=" + to).body().at("/summary/count").asLong();
    }

    private static void until(String what, BooleanSupplier is) {
        long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(40);
        while (!is.getAsBoolean()) {
            assertTrue(System.nanoTime() < until, "waited in vain until " + what);
            try {
                Thread.sleep(50);
            } catch (InterruptedException stopping) {
                throw new IllegalStateException(stopping);
            }
        }
    }

    @Test
    void whatIsPublishedIsKeptInBothVersionsOfTheProtocol() throws Exception {
        assertEquals(0, publish("mqttv311", topic(), "{\"at\":\"" + T + "\",\"value\":28.5}"));
        assertEquals(0, publish("mqttv5", topic(), "[{\"at\":\"" + T.plusSeconds(60) + "\",\"value\":28.6},{\"at\":\"" + T.plusSeconds(120) + "\",\"value\":28.7}]"));
        until("three are kept", () -> count(T, T.plusSeconds(180)) == 3);
        Instant before = Instant.now().minusSeconds(60);
        assertEquals(0, publish("mqttv5", topic(), "28.9"));
        until("a number alone is of the moment it came", () -> count(before, Instant.now().plusSeconds(60)) == 1);
    }

    @Test
    void ofTwoServersOneAtATimeIsHandedReadings() throws Exception {
        ServerProcess second = new ServerProcess(server.database(), "--kilnward.mqtt.host=127.0.0.1", "--kilnward.mqtt.port=" + port, "--kilnward.mqtt.username=kilnward",
                "--kilnward.mqtt.password=of-the-server");
        second.start();
        try {
            // Charts count by the minute: what other tests sent in this one is there already.
            Instant since = Instant.now().truncatedTo(ChronoUnit.MINUTES);
            long before = count(since, Instant.now().plusSeconds(60));
            for (int i = 0; i < 10; i++) {
                assertEquals(0, publish("mqttv311", topic(), "26." + i));
            }
            until("each number is kept", () -> count(since, Instant.now().plusSeconds(60)) >= before + 10);
            server.bean(MqttLink.class).stop();
            for (int i = 0; i < 5; i++) {
                assertEquals(0, publish("mqttv311", topic(), "27." + i));
            }
            until("the other takes over, and what waited is its", () -> count(since, Instant.now().plusSeconds(60)) >= before + 15);
            Thread.sleep(1_000);
            assertEquals(before + 15, count(since, Instant.now().plusSeconds(60)), "a number alone is kept once, however many servers there are");
        } finally {
            second.kill();
            server.bean(MqttLink.class).start();
            until("the broker is reached again", () -> server.bean(MqttLink.class).connected());
        }
    }

    @Test
    void whatCannotBeUsedIsToldOnTheDevicesPageAndHoldsNothingUp() throws Exception {
        publish("mqttv311", topic(), "lukewarm");
        until("it is told", () -> lead.get("/api/v1/chambers/" + device.chamber() + "/devices").body().at("/0/trouble").asString("").contains("could not be"));
        publish("mqttv311", "kilnward/" + device.id() + "/" + UUID.randomUUID(), "{\"at\":\"" + T + "\",\"value\":1}");
        until("an unknown series is held back", () -> lead.get("/api/v1/chambers/" + device.chamber() + "/held-back").body().get("waiting").asInt() > 0);
        Instant at = T.plusSeconds(1200);
        publish("mqttv311", topic(), "{\"at\":\"" + at + "\",\"value\":28}");
        until("what comes after it is kept", () -> count(at, at.plusSeconds(60)) == 1);
    }

    @Test
    void aNumberThatTheBrokerRetainedWasNotMeasuredNow() throws Exception {
        publish("mqttv311", topic(), "{\"at\":\"" + T.plusSeconds(1800) + "\",\"value\":21}", "-r");
        until("it is kept when it comes", () -> count(T.plusSeconds(1800), T.plusSeconds(1860)) == 1);
        publish("mqttv311", topic(), "27", "-r");
        Instant since = Instant.now().minusSeconds(30);
        until("and so is a number", () -> count(since, Instant.now().plusSeconds(60)) >= 1);
        long kept = count(since, Instant.now().plusSeconds(60));
        server.bean(MqttLink.class).stop();
        server.bean(MqttLink.class).start();
        until("the broker is reached again", () -> server.bean(MqttLink.class).connected());
        Thread.sleep(1_000);
        assertEquals(kept, count(since, Instant.now().plusSeconds(60)));
        publish("mqttv311", topic(), "", "-r", "-n");
    }

    @Test
    void whatCameWhileKilnWardOrTheBrokerOrTheDatabaseWasAwayIsKeptAfterwards() throws Exception {
        Instant at = T.plusSeconds(3600);
        server.bean(MqttLink.class).stop();
        assertEquals(0, publish("mqttv311", topic(), "{\"at\":\"" + at + "\",\"value\":25}"));
        server.bean(MqttLink.class).start();
        until("what waited at the broker is kept", () -> count(at, at.plusSeconds(60)) == 1);
        broker.destroy();
        broker.waitFor();
        until("it is seen that the broker is gone", () -> !server.bean(MqttLink.class).connected());
        startBroker();
        assertEquals(0, publish("mqttv311", topic(), "{\"at\":\"" + at.plusSeconds(60) + "\",\"value\":25}"));
        until("it comes again", () -> count(at.plusSeconds(60), at.plusSeconds(120)) == 1);
        server.database().kill();
        assertEquals(0, publish("mqttv311", topic(), "{\"at\":\"" + at.plusSeconds(120) + "\",\"value\":25}"));
        Thread.sleep(1_500);
        server.database().launch();
        until("what came without a database is written when there is one", () -> {
            ApiClient.Answer answer = lead.get("/api/v1/series/" + series + "/chart?from=" + at.plusSeconds(120) + "&to=" + at.plusSeconds(180));
            return answer.status() == 200 && answer.body().at("/summary/count").asLong() == 1;
        });
    }

    /** Retained messages of nobody by the hundred, a will, odd topics, bytes that are no payload, and a quarter of a megabyte of it: what is fit comes through within moments. */
    @Test
    void whateverIsPublishedHoldsUpNothing() throws Exception {
        String lines = IntStream.range(0, 300).mapToObj(i -> "line " + i).collect(Collectors.joining("\n"));
        Path many = Files.writeString(folder.resolve("many.txt"), lines);
        for (String topic : List.of("kilnward/" + UUID.randomUUID() + "/x", "kilnward/nobody/" + series, "kilnward/" + device.id() + "/not-a-series")) {
            Process flood = new ProcessBuilder(find("mosquitto_pub"), "-h", "127.0.0.1", "-p", String.valueOf(port), "-u", device.id(), "-P", device.token(), "-q", "1", "-r", "-t",
                    topic, "-l").redirectInput(many.toFile()).redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.DISCARD).start();
            flood.waitFor(20, TimeUnit.SECONDS);
        }
        publish("mqttv311", topic(), "28", "--will-topic", topic(), "--will-payload", "[1,2", "--will-qos", "1");
        Path large = Files.writeString(folder.resolve("large.txt"), "[" + "{\"at\":\"2026-01-01T00:00:00Z\",\"value\":1},".repeat(5000) + "1]");
        run("mosquitto_pub", "-h", "127.0.0.1", "-p", String.valueOf(port), "-u", device.id(), "-P", device.token(), "-q", "1", "-t", topic(), "-f", large.toString());
        byte[] noise = new byte[256 * 1024];
        new SplittableRandom(3).nextBytes(noise);
        Files.write(large, noise);
        run("mosquitto_pub", "-h", "127.0.0.1", "-p", String.valueOf(port), "-u", device.id(), "-P", device.token(), "-q", "1", "-t", topic(), "-f", large.toString());
        Instant at = T.plusSeconds(7_200);
        assertEquals(0, publish("mqttv311", topic(), "{\"at\":\"" + at + "\",\"value\":28.5}"));
        until("what is fit is kept", () -> count(at, at.plusSeconds(60)) == 1);
    }
}
