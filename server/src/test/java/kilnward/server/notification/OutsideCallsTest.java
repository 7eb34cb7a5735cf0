package kilnward.server.notification;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.net.InetAddress;
import java.net.URI;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import kilnward.core.alarm.Urgency;
import kilnward.server.notification.HostilePeer.Stage;
import kilnward.server.notification.Outbox.OverdueView;
import kilnward.server.running.Attacks;
import kilnward.server.running.HookReceiver;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.KilnWardProperties.Mqtt;
import kilnward.server.wire.KilnWardProperties.Tell;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/** Calls to outside services come to an end, whatever the other side does, and go nowhere but where they may. */
class OutsideCallsTest {
    private static KilnWardProperties settings(boolean privateAddresses, String heartbeat) {
        return new KilnWardProperties("http://localhost:8490", List.of(), Path.of("target"), "", 30, 20, 256, false, 0, false,
                new Mqtt(null, 1883, "kilnward", "", "", false), new Tell("kiln-ward@localhost", privateAddresses, heartbeat, Duration.ofMinutes(1), ""));
    }

    private interface Call {
        void run() throws IOException, InterruptedException;
    }

    private static void endsInTime(Call call) {
        long began = System.nanoTime();
        assertThrows(IOException.class, call::run);
        assertTrue(System.nanoTime() - began < Deadline.CALL.plusSeconds(3).toNanos(), "it took " + (System.nanoTime() - began) / 1_000_000 + " ms");
    }

    /** All at once: they would take a minute one after the other. */
    @Test
    void whateverStageAPeerHangsAtItIsGivenUpInTime() throws Exception {
        try (Outside outside = new Outside(settings(true, ""))) {
            List<Call> calls = List.of(hook(outside, "http", Stage.CONNECT), hook(outside, "http", Stage.SILENT), hook(outside, "https", Stage.SILENT),
                    hook(outside, "http", Stage.HEADERS), hook(outside, "http", Stage.ENDLESS_HEADERS), mail(Stage.GREETING), mail(Stage.SILENT));
            long began = System.nanoTime();
            CompletableFuture.allOf(calls.stream().map(each -> CompletableFuture.runAsync(() -> endsInTime(each), task -> new Thread(task).start()))
                    .toArray(CompletableFuture[]::new)).get(30, TimeUnit.SECONDS);
            Attacks.tried(calls.size() + " hooks and mail servers that hang, each at another stage", String.format(java.util.Locale.ROOT, "all given up after %.1f s",
                    (System.nanoTime() - began) / 1e9));
        }
    }

    private static Call hook(Outside outside, String scheme, Stage stage) {
        return () -> {
            try (HostilePeer peer = new HostilePeer(stage)) {
                outside.http.post(URI.create(scheme + "://127.0.0.1:" + peer.port() + "/"), Map.of(), "{}");
            }
        };
    }

    private static Call mail(Stage stage) {
        return () -> {
            try (HostilePeer peer = new HostilePeer(stage)) {
                JavaMailSenderImpl server = new JavaMailSenderImpl();
                server.setHost("127.0.0.1");
                server.setPort(peer.port());
                @SuppressWarnings("unchecked")
                ObjectProvider<JavaMailSenderImpl> provider = mock(ObjectProvider.class);
                when(provider.getIfAvailable()).thenReturn(server);
                new Mails(provider, settings(true, "")).send("keeper@osier-end.example", "key", "subject", "body");
            }
        };
    }

    /** What it says after its status is nobody's business: it took the message. */
    @Test
    void aHookThatNeverEndsItsAnswerIsDoneWithItsStatus() throws Exception {
        try (HostilePeer peer = new HostilePeer(Stage.BODY); Outside outside = new Outside(settings(true, ""))) {
            long began = System.nanoTime();
            assertEquals(200, outside.http.post(URI.create("http://127.0.0.1:" + peer.port() + "/"), Map.of(), "{}"));
            assertTrue(System.nanoTime() - began < Duration.ofSeconds(5).toNanos());
        }
    }

