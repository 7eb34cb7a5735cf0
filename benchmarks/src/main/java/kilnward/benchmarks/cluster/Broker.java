package kilnward.benchmarks.cluster;

import com.hivemq.client.mqtt.datatypes.MqttQos;
import com.hivemq.client.mqtt.mqtt3.Mqtt3AsyncClient;
import com.hivemq.client.mqtt.mqtt3.Mqtt3Client;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;

/** A device that sends a reading over MQTT ten times a second, each again until the broker has said that it has it (QoS 1). */
final class Broker implements Runnable {
    private static final long EVERY_MS = 100;
    private final Mqtt3AsyncClient client;
    private final String topic;
    private final Instant from;
    private final Set<Long> acknowledged = ConcurrentHashMap.newKeySet();
    private volatile boolean over;

    Broker(int port, String device, String token, String series, Instant from) {
        this.topic = "kilnward/" + device + "/" + series;
        this.from = from;
        this.client = Mqtt3Client.builder().identifier("soak-" + device).serverHost("127.0.0.1").serverPort(port).automaticReconnect().initialDelay(200, TimeUnit.MILLISECONDS)
                .maxDelay(1, TimeUnit.SECONDS).applyAutomaticReconnect().simpleAuth().username(device).password(token.getBytes(StandardCharsets.UTF_8)).applySimpleAuth()
                .buildAsync();
    }

    @Override
    public void run() {
        client.connectWith().cleanSession(false).send();
        try {
            for (long second = 0; !over; second++) {
                while (!over && !published(second)) {
                    Thread.sleep(200);
                }
                Thread.sleep(EVERY_MS);
            }
            client.disconnect();
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    private boolean published(long second) throws InterruptedException {
        String payload = "{\"at\":\"" + from.plusSeconds(second) + "\",\"value\":" + (20 + second % 100 / 10.0) + "}";
        try {
            client.publishWith().topic(topic).qos(MqttQos.AT_LEAST_ONCE).payload(payload.getBytes(StandardCharsets.UTF_8)).send().get(5, TimeUnit.SECONDS);
            acknowledged.add(second);
            return true;
        } catch (ExecutionException | TimeoutException away) {
            return false;
        }
    }

    void stop() {
        over = true;
    }

    /** Which readings the broker said it has, as seconds from the beginning. */
    Set<Long> acknowledged() {
        return acknowledged;
    }
}
