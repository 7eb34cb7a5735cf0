package kilnward.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManager;
import javax.net.ssl.X509TrustManager;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.api.parallel.ResourceLock;

/** Run in earnest from what is packaged, where there is no Maven, no Node and no source: the first owner, a backup brought back on another machine, a reverse proxy, a certificate. */
@Execution(ExecutionMode.CONCURRENT)
@ResourceLock("served")
class ServedTest {
    private static Path home;
    private static final Map<String, String> SETTINGS = new HashMap<>();

    private record Ran(int status, String said) {
    }

    @BeforeAll
    static void unpack() throws Exception {
        home = Files.createTempDirectory("kiln served ").toRealPath();
        Path root = Path.of("..").toRealPath();
        Files.copy(root.resolve("kiln"), home.resolve("kiln"), java.nio.file.StandardCopyOption.COPY_ATTRIBUTES);
        Path jar = root.resolve("server/target/kilnward-server-0.1.0-app.jar");
        assertEquals(0, run(Map.of(), List.of("java", "-Djarmode=tools", "-jar", jar.toString(), "extract", "--destination", home.resolve("app").toString())).status());
        SETTINGS.put("KILNWARD_DATA", home.resolve("data").toString());
        SETTINGS.put("KILNWARD_PORT", String.valueOf(free()));
        // Half the work at a start: none of these servers runs for long.
        SETTINGS.put("KILNWARD_JVM", "-XX:TieredStopAtLevel=1");
        SETTINGS.put("KILNWARD_OWN_DB_PORT", String.valueOf(free()));
        // Nothing that builds is within reach.
        Path tools = Files.createDirectory(home.resolve("tools"));
        for (String folder : System.getenv("PATH").split(":")) {
            if (Files.isDirectory(Path.of(folder))) {
                try (Stream<Path> files = Files.list(Path.of(folder))) {
                    for (Path file : files.toList()) {
                        Path link = tools.resolve(file.getFileName());
                        if (!file.getFileName().toString().matches("mvn|node|npm|npx|javac") && !Files.exists(link, java.nio.file.LinkOption.NOFOLLOW_LINKS)) {
                            Files.createSymbolicLink(link, file);
                        }
                    }
                }
            }
        }
        SETTINGS.put("PATH", tools.toString());
    }

