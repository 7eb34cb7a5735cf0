package kilnward.server.account;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.AppenderBase;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import kilnward.server.people.Role;
import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.ApiClient;
import kilnward.server.running.Attacks;
import kilnward.server.running.RunningServer.Running;
import kilnward.server.running.ServedServer.Served;
import kilnward.server.running.ServedServer;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.api.parallel.ResourceLock;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** From nobody's installation to people with accounts; and what everybody tries who should not get in. */
@Execution(ExecutionMode.CONCURRENT)
@ResourceLock("accounts")
@ExtendWith(ServedServer.class)
class AccountApiTest {
    private static final String PASSWORD = "quinces ripen behind the kiln";
    private static final List<String> SECRETS = new ArrayList<>(List.of(PASSWORD, Household.PASSWORD));
    private static final List<String> LINES = Collections.synchronizedList(new ArrayList<>());
    private static Running server;
    private static UUID site;
    private static ApiClient owner;

    @BeforeAll
    static void becomeTheOwner(Served running) throws Exception {
        listen();
        server = running.server();
        String secret = running.firstSecret();
        ApiClient first = ApiClient.nobody(server);
        if (!secret.isEmpty()) {
            SECRETS.add(secret);
            assertTrue(first.get("/api/v1/session").body().get("unowned").asBoolean());
            assertEquals("FIRST", first.post("/api/v1/join/look", json("secret", secret)).body().get("kind").asString());
            // What is wrong is said at its field, and the link stays good.
            assertEquals("password", first.post("/api/v1/join", join(secret, "Wren", "short", "Nether Kiln")).refusedField());
            assertEquals("password", first.post("/api/v1/join", join(secret, "Wren", "passwordpassword1", "Nether Kiln")).refusedField());
            assertEquals("site", first.post("/api/v1/join", join(secret, "Wren", PASSWORD, null)).refusedField());
            Answer joined = first.post("/api/v1/join", join(secret, "Wren", PASSWORD, "Nether Kiln"));
            assertEquals(200, joined.status(), joined.toString());
            assertEquals("OWNER", joined.body().get("level").asString());
            // Good for once.
            assertEquals(404, asking().post("/api/v1/join/look", json("secret", secret)).status());
            assertEquals(404, asking().post("/api/v1/join", join(secret, "Wren the second", PASSWORD, "Another")).status());
        }
        owner = ApiClient.signedIn(server, "wren", PASSWORD);
        site = UUID.fromString(owner.get("/api/v1/session").body().get("siteId").asString());
    }

    /** To all that is logged, and more of it than usual. */
    private static void listen() {
        Logger all = (Logger) LoggerFactory.getLogger("ROOT");
        AppenderBase<ILoggingEvent> ear = new AppenderBase<>() {
            @Override
            protected void append(ILoggingEvent event) {
                LINES.add(event.getFormattedMessage());
            }
        };
        ear.setContext(all.getLoggerContext());
        ear.start();
        all.addAppender(ear);
        for (String each : List.of("kilnward", "org.springframework.security", "org.springframework.web.servlet", "org.springframework.jdbc.core.JdbcTemplate")) {
            ((Logger) LoggerFactory.getLogger(each)).setLevel(Level.DEBUG);
        }
    }

    private static ApiClient asking() {
        ApiClient client = ApiClient.nobody(server);
        client.get("/api/v1/session");
        return client;
    }

    private static String json(Object... pairs) {
        var node = JsonMapper.shared().createObjectNode();
        for (int i = 0; i < pairs.length; i += 2) {
            node.putPOJO(pairs[i].toString(), pairs[i + 1]);
        }
        return JsonMapper.shared().writeValueAsString(node);
    }

    private static String join(String secret, String name, String password, String siteName) {
        return json("secret", secret, "name", name, "email", null, "password", password, "credential", null, "site",
                siteName == null ? null : java.util.Map.of("name", siteName, "timeZone", "Europe/London", "altitudeM", 90));
    }

    private static String invited(Role level) {
        Answer made = owner.post("/api/v1/invitations", json("level", level, "days", 7));
        assertEquals(201, made.status(), made.toString());
        String link = made.body().get("link").asString();
        assertTrue(link.startsWith("http://localhost:"), link);
        String secret = link.replaceFirst(".*/join#", "");
        SECRETS.add(secret);
        return secret;
    }

