package kilnward.server.notification;

import java.io.IOException;
import java.net.URI;
import java.net.UnknownHostException;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.time.Clock;
import java.util.HexFormat;
import java.util.Map;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import kilnward.server.notification.OutboundHttp.PrivateAddressException;
import kilnward.server.wire.KilnWardProperties;
import org.springframework.stereotype.Component;

/** Calls web hooks, signed; encrypted, unless an owner allowed otherwise. */
@Component
class Hooks {
    private final KilnWardProperties properties;
    private final OutboundHttp http;
    private final Clock clock;

    Hooks(KilnWardProperties properties, OutboundHttp http, Clock clock) {
        this.properties = properties;
        this.http = http;
        this.clock = clock;
    }

    /**
     * Looks at an address before it is saved. It is looked at again when it is called.
     *
     * @param plainHttp whether it may be called unencrypted
     * @throws IllegalArgumentException where it cannot be called, saying what it must be
     */
    void check(URI address, boolean plainHttp) {
        boolean http = "http".equals(address.getScheme());
        if (address.getHost() == null || !http && !"https".equals(address.getScheme()) || address.getUserInfo() != null) {
            throw new IllegalArgumentException("must be an address that begins with https://, without a name and password in it");
        }
        if (http && !plainHttp) {
            throw new IllegalArgumentException("must begin with https://: an owner can allow http:// for this channel");
        }
        if (properties.tell().privateAddresses()) {
            return;
        }
        try {
            OutboundHttp.publicAddresses(address.getHost());
        } catch (PrivateAddressException inside) {
            throw new IllegalArgumentException("must be a public address; the server's operator can allow private ones", inside);
        } catch (UnknownHostException unknown) {
            throw new IllegalArgumentException("must name a host that exists", unknown);
        }
    }

    /**
     * Calls one.
     *
     * @param key the same for each repetition of a call, so that the receiver can tell
     * @throws IOException where it was not accepted within {@link Deadline#CALL}
     */
    void call(URI address, String secret, String key, String body) throws IOException, InterruptedException {
        String at = clock.instant().toString();
        int status = http.post(address, Map.of("Idempotency-Key", key, "Kiln-Ward-Time", at, "Kiln-Ward-Signature", signature(secret, at, body)), body);
        if (status < 200 || status > 299) {
            throw new IOException("It answered with status " + status + ".");
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
