package kilnward.server.live.series;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.Base64;

/** What a device shows to be let in, and what stands in the address of a feed: 256 random bits. Being random, it needs no slow hash: there is nothing to guess it from. */
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
        try {
            return MessageDigest.getInstance("SHA-256").digest(token.getBytes(StandardCharsets.UTF_8));
        } catch (NoSuchAlgorithmException impossible) {
            throw new IllegalStateException(impossible);
        }
    }
}
