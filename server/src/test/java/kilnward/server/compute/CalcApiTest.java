package kilnward.server.compute;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import kilnward.server.running.ApiClient.Answer;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** The calculations over the wire, without session or sign-in. */
@ExtendWith(RunningServer.class)
class CalcApiTest {
    private ApiClient client;

    @BeforeEach
    void nobody(RunningServer.Running server) {
        client = ApiClient.nobody(server);
    }

    @Test
    void air() {
        // Published: ASHRAE psychrometrics through psychrolib 1.1.1.
        Answer answer = client.post("/api/v1/calc/air",
                "{\"temperatureC\":37.5,\"relativeHumidityPct\":55,\"altitudeM\":0}");
        assertEquals(200, answer.status());
        assertEquals(26.92, answer.body().get("dewPointC").asDouble(), 0.01);
        assertEquals(29.31, answer.body().get("wetBulbC").asDouble(), 0.01);
        assertEquals(0.022580, answer.body().get("humidityRatio").asDouble(), 1e-5);
        assertEquals(95.77, answer.body().get("enthalpyKJkg").asDouble(), 0.02);
        assertEquals(2904.4, answer.body().get("vapourPressureDeficitPa").asDouble(), 1);
        assertEquals(99.97, answer.body().get("boilingPointC").asDouble(), 0.02);
    }

    @ParameterizedTest
    @CsvSource({
            // Common practice, no source.
            "OFF_AT_SET, RAISE, C, 25.3, 0.3, 25.0, 25.3", "ON_AT_SET, RAISE, F, 70, 5, 70, 75",
            "EACH_SIDE, RAISE, F, 70, 3, 67, 73", "OFF_AT_SET, LOWER, C, 25.3, 0.3, 25.6, 25.3",
            "ON_AT_SET, LOWER, C, 30, 2, 30, 28"})
    void switching(String style, String direction, String unit, double set, double d, double on, double off) {
        Answer answer = client.post("/api/v1/calc/switching", """
                {"style":"%s","direction":"%s","unit":"%s","setValue":%s,"differential":%s}"""
                .formatted(style, direction, unit, set, d));
        assertEquals(200, answer.status());
        assertEquals(on, answer.body().get("onAt").asDouble(), 1e-9);
        assertEquals(off, answer.body().get("offAt").asDouble(), 1e-9);
        double kelvin = unit.equals("F") ? Math.abs(off - on) / 1.8 : Math.abs(off - on);
        assertEquals(kelvin, answer.body().get("differentialK").asDouble(), 1e-9);
    }

    @Test
    void aPairOfHumidities() {
        Answer answer = client.post("/api/v1/calc/switching", "{\"style\":\"PAIR\",\"unit\":\"RH\",\"onAt\":50,\"offAt\":70}");
        assertEquals("RAISE", answer.body().get("direction").asString());
        assertTrue(answer.body().get("onAtC").isNull(), "no degrees for humidity");
        assertEquals("direction", client.post("/api/v1/calc/switching",
                "{\"style\":\"PAIR\",\"direction\":\"RAISE\",\"unit\":\"C\",\"onAt\":25,\"offAt\":30}").refusedField());
    }

    @Test
    void offset() {
        // Common practice, no source: 36.0 against 37.6 → −1.6.
        Answer answer = client.post("/api/v1/calc/offset", """
                {"currentOffset":0,"readings":[{"display":37.6,"references":[36.0]}],"step":0.1,"rangeMin":-10,"rangeMax":10}""");
        assertEquals(-1.6, answer.body().get("newOffset").asDouble());
        assertEquals("KEY_IN", answer.body().get("verdict").asString());
    }

    @Test
    void aCheckSoFarSaysWhetherItHasSettledAndWhatFollows() {
        StringBuilder rows = new StringBuilder();
        for (int i = 0; i <= 12; i++) {
            rows.append(i == 0 ? "" : ",").append("{\"timeS\":").append(i * 300).append(",\"display\":37.6,\"references\":{\"glass\":36.0}}");
        }
        String check = "{\"rows\":[%s],\"references\":[{\"name\":\"%s\",\"standardUncertainty\":0.1,\"correction\":0}],\"leastS\":null,\"reason\":null,"
                + "\"currentOffset\":-0.4,\"step\":0.1,\"rangeMin\":-10,\"rangeMax\":10,\"resolution\":0.1}";
        Answer answer = client.post("/api/v1/calc/check", check.formatted(rows, "glass"));
        // Common practice, no source: old −0.4 plus 36.0 less 37.6 is −2.0.
        assertEquals(-2.0, answer.body().get("newOffset").asDouble(), String.valueOf(answer.body()));
        assertEquals("KEY_IN", answer.body().get("verdict").asString());
        // JCGM 100:2008: 2 · √(0.1² + 0.1²/12 + 0.1²/12), display and reference both in tenths.
        assertEquals(2 * Math.sqrt(0.01 + 2 * 0.01 / 12), answer.body().get("expandedUncertainty").asDouble(), 1e-12);
        Answer young = client.post("/api/v1/calc/check", check.formatted(rows.substring(0, rows.indexOf(",{\"timeS\":900")), "glass"));
        assertEquals("WAIT", young.body().get("verdict").asString());
        assertEquals("rows[0].references.glass", client.post("/api/v1/calc/check", check.formatted(rows, "mercury")).refusedField());
    }

