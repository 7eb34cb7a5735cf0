package kilnward.server.training;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import kilnward.server.account.Household;
import kilnward.server.people.Role;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import kilnward.server.running.RunningServer.Running;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Exercises over the wire, for a class and for people with accounts. */
@ExtendWith(RunningServer.class)
class TrainingApiTest {
    private static JsonNode kind(JsonNode record, String kind) {
        return record.get("kinds").valueStream().filter(each -> each.get("kind").asString().equals(kind)).findFirst().orElseThrow();
    }

    private static JsonNode answer(ApiClient by, String exercise, String answer, String pupil) {
        ApiClient.Answer given = by.post("/api/v1/training/" + exercise + "/answers",
                "{\"answer\":\"" + answer + "\",\"pupil\":" + (pupil == null ? "null" : "\"" + pupil + "\"") + "}");
        assertEquals(200, given.status(), given.toString());
        return given.body();
    }

    @Test
    void aClassLearnsWithoutTouchingAChamber(Running server) {
        ApiClient visitor = ApiClient.as(server, "VISITOR");
        String before = visitor.get("/api/v1/chambers").body().toString();
        JsonNode posed = visitor.get("/api/v1/training/CALIBRATE/1/11").body();
        assertEquals("OFFSET_K", posed.get("entry").asString());
        double best = posed.at("/facts/oldOffsetK").asDouble() + posed.at("/facts/referenceC").asDouble() - posed.at("/facts/displayC").asDouble();
        JsonNode right = answer(visitor, "CALIBRATE/1/11", Double.toString(best), "Wren of class 4");
        assertTrue(right.get("right").asBoolean() && right.get("counted").asBoolean(), right.toString());
        // The first answer counts, and nobody else's record moves.
        assertFalse(answer(visitor, "CALIBRATE/1/11", "7", "Wren of class 4").get("counted").asBoolean());
        assertFalse(answer(visitor, "CALIBRATE/1/12", "7.5", "Finch of class 4").get("right").asBoolean());
        JsonNode record = visitor.get("/api/v1/training/record?pupil=Wren%20of%20class%204").body();
        assertEquals(1, kind(record, "CALIBRATE").get("tried").asInt());
        assertEquals(1, kind(record, "CALIBRATE").get("right").asInt());
        assertTrue(record.get("all").valueStream().anyMatch(each -> each.get("who").asString().equals("Finch of class 4") && each.get("right").asInt() == 0));
        assertEquals(before, visitor.get("/api/v1/chambers").body().toString());
    }

    @Test
    void threeRightOnesLeadToTheNextLevel(Running server) {
        ApiClient visitor = ApiClient.as(server, "VISITOR");
        for (int seed = 1; seed <= 3; seed++) {
            String best = answer(visitor, "CHOOSE_DIFFERENTIAL/1/" + seed, "0.6", "Somebody who only looks").get("best").asString();
            answer(visitor, "CHOOSE_DIFFERENTIAL/1/" + seed, best, "Robin of class 4");
        }
        assertEquals(2, kind(visitor.get("/api/v1/training/record?pupil=Robin%20of%20class%204").body(), "CHOOSE_DIFFERENTIAL").get("level").asInt());
    }

    @Test
    void whoHasAnAccountLearnsUnderItsName(Running server) {
        ApiClient keeper = Household.member(server, Household.site(server, "Learns"), Role.KEEPER, "Keeper who learns");
        answer(keeper, "FIND_MISTAKE/1/2", "NOTHING", null);
        JsonNode record = keeper.get("/api/v1/training/record").body();
        assertEquals("Keeper who learns", record.get("who").asString());
        assertEquals(1, kind(record, "FIND_MISTAKE").get("tried").asInt());
        assertEquals(0, record.get("all").size());
        assertEquals("pupil", keeper.get("/api/v1/training/record?pupil=Another").refusedField());
    }

    @Test
    void whatIsNoExerciseIsRefused(Running server) {
        ApiClient visitor = ApiClient.as(server, "VISITOR");
        assertEquals("level", visitor.get("/api/v1/training/CALIBRATE/9/1").refusedField());
        assertEquals(400, visitor.get("/api/v1/training/JUGGLE/1/1").status());
        assertEquals("pupil", visitor.post("/api/v1/training/CALIBRATE/1/1/answers", "{\"answer\":\"1\",\"pupil\":null}").refusedField());
        assertEquals("answer", visitor.post("/api/v1/training/FIND_MISTAKE/1/1/answers", "{\"answer\":\"gremlins\",\"pupil\":\"A\"}").refusedField());
    }
}
