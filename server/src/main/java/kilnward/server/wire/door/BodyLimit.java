package kilnward.server.wire.door;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.BufferedReader;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.SocketTimeoutException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.door.Shares.Share;
import kilnward.server.wire.problem.ProblemWriter;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Reads the body of a request before anybody looks at what is in it: no more than its path takes, no slower than {@link Limits#PACE_BYTES}, and only so many at once that threads are
 * always left for everything else. Who is not known may send {@link Limits#USUAL_BYTES}; what is larger waits on disk until there is room for it.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 30)
class BodyLimit extends OncePerRequestFilter {
    private static final String INGEST = "/api/v1/readings";
    /** As many kB of the heap bodies may take up together, with all that is made of them. */
    private static final int HEAP_KB = (int) Math.max(64 * 1024, Runtime.getRuntime().maxMemory() / 4 / 1024);
    private final Shares usual = new Shares(Limits.BODIES, Limits.BODIES_EACH, Duration.ofMillis(500));
    private final Shares devices = new Shares(Limits.DEVICE_BODIES, Limits.DEVICE_BODIES_EACH, Duration.ofSeconds(2));
    private final Shares large = new Shares(Limits.LARGE_BODIES, Limits.LARGE_BODIES_EACH, Duration.ofSeconds(2));
    private final Semaphore heap = new Semaphore(HEAP_KB, true);
    private final ProblemWriter problems;
    private final List<Sender> senders;
    private final boolean demo;
    private final Path folder;

    BodyLimit(ProblemWriter problems, List<Sender> senders, KilnWardProperties properties) throws IOException {
        this.problems = problems;
        this.senders = senders;
        this.demo = properties.demo();
        this.folder = Files.createDirectories(properties.folder().resolve("uploads"));
        // What was on its way when the server stopped is of no use to anybody.
        try (Stream<Path> left = Files.list(folder)) {
            for (Path each : left.toList()) {
                Files.deleteIfExists(each);
            }
        }
    }

    /** A body that is not taken, and why. */
    private static final class NotTaken extends Exception {
        private static final long serialVersionUID = 1L;
        private final HttpStatus status;
        private final String title;

        private NotTaken(HttpStatus status, String title, String detail) {
            super(detail);
            this.status = status;
            this.title = title;
        }
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain rest) throws ServletException, IOException {
        if (request.getContentLengthLong() == 0 || request.getContentLengthLong() < 0 && request.getHeader("Transfer-Encoding") == null) {
            rest.doFilter(request, response);
            return;
        }
        try {
            int most = Limits.bytes(request.getRequestURI());
            if (request.getContentLengthLong() > most) {
                throw tooMuch(most);
            }
            boolean ingest = request.getRequestURI().equals(INGEST);
            Optional<String> sender = ingest || most > Limits.USUAL_BYTES && request.getContentLengthLong() > Limits.USUAL_BYTES ? sender(request) : Optional.empty();
            if (ingest && sender.isEmpty()) {
                response.setHeader("WWW-Authenticate", "Bearer");
                throw new NotTaken(HttpStatus.UNAUTHORIZED, "Not authorised",
                        "A device's token must be sent as Authorization: Bearer <token>; this one is not known, or no longer.");
            }
            byte[] first = read(request, most, ingest ? devices : usual, ingest ? sender.get() : request.getRemoteAddr());
            if (first.length <= Limits.USUAL_BYTES) {
                rest.doFilter(new Read(request, () -> new ByteArrayInputStream(first)), response);
            } else {
                large(request, response, rest, most, first, sender.or(() -> sender(request)).orElseThrow(() -> tooMuch(Limits.USUAL_BYTES)));
            }
        } catch (NotTaken refused) {
            // What is still to come is not read: the connection ends with the answer.
            response.setHeader("Connection", "close");
            request.setAttribute(Connections.UNREAD, true);
            if (refused.status == HttpStatus.SERVICE_UNAVAILABLE) {
                response.setHeader("Retry-After", "2");
            }
            problems.write(response, refused.status, refused.title, refused.getMessage());
        }
    }

    private Optional<String> sender(HttpServletRequest request) {
        Optional<String> known = senders.stream().filter(each -> each.knows(request)).map(each -> each.of(request)).flatMap(Optional::stream).findFirst();
        // In the demo, which only this machine reaches, everybody is somebody.
        return known.isEmpty() && demo && !request.getRequestURI().equals(INGEST) ? Optional.of(request.getRemoteAddr()) : known;
    }

    /** The first of a body: all of it where it is small. */
    private static byte[] read(HttpServletRequest request, int most, Shares shares, String sender) throws IOException, NotTaken {
        try (Share share = shares.take(sender).orElseThrow(BodyLimit::busy)) {
            ByteArrayOutputStream found = new ByteArrayOutputStream();
            copy(request, found, Math.min(most, Limits.USUAL_BYTES), new Pacing(), 0);
            return found.toByteArray();
        } catch (TooMuch more) {
            if (most <= Limits.USUAL_BYTES) {
                throw tooMuch(most);
            }
            return more.read;
        }
    }

    /** The rest of a large one: on disk until it is whole and there is room for what is made of it. */
    private void large(HttpServletRequest request, HttpServletResponse response, FilterChain rest, int most, byte[] first, String sender)
            throws IOException, ServletException, NotTaken {
        Path file = Files.createTempFile(folder, "body", "");
        try {
            try (Share share = large.take(sender).orElseThrow(BodyLimit::busy); OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
                out.write(first);
                copy(request, out, most, new Pacing(), first.length);
            } catch (TooMuch more) {
                throw tooMuch(most);
            }
            int kb = Math.min(HEAP_KB, Math.toIntExact(Files.size(file) / 1024 * Limits.heapFactor(request.getRequestURI())));
            if (!tryAcquire(kb)) {
                throw busy();
            }
            try {
                rest.doFilter(new Read(request, () -> new BufferedInputStream(Files.newInputStream(file))), response);
            } finally {
                heap.release(kb);
            }
        } finally {
            Files.deleteIfExists(file);
        }
    }

    private boolean tryAcquire(int kb) {
        try {
            return heap.tryAcquire(kb, Limits.ROOM_PATIENCE.toMillis(), TimeUnit.MILLISECONDS);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    private static NotTaken busy() {
        return new NotTaken(HttpStatus.SERVICE_UNAVAILABLE, "Busy", "As much is being sent as can be taken in at once. Send it again in a moment.");
    }

    private static NotTaken tooMuch(int most) {
        return new NotTaken(HttpStatus.CONTENT_TOO_LARGE, "That is too much at once",
                "This takes at most " + most / 1024 + " kB" + (most == Limits.USUAL_BYTES ? " from who is not signed in." : "."));
    }

    /** More came than was asked for; {@code read} is what was read, one byte of the rest included. */
    private static final class TooMuch extends Exception {
        private static final long serialVersionUID = 1L;
        private final transient byte[] read;

        private TooMuch(byte[] read) {
            super("more");
            this.read = read;
        }
    }

    /** Copies what is left of a body, up to a size; {@code had} bytes of it came before. */
    private static void copy(HttpServletRequest request, OutputStream out, int most, Pacing pacing, int had) throws IOException, NotTaken, TooMuch {
        byte[] buffer = new byte[8192];
        InputStream in = request.getInputStream();
        int size = had;
        try {
            for (int read = in.read(buffer, 0, Math.min(buffer.length, most - size + 1)); read >= 0; read = in.read(buffer, 0, Math.min(buffer.length, most - size + 1))) {
                size += read;
                out.write(buffer, 0, read);
                if (size > most) {
                    throw new TooMuch(out instanceof ByteArrayOutputStream bytes ? bytes.toByteArray() : null);
                }
                pacing.check(size - had);
            }
        } catch (SocketTimeoutException silent) {
            throw tooSlow();
        }
    }

    private static NotTaken tooSlow() {
        return new NotTaken(HttpStatus.REQUEST_TIMEOUT, "Too slow", "The request did not arrive in time. Nothing of it was kept; send it again.");
    }

    /** The least pace of a body: it has a time to begin with, and more for what has come. */
    private static final class Pacing {
        private final long beganNs = System.nanoTime();

        void check(long bytes) throws NotTaken {
            if (System.nanoTime() - beganNs > Limits.BODY_BEGINS.toNanos() + bytes * 1_000_000_000L / Limits.PACE_BYTES) {
                throw tooSlow();
            }
        }
    }

    private interface Opened {
        InputStream open() throws IOException;
    }

    /** A request whose body has been read already. */
    private static final class Read extends HttpServletRequestWrapper {
        private final Opened body;
        private ServletInputStream stream;

        private Read(HttpServletRequest request, Opened body) {
            super(request);
            this.body = body;
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            if (stream == null) {
                stream = new Bytes(body.open());
            }
            return stream;
        }

        @Override
        public BufferedReader getReader() throws IOException {
            return new BufferedReader(new InputStreamReader(getInputStream(), getCharacterEncoding() == null ? "UTF-8" : getCharacterEncoding()));
        }
    }

    private static final class Bytes extends ServletInputStream {
        private final InputStream in;
        private boolean finished;

        private Bytes(InputStream in) {
            this.in = in;
        }

        @Override
        public int read() throws IOException {
            int one = in.read();
            finished |= one < 0;
            return one;
        }

        @Override
        public int read(byte[] into, int from, int length) throws IOException {
            int read = in.read(into, from, length);
            finished |= read < 0;
            return read;
        }

        @Override
        public void close() throws IOException {
            in.close();
        }

        @Override
        public boolean isFinished() {
            return finished;
        }

        @Override
        public boolean isReady() {
            return true;
        }

        @Override
        public void setReadListener(ReadListener listener) {
            throw new IllegalStateException("read at once");
        }
    }
}
