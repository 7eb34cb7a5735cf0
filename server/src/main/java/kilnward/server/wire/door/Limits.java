package kilnward.server.wire.door;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;

/** Every limit of the server and why it is where it is, in one place. How many entries a list may have stands at the list. */
public final class Limits {
    /** A whole chamber with everything in it, thirty appliances and ten described controllers, is about 90 kB. */
    public static final int PLAN_BYTES = 256 * 1024;
    /** A check of two thousand rows with three references each, as JSON. */
    public static final int CHECK_BYTES = 512 * 1024;
    /** A file of five thousand rows with ten references. */
    public static final int FILE_BYTES = 1024 * 1024;
    /** Ten thousand readings, as JSON with long names of series; a device that was away for a day. */
    public static final int READINGS_BYTES = 5 * 1024 * 1024;
    /** A whole chamber with some half a million readings; the tree of it takes ten times that while it is taken in. */
    public static final int RECORD_BYTES = 24 * 1024 * 1024;
    /** A file of a logger: a million rows of some thirty signs. Two of them at once still fit into a small server's memory. */
    public static final int LOG_BYTES = 32 * 1024 * 1024;
    /** Readings in one request. */
    public static final int READINGS = 10_000;
    /** Readings that may wait to be written: about five seconds' work of a small computer, and some 50 MB. */
    public static final int READINGS_WAITING = 200_000;
    /** Pages that watch at once at one server: each holds a connection, none a thread. */
    public static final int WATCHING = 500;
    /** Everything else that is asked: a question, a note, a weighing. */
    public static final int USUAL_BYTES = 64 * 1024;
    /** Bodies that are being read at once, and of those from one address: of the server's 200 threads some are always left for what has no body, and for devices. */
    static final int BODIES = 80;
    static final int BODIES_EACH = 24;
    /** The same of devices, which have a share of their own. */
    static final int DEVICE_BODIES = 40;
    static final int DEVICE_BODIES_EACH = 4;
    /** Bodies beyond {@link #USUAL_BYTES} that come in at once, and of those from one sender. */
    static final int LARGE_BODIES = 6;
    static final int LARGE_BODIES_EACH = 2;
    /** How long a large body that is here waits for room in memory. */
    static final Duration ROOM_PATIENCE = Duration.ofSeconds(10);
    /** A body of a few kB has so long to come whole over a bad line. */
    static final Duration BODY_BEGINS = Duration.ofSeconds(15);
    /** The least pace of a body after that (bytes a second): a file of 32 MB takes no longer than four minutes. */
    static final int PACE_BYTES = 128 * 1024;
    /** How long the headers of a request may take to come whole. */
    static final Duration HEADERS = Duration.ofSeconds(10);
    /** Depth of a JSON document: the deepest there is, a key of a profile of a controller of a plan, is 9. */
    public static final int DEPTH = 32;

    /** Complaints in one answer: nobody mends more at once, and each costs memory. */
    public static final int COMPLAINTS = 20;
    /** Characters of a refused value that are said again: enough to find it by. */
    public static final int GIVEN = 80;

    /** Instants and days that can be meant; a database and a calendar can hold them all. */
    private static final Instant EARLIEST = Instant.parse("1970-01-01T00:00:00Z");
    private static final Instant LATEST = Instant.parse("2200-01-01T00:00:00Z");
    private static final LocalDate FIRST_DAY = LocalDate.of(1900, 1, 1);
    private static final LocalDate LAST_DAY = LocalDate.of(2199, 12, 31);

    /** Computations at once of one address: a dragged rung has two under way at most, a search takes one more. */
    public static final int SHARE = 4;
    /** Computations at once of all addresses together: beyond it nothing gets done sooner, only everything later. */
    public static final int AT_ONCE = 12;
    /** How long a computation waits for its turn before it is told to come again. */
    public static final Duration PATIENCE = Duration.ofSeconds(4);
    /** How long one computation may take; the longest there is, a search with ten controllers, takes about a third of it on two busy cores. */
    public static final Duration COMPUTING = Duration.ofSeconds(60);
    /** How long it may take all in all where the machine is busy with something else. */
    public static final Duration COMPUTING_BUSY = Duration.ofSeconds(150);
    /** Answers that are remembered: what some people look at together; fewer where memory is short. */
    public static final int REMEMBERED = 96;

    private Limits() {
    }

    /** Whether an instant can be meant: from 1970 to 2199. */
    public static boolean isMeant(Instant at) {
        return !at.isBefore(EARLIEST) && at.isBefore(LATEST);
    }

    /** Whether a day can be meant: from 1900 to 2199. */
    public static boolean isMeant(LocalDate day) {
        return !day.isBefore(FIRST_DAY) && !day.isAfter(LAST_DAY);
    }

    /** How many times the size of a body its handling takes of the memory. */
    static int heapFactor(String path) {
        // A record becomes a tree, readings and rows become objects; a logger's file is kept as it is and gone through.
        return path.endsWith("/imports") ? 2 : path.equals("/api/v1/chamber-records") ? 6 : 5;
    }

    /** How many bytes a body may have. */
    static int bytes(String path) {
        if (path.startsWith("/api/v1/calc/review")) {
            return READINGS_BYTES;
        }
        if (path.startsWith("/api/v1/calc/check") || path.startsWith("/api/v1/calc/offset") || path.startsWith("/api/v1/calc/alarm")
                || path.startsWith("/api/v1/calc/harm")) {
            return CHECK_BYTES;
        }
        if (path.equals("/api/v1/readings")) {
            return READINGS_BYTES;
        }
        if (path.equals("/api/v1/chamber-records")) {
            return RECORD_BYTES;
        }
        if (path.endsWith("/imports")) {
            return LOG_BYTES;
        }
        if (path.endsWith("/rows/file")) {
            return FILE_BYTES;
        }
        boolean plan = path.startsWith("/api/v1/rehearsals") || path.startsWith("/api/v1/suggestions") || path.startsWith("/api/v1/faults")
                || path.startsWith("/api/v1/calc/load") || path.startsWith("/api/v1/calc/loss-factor") || path.startsWith("/api/v1/calc/described")
                || path.startsWith("/api/v1/calc/keys") || path.startsWith("/api/v1/calc/read-back") || path.matches("/api/v1/chambers(/[^/]+)?")
                || path.startsWith("/api/v1/guides") || path.startsWith("/api/v1/profiles") || path.contains("/drills");
        return plan ? PLAN_BYTES : USUAL_BYTES;
    }
}