    @Test
    void pointsThatPeopleCanMake() {
        // Hand-worked: 0 shows 0.4, 100 shows 98.4, so it shows 0.98 for each degree; at 50 it shows 49.4 and wants +0.6.
        JsonNode two = client.post("/api/v1/calc/two-point", "{\"low\":{\"shown\":0.4,\"is\":0},\"high\":{\"shown\":98.4,\"is\":100},\"rightAt\":50,\"step\":0.1}").body();
        assertEquals(0.6, two.get("offset").asDouble(), 1e-9);
        assertEquals(1.0, two.get("leftLow").asDouble(), 1e-9);
        assertEquals(-1.0, two.get("leftHigh").asDouble(), 1e-9);
        assertEquals(96.65, client.post("/api/v1/calc/known-point", "{\"kind\":\"BOILING_WATER\",\"altitudeM\":1000,\"stationPa\":null,\"salt\":null,\"temperatureC\":null}")
                .body().get("value").asDouble(), 0.02, "IF97 at the ICAO standard pressure");
        Answer jar = client.post("/api/v1/calc/known-point", "{\"kind\":\"SALT_JAR\",\"altitudeM\":null,\"stationPa\":null,\"salt\":\"SODIUM_CHLORIDE\",\"temperatureC\":22.5}");
        assertEquals(75.38, jar.body().get("value").asDouble(), 0.005, "Greenspan 1977, from memory, halfway");
        assertEquals("temperatureC", client.post("/api/v1/calc/known-point",
                "{\"kind\":\"SALT_JAR\",\"altitudeM\":null,\"stationPa\":null,\"salt\":\"POTASSIUM_CARBONATE\",\"temperatureC\":35}").refusedField());
    }

    @Test
    void heatLoss() {
        // ISO 6946 by hand: 0.94 m² · 0.60647 W/(m²K) = 0.57008 W/K; no air exchange.
        String wall = "{\"materialId\":\"expanded-polystyrene\",\"thicknessMm\":50}";
        Answer answer = client.post("/api/v1/calc/heat-loss", """
                {"innerLengthM":0.5,"innerWidthM":0.4,"innerHeightM":0.3,"walls":[%s],"airChangesPerHour":0,"insideC":37.5,
                "roomC":18,"heaterW":40,"altitudeM":0}""".formatted(String.join(",", java.util.Collections.nCopies(6, wall))));
        assertEquals(0.57008, answer.body().get("conductanceWK").asDouble(), 1e-5);
        assertEquals(19.5 * 0.57008, answer.body().get("lossW").asDouble(), 1e-3);
        assertEquals(18 + 40 / 0.57008, answer.body().get("stuckOnC").asDouble(), 1e-2);
    }

    private static String box(String rest) {
        String wall = "{\"materialId\":\"expanded-polystyrene\",\"thicknessMm\":50}";
        String glass = "{\"materialId\":\"window-glass\",\"thicknessMm\":4}";
        return "{\"innerLengthM\":1,\"innerWidthM\":1,\"innerHeightM\":1,\"walls\":[" + String.join(",",
                wall, wall, glass, wall, wall, wall) + "]," + rest + "}";
    }

    @Test
    void moisture() {
        // By hand: 0.3 · 2338.8 Pa / (461.5 · 293.15) · 10 m³/h = 51.86 g/h.
        Answer damp = client.post("/api/v1/calc/moisture", box("\"airChangesPerHour\":10,\"insideC\":20,\"insidePct\":80,"
                + "\"roomC\":20,\"roomPct\":50,\"humidifierGh\":100,\"altitudeM\":0"));
        assertEquals(200, damp.status(), String.valueOf(damp.body()));
        assertEquals(51.86, damp.body().get("neededGh").asDouble(), 0.05);
        assertEquals(51.86, damp.body().get("dutyPct").asDouble(), 0.05);
        Answer warm = client.post("/api/v1/calc/moisture", box("\"airChangesPerHour\":1,\"insideC\":37.5,\"insidePct\":60,"
                + "\"roomC\":18,\"roomPct\":50,\"humidifierGh\":0,\"altitudeM\":0"));
        assertTrue(warm.body().get("dutyPct").isNull(), "no humidifier, no duty");
        assertEquals("FRONT", warm.body().at("/surfaces/2/side").asString());
        assertTrue(warm.body().at("/surfaces/2/drips").asBoolean(), "glass drips");
        assertEquals(false, warm.body().at("/surfaces/0/drips").asBoolean());
        assertEquals("roomPct", client.post("/api/v1/calc/moisture", box("\"airChangesPerHour\":1,\"insideC\":37.5,"
                + "\"insidePct\":60,\"roomC\":18,\"roomPct\":150,\"humidifierGh\":0,\"altitudeM\":0")).refusedField());
    }