    @Test
    void anInvitationLetsOnePersonInAtItsLevel() {
        String secret = invited(Role.KEEPER);
        ApiClient keeper = asking();
        assertEquals("Nether Kiln", keeper.post("/api/v1/join/look", json("secret", secret)).body().get("site").asString());
        Answer joined = keeper.post("/api/v1/join", join(secret, "Dab", PASSWORD + " too", null));
        assertEquals("KEEPER", joined.body().get("level").asString(), joined.toString());
        assertEquals("KEEPER", keeper.get("/api/v1/session").body().get("role").asString());
        assertEquals(403, keeper.get("/api/v1/invitations").status());
        assertEquals(404, asking().post("/api/v1/join", join(secret, "Dab's friend", PASSWORD, null)).status());
        // One name stands for one person, whatever its case.
        assertEquals("name", asking().post("/api/v1/join", join(invited(Role.VISITOR), "DAB", PASSWORD, null)).refusedField());
        assertEquals("name", asking().post("/api/v1/join", join(invited(Role.VISITOR), "Kiln Ward", PASSWORD, null)).refusedField());
    }

    @Test
    void ofTwoWhoUseALinkAtTheSameMomentOneIsTooLate() throws Exception {
        String secret = invited(Role.VISITOR);
        ExecutorService both = Executors.newFixedThreadPool(2);
        List<Callable<Integer>> tries = List.of(() -> asking().post("/api/v1/join", join(secret, "Twin one", PASSWORD, null)).status(),
                () -> asking().post("/api/v1/join", join(secret, "Twin two", PASSWORD, null)).status());
        List<Integer> answers = new ArrayList<>();
        for (var each : both.invokeAll(tries)) {
            answers.add(each.get());
        }
        both.shutdown();
        assertEquals(List.of(200, 404), answers.stream().sorted().toList());
    }

    @Test
    void anInvitationThatIsTooOldOrWithdrawnIsNoGood() {
        String old = invited(Role.OWNER);
        server.bean(JdbcClient.class).sql("update one_time_link set expires_at = '2026-01-01 00:00:00' where secret_sha256 = ?")
                .param(kilnward.server.store.Token.hashText(old)).update();
        assertEquals(404, asking().post("/api/v1/join", join(old, "Late", PASSWORD, null)).status());
        String withdrawn = invited(Role.OWNER);
        String id = owner.get("/api/v1/invitations").body().get(0).get("id").asString();
        assertEquals(204, owner.delete("/api/v1/invitations/" + id).status());
        assertEquals(404, asking().post("/api/v1/join", join(withdrawn, "Late", PASSWORD, null)).status());
    }

    @Test
    void aSessionFromBeforeSigningInIsNotTheOneAfter() {
        Household.member(server, site, Role.VISITOR, "Fixed");
        ApiClient victim = asking();
        // Only asking for a passkey begins a session before somebody is signed in.
        victim.post("/api/v1/session/passkey/asked", null);
        String before = victim.cookie("SESSION");
        assertFalse(before.isEmpty());
        ApiClient attacker = victim.at(server.url());
        victim.post("/api/v1/session/password", json("name", "Fixed", "password", Household.PASSWORD));
        assertNotEquals(before, victim.cookie("SESSION"));
        assertEquals("VISITOR", victim.get("/api/v1/session").body().get("role").asString());
        assertTrue(attacker.get("/api/v1/session").body().get("role").isNull());
    }

    @Test
    void whoIsNotKnownIsRefusedInTheSameWords() {
        Household.member(server, site, Role.VISITOR, "Known");
        Answer known = asking().post("/api/v1/session/password", json("name", "Known", "password", "not what it is at all"));
        Answer unknown = asking().post("/api/v1/session/password", json("name", "Nobody of that name", "password", "not what it is at all"));
        assertEquals(400, known.status());
        assertEquals(known, unknown);
        assertFalse(known.body().toString().contains("not what it is"), "the password is said again");
    }

