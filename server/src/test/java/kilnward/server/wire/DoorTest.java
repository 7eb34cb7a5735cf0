package kilnward.server.wire;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.io.InputStream;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Comparator;
import kilnward.server.KilnWard;
import kilnward.server.demo.DemoLoader;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.boot.DefaultApplicationArguments;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;

/** Who gets in, and what stands at the door. */
@ExtendWith(RunningServer.class)
class DoorTest {
    private static HttpResponse<String> send(RunningServer.Running server, String method, String path, String body)
            throws Exception {
        return HttpClient.newHttpClient().send(HttpRequest.newBuilder(URI.create(server.url() + path))
                .header("Content-Type", "application/json")
                .method(method, HttpRequest.BodyPublishers.ofString(body)).build(), HttpResponse.BodyHandlers.ofString());
    }

    @Test
    void aChangeWithoutATokenIsRefusedAndACalculationNeedsNone(RunningServer.Running server) throws Exception {
        assertEquals(403, send(server, "POST", "/api/v1/chambers", "{\"name\":\"x\"}").statusCode());
        assertEquals(403, send(server, "POST", "/api/v1/session", "{\"role\":\"OWNER\"}").statusCode());
        assertEquals(200, send(server, "POST", "/api/v1/calc/air",
                "{\"temperatureC\":20,\"relativeHumidityPct\":50,\"altitudeM\":0}").statusCode());
    }

    @Test
    void anotherNameForThisMachineIsTurnedAway(RunningServer.Running server) throws IOException {
        URI uri = URI.create(server.url());
        try (Socket socket = new Socket(uri.getHost(), uri.getPort())) {
            socket.getOutputStream().write(("GET /api/v1/chambers HTTP/1.1\r\nHost: elsewhere.example\r\n"
                    + "Connection: close\r\n\r\n").getBytes(StandardCharsets.US_ASCII));
            InputStream in = socket.getInputStream();
            assertTrue(new String(in.readNBytes(12), StandardCharsets.US_ASCII).endsWith("421"), "misdirected request");
        }
    }

    @Test
    void theDemoListensOnLoopbackOnly() {
        Exception refused = assertThrows(Exception.class, () -> new SpringApplicationBuilder(KilnWard.class)
                .run("--server.address=0.0.0.0", "--server.port=0", "--kilnward.demo=true", "--logging.level.root=OFF",
                        "--spring.main.banner-mode=off", "--spring.datasource.url=jdbc:mariadb://127.0.0.1:1/none",
                        "--spring.datasource.hikari.initialization-fail-timeout=1", "--spring.flyway.enabled=false",
                        "--spring.jpa.hibernate.ddl-auto=none", "--spring.jpa.database-platform=org.hibernate.dialect.MariaDBDialect",
                        "--spring.jpa.properties.hibernate.boot.allow_jdbc_metadata_access=false"));
        Throwable cause = refused;
        while (cause.getCause() != null) {
            cause = cause.getCause();
        }
        assertTrue(cause.getMessage().contains("must listen on loopback only"), String.valueOf(cause));
    }

    @Test
    void osierEndIsLoadedOnce(RunningServer.Running server) {
        int before = ApiClient.nobody(server).get("/api/v1/chambers").body().size();
        server.bean(DemoLoader.class).run(new DefaultApplicationArguments());
        assertEquals(before, ApiClient.nobody(server).get("/api/v1/chambers").body().size());
    }

    @Test
    void thePageItselfAndItsAddressesAreServed(RunningServer.Running server) throws Exception {
        for (String path : new String[] {"/", "/new", "/chambers/abc/settings", "/nothing"}) {
            HttpResponse<String> page = send(server, "GET", path, "");
            assertEquals(200, page.statusCode(), path);
            assertTrue(page.body().contains("<div id=\"app\">"), path);
            assertTrue(page.headers().firstValue("Content-Security-Policy").orElse("").contains("default-src 'self'"));
        }
        HttpResponse<String> missing = send(server, "GET", "/api/v1/nothing", "");
        assertEquals(404, missing.statusCode());
        assertTrue(missing.headers().firstValue("Content-Type").orElse("").contains("problem+json"));
        assertFalse(missing.body().contains("Exception"), "no stack trace leaves the house");
        assertTrue(send(server, "GET", "/actuator/env", "").statusCode() >= 401, "only health is open");
    }

    @Test
    void aRoleIsKeptThroughRequestsAndCanBeChanged(RunningServer.Running server) {
        ApiClient person = ApiClient.as(server, "KEEPER");
        assertEquals("KEEPER", person.get("/api/v1/session").body().get("role").asString());
        person.post("/api/v1/session", "{\"role\":\"VISITOR\"}");
        assertEquals("VISITOR", person.get("/api/v1/session").body().get("role").asString());
        assertTrue(ApiClient.nobody(server).get("/api/v1/session").body().get("role").isNull());
        assertEquals("role", person.post("/api/v1/session", "{\"role\":\"KING\"}").refusedField());
    }

    /** What is under way when somebody takes another role writes down, when it ends, that its session was used: the new one is none the worse for it. */
    @Test
    void aRoleThatWasTakenIsNotLostToWhatWasUnderWay(RunningServer.Running server) {
        ApiClient person = ApiClient.as(server, "KEEPER");
        person.get("/api/v1/session");
        forgetful(server.bean(JdbcIndexedSessionRepository.class), () -> person.post("/api/v1/session", "{\"role\":\"VISITOR\"}"));
        assertEquals("VISITOR", person.get("/api/v1/session").body().get("role").asString());
    }

    private static <S extends Session> void forgetful(FindByIndexNameSessionRepository<S> sessions, Runnable meanwhile) {
        S underWay = sessions.findByPrincipalName("Keeper").values().stream().max(Comparator.comparing(Session::getLastAccessedTime)).orElseThrow();
        meanwhile.run();
        underWay.setLastAccessedTime(Instant.now());
        sessions.save(underWay);
    }
}