    private record Outside(OutboundHttp http) implements AutoCloseable {
        private Outside(KilnWardProperties settings) {
            this(new OutboundHttp(settings));
        }

        @Override
        public void close() throws IOException {
            http.destroy();
        }
    }

    /** A name may mean a public address when it is looked at and a private one when it is called: the address is checked where the connection is made. */
    @Test
    void whereTheConnectionGoesIsCheckedAndNoRedirectIsFollowed() throws Exception {
        try (HookReceiver hook = new HookReceiver(0); Outside outside = new Outside(settings(false, "")); Outside open = new Outside(settings(true, ""))) {
            IOException refused = assertThrows(IOException.class,
                    () -> outside.http.post(URI.create("http://localhost:" + hook.port() + "/"), Map.of("Idempotency-Key", "a"), "{}"));
            assertTrue(refused.getMessage().contains("public address"), refused.getMessage());
            assertEquals(Map.of(), hook.called());
            assertEquals(302, open.http.post(URI.create("http://localhost:" + hook.port() + "/elsewhere"), Map.of("Idempotency-Key", "b"), "{}"));
            assertEquals(Map.of(), hook.called(), "what it is sent on to is not called");
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"0.1.2.3", "10.0.0.1", "100.64.0.1", "127.0.0.1", "169.254.1.1", "172.16.0.1", "172.31.255.255", "192.0.0.8", "192.0.2.1", "192.168.1.1", "198.18.0.1",
            "198.19.255.255", "198.51.100.7", "203.0.113.7", "224.0.0.1", "239.1.1.1", "255.255.255.255", "::", "::1", "::ffff:10.0.0.1", "::10.0.0.1", "fc00::1", "fd12::1",
            "fe80::1",
            "ff02::1", "2001:db8::1", "2001::1", "3fff::1", "64:ff9b::a00:1", "64:ff9b::7f00:1", "64:ff9b:1::1", "2002:a00:1::1", "2002:c0a8:101::1", "4000::1"})
    void whatIsNoPublicUnicastAddressIsToldApart(String address) throws Exception {
        assertEquals(false, PublicAddress.is(InetAddress.getByName(address)), address);
    }

    @ParameterizedTest
    @ValueSource(strings = {"1.1.1.1", "9.255.255.255", "11.0.0.1", "100.63.255.255", "100.128.0.1", "172.15.0.1", "172.32.0.1", "192.0.1.1", "192.169.0.1", "198.17.255.255",
            "198.20.0.1", "223.255.255.255", "2600::1", "2a00::1", "2001:200::1", "64:ff9b::101:101", "2002:101:101::1"})
    void whatIsOneIsToo(String address) throws Exception {
        assertEquals(true, PublicAddress.is(InetAddress.getByName(address)), address);
    }

    /** Who misses the heartbeat looks for what is wrong: it must not go on while an urgent alarm does not get out. */
    @Test
    void theHeartbeatStopsWhileAnUrgentMessageIsOverdue() throws Exception {
        try (HookReceiver watch = new HookReceiver(0); Outside outside = new Outside(settings(false, ""))) {
            Outbox outbox = mock(Outbox.class);
            Heartbeat heart = new Heartbeat(settings(false, "http://127.0.0.1:" + watch.port() + "/"), outbox, outside.http, Clock.systemUTC());
            heart.looked();
            when(outbox.overdue()).thenReturn(List.of(overdue(Urgency.NOW)));
            heart.beat();
            assertEquals(0, watch.requests());
            assertTrue(heart.trouble().startsWith("an urgent alarm message has not been delivered since "), heart.trouble());
            when(outbox.overdue()).thenReturn(List.of(overdue(Urgency.SOON)));
            heart.beat();
            assertEquals(1, watch.requests());
            assertEquals(null, heart.trouble());
        }
    }

    private static OverdueView overdue(Urgency urgency) {
        return new OverdueView("chamber", "Keeper", Ways.Kind.HOOK, urgency, Instant.EPOCH, null);
    }
}