    @Test
    void aNameThatIsGuessedAtHasToWait() {
        Household.member(server, site, Role.VISITOR, "Guessed");
        ApiClient guesser = asking();
        for (int i = 0; i < 5; i++) {
            assertEquals(400, guesser.post("/api/v1/session/password", json("name", "Guessed", "password", "guess number " + i)).status());
        }
        Answer slowed = guesser.post("/api/v1/session/password", json("name", "guessed ", "password", Household.PASSWORD));
        assertEquals(429, slowed.status());
        // Somebody else at the same place has nothing to do with it.
        assertEquals(200, asking().post("/api/v1/session/password", json("name", "Wren", "password", PASSWORD)).status());
    }

    /** However a name is written, it is one account that is guessed at: with what is not seen, wide letters, capitals, another space, or the mail address. */
    @Test
    void guessesAreCountedByAccountHoweverItsNameIsWritten() {
        Household.member(server, site, Role.VISITOR, "Heather Brook");
        List<String> spellings = List.of("Heather Brook", "heather brook", "HEATHER BROOK", " Heather Brook ", "Heather\u200b Brook", "\u2060Heather Brook", "Hea\u00adther Brook",
                "\u202eHeather Brook", "Ｈｅａｔｈｅｒ Brook", "Heather\u00a0Brook", "Heather  Brook", "Heather Brook\ufeff");
        ApiClient guesser = asking();
        int tried = 0;
        long began = System.nanoTime();
        for (int i = 0; i < 24; i++) {
            int status = guesser.post("/api/v1/session/password", json("name", spellings.get(i % spellings.size()), "password", "guess number " + i)).status();
            assertTrue(status == 400 || status == 429, "status " + status);
            tried += status == 400 ? 1 : 0;
        }
        // Five are free; then each has to wait, 2 s and twice as long from one to the next. A slow machine waits some of that by itself.
        int allowed = 5;
        long waitS = 2;
        for (long leftS = (System.nanoTime() - began) / 1_000_000_000 + 1; leftS >= waitS; leftS -= waitS, waitS *= 2) {
            allowed++;
        }
        assertTrue(tried <= allowed, tried + " of 24 guesses were tried, " + allowed + " may be in that time");
        Attacks.tried("24 guesses at one account, its name written in twelve ways", tried + " of them tried, the others had to wait");
        // Another name is another's, though a database takes it for the same.
        assertEquals(400, guesser.post("/api/v1/session/password", json("name", "Heáther Brook", "password", "guess")).status());
        assertEquals("name", asking().post("/api/v1/join", join(invited(Role.VISITOR), "Heath\u200ber", PASSWORD + " more", null)).refusedField());
    }

    /** An owner who is removed, may do less, or is signed out everywhere does not come back by an invitation of before. */
    @Test
    void whatSomebodyMadeBeforeLetsNobodyInAfterwards() {
        ApiClient other = Household.member(server, site, Role.OWNER, "Cuckoo");
        String id = owner.get("/api/v1/people").body().valueStream().filter(each -> each.get("name").asString().equals("Cuckoo")).findFirst().orElseThrow().get("id").asString();
        List<Runnable> ways = List.of(() -> assertEquals(200, owner.put("/api/v1/people/" + id, json("level", "LEAD")).status()),
                () -> assertEquals(204, other.delete("/api/v1/account/sessions").status()),
                () -> assertEquals(204, other.post("/api/v1/account/password", json("current", Household.PASSWORD, "next", PASSWORD + " five")).status()),
                () -> assertEquals(200, owner.delete("/api/v1/people/" + id).status()));
        for (Runnable way : ways) {
            owner.put("/api/v1/people/" + id, json("level", "OWNER"));
            Answer made = other.post("/api/v1/invitations", json("level", "OWNER", "days", 7));
            assertEquals(201, made.status(), made.toString());
            String secret = made.body().get("link").asString().replaceFirst(".*#", "");
            assertEquals(200, asking().post("/api/v1/join/look", json("secret", secret)).status());
            way.run();
            assertEquals(404, asking().post("/api/v1/join/look", json("secret", secret)).status());
            assertEquals(404, other.post("/api/v1/join/too", json("secret", secret)).status());
        }
    }

