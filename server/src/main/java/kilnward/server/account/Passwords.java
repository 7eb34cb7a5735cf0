package kilnward.server.account;

import com.nulabinc.zxcvbn.Zxcvbn;
import java.text.Normalizer;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.wire.problem.NotDoneException;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.util.function.SingletonSupplier;

/**
 * Passwords after NIST SP 800-63B-4 (2025): at least 15 characters as they are the only factor, no rules of composition, common ones refused, kept as Argon2id (RFC 9106) with
 * 19 MiB, two passes and one lane, which OWASP's cheat sheet on password storage gives as least (both from memory).
 */
@Component
class Passwords {
    static final int LEAST = 15;
    static final int MOST = 128;
    private static final int MEMORY_KIB = 19 * 1024;
    private static final int PASSES = 2;
    private static final int SALT_BYTES = 16;
    private static final int HASH_BYTES = 32;
    /** Guesses, as a power of ten, below which one is counted among the common: an online guesser held to a hundred tries an hour has no hope, one with the hashes works for years. */
    private static final double LEAST_GUESSES_LOG10 = 9;
    /** Each takes 19 MiB while it works. */
    private static final Semaphore AT_ONCE = new Semaphore(4);
    private static final Duration PATIENCE = Duration.ofSeconds(5);
    private final Argon2PasswordEncoder argon2 = new Argon2PasswordEncoder(SALT_BYTES, HASH_BYTES, 1, MEMORY_KIB, PASSES);
    /** Its lists take a second to read: when the first password is chosen, and not when the server starts. */
    private final SingletonSupplier<Zxcvbn> guesser = SingletonSupplier.of(Zxcvbn::new);
    /** What somebody's password is held against who is not known here, so that both take as long. */
    private final SingletonSupplier<String> nobodys = SingletonSupplier.of(() -> argon2.encode("nobody has this password"));

    /**
     * Makes sure that a password may be taken.
     *
     * @param field where it was typed, for the refusal
     * @param known what anybody knows of its owner: name, mail address, site
     * @throws RefusedValueException where it is too short, too long, or easily guessed; the password itself is never said again
     */
    void check(String field, String password, List<String> known) {
        String plain = plain(password);
        int length = plain.codePointCount(0, plain.length());
        if (length < LEAST) {
            throw new RefusedValueException(field, length + " characters", "must have at least " + LEAST + " characters; a sentence of your own is easiest to remember");
        }
        if (length > MOST) {
            throw new RefusedValueException(field, length + " characters", "must have at most " + MOST + " characters");
        }
        List<String> words = known.stream().filter(Objects::nonNull).flatMap(each -> Stream.concat(Stream.of(each), Stream.of(each.split("[\\s@.]+"))))
                .filter(each -> each.length() > 2)
                .toList();
        List<String> all = Stream.concat(words.stream(), Stream.of("kiln", "ward", "kilnward", "incubator", "brooder", "hygrostat", "thermostat")).toList();
        if (guesser.obtain().measure(plain, all).getGuessesLog10() < LEAST_GUESSES_LOG10) {
            throw new RefusedValueException(field, length + " characters", "is among those that are tried first: common words, repetitions, keys in a row, or your own name");
        }
    }

    /** As it is kept. */
    String encode(String password) {
        return holding(() -> argon2.encode(plain(password)));
    }

    /**
     * Whether it is the one.
     *
     * @param kept null for somebody who is not known or has none; it takes as long
     */
    boolean matches(String password, String kept) {
        return holding(() -> argon2.matches(plain(password), kept == null ? nobodys.obtain() : kept)) && kept != null;
    }

    /** The same letters typed on another keyboard are the same password. */
    private static String plain(String password) {
        return Normalizer.normalize(password, Normalizer.Form.NFKC);
    }

    private static <T> T holding(java.util.function.Supplier<T> work) {
        try {
            if (!AT_ONCE.tryAcquire(PATIENCE.toMillis(), TimeUnit.MILLISECONDS)) {
                throw new NotDoneException(true, "Too many people sign in at once; try again in a moment.");
            }
        } catch (InterruptedException stopping) {
            Thread.currentThread().interrupt();
            throw new NotDoneException(true, "The server is stopping.");
        }
        try {
            return work.get();
        } finally {
            AT_ONCE.release();
        }
    }
}
