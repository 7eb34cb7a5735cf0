package kilnward.server.store;

import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.util.Base64;

/** A secret that somebody shows: what lets a device in, what stands in the address of a feed or in a link that is good for once: 256 random bits. Being random, it needs no slow hash: there is nothing to guess it from. */
public final class Token {
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final int BYTES = 32;

    private Token() {
    }

    /** A new one, of letters, digits, - and _. */
    public static String fresh() {
        byte[] bytes = new byte[BYTES];
        RANDOM.nextBytes(bytes);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    /** What is kept of one. */
    public static byte[] hash(String token) {
        return Digest.sha256().digest(token.getBytes(StandardCharsets.UTF_8));
    }

    /** The same as text, in hexadecimal digits. */
    public static String hashText(String token) {
        return java.util.HexFormat.of().formatHex(hash(token));
    }
}
