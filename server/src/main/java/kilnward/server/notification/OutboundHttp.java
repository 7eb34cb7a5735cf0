package kilnward.server.notification;

import java.io.IOException;
import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import kilnward.server.wire.KilnWardProperties;
import org.apache.hc.client5.http.DnsResolver;
import org.apache.hc.client5.http.classic.methods.HttpPost;
import org.apache.hc.client5.http.config.ConnectionConfig;
import org.apache.hc.client5.http.config.RequestConfig;
import org.apache.hc.client5.http.impl.classic.CloseableHttpClient;
import org.apache.hc.client5.http.impl.classic.HttpClients;
import org.apache.hc.client5.http.impl.io.ManagedHttpClientConnectionFactory;
import org.apache.hc.client5.http.impl.io.PoolingHttpClientConnectionManagerBuilder;
import org.apache.hc.client5.http.routing.RoutingSupport;
import org.apache.hc.core5.http.ClassicHttpResponse;
import org.apache.hc.core5.http.ContentType;
import org.apache.hc.core5.http.HttpException;
import org.apache.hc.core5.http.config.Http1Config;
import org.apache.hc.core5.http.io.entity.StringEntity;
import org.apache.hc.core5.util.Timeout;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;

/**
 * Calls an outside address once. The whole call has one deadline; of the answer only the status is read; no redirect is followed; and the connection goes to the very addresses
 * that were looked at: a name that means something else a moment later changes nothing.
 */
@Component
class OutboundHttp implements DisposableBean {
    private static final int MOST_CONNECTIONS = 512;
    /** A longer line or more headers are no answer to a message. */
    private static final Http1Config HEADERS = Http1Config.custom().setMaxLineLength(8192).setMaxHeaderCount(100).build();
    private final CloseableHttpClient outside;
    private final CloseableHttpClient anywhere;

    OutboundHttp(KilnWardProperties properties) {
        anywhere = client(InetAddress::getAllByName);
        outside = properties.tell().privateAddresses() ? anywhere : client(OutboundHttp::publicAddresses);
    }

    private static CloseableHttpClient client(Resolve resolve) {
        Timeout step = Timeout.of(Deadline.CALL);
        return HttpClients.custom()
                .setConnectionManager(PoolingHttpClientConnectionManagerBuilder.create().setDnsResolver(new Resolver(resolve)).setMaxConnTotal(MOST_CONNECTIONS)
                        .setMaxConnPerRoute(MOST_CONNECTIONS)
                        .setConnectionFactory(ManagedHttpClientConnectionFactory.builder().http1Config(HEADERS).build())
                        .setDefaultConnectionConfig(ConnectionConfig.custom().setConnectTimeout(step).setSocketTimeout(step).build()).build())
                .setDefaultRequestConfig(RequestConfig.custom().setResponseTimeout(step).setConnectionRequestTimeout(step).build())
                .setConnectionReuseStrategy((request, response, context) -> false).disableRedirectHandling().disableAutomaticRetries().disableCookieManagement()
                .disableAuthCaching().disableContentCompression().setUserAgent("Kiln Ward").build();
    }

    private interface Resolve {
        InetAddress[] all(String host) throws UnknownHostException;
    }

    private record Resolver(Resolve resolve) implements DnsResolver {
        @Override
        public InetAddress[] resolve(String host) throws UnknownHostException {
            return resolve.all(host);
        }

        @Override
        public String resolveCanonicalHostname(String host) {
            return host;
        }
    }

    /**
     * The addresses of a host, all of them public.
     *
     * @throws PrivateAddressException where one of them is not
     */
    static InetAddress[] publicAddresses(String host) throws UnknownHostException {
        InetAddress[] all = InetAddress.getAllByName(host);
        for (InetAddress each : all) {
            if (!PublicAddress.is(each)) {
                throw new PrivateAddressException(each.getHostAddress());
            }
        }
        return all;
    }

    /** A host whose address is not one that anybody can reach. */
    static final class PrivateAddressException extends UnknownHostException {
        private static final long serialVersionUID = 1L;

        PrivateAddressException(String address) {
            super("It must have a public address; " + address + " is not one.");
        }
    }

    /**
     * Posts to an outside address, which must be public unless the server's settings allow others.
     *
     * @return the status of the answer
     * @throws IOException where there was none within {@link Deadline#CALL}
     */
    int post(URI address, Map<String, String> headers, String json) throws IOException, InterruptedException {
        return post(outside, address, headers, json, Deadline.CALL);
    }

    /** The same to an address that whoever runs the server has named. */
    int postAnywhere(URI address, String json) throws IOException, InterruptedException {
        return post(anywhere, address, Map.of(), json, Deadline.CALL);
    }

    private static int post(CloseableHttpClient client, URI address, Map<String, String> headers, String json, Duration most) throws IOException, InterruptedException {
        HttpPost request = new HttpPost(address);
        headers.forEach(request::setHeader);
        request.setEntity(new StringEntity(json, ContentType.APPLICATION_JSON.withCharset(StandardCharsets.UTF_8)));
        return Deadline.within(most, () -> status(client, request), request::cancel);
    }

    private static int status(CloseableHttpClient client, HttpPost request) throws IOException {
        try {
            ClassicHttpResponse answer = client.executeOpen(RoutingSupport.determineHost(request), request, null);
            // The connection ends here. Nothing more of the answer is wanted, and closing the answer itself would read it to its end.
            request.cancel();
            return answer.getCode();
        } catch (HttpException unreadable) {
            throw new IOException(unreadable.getMessage(), unreadable);
        }
    }

    @Override
    public void destroy() throws IOException {
        outside.close();
        anywhere.close();
    }
}
