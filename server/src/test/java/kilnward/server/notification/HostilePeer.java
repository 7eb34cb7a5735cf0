package kilnward.server.notification;

import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;

/** A peer that accepts a connection and then never comes to an end. */
final class HostilePeer implements AutoCloseable {
    /** At which stage it hangs. */
    enum Stage {
        /** Its queue of connections is full: connecting does not come to an end. */
        CONNECT,
        /** Accepts, and says nothing: neither a handshake nor an answer. */
        SILENT,
        /** A byte of its answer's headers a second. */
        HEADERS,
        /** Headers without end, as fast as they are taken. */
        ENDLESS_HEADERS,
        /** Says 200, then sends a byte of the body a second. */
        BODY,
        /** Greets as a mail server does, a byte a second. */
        GREETING
    }

    private final ServerSocket listener;
    private final Stage stage;
    private final List<Socket> open = new CopyOnWriteArrayList<>();

    HostilePeer(Stage stage) throws IOException {
        this.stage = stage;
        listener = new ServerSocket(0, stage == Stage.CONNECT ? 1 : 50, InetAddress.getLoopbackAddress());
        if (stage == Stage.CONNECT) {
            // Linux takes one connection more than the backlog says.
            for (int i = 0; i < 2; i++) {
                open.add(new Socket(InetAddress.getLoopbackAddress(), port()));
            }
        } else {
            start(this::accept);
        }
    }

    int port() {
        return listener.getLocalPort();
    }

    private static void start(Runnable work) {
        Thread thread = new Thread(work, "hostile peer");
        thread.setDaemon(true);
        thread.start();
    }

    private void accept() {
        try {
            while (true) {
                Socket one = listener.accept();
                open.add(one);
                start(() -> answer(one));
            }
        } catch (IOException closed) {
            return;
        }
    }

    private void answer(Socket one) {
        try {
            OutputStream out = one.getOutputStream();
            switch (stage) {
                case HEADERS -> slowly(out, "HTTP/1.1 200 OK\r\nX-Slow: " + "x".repeat(1000));
                case ENDLESS_HEADERS -> {
                    out.write("HTTP/1.1 200 OK\r\n".getBytes(StandardCharsets.US_ASCII));
                    while (true) {
                        out.write("X-More: and more\r\n".getBytes(StandardCharsets.US_ASCII));
                    }
                }
                case BODY -> {
                    out.write("HTTP/1.1 200 OK\r\nContent-Length: 100000\r\n\r\n".getBytes(StandardCharsets.US_ASCII));
                    slowly(out, "x".repeat(1000));
                }
                case GREETING -> slowly(out, "220 " + "x".repeat(1000));
                case CONNECT, SILENT -> out.flush();
            }
        } catch (IOException closed) {
            return;
        }
    }

    private static void slowly(OutputStream out, String text) throws IOException {
        try {
            for (byte each : text.getBytes(StandardCharsets.US_ASCII)) {
                out.write(each);
                out.flush();
                Thread.sleep(1000);
            }
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void close() throws IOException {
        listener.close();
        for (Socket each : open) {
            each.close();
        }
    }
}