    /** A token is of one session: somebody else's, and one's own of before signing in, are none. */
    @Test
    void aTokenAgainstForgeryIsOfOneSession() throws Exception {
        ApiClient stranger = asking();
        String before = stranger.cookie("XSRF-TOKEN");
        ApiClient member = Household.member(server, site, Role.LEAD, "Bound");
        assertEquals(200, member.get("/api/v1/session").status());
        for (String token : List.of(before, Household.member(server, site, Role.LEAD, "Bound too").cookie("XSRF-TOKEN"), "made.up")) {
            HttpRequest forged = HttpRequest.newBuilder(URI.create(server.url() + "/api/v1/chambers"))
                    .header("Cookie", "SESSION=" + member.cookie("SESSION") + "; XSRF-TOKEN=" + token)
                    .header("X-XSRF-TOKEN", token).header("Content-Type", "application/json")
                    .POST(HttpRequest.BodyPublishers.ofString("{\"name\":\"Forged\",\"guideId\":\"corn-snake-eggs\"}")).build();
            assertEquals(403, HttpClient.newHttpClient().send(forged, HttpResponse.BodyHandlers.discarding()).statusCode());
        }
        assertEquals(201, member.post("/api/v1/chambers", json("name", "Not forged", "guideId", "corn-snake-eggs")).status());
    }

    /** Backups are of all sites: who made the installation theirs sees them, an owner of one of its sites does not. */
    @Test
    void backupsAreForWhoRunsTheInstallation() {
        assertEquals(200, owner.get("/api/v1/backups").status());
        assertTrue(owner.get("/api/v1/session").body().get("operator").asBoolean());
        ApiClient other = Household.member(server, Household.site(server, "Side Kiln"), Role.OWNER, "Side owner");
        assertEquals(403, other.get("/api/v1/backups").status());
        assertEquals(403, other.post("/api/v1/backups", null).status());
        assertFalse(other.get("/api/v1/session").body().get("operator").asBoolean());
    }

    @Test
    void sessionsAreSeenAndEndedOneByOneOrAll() {
        ApiClient here = Household.member(server, site, Role.VISITOR, "Many");
        ApiClient phone = ApiClient.signedIn(server, "Many", Household.PASSWORD);
        ApiClient lost = ApiClient.signedIn(server, "Many", Household.PASSWORD);
        JsonNode sessions = here.get("/api/v1/account").body().get("sessions");
        assertEquals(3, sessions.size());
        assertEquals("127.0.0.1", sessions.get(0).get("from").asString());
        assertEquals(1, java.util.stream.IntStream.range(0, 3).filter(i -> sessions.get(i).get("isThis").asBoolean()).count());
        assertFalse(sessions.toString().contains(new String(java.util.Base64.getDecoder().decode(lost.cookie("SESSION")))), "a session's own id is told");
        String other = lost.get("/api/v1/account").body().get("sessions").valueStream().filter(each -> each.get("isThis").asBoolean()).findFirst().orElseThrow().get("id")
                .asString();
        assertEquals(204, here.delete("/api/v1/account/sessions/" + other).status());
        assertEquals(401, lost.get("/api/v1/account").status());
        assertEquals(200, phone.get("/api/v1/account").status());
        assertEquals("current", here.post("/api/v1/account/password", json("current", "wrong", "next", PASSWORD + " three")).refusedField());
        assertEquals(204, here.post("/api/v1/account/password", json("current", Household.PASSWORD, "next", PASSWORD + " three")).status());
        assertEquals(401, phone.get("/api/v1/account").status());
        assertEquals(200, here.get("/api/v1/account").status());
    }

    @Test
    void anotherLevelCountsAtOnceAndWhoIsTakenOutIsOut() {
        ApiClient lead = Household.member(server, site, Role.LEAD, "Lowered");
        assertEquals(200, lead.get("/api/v1/ways").status());
        String id = owner.get("/api/v1/people").body().valueStream().filter(each -> each.get("name").asString().equals("Lowered")).findFirst().orElseThrow().get("id").asString();
        assertEquals(200, owner.put("/api/v1/people/" + id, json("level", "VISITOR")).status());
        assertEquals(403, lead.get("/api/v1/ways").status());
        assertEquals(200, owner.delete("/api/v1/people/" + id).status());
        assertEquals(403, lead.get("/api/v1/chambers").status());
        assertEquals(200, lead.get("/api/v1/account").status());
    }