    @AfterAll
    static void leaveNothing() throws Exception {
        kiln(SETTINGS, "stop", "serve");
        try (Stream<Path> files = Files.walk(home)) {
            for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(file);
            }
        }
    }

    private static int free() throws IOException {
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            return socket.getLocalPort();
        }
    }

    private static Ran run(Map<String, String> settings, List<String> command) throws Exception {
        ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true).directory(home.toFile());
        builder.environment().putAll(settings);
        Process process = builder.start();
        process.getOutputStream().close();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertTrue(process.waitFor(180, TimeUnit.SECONDS), String.join(" ", command));
        return new Ran(process.exitValue(), said);
    }

    private static Ran kiln(Map<String, String> settings, String... arguments) throws Exception {
        List<String> command = new ArrayList<>(List.of("/bin/bash", home.resolve("kiln").toString()));
        command.addAll(List.of(arguments));
        return run(settings, command);
    }

    /** One that was left running, and what it says. */
    private static String serve(Map<String, String> settings, String until) throws Exception {
        Path log = Files.createTempFile(home, "serve", ".log");
        ProcessBuilder builder = new ProcessBuilder("/bin/bash", home.resolve("kiln").toString(), "serve").redirectErrorStream(true).redirectOutput(log.toFile())
                .directory(home.toFile());
        builder.environment().putAll(settings);
        Process process = builder.start();
        long patience = System.nanoTime() + TimeUnit.SECONDS.toNanos(300);
        while (!Files.readString(log).contains(until)) {
            assertTrue(process.isAlive() && System.nanoTime() < patience, Files.readString(log));
            Thread.sleep(200);
        }
        return Files.readString(log);
    }

    /** Somebody's browser as far as this needs one: cookies and tokens by hand, any certificate believed. */
    private static final class Asker {
        private final String base;
        private final HttpClient http;
        private final Map<String, String> cookies = new HashMap<>();
        private List<String> set = List.of();

        private Asker(String base) throws Exception {
            this.base = base;
            SSLContext anybody = SSLContext.getInstance("TLS");
            anybody.init(null, new TrustManager[] {new X509TrustManager() {
                @Override
                public void checkClientTrusted(X509Certificate[] chain, String type) {
                    throw new UnsupportedOperationException();
                }

                @Override
                public void checkServerTrusted(X509Certificate[] chain, String type) {
                    // It signed itself a moment ago.
                    assertTrue(chain.length > 0);
                }

                @Override
                public X509Certificate[] getAcceptedIssuers() {
                    return new X509Certificate[0];
                }
            }}, new SecureRandom());
            this.http = HttpClient.newBuilder().sslContext(anybody).build();
        }

        private HttpResponse<String> ask(String method, String path, String json, String... headers) throws Exception {
            HttpRequest.Builder asked = HttpRequest.newBuilder(URI.create(base + path)).method(method,
                    json == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(json));
            if (json != null) {
                asked.header("Content-Type", "application/json");
            }
            if (headers.length > 0) {
                asked.headers(headers);
            }
            if (!cookies.isEmpty()) {
                asked.header("Cookie", cookies.entrySet().stream().map(each -> each.getKey() + "=" + each.getValue()).collect(java.util.stream.Collectors.joining("; ")));
                asked.header("X-XSRF-TOKEN", cookies.getOrDefault("XSRF-TOKEN", ""));
            }
            HttpResponse<String> answer = http.send(asked.build(), HttpResponse.BodyHandlers.ofString());
            set = answer.headers().allValues("Set-Cookie");
            set.forEach(
                    each -> cookies.put(each.substring(0, each.indexOf('=')), each.substring(each.indexOf('=') + 1, each.indexOf(';') < 0 ? each.length() : each.indexOf(';'))));
            return answer;
        }
    }

    private static final String PASSWORD = "the ferry leaves when it is full";

    private static Asker signedIn(String base) throws Exception {
        Asker asker = new Asker(base);
        asker.ask("GET", "/api/v1/session", null);
        HttpResponse<String> answer = asker.ask("POST", "/api/v1/session/password", "{\"name\":\"Wren\",\"password\":\"" + PASSWORD + "\"}");
        assertEquals(200, answer.statusCode(), answer.body());
        return asker;
    }

    @Test
    void fromTheFirstOwnerToAnotherMachineAndBehindAProxy() throws Exception {
        int port = Integer.parseInt(SETTINGS.get("KILNWARD_PORT"));
        String said = serve(SETTINGS, "/join#");
        String secret = said.replaceAll("(?s).*/join#([A-Za-z0-9_-]+).*", "$1");
        String base = "http://localhost:" + port;
        Asker first = new Asker(base);
        assertTrue(first.ask("GET", "/api/v1/session", null).body().contains("\"unowned\":true"));
        HttpResponse<String> joined = first.ask("POST", "/api/v1/join", "{\"secret\":\"" + secret + "\",\"name\":\"Wren\",\"email\":null,\"password\":\"" + PASSWORD
                + "\",\"credential\":null,\"site\":{\"name\":\"Nether Kiln\",\"timeZone\":\"Europe/London\",\"altitudeM\":90}}");
        assertEquals(200, joined.statusCode(), joined.body());
        HttpResponse<String> made = first.ask("POST", "/api/v1/chambers", "{\"name\":\"Kept box\",\"guideId\":\"corn-snake-eggs\"}");
        assertEquals(201, made.statusCode(), made.body());
        assertEquals(404, first.ask("POST", "/api/v1/session", "{\"role\":\"OWNER\"}").statusCode());
        // Under a name that it does not know it answers nobody; measures are for nobody without their token.
        HttpClient plain = HttpClient.newHttpClient();
        assertEquals(421, status(port, "GET / HTTP/1.1\r\nHost: evil.example\r\nConnection: close\r\n\r\n"));
        assertEquals(403, plain.send(HttpRequest.newBuilder(URI.create(base + "/actuator/prometheus")).build(), HttpResponse.BodyHandlers.ofString()).statusCode());
        assertEquals(200, plain.send(HttpRequest.newBuilder(URI.create(base + "/actuator/health")).build(), HttpResponse.BodyHandlers.ofString()).statusCode());
        String log = Files.readString(home.resolve("data/server.log"));
        assertFalse(log.contains(secret) || log.contains(PASSWORD), "a secret stands in the log");

        Ran whole = kiln(SETTINGS, "verify");
        assertEquals(0, whole.status(), whole.said());
        Ran backup = kiln(SETTINGS, "backup");
        assertEquals(0, backup.status(), backup.said());
        Path file = Path.of(backup.said().strip().replaceAll("(?s).*?(/\\S.*\\.sql\\.gz).*", "$1"));
        assertTrue(Files.exists(file), backup.said());
        Ran recovered = kiln(SETTINGS, "recover", "Wren");
        assertTrue(recovered.said().contains("/join#"), recovered.said());
        assertEquals(1, kiln(SETTINGS, "recover", "Nobody").status());
        assertEquals(1, kiln(SETTINGS, "serve").status(), "a second one on the same records");
        assertEquals(1, kiln(SETTINGS, "restore", file.toString()).status(), "not while it runs");
        kiln(SETTINGS, "stop", "serve");

        // Another machine: another folder, another database, nothing in it.
        Map<String, String> other = new HashMap<>(SETTINGS);
        other.put("KILNWARD_DATA", home.resolve("other data").toString());
        other.put("KILNWARD_OWN_DB_PORT", String.valueOf(free()));
        int otherPort = free();
        int tlsPort = free();
        other.put("KILNWARD_PORT", String.valueOf(otherPort));
        other.put("KILNWARD_PUBLIC_URL", "https://localhost:" + tlsPort);
        other.put("KILNWARD_BEHIND_PROXY", "yes");
        other.put("KILNWARD_METRICS_TOKEN", "measures-are-for-me");
        other.put("KILNWARD_LOG", "json");
        Ran restored = kiln(other, "restore", file.toString());
        assertEquals(0, restored.status(), restored.said());
        assertTrue(restored.said().contains("The record of changes in it is whole."), restored.said());
        serve(other, "Kiln Ward is at https://localhost:" + tlsPort);
        Process proxy = proxy(otherPort, tlsPort);
        try {
            Asker there = signedIn("https://localhost:" + tlsPort);
            assertTrue(there.set.stream().anyMatch(each -> each.startsWith("SESSION=") && each.contains("Secure") && each.contains("HttpOnly") && each.contains("SameSite=Lax")),
                    there.set.toString());
            assertTrue(there.ask("GET", "/api/v1/chambers", null).body().contains("Kept box"));
            HttpResponse<String> page = there.ask("GET", "/", null);
            assertTrue(page.headers().firstValue("Strict-Transport-Security").isPresent());
            assertTrue(page.headers().firstValue("Content-Security-Policy").orElse("").contains("default-src 'self'"));
            // Whoever was signed in before is not signed in by a backup; and only the proxy is believed when it says for whom it asks.
            assertTrue(there.ask("GET", "/api/v1/account", null).body().contains("\"from\":\"127.0.0.1\""));
            HttpResponse<String> measures = there.ask("GET", "/actuator/prometheus", null, "Authorization", "Bearer measures-are-for-me");
            assertTrue(measures.body().contains("http_server_requests_seconds_count"), measures.body());
            assertTrue(Files.readString(home.resolve("other data/server.log")).lines().anyMatch(each -> each.startsWith("{\"@timestamp\"")));
        } finally {
            proxy.destroy();
            proxy.waitFor();
            kiln(other, "stop", "serve");
        }

        // With a certificate of its own.
        other.put("KILNWARD_BEHIND_PROXY", "no");
        other.put("KILNWARD_PUBLIC_URL", "https://localhost:" + otherPort);
        other.put("KILNWARD_TLS_CERTIFICATE", home.resolve("cert.pem").toString());
        other.put("KILNWARD_TLS_KEY", home.resolve("key.pem").toString());
        serve(other, "Kiln Ward is at https://localhost:" + otherPort);
        try {
            Asker own = signedIn("https://localhost:" + otherPort);
            assertTrue(own.set.stream().anyMatch(each -> each.startsWith("SESSION=") && each.contains("Secure")), own.set.toString());
        } finally {
            kiln(other, "stop", "serve");
        }
    }

    private static int status(int port, String request) throws IOException {
        try (java.net.Socket socket = new java.net.Socket(InetAddress.getLoopbackAddress(), port)) {
            socket.getOutputStream().write(request.getBytes(StandardCharsets.US_ASCII));
            String line = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8).lines().findFirst().orElse("");
            return Integer.parseInt(line.split(" ")[1]);
        }
    }

    /** Debian's nginx, as docs/deployment.md sets it up. */
    private static Process proxy(int port, int tlsPort) throws Exception {
        Ran made = run(Map.of(),
                List.of("openssl", "req", "-x509", "-newkey", "rsa:2048", "-nodes", "-days", "2", "-subj", "/CN=localhost", "-keyout", home.resolve("key.pem").toString(),
                        "-out", home.resolve("cert.pem").toString()));
        assertEquals(0, made.status(), made.said());
        Path folder = Files.createDirectory(home.resolve("nginx"));
        String guide = Files.readString(Path.of("..", "docs", "deployment.md"));
        String server = guide.substring(guide.indexOf("server {", guide.indexOf("```nginx")), guide.indexOf("```", guide.indexOf("server {", guide.indexOf("```nginx"))));
        Path conf = folder.resolve("nginx.conf");
        Files.writeString(conf, "daemon off;\nworker_processes 1;\npid \"" + folder + "/pid\";\nerror_log \"" + folder
                + "/error.log\";\nevents { worker_connections 64; }\nhttp {\naccess_log off;\n"
                + "client_body_temp_path \"" + folder + "/body\"; proxy_temp_path \"" + folder + "/proxy\"; fastcgi_temp_path \"" + folder + "/f\"; uwsgi_temp_path \"" + folder
                + "/u\"; scgi_temp_path \"" + folder + "/s\";\n"
                + server.replace("listen 443 ssl", "listen 127.0.0.1:" + tlsPort + " ssl").replace("kiln.osier-end.example", "localhost")
                        .replace("/etc/ssl/kiln/cert.pem", "\"" + home.resolve("cert.pem") + "\"").replace("/etc/ssl/kiln/key.pem", "\"" + home.resolve("key.pem") + "\"")
                        .replace("127.0.0.1:8490", "127.0.0.1:" + port)
                + "\n}\n");
        Process process = new ProcessBuilder(Files.isExecutable(Path.of("/usr/sbin/nginx")) ? "/usr/sbin/nginx" : "nginx", "-c", conf.toString(), "-p", folder.toString())
                .redirectErrorStream(true).redirectOutput(folder.resolve("out.log").toFile()).start();
        for (int i = 0; i < 100; i++) {
            try (java.net.Socket socket = new java.net.Socket(InetAddress.getLoopbackAddress(), tlsPort)) {
                return process;
            } catch (IOException notYet) {
                assertTrue(process.isAlive(), Files.readString(folder.resolve("out.log")));
                Thread.sleep(100);
            }
        }
        throw new AssertionError("the proxy did not start");
    }
}
