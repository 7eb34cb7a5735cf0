package kilnward.server.running;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.util.SplittableRandom;

/** Stands between a client and a server and cuts each connection somewhere: in a request, or in an answer. */
public final class CuttingProxy implements AutoCloseable {
    private final ServerSocket listener;
    private final URI to;
    private final SplittableRandom random;
    private volatile int cuts;

    public CuttingProxy(String url, long seed) throws IOException {
        to = URI.create(url);
        random = new SplittableRandom(seed);
        listener = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
        thread(this::accept);
    }

    private static void thread(Runnable work) {
        Thread thread = new Thread(work, "cutting proxy");
        thread.setDaemon(true);
        thread.start();
    }

    /** Where it is reached. */
    public String url() {
        return "http://127.0.0.1:" + listener.getLocalPort();
    }

    /** Connections that it has cut. */
    public int cuts() {
        return cuts;
    }

    private void accept() {
        try {
            while (true) {
                Socket client = listener.accept();
                Socket server = new Socket(to.getHost(), to.getPort());
                // In the request, or in the answer; a third of them only after some of both.
                boolean inRequest = random.nextBoolean();
                int after = 1 + random.nextInt(random.nextInt(3) == 0 ? 6000 : 600);
                thread(() -> copy(client, server, inRequest ? after : Integer.MAX_VALUE));
                thread(() -> copy(server, client, inRequest ? Integer.MAX_VALUE : after));
            }
        } catch (IOException closed) {
            return;
        }
    }

    private void copy(Socket from, Socket to, int most) {
        try (from; to) {
            InputStream in = from.getInputStream();
            OutputStream out = to.getOutputStream();
            byte[] buffer = new byte[512];
            int left = most;
            for (int read = in.read(buffer, 0, Math.min(buffer.length, left)); read > 0; read = in.read(buffer, 0, Math.min(buffer.length, left))) {
                out.write(buffer, 0, read);
                out.flush();
                left -= most == Integer.MAX_VALUE ? 0 : read;
                if (left <= 0) {
                    cuts++;
                    return;
                }
            }
        } catch (IOException cut) {
            return;
        }
    }

    @Override
    public void close() throws IOException {
        listener.close();
    }
}