    /** What they had open, and the address of their calendar, end with them. */
    @Test
    void whoIsTakenOutHearsNothingMore() throws Exception {
        ApiClient listening = Household.member(server, site, Role.VISITOR, "Listening");
        String feed = listening.post("/api/v1/feeds", null).body().get("address").asString();
        assertEquals(200, ApiClient.nobody(server).get(feed).status());
        HttpRequest asked = HttpRequest.newBuilder(URI.create(server.url() + "/api/v1/stream")).header("Cookie", "SESSION=" + listening.cookie("SESSION")).build();
        var stream = HttpClient.newHttpClient().sendAsync(asked, HttpResponse.BodyHandlers.ofString());
        String id = owner.get("/api/v1/people").body().valueStream().filter(each -> each.get("name").asString().equals("Listening")).findFirst().orElseThrow().get("id").asString();
        assertEquals(200, owner.delete("/api/v1/people/" + id).status());
        assertEquals(404, ApiClient.nobody(server).get(feed).status());
        assertEquals(200, stream.get(60, java.util.concurrent.TimeUnit.SECONDS).statusCode());
    }

    @Test
    void aSiteKeepsAnOwner() {
        UUID lonely = Household.site(server, "Lonely");
        ApiClient only = Household.member(server, lonely, Role.OWNER, "Only owner");
        String id = only.get("/api/v1/people").body().get(0).get("id").asString();
        assertEquals(403, only.put("/api/v1/people/" + id, json("level", "LEAD")).status());
        assertEquals(403, only.delete("/api/v1/people/" + id).status());
    }

    @Test
    void aSecondOwnerLetsSomebodyInAgainButNobodyOfAForeignSite() {
        ApiClient forgetful = Household.member(server, site, Role.KEEPER, "Forgetful");
        String id = owner.get("/api/v1/people").body().valueStream().filter(each -> each.get("name").asString().equals("Forgetful")).findFirst().orElseThrow().get("id").asString();
        Answer made = owner.post("/api/v1/people/" + id + "/recovery", null);
        String secret = made.body().get("link").asString().replaceFirst(".*#", "");
        SECRETS.add(secret);
        ApiClient again = asking();
        assertEquals("Forgetful", again.post("/api/v1/join/look", json("secret", secret)).body().get("name").asString());
        assertEquals(200, again.post("/api/v1/join/again", json("secret", secret, "password", "a heron stands on one leg")).status());
        assertEquals("KEEPER", again.get("/api/v1/session").body().get("role").asString());
        assertEquals(401, forgetful.get("/api/v1/account").status(), "sessions from before must end");
        assertEquals(404, asking().post("/api/v1/join/again", json("secret", secret, "password", "a heron stands on two legs")).status());
        // They also belong to a site that is not this owner's.
        server.bean(Accounts.class).join(UUID.fromString(id), Household.site(server, "Foreign"), Role.OWNER, UUID.fromString(id));
        assertEquals(403, owner.post("/api/v1/people/" + id + "/recovery", null).status());
        String self = owner.get("/api/v1/people").body().valueStream().filter(each -> each.get("name").asString().equals("Wren")).findFirst().orElseThrow().get("id").asString();
        assertEquals(403, owner.post("/api/v1/people/" + self + "/recovery", null).status());
    }

    @Test
    void somebodyBelongsToSeveralSitesAndLooksAtOne() {
        ApiClient both = Household.member(server, site, Role.LEAD, "Both");
        Answer second = owner.post("/api/v1/sites", json("name", "Upper Kiln", "timeZone", "Europe/Paris", "altitudeM", 300));
        assertEquals(201, second.status(), second.toString());
        assertEquals("timeZone", owner.post("/api/v1/sites", json("name", "Nowhere", "timeZone", "Europe/Atlantis", "altitudeM", 300)).refusedField());
        ApiClient there = ApiClient.signedIn(server, "Wren", PASSWORD);
        assertEquals(200, there.post("/api/v1/session/site", json("siteId", second.body().get("id").asString())).status());
        assertEquals("Upper Kiln", there.get("/api/v1/site").body().get("name").asString());
        String secret = there.post("/api/v1/invitations", json("level", "VISITOR", "days", 1)).body().get("link").asString().replaceFirst(".*#", "");
        SECRETS.add(secret);
        assertEquals("VISITOR", both.post("/api/v1/join/too", json("secret", secret)).body().get("level").asString());
        assertEquals("Europe/Paris", both.get("/api/v1/site").body().get("timeZone").asString());
        assertEquals(2, both.get("/api/v1/session").body().get("sites").size());
        assertEquals(403, both.get("/api/v1/ways").status());
        both.post("/api/v1/session/site", json("siteId", site));
        assertEquals(200, both.get("/api/v1/ways").status());
        assertEquals(404, both.post("/api/v1/session/site", json("siteId", UUID.randomUUID())).status());
    }

