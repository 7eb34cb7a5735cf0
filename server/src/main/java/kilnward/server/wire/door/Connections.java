package kilnward.server.wire.door;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import kilnward.server.wire.KilnWardProperties;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.apache.coyote.Processor;
import org.apache.coyote.http11.Http11NioProtocol;
import org.apache.tomcat.util.net.NioChannel;
import org.apache.tomcat.util.net.SocketWrapperBase;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * Looks after connections, below what a request knows of: so many from one address, and so long for the headers of a request. The container itself limits each read, not how long all
 * of it takes: a peer that sends a byte a second never runs into that.
 */
@Configuration
class Connections {
    /** Set on a request whose body is not read: nothing more of it is wanted. */
    static final String UNREAD = "kilnward.unread";
    private static final Duration LOOKED_AT = Duration.ofMillis(500);

    /** Puts both in place. Behind a proxy all connections are the proxy's, and it is for that to count. */
    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> watchedConnections(KilnWardProperties properties,
            @Value("${server.forward-headers-strategy:none}") String forwarded) {
        int mostEach = "none".equalsIgnoreCase(forwarded) ? properties.connectionsPerAddress() : Integer.MAX_VALUE;
        return factory -> {
            factory.setProtocol(Watched.class.getName());
            factory.addConnectorCustomizers(connector -> ((Watched) connector.getProtocolHandler()).mostEach = mostEach);
            factory.addEngineValves(new Unread());
        };
    }

    /** The rest of a body that is refused is not waited for. */
    static final class Unread extends ValveBase {
        Unread() {
            super(true);
        }

        @Override
        public void invoke(Request request, Response response) throws IOException, ServletException {
            getNext().invoke(request, response);
            if (request.getAttribute(UNREAD) != null) {
                request.getCoyoteRequest().action(ActionCode.DISABLE_SWALLOW_INPUT, null);
            }
        }
    }

    /** The container's protocol, with somebody who looks at its connections. */
    public static final class Watched extends Http11NioProtocol {
        private volatile int mostEach = Integer.MAX_VALUE;
        /** Since when the headers of a request are coming in (ns). */
        private final Map<SocketWrapperBase<NioChannel>, Long> comingSince = new HashMap<>();
        private ScheduledExecutorService watcher;

        @Override
        public void start() throws Exception {
            super.start();
            watcher = Executors.newSingleThreadScheduledExecutor(task -> {
                Thread thread = new Thread(task, "connections");
                thread.setDaemon(true);
                return thread;
            });
            watcher.scheduleWithFixedDelay(this::look, LOOKED_AT.toMillis(), LOOKED_AT.toMillis(), TimeUnit.MILLISECONDS);
        }

        @Override
        public void stop() throws Exception {
            watcher.shutdownNow();
            super.stop();
        }

        private void look() {
            Set<SocketWrapperBase<NioChannel>> all = Set.copyOf(getEndpoint().getConnections());
            Map<String, Integer> from = new HashMap<>();
            comingSince.keySet().retainAll(all);
            for (SocketWrapperBase<NioChannel> each : all) {
                if (from.merge(String.valueOf(each.getRemoteAddr()), 1, Integer::sum) > mostEach || headersTooLate(each)) {
                    each.close();
                    comingSince.remove(each);
                }
            }
        }

        private boolean headersTooLate(SocketWrapperBase<NioChannel> one) {
            if (!areHeadersComing(one)) {
                comingSince.remove(one);
                return false;
            }
            long nowNs = System.nanoTime();
            return nowNs - comingSince.computeIfAbsent(one, fresh -> nowNs) > Limits.HEADERS.toNanos();
        }

        /** Whether a request has begun whose headers are not whole: while it is worked on, its processor is not with the connection; while somebody watches, it is asynchronous. */
        private static boolean areHeadersComing(SocketWrapperBase<NioChannel> one) {
            return one.getCurrentProcessor() instanceof Processor begun && !begun.isAsync() && !begun.isUpgrade();
        }
    }
}
