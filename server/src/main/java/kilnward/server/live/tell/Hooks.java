package kilnward.server.live.tell;

import java.io.IOException;
import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.time.Clock;
import java.time.Duration;
import java.util.HexFormat;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import kilnward.server.wire.KilnWardProperties;
import org.springframework.stereotype.Component;

/** Calls web hooks, signed; never into the private net, unless that is allowed, and never to where it is redirected. */
@Component
class Hooks {
    private static final Duration PATIENCE = Duration.ofSeconds(10);
    private final KilnWardProperties properties;
    private final Clock clock;
    private final HttpClient client = HttpClient.newBuilder().connectTimeout(PATIENCE).followRedirects(HttpClient.Redirect.NEVER).build();

    Hooks(KilnWardProperties properties, Clock clock) {
        this.properties = properties;
        this.clock = clock;
    }

    /**
     * @throws IllegalArgumentException where an address cannot be called, saying what it must be
     */
    void check(URI address) {
        if (address.getHost() == null || !"https".equals(address.getScheme()) && !"http".equals(address.getScheme()) || address.getUserInfo() != null) {
            throw new IllegalArgumentException("must be an address that begins with https:// or http://, without a name and password in it");
        }
        if (properties.tell().privateAddresses()) {
            return;
        }
        try {
            for (InetAddress each : InetAddress.getAllByName(address.getHost())) {
                boolean uniqueLocal = each.getAddress().length == 16 && (each.getAddress()[0] & 0xfe) == 0xfc;
                boolean shared = each.getAddress().length == 4 && (each.getAddress()[0] & 0xff) == 100 && (each.getAddress()[1] & 0xc0) == 64;
                if (each.isLoopbackAddress() || each.isSiteLocalAddress() || each.isLinkLocalAddress() || each.isAnyLocalAddress() || each.isMulticastAddress() || uniqueLocal
                        || shared) {
                    throw new IllegalArgumentException("must be outside the private net (" + each.getHostAddress() + "); whoever runs the server can allow addresses inside it");
                }
            }
        } catch (UnknownHostException unknown) {
            throw new IllegalArgumentException("must be of a host that is known by its name");
        }
    }

    /**
     * Calls one.
     *
     * @param key what makes the call known again where it comes twice
     * @throws IOException where it was not taken
     */
    void call(URI address, String secret, String key, String body) throws IOException, InterruptedException {
        try {
            check(address);
        } catch (IllegalArgumentException unfit) {
            throw new IOException("The address " + unfit.getMessage() + ".", unfit);
        }
        String at = clock.instant().toString();
        HttpRequest request = HttpRequest.newBuilder(address).timeout(PATIENCE).header("Content-Type", "application/json").header("Idempotency-Key", key)
                .header("Kiln-Ward-Time", at).header("Kiln-Ward-Signature", signature(secret, at, body)).POST(HttpRequest.BodyPublishers.ofString(body)).build();
        HttpResponse<Void> answer = client.send(request, HttpResponse.BodyHandlers.discarding());
        if (answer.statusCode() < 200 || answer.statusCode() > 299) {
            throw new IOException("It was answered with " + answer.statusCode() + ".");
        }
    }

    /** HMAC-SHA-256 (RFC 2104) of time, line feed and body under the secret, in hexadecimal. */
    static String signature(String secret, String at, String body) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(secret.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
            return HexFormat.of().formatHex(mac.doFinal((at + "\n" + body).getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException impossible) {
            throw new IllegalStateException(impossible);
        }
    }
}
