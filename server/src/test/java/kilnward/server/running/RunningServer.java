package kilnward.server.running;

import java.time.Clock;
import java.util.List;
import java.util.stream.Stream;
import kilnward.server.KilnWard;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/** Starts the real server in demo mode on a free port against its own MariaDB, once per test run. */
public final class RunningServer implements BeforeAllCallback, ParameterResolver {
    private static final ExtensionContext.Namespace HERE = ExtensionContext.Namespace.create(RunningServer.class);

    /** Tests may run in several processes beside each other: what is theirs alone bears this. */
    public static final String FORK = System.getProperty("kiln.fork", "");

    /** Where the files of servers under test stand. */
    public static final java.nio.file.Path FOLDER = java.nio.file.Path.of("target", "kiln" + FORK).toAbsolutePath();

    /** Where mails would be handed over; nothing listens there unless a test does. */
    public static final int MAIL_PORT = mailPort();

    private static int mailPort() {
        try {
            return PrivateMariaDb.freePort();
        } catch (java.io.IOException none) {
            throw new java.io.UncheckedIOException(none);
        }
    }

    /** What is running; a test takes it as a parameter. */
    @SuppressWarnings("try")
    public static final class Running implements ExtensionContext.Store.CloseableResource, AutoCloseable {
        private final PrivateMariaDb database;
        private final ConfigurableApplicationContext context;

        /** One on a database that is there already, and closed with it; {@code more} are further settings. */
        public Running(PrivateMariaDb database, String... more) {
            this(database, Clock.systemUTC(), more);
        }

        /** The same by a clock of its own. */
        public Running(PrivateMariaDb database, Clock clock, String... more) {
            this.database = database;
            // Logging is the whole machine's: two that set it up at the same time break it for each other.
            synchronized (Running.class) {
                context = new SpringApplicationBuilder(KilnWard.class).initializers(beginning -> beginning.getBeanFactory().registerSingleton("clock", clock))
                        .run(arguments(database, more));
            }
        }

        /** How a server is started for a test. */
        static String[] arguments(PrivateMariaDb database, String... more) {
            List<String> usual = List.of("--server.port=0",
                    "--spring.datasource.url=" + database.url(), "--spring.datasource.username=root",
                    "--spring.datasource.password=", "--kilnward.demo=true", "--logging.level.root=WARN",
                    // What it warns of while tests break its database is theirs; a green run says nothing else.
                    "--logging.file.name=target/server-under-test" + FORK + ".log", "--logging.threshold.console=OFF",
                    "--spring.main.banner-mode=off", "--spring.datasource.hikari.connection-timeout=1500",
                    "--kilnward.tell.private-addresses=true", "--kilnward.nightly-backups=false", "--kilnward.folder=" + FOLDER, "--spring.mail.host=127.0.0.1",
                    "--spring.mail.port=" + MAIL_PORT,
                    "--kilnward.demo-days=" + Integer.getInteger("kiln.demo.days", 2));
            // Given twice, a setting would be a list.
            return Stream.concat(usual.stream().filter(each -> Stream.of(more).noneMatch(other -> other.startsWith(each.substring(0, each.indexOf('=') + 1)))), Stream.of(more))
                    .toArray(String[]::new);
        }

        /** Where it answers, without a slash at the end. */
        public String url() {
            return "http://127.0.0.1:" + ((WebServerApplicationContext) context).getWebServer().getPort();
        }

        public PrivateMariaDb database() {
            return database;
        }

        public <T> T bean(Class<T> type) {
            return context.getBean(type);
        }

        @Override
        public void close() throws Exception {
            context.close();
            database.close();
        }
    }

    @Override
    public void beforeAll(ExtensionContext context) {
        running(context);
    }

    private static Running running(ExtensionContext context) {
        return context.getRoot().getStore(HERE).getOrComputeIfAbsent(Running.class, type -> {
            try {
                return new Running(PrivateMariaDb.start());
            } catch (Exception failed) {
                throw new IllegalStateException("the server did not start", failed);
            }
        }, Running.class);
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext context) {
        return parameter.getParameter().getType() == Running.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext context) {
        return running(context);
    }
}
