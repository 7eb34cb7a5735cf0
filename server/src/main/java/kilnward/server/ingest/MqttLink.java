package kilnward.server.ingest;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.RemovalCause;
import com.hivemq.client.mqtt.MqttClientState;
import com.hivemq.client.mqtt.MqttGlobalPublishFilter;
import com.hivemq.client.mqtt.datatypes.MqttQos;
import com.hivemq.client.mqtt.mqtt3.Mqtt3AsyncClient;
import com.hivemq.client.mqtt.mqtt3.Mqtt3Client;
import com.hivemq.client.mqtt.mqtt3.message.publish.Mqtt3Publish;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import kilnward.server.series.Devices;
import kilnward.server.series.SeriesViews.Device;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.door.Limits;
import kilnward.server.wire.problem.NotFoundException;
import kilnward.server.wire.problem.RefusedFieldsException;
import net.javacrumbs.shedlock.core.LockConfiguration;
import net.javacrumbs.shedlock.core.LockProvider;
import net.javacrumbs.shedlock.core.SimpleLock;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * Readings that come over MQTT, on {@code kilnward/{deviceId}/{seriesId}}. The broker lets devices in; this takes what it hands on, and acknowledges a message only
 * when its readings are on disk: what was not, the broker keeps, and hands on again after the next connection.
 */