    /** What is theirs comes out, and then they are gone: nobody finds their name, the chain of changes holds, and somebody else may be called so. */
    @Test
    void somebodyTakesThemselvesOut() {
        UUID theirs = Household.site(server, "Left behind");
        ApiClient leaving = Household.member(server, theirs, Role.OWNER, "Leaving Larkin");
        String chamber = leaving.post("/api/v1/chambers", json("name", "Larkin's box", "guideId", "corn-snake-eggs")).body().get("id").asString();
        assertEquals(201, leaving.post("/api/v1/chambers/" + chamber + "/tasks",
                json("id", UUID.randomUUID(), "title", "turn the eggs", "due", "2026-12-01T09:00:00", "everyDays", null, "who", "Leaving Larkin")).status());
        JsonNode kept = leaving.get("/api/v1/account/data").body();
        assertTrue(kept.get("changes").size() > 2, kept.toString());
        assertTrue(kept.get("traces").valueStream().anyMatch(each -> each.get("table").asString().equals("chamber")));
        assertEquals(403, leaving.post("/api/v1/account/end", json("name", "Leaving Larkin")).status(), "the only owner of a site may not go");
        Household.member(server, theirs, Role.OWNER, "Staying");
        assertEquals("name", leaving.post("/api/v1/account/end", json("name", "somebody")).refusedField());
        Answer gone = leaving.post("/api/v1/account/end", json("name", "leaving larkin"));
        // It touches many tables: where another write of that moment stands in its way, nothing was saved and it is asked again, as a person would.
        for (int again = 0; again < 3 && gone.status() == 503; again++) {
            gone = leaving.post("/api/v1/account/end", json("name", "leaving larkin"));
        }
        assertEquals(204, gone.status(), gone.toString());
        assertEquals(401, leaving.get("/api/v1/account").status());
        assertEquals(400, asking().post("/api/v1/session/password", json("name", "Leaving Larkin", "password", Household.PASSWORD)).status());
        ApiClient staying = ApiClient.signedIn(server, "Staying", Household.PASSWORD);
        assertTrue(staying.get("/api/v1/chambers/" + chamber).body().get("changedBy").asString().startsWith("taken out "));
        String audit = staying.get("/api/v1/audit").body().toString();
        assertFalse(audit.contains("Leaving Larkin\",\"what"), audit);
        assertEquals(List.of(), new Traces(server.bean(JdbcClient.class)).of("Leaving Larkin"));
        server.bean(kilnward.server.audit.Sealer.class).seal();
        assertEquals(java.util.Optional.empty(), server.bean(kilnward.server.audit.Sealer.class).broken(List.of()));
        server.bean(Accounts.class).add(UUID.randomUUID(), "Leaving Larkin", null, null);
    }

    @Test
    void noRoleIsPickedOutsideTheDemo() {
        assertEquals(404, asking().post("/api/v1/session", json("role", "OWNER")).status());
    }

    @Test
    void secretsStandInNoLog() {
        owner.get("/api/v1/session");
        asking().post("/api/v1/session/password", json("name", "Wren", "password", PASSWORD));
        List<String> lines = List.copyOf(LINES);
        assertTrue(lines.size() > 10, "only " + lines.size() + " lines were logged");
        for (String secret : SECRETS) {
            assertTrue(lines.stream().noneMatch(each -> each.contains(secret)), "a secret stands in the log");
        }
    }
}
