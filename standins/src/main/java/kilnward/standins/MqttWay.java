package kilnward.standins;

import com.hivemq.client.mqtt.datatypes.MqttQos;
import com.hivemq.client.mqtt.mqtt3.Mqtt3AsyncClient;
import com.hivemq.client.mqtt.mqtt3.Mqtt3Client;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.Collectors;

/** Over MQTT, QoS 1; the device's id is the user, its token the password. */
final class MqttWay implements Way {
    private final Mqtt3AsyncClient client;
    private final String device;
    private volatile String last = "nothing yet";

    MqttWay(String host, int port, String device, String token) {
        this.device = device;
        this.client = Mqtt3Client.builder().identifier("stand-in-" + device).serverHost(host).serverPort(port).automaticReconnectWithDefaultConfig().simpleAuth().username(device)
                .password(token.getBytes(StandardCharsets.UTF_8)).applySimpleAuth().buildAsync();
        client.connectWith().cleanSession(true).send();
    }

    @Override
    public Sent send(List<Reading> readings) {
        Map<String, List<Reading>> bySeries = readings.stream().collect(Collectors.groupingBy(Reading::series, LinkedHashMap::new, Collectors.toList()));
        List<CompletableFuture<?>> sending = new ArrayList<>();
        bySeries.forEach((series, some) -> sending.add(client.publishWith().topic("kilnward/" + device + "/" + series).qos(MqttQos.AT_LEAST_ONCE)
                .payload(some.stream().map(each -> "{\"at\":\"" + each.at() + "\",\"value\":" + each.value() + "}").collect(Collectors.joining(",", "[", "]"))
                        .getBytes(StandardCharsets.UTF_8))
                .send()));
        try {
            CompletableFuture.allOf(sending.toArray(CompletableFuture[]::new)).get(10, TimeUnit.SECONDS);
            last = "the broker has " + readings.size();
            return Sent.DONE;
        } catch (ExecutionException | TimeoutException away) {
            last = "the broker was not reached";
            return Sent.AGAIN;
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            return Sent.AGAIN;
        }
    }

    @Override
    public String last() {
        return last;
    }

    @Override
    public void close() {
        client.disconnect();
    }
}