    @Test
    void load() {
        // Common practice, no source: 5 A = 1150 W at 230 V.
        String request = """
                {"supplyV":230,"current":"AC","circuitA":16,"outlets":[{"name":"left","ratedA":5,"ratedDcA":null,"ratedW":null,
                "cyclesPerDay":240,"loads":[{"name":"heater","kind":"RESISTIVE","powerW":%s}]}]}""";
        Answer full = client.post("/api/v1/calc/load", request.formatted("1150"));
        assertEquals(5, full.body().at("/outlets/0/currentA").asDouble(), 1e-9);
        assertEquals(416.7, full.body().at("/outlets/0/contactLifeDays").asDouble(), 0.1);
        Answer over = client.post("/api/v1/calc/load", request.formatted("1300"));
        assertEquals("outlet-overloaded", over.body().at("/findings/0/code").asString());
        assertEquals("NEEDS_YOU_NOW", over.body().at("/findings/0/severity").asString());
        assertEquals("outlets[0].loads[0].powerW", client.post("/api/v1/calc/load", request.formatted("-3")).refusedField());
    }

    /** Common practice, no source: 25 °C with 2 K is full at 27, 60 %RH with 10 full at 70; p = 20 % gives 100/80. */
    @ParameterizedTest
    @CsvSource({"27, 50, STOP, 100, 80, TEMPERATURE", "24, 65, STOP, 60, 48, HUMIDITY", "26, 65, STOP, 60, 48, TEMPERATURE",
            "24, 50, STOP, 20, 0, MINIMUM", "24, 50, MINIMUM, 20, 20, MINIMUM", "24, 50, RATIO, 20, 16, MINIMUM"})
    void aFanByBand(double temperature, double humidity, String below, double exhaust, double intake, String by) {
        String request = """
                {"temperatureC":%s,"relativeHumidityPct":%s,"setTemperatureC":25,"temperatureBandK":2,"setHumidityPct":60,
                "humidityBandPct":10,"minimumPct":20,"maximumPct":%s,"underPressurePct":20,"intakeBelowSet":"%s"}""";
        Answer answer = client.post("/api/v1/calc/fan", request.formatted(temperature, humidity, 100, below));
        assertEquals(exhaust, answer.body().get("exhaustPct").asDouble(), 1e-9);
        assertEquals(intake, answer.body().get("intakePct").asDouble(), 1e-9);
        assertEquals(by, answer.body().get("drivenBy").asString());
        assertEquals("minimumPct", client.post("/api/v1/calc/fan", request.formatted(temperature, humidity, 10, below)).refusedField());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
            "air | {\"temperatureC\":500,\"relativeHumidityPct\":50,\"altitudeM\":0} | temperatureC | from -60 to 120 °C",
            "air | {\"relativeHumidityPct\":50,\"altitudeM\":0} | temperatureC | null",
            "air | {\"temperatureC\":1e999,\"relativeHumidityPct\":50,\"altitudeM\":0} | temperatureC | from -60 to 120 °C",
            "air | {\"temperatureC\":\"20\",\"relativeHumidityPct\":50,\"altitudeM\":0} | temperatureC | a number",
            "air | {\"temperatureC\":20,\"relativeHumidityPct\":50,\"altitudeM\":0,\"pressure\":1} | pressure | not | ",
            "air | {\"temperatureC\":115,\"relativeHumidityPct\":100,\"altitudeM\":0} | relativeHumidityPct | 95 %",
            "switching | {\"style\":\"EACH_SIDE\",\"direction\":\"RAISE\",\"unit\":\"C\",\"setValue\":20,\"differential\":0} | differential | above 0",
            "switching | {\"style\":\"ROUND\",\"unit\":\"C\"} | style | PAIR",
            "switching | {\"style\":\"PAIR\",\"unit\":\"C\",\"onAt\":20,\"offAt\":20} | offAt | differ",
            "switching | {\"style\":\"OFF_AT_SET\",\"unit\":\"C\",\"setValue\":20,\"differential\":1} | direction | given",
            "switching | {\"style\":\"PAIR\",\"unit\":\"RH\",\"onAt\":50,\"offAt\":120} | offAt | 0 to 100",
            "offset | {\"currentOffset\":0,\"readings\":[],\"step\":0.1,\"rangeMin\":-1,\"rangeMax\":1} | readings | empty",
            "heat-loss | {\"innerLengthM\":0.5,\"innerWidthM\":0.4,\"innerHeightM\":0.3,\"walls\":[],\"airChangesPerHour\":0,\"insideC\":37,\"roomC\":18,\"heaterW\":40,\"altitudeM\":0} | walls | six"})
    void badInputNamesFieldAndRange(String calc, String json, String field, String allowed) {
        Answer answer = client.post("/api/v1/calc/" + calc, json);
        assertEquals(400, answer.status());
        assertTrue(answer.type().startsWith("application/problem+json"), answer.type());
        assertEquals(field, answer.refusedField());
        assertTrue(answer.allowed().contains(allowed.strip()), answer.allowed());
    }

    @Test
    void brokenJsonIsSaidPlainly() {
        Answer answer = client.post("/api/v1/calc/air", "{\"temperatureC\": NaN}");
        assertEquals(400, answer.status());
        assertTrue(answer.body().get("detail").asString().contains("not valid JSON"), answer.body().toString());
    }

    /** Worked by hand: 28 with a leeway of 1 that starts at 27 and stops at 28 stops at its set value; stopping at 29.5 fits nothing. */
    @Test
    void aStyleIsLearnedFromWhatWasSeen() {
        String seen = "{\"setValue\":28,\"differential\":1,\"switched\":\"%s\",\"at\":%s}";
        String asked = "{\"direction\":\"RAISE\",\"resolution\":0.1,\"seen\":[%s]}";
        Answer settled = client.post("/api/v1/calc/style", asked.formatted(seen.formatted("ON", 27) + "," + seen.formatted("OFF", 28)));
        assertEquals("SETTLED", settled.body().get("verdict").asString());
        assertEquals("[\"OFF_AT_SET\"]", settled.body().get("styles").toString());
        Answer contradicted = client.post("/api/v1/calc/style", asked.formatted(seen.formatted("ON", 27) + "," + seen.formatted("OFF", 29.5)));
        assertEquals("CONTRADICTED", contradicted.body().get("verdict").asString());
        assertEquals("[1]", contradicted.body().get("contradictions").toString());
        assertEquals("seen[0].differential", client.post("/api/v1/calc/style",
                "{\"direction\":\"RAISE\",\"resolution\":0.1,\"seen\":[{\"setValue\":28,\"differential\":0,\"switched\":\"ON\",\"at\":1}]}").refusedField());
    }

    /** Common practice, no source: a display calibrated up to what was wanted, instead of the set value being changed. */
    @Test
    void aReadBackIsExplained() {
        String asked = """
                {"profile":{"unit":"C","resolution":0.1,"samplingS":1,"raising":"OFF_AT_SET","lowering":"OFF_AT_SET","strict":false,
                "law":"ON_OFF","habits":{"leftAlone":"UNKNOWN","restS":null,"sounder":"UNKNOWN","linkLoss":"NO_LINK","highAlarmLeast":0,"lowAlarmLeast":0,"codes":[]},
                "howToSet":"","howToSave":"Wait until it blinks.","keys":[
                {"parameter":"SET_VALUE","label":"Aim","step":0.1,"lowest":-40,"highest":110,"factory":null,"words":[]},
                {"parameter":"DIFFERENTIAL","label":"Gap","step":0.1,"lowest":0.1,"highest":15,"factory":null,"words":[]}]},
                "wanted":{"SET_VALUE":37.6,"DIFFERENTIAL":0.5},"before":null,"parameter":"%s","shown":%s}""";
        Answer offset = client.post("/api/v1/calc/read-back", asked.formatted("SET_VALUE", 12.6));
        assertEquals("OFFSET_NOT_LEVEL", offset.body().at("/explanations/0/cause").asString(), String.valueOf(offset.body()));
        assertTrue(client.post("/api/v1/calc/read-back", asked.formatted("SET_VALUE", 37.6)).body().get("matches").asBoolean());
        assertEquals("parameter", client.post("/api/v1/calc/read-back", asked.formatted("LOW_ALARM", 30)).refusedField());
        assertEquals("profile.keys[0].highest", client.post("/api/v1/calc/read-back", asked.formatted("SET_VALUE", 30).replace("-40", "400")).refusedField());
    }
}