@Component
@ConditionalOnProperty("kilnward.mqtt.host")
public class MqttLink implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(MqttLink.class);
    private static final String TOPICS = "kilnward/+/+";
    private static final long LONGEST_PAUSE_S = 60;
    private final Cache<String, AtomicInteger> unknown = Caffeine.newBuilder().expireAfterWrite(Duration.ofHours(1))
            .evictionListener((String key, AtomicInteger times, RemovalCause why) -> LOG.warn("{} messages came of nobody who is known", times)).build();
    private static final long ASKED_AGAIN_S = 5;
    /** Whoever is handed readings says so this often; who has not for the length of its turn is taken to be gone. */
    private static final long TURN_EVERY_S = 2;
    private static final Duration TURN = Duration.ofSeconds(10);
    private final Ingest ingest;
    private final Devices devices;
    private final Clock clock;
    private final LockProvider locks;
    private final KilnWardProperties.Mqtt to;
    private ScheduledExecutorService worker;
    private SimpleLock turn;
    private Mqtt3AsyncClient client;
    private volatile boolean running;
    /** Of the client that is in use: one that was stopped says late that it is disconnected. */
    private volatile AtomicBoolean subscribed = new AtomicBoolean();

    MqttLink(Ingest ingest, Devices devices, Clock clock, LockProvider locks, KilnWardProperties properties) {
        this.locks = locks;
        this.ingest = ingest;
        this.devices = devices;
        this.clock = clock;
        this.to = properties.mqtt();
    }

    @Override
    public void start() {
        running = true;
        worker = Executors.newScheduledThreadPool(2, task -> new Thread(task, "mqtt"));
        AtomicBoolean mine = new AtomicBoolean();
        subscribed = mine;
        var builder = Mqtt3Client.builder().identifier(to.clientId()).serverHost(to.host()).serverPort(to.port())
                .automaticReconnect().initialDelay(1, TimeUnit.SECONDS).maxDelay(LONGEST_PAUSE_S, TimeUnit.SECONDS).applyAutomaticReconnect()
                .addConnectedListener(context -> subscribe(mine)).addDisconnectedListener(context -> {
                    mine.set(false);
                    LOG.warn("broker {}:{} not reached: {}", to.host(), to.port(), context.getCause().getMessage());
                });
        if (to.username() != null && !to.username().isEmpty()) {
            builder = builder.simpleAuth().username(to.username()).password(to.password().getBytes(StandardCharsets.UTF_8)).applySimpleAuth();
        }
        if (to.tls()) {
            builder = builder.sslWithDefaultConfig();
        }
        client = builder.buildAsync();
        // Before the connection: what waited for it comes at once.
        client.publishes(MqttGlobalPublishFilter.ALL, publish -> take(publish, clock.instant(), 0), worker, true);
        worker.scheduleWithFixedDelay(this::takeTurn, 0, TURN_EVERY_S, TimeUnit.SECONDS);
    }

    /**
     * One server at a time is handed readings: two would each keep a bare number under an instant of its own. All bear one name at the broker, so that whoever takes over
     * gets what the other had not acknowledged. While the database cannot say whose turn it is, all stays as it is: nothing is acknowledged then either.
     */
    private void takeTurn() {
        try {
            Optional<SimpleLock> kept = turn == null ? Optional.empty() : turn.extend(TURN, Duration.ZERO);
            if (kept.isEmpty()) {
                kept = locks.lock(new LockConfiguration(clock.instant(), "mqtt", TURN, Duration.ZERO));
            }
            turn = kept.orElse(null);
            boolean connects = client.getState().isConnectedOrReconnect();
            if (turn != null && !connects) {
                client.connectWith().cleanSession(false).keepAlive(30).send();
            } else if (turn == null && connects) {
                client.disconnect();
            }
        } catch (RuntimeException away) {
            LOG.warn("whose turn it is at the broker could not be asked: {}", away.getMessage());
        }
    }

    /** Asked for after every connection: a broker may have forgotten it, and an asking may have been cut off. */
    private void subscribe(AtomicBoolean mine) {
        client.subscribeWith().topicFilter(TOPICS).qos(MqttQos.AT_LEAST_ONCE).send().whenComplete((granted, failed) -> {
            if (failed == null) {
                mine.set(true);
                LOG.info("broker {}:{} hands readings on", to.host(), to.port());
            } else if (running && client.getState() == MqttClientState.CONNECTED) {
                LOG.warn("broker {}:{} would not hand anything on, asked again in {} s: {}", to.host(), to.port(), ASKED_AGAIN_S, failed.getMessage());
                worker.schedule(() -> subscribe(mine), ASKED_AGAIN_S, TimeUnit.SECONDS);
            }
        });
    }

    /** Takes one in, and again until the record has it: the broker waits for the acknowledgement. */
    private void take(Mqtt3Publish publish, Instant arrived, int failures) {
        // A broker may hand on what was not asked for.
        String[] topic = publish.getTopic().toString().split("/");
        Optional<UUID> deviceId = topic.length == 3 ? id(topic[1]) : Optional.empty();
        try {
            Optional<Device> device = deviceId.flatMap(devices::byId);
            if (device.isEmpty()) {
                unknown(publish.getTopic().toString());
                publish.acknowledge();
                return;
            }
            if (publish.getPayloadAsBytes().length > Limits.READINGS_BYTES) {
                devices.trouble(device.get().id(), "What it sent over MQTT was larger than " + Limits.READINGS_BYTES / 1024 + " kB, and was not read.");
                publish.acknowledge();
                return;
            }
            Sent.Read read = ReadingsText.mqtt(publish.getPayloadAsBytes(), topic[2], arrived);
            if (publish.isRetain() && read.good().size() == 1 && new String(publish.getPayloadAsBytes(), StandardCharsets.UTF_8).indexOf('{') < 0) {
                // A broker hands a retained number on whenever somebody connects: it was not measured now.
                publish.acknowledge();
                return;
            }
            ingest.take(device.get(), read, true).whenComplete((taken, failed) -> {
                if (failed == null) {
                    publish.acknowledge();
                } else {
                    again(publish, arrived, failures + 1, failed);
                }
            });
        } catch (RefusedFieldsException | NotFoundException useless) {
            deviceId.ifPresent(id -> devices.trouble(id, "What it sent over MQTT could not be used: " + useless.getMessage()));
            publish.acknowledge();
        } catch (RuntimeException failed) {
            again(publish, arrived, failures + 1, failed);
        }
    }

    /** Said once an hour: thousands of retained messages of somebody who is gone must not fill the log. */
    private void unknown(String topic) {
        AtomicInteger times = unknown.get("", first -> new AtomicInteger());
        if (times.incrementAndGet() == 1) {
            LOG.warn("nobody is known who sends on {}; more of this is counted, and said in an hour", topic);
        }
    }

    private void again(Mqtt3Publish publish, Instant arrived, int failures, Throwable why) {
        long pauseS = Math.min(LONGEST_PAUSE_S, 1L << Math.min(failures - 1, 6));
        LOG.warn("readings on {} not written yet, again in {} s: {}", publish.getTopic(), pauseS, why.getMessage());
        if (running) {
            worker.schedule(() -> take(publish, arrived, failures), pauseS, TimeUnit.SECONDS);
        }
    }

    private static Optional<UUID> id(String text) {
        try {
            return Optional.of(UUID.fromString(text));
        } catch (IllegalArgumentException none) {
            return Optional.empty();
        }
    }

    /** Whether the broker is reached from this server now, and hands readings on to it. */
    public boolean connected() {
        return subscribed.get() && client.getState() == MqttClientState.CONNECTED;
    }

    @Override
    public void stop() {
        running = false;
        worker.shutdownNow();
        if (client.getState().isConnectedOrReconnect()) {
            client.disconnect();
        }
        try {
            worker.awaitTermination(2, TimeUnit.SECONDS);
            if (turn != null) {
                turn.unlock();
            }
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
        } catch (RuntimeException away) {
            LOG.warn("the turn at the broker was not given back, it ends by itself: {}", away.getMessage());
        }
        turn = null;
    }

    @Override
    public boolean isRunning() {
        return running;
    }
}
