package kilnward.server.people;

import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;

/**
 * The site for which this thread works. Whatever is looked up in the record while a site is set is of that site and of no other; where none is set, the server works
 * for itself and sees all.
 */
public final class Here {
    private static final ThreadLocal<UUID> SITE = new ThreadLocal<>();

    private Here() {
    }

    /** While it is open, this thread works for a site. */
    public static final class Visit implements AutoCloseable {
        private final UUID before = SITE.get();

        private Visit(UUID site) {
            SITE.set(site);
        }

        @Override
        public void close() {
            if (before == null) {
                SITE.remove();
            } else {
                SITE.set(before);
            }
        }
    }

    /** Works for a site until it is closed; a transaction has to begin inside. */
    public static Visit visit(UUID site) {
        return new Visit(site);
    }

    /** Does something for a site; a transaction has to begin inside. */
    @SuppressWarnings("try")
    public static <T> T at(UUID site, Supplier<T> work) {
        try (Visit visit = visit(site)) {
            return work.get();
        }
    }

    /** The site; empty where the server works for itself. */
    public static Optional<UUID> site() {
        return Optional.ofNullable(SITE.get());
    }

    /** Whether something of a site may be seen from here. */
    public static boolean sees(UUID site) {
        return SITE.get() == null || SITE.get().equals(site);
    }
}
