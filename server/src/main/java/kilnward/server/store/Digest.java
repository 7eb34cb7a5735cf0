package kilnward.server.store;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** What stands for some bytes and for no others: SHA-256 (FIPS 180-4). */
public final class Digest {
    private Digest() {
    }

    /** One to be fed piece by piece. */
    public static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    /** Of bytes, as 64 hexadecimal digits. */
    public static String hex(byte[] bytes) {
        return HexFormat.of().formatHex(sha256().digest(bytes));
    }
}
