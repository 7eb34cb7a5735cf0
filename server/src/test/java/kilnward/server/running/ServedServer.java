package kilnward.server.running;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;

/** The real server as it is run in earnest: no demo, nobody's yet. Once per test run, on a database and in a folder of its own. */
public final class ServedServer implements BeforeAllCallback, ParameterResolver {
    private static final ExtensionContext.Namespace HERE = ExtensionContext.Namespace.create(ServedServer.class);

    /**
     * What is running.
     *
     * @param folder where its files stand
     * @param log    what it logs
     */
    public record Served(RunningServer.Running server, Path folder, Path log) implements ExtensionContext.Store.CloseableResource {
        /** Starts one. */
        public static Served start() throws Exception {
            Path folder = Files.createTempDirectory(Files.createDirectories(Path.of("target")).toAbsolutePath(), "served");
            Path log = folder.resolve("server.log");
            int port = PrivateMariaDb.freePort();
            return new Served(new RunningServer.Running(PrivateMariaDb.start(), "--kilnward.demo=false", "--server.port=" + port, "--kilnward.public-url=http://localhost:" + port,
                    "--kilnward.folder=" + folder, "--logging.file.name=" + log, "--logging.level.root=INFO", "--kilnward.sign-in-tries=5000"), folder, log);
        }

        /** What stands in the link that makes the first owner; empty where somebody is owner already. */
        public String firstSecret() throws java.io.IOException {
            Path file = folder.resolve("first-owner-link");
            return Files.exists(file) ? Files.readString(file).strip().replaceFirst(".*#", "") : "";
        }

        @Override
        public void close() throws Exception {
            server.close();
        }
    }

    @Override
    public void beforeAll(ExtensionContext context) {
        served(context);
    }

    private static Served served(ExtensionContext context) {
        return context.getRoot().getStore(HERE).getOrComputeIfAbsent(Served.class, type -> {
            try {
                return Served.start();
            } catch (Exception failed) {
                throw new IllegalStateException("the server did not start", failed);
            }
        }, Served.class);
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext context) {
        return parameter.getParameter().getType() == Served.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext context) {
        return served(context);
    }
}
