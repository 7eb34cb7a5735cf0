package kilnward.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import kilnward.server.running.ApiClient;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Ways through the application that are walked less often, each to its end. */
class WalksTest extends AtTheBrowser {
    private static final String FIRST = """
            {"basedOn":%d,"reason":"%s","values":{"UNIT":0,"DIRECTION":0,"SET_VALUE":%s,"DIFFERENTIAL":0.6,"ACT_DELAY":0,"HIGH_ALARM":31,"LOW_ALARM":25,"OFFSET":0}}""";

    private JsonNode plan(String id) {
        return ApiClient.as(server, "OWNER").get("/api/v1/chambers/" + id).body().get("plan");
    }

    private String controllerOf(String id) {
        return plan(id).at("/controllers/0/id").asString();
    }

    private void saveFirst(String id, double set) {
        assertEquals(201,
                ApiClient.as(server, "OWNER").post("/api/v1/chambers/" + id + "/controllers/" + controllerOf(id) + "/settings", FIRST.formatted(0, "first", set)).status());
    }

    private Locator labelled(String label) {
        return page.getByLabel(label, new Page.GetByLabelOptions().setExact(true));
    }

    private void save() {
        assertEquals(200, page.waitForResponse(answer -> answer.request().method().equals("PUT"), () -> button("Save the plan").click()).status());
    }

    @Test
    void wallsThatDifferGetLayersAndGlass() {
        String id = open("Glazed box", "chamber");
        button("Add a layer").click();
        labelled("Material").last().selectOption("plywood");
        labelled("Thickness").last().fill("9");
        labelled("Thickness").last().press("Tab");
        button("The walls differ, or one has glass or a door").click();
        assertThat(page.getByText("Wall: front")).isVisible();
        button("Add glass or a door").nth(2).click();
        labelled("Area").fill("99999");
        labelled("Area").press("Tab");
        assertThat(page.getByText("must take up less than the wall's 0.175 m²", new Page.GetByTextOptions().setExact(true))).isVisible();
        assertThat(page.getByText("box, walls, front, openings: must take up less")).isVisible();
        labelled("Area").fill("200");
        labelled("Area").press("Tab");
        assertThat(page.getByText(Pattern.compile("must take up less"))).hasCount(0);
        save();
        JsonNode walls = plan(id).at("/box/walls");
        assertEquals(0.02, walls.at("/2/openings/0/areaM2").asDouble(), 1e-9);
        assertEquals(0, walls.at("/0/openings").size());
        assertEquals("plywood", walls.at("/5/layers/1/materialId").asString(), "what was done to all six stays on all six");
        assertEquals(9, walls.at("/5/layers/1/thicknessMm").asDouble());
    }

    @Test
    void aHeaterIsMovedByKeysAndPutBack() {
        String id = open("Moved mat", "chamber");
        Locator mat = page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("The box, drawn to scale"))
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(Pattern.compile("^mat,"))).first();
        String before = mat.getAttribute("aria-label");
        mat.focus();
        mat.press("Shift+ArrowUp");
        assertThat(mat).not().hasAttribute("aria-label", before);
        save();
        assertTrue(plan(id).at("/appliances/0/place/zM").asDouble() > 0.04, "five centimetres up: " + plan(id).at("/appliances/0/place"));
        page.getByText("Its place", new Page.GetByTextOptions().setExact(false)).first().click();
        button("Put it in its usual place").first().click();
        save();
        assertTrue(plan(id).at("/appliances/0/place").isNull());
    }

    @Test
    void habitsAreWrittenDownAndKept() {
        String id = open("Habits", "card");
        page.getByText("Your controller: labels, steps and styles").click();
        page.getByText("How it behaves: keeping, alarms, codes, sounder, link").click();
        page.getByLabel("A change, when the keys rest,").selectOption("DROPPED");
        page.locator("details").filter(new Locator.FilterOptions().setHasText("How it behaves")).last().getByLabel("after", new Locator.GetByLabelOptions().setExact(true))
                .fill("10");
        page.locator("details").filter(new Locator.FilterOptions().setHasText("How it behaves")).last().getByLabel("after", new Locator.GetByLabelOptions().setExact(true))
                .press("Tab");
        page.getByLabel("Its sounder").selectOption("MUTED_BY_ANY_KEY");
        page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Its high alarm")).getByLabel("lights up").check();
        button("Add a code it shows").click();
        page.getByLabel("It shows").fill("oPn");
        save();
        JsonNode habits = plan(id).at("/controllers/0/profile/habits");
        assertEquals("DROPPED", habits.get("leftAlone").asString());
        assertEquals(10, habits.get("restS").asDouble());
        assertEquals("MUTED_BY_ANY_KEY", habits.get("sounder").asString());
        assertEquals("[\"LIGHT\"]", habits.get("highAlarmDoes").toString());
        assertEquals("oPn", habits.at("/codes/0/shown").asString());
    }

    @Test
    void aSecondProbeAndASecondControllerAsCutOut() {
        String id = open("Cut-out", "probes");
        button("Add a probe").click();
        labelled("Probe").last().fill("cut-out probe");
        button("Add a controller").click();
        labelled("Controller").last().fill("Second plate");
        page.getByLabel("as a cut-out only, in series with what switches it").last().check();
        Locator boxes = page.locator(".part").last().getByRole(AriaRole.GROUP);
        boxes.first().getByRole(AriaRole.CHECKBOX).first().uncheck();
        boxes.first().getByRole(AriaRole.CHECKBOX).last().check();
        boxes.last().getByRole(AriaRole.CHECKBOX).first().check();
        save();
        JsonNode plan = plan(id);
        JsonNode cutOut = plan.at("/controllers/1");
        assertTrue(cutOut.at("/loops/0/cutOut").asBoolean());
        assertEquals(plan.at("/appliances/0/id").asString(), cutOut.at("/loops/0/applianceIds/0").asString(), "the same mat on both, in series");
        assertEquals(plan.at("/probes/1/id").asString(), cutOut.at("/probeIds/0").asString());
        go("Settings");
        assertThat(rung("Backup opens")).isVisible();
    }

    @Test
    void knownPointsAndTwoPoints() {
        String id = open("Ice", "check");
        saveFirst(id, 28.6);
        page.reload();
        button("Begin a check").click();
        page.getByText("Use a point you can make: ice water, boiling water").click();
        button("Add it").click();
        assertThat(page.getByText("ice water stands at 0.00 °C.")).isVisible();
        page.getByLabel("Point", new Page.GetByLabelOptions().setExact(true)).selectOption("BOILING_WATER");
        labelled("Station pressure").fill("980");
        labelled("Station pressure").press("Tab");
        button("Add it").click();
        assertThat(page.getByText(Pattern.compile("^boiling water stands at 99\\.0\\d °C\\."))).isVisible();
        page.getByText("Two known points: when one offset cannot be right everywhere").click();
        labelled("and it shows").first().fill("0.4");
        labelled("Upper point is").fill("37.5");
        labelled("and it shows").last().fill("39.4");
        labelled("It must be right at").fill("37.5");
        labelled("It must be right at").press("Tab");
        button("Work it out").click();
        // 37.5 / 39 = 0.9615; the offset that is right at 37.5 is −1.9, and 1.5 too low in ice is what is left.
        assertThat(page.getByText(Pattern.compile("^Slope 0\\.962\\..*−1\\.90.*1\\.50 K too low at the lower point", Pattern.DOTALL))).isVisible();
    }

    @Test
    void rowsComeFromAFileAndAnOffsetIsTakenBack() {
        String id = open("From a file", "check");
        saveFirst(id, 28.6);
        page.reload();
        button("Begin a check").click();
        page.getByLabel("Reference 1").fill("glass");
        button("All in place: begin").click();
        assertThat(page.getByText("Write the first row")).isVisible();
        Instant from = Instant.now().minusSeconds(4000);
        page.getByLabel("Rows from a file").setInputFiles(new FilePayload("rows.csv", "text/csv", "time,display,warm\n1,2,3\n".getBytes(StandardCharsets.UTF_8)));
        assertThat(page.getByText(Pattern.compile("glass")).first()).isVisible();
        assertEquals(0, ApiClient.as(server, "OWNER").get("/api/v1/chambers/" + id + "/checks").body().at("/0/rows").size(), "a file that does not fit brings nothing");
        String rows = IntStream.rangeClosed(0, 6).mapToObj(i -> from.plusSeconds(600L * i).truncatedTo(java.time.temporal.ChronoUnit.SECONDS) + ",28.6,28.2")
                .collect(Collectors.joining("\n"));
        page.getByLabel("Rows from a file").setInputFiles(new FilePayload("rows.csv", "text/csv", ("time,display,glass\n" + rows + "\n").getBytes(StandardCharsets.UTF_8)));
        assertThat(page.getByText("The rows of the file are in.")).isVisible();
        button("Saved, and it shows −0.4").click();
        button("Take the offset back to 0.0").click();
        assertThat(button("Saved, and it shows −0.4")).isVisible();
        JsonNode settings = ApiClient.as(server, "OWNER").get("/api/v1/chambers/" + id + "/controllers/" + controllerOf(id) + "/settings").body();
        assertEquals(3, settings.size(), "taking back is a revision of its own");
        assertEquals(200, page.request().get(page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Record as PDF")).getAttribute("href")).status());
    }

    @Test
    void theSecondToSaveSettingsIsShownTheOthers() {
        String id = open("Two savers", "settings");
        saveFirst(id, 28.4);
        page.reload();
        rung("High alarm").press("ArrowUp");
        assertEquals(201,
                ApiClient.as(server, "LEAD").post("/api/v1/chambers/" + id + "/controllers/" + controllerOf(id) + "/settings", FIRST.formatted(1, "meanwhile", 28.8)).status());
        button("Save with a reason").click();
        page.getByLabel("Reason").fill("mine");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Save (it|them|settings)"))).click();
        assertThat(page.getByText("Somebody else saved first.")).isVisible();
        assertEquals(2, ApiClient.as(server, "OWNER").get("/api/v1/chambers/" + id + "/controllers/" + controllerOf(id) + "/settings").body().size(), "nobody is overwritten");
    }

    @Test
    void cardAndRecordComeAsFiles() {
        String id = open("Files", "card");
        saveFirst(id, 28.4);
        page.reload();
        Locator card = page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Card as PDF"));
        var pdf = page.request().get(card.getAttribute("href"));
        assertEquals(200, pdf.status());
        assertTrue(new String(pdf.body(), 0, 5, StandardCharsets.ISO_8859_1).equals("%PDF-"));
        var csv = page.request().get("/api/v1/chambers/" + id + "/checks.csv");
        assertEquals(200, csv.status());
        assertTrue(csv.headers().get("content-type").startsWith("text/csv"));
    }

    @Test
    void aVentAndItsSteps() {
        String id = open("Aired", "chamber");
        button("Add a heater, cooler, fan or humidifier").click();
        labelled("Kind").last().selectOption("VENT");
        go("Probes");
        page.getByRole(AriaRole.CHECKBOX, new Page.GetByRoleOptions().setName("vent").setExact(true)).last().check();
        save();
        assertEquals("VENT", plan(id).at("/appliances").valueStream().filter(each -> each.at("/name").asString().equals("vent")).findFirst().orElseThrow().at("/kind").asString());
    }

    @Test
    void aKeeperKeysButDoesNotPlanAndALeadPlans() {
        String id = open("Roles", "chamber");
        pick("KEEPER");
        page.reload();
        assertThat(labelled("Inside length")).isDisabled();
        go("Settings");
        rung("High alarm").press("ArrowUp");
        assertThat(button("Save with a reason")).isEnabled();
        pick("LEAD");
        page.reload();
        go("Chamber");
        assertThat(labelled("Inside length")).isEnabled();
        pick("OWNER");
        assertEquals(200, ApiClient.as(server, "OWNER").get("/api/v1/chambers/" + id).status());
    }

    @Test
    void themeUnitAndNightStayWithThePerson() {
        page.navigate("/");
        page.getByLabel("Theme").selectOption("night");
        page.getByLabel("Temperatures in").selectOption("F");
        page.reload();
        assertThat(page.getByLabel("Theme")).hasValue("night");
        assertEquals("night", page.locator("html").getAttribute("data-theme"));
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Sundew cabinet")).first().click();
        go("Settings");
        assertThat(rung("High alarm").first()).isVisible();
        assertThat(page.getByText("°F").first()).isVisible();
        Locator dark = page.getByLabel(Pattern.compile("^. Warm from, dark"));
        String before = dark.inputValue();
        dark.press("ArrowUp");
        assertThat(dark).not().hasValue(before);
        assertEquals(List.of(), Browser.serious(page));
    }

    @Test
    void theWardShowsWhoNeedsYouFirst() {
        page.navigate("/");
        assertThat(page.getByText(Pattern.compile("want you$"))).isVisible();
        // Of each row its own mark: one whose sensor is silent has another beside its value.
        List<String> marks = page.locator("main li").all().stream().map(row -> row.locator(".mark")).filter(each -> each.count() > 0).map(each -> each.first().innerText())
                .toList();
        List<String> order = List.of("◆", "▲", "■", "□");
        List<Integer> ranks = marks.stream().filter(order::contains).map(order::indexOf).toList();
        assertTrue(ranks.size() >= 5, marks.toString());
        assertEquals(ranks.stream().sorted().toList(), ranks, "most in need first");
        assertNotEquals(ranks.get(0), ranks.get(ranks.size() - 1), "the demo's chambers stand at different points of the way");
    }

    /** A plan that was saved when more was taken, and cannot be: its row says so, and nobody else's is missing for it. */
    @Test
    void oneThatCannotBeRehearsedHidesNobody() {
        ApiClient owner = ApiClient.as(server, "OWNER");
        JsonNode made = owner.post("/api/v1/chambers", "{\"name\":\"Drained tank\",\"guideId\":\"axolotls\",\"buildId\":\"tank\"}").body();
        ObjectNode plan = (ObjectNode) made.get("plan").deepCopy();
        plan.set("controllers", plan("0051e4e4-d000-7000-8000-000000000001").get("controllers").deepCopy());
        ObjectNode controller = (ObjectNode) plan.at("/controllers/0");
        controller.put("id", UUID.randomUUID().toString());
        controller.putArray("probeIds").add(plan.at("/probes/0/id").asString());
        ((ObjectNode) controller.at("/loops/0")).put("id", UUID.randomUUID().toString()).putArray("applianceIds").add(plan.at("/appliances/0/id").asString());
        String id = made.get("id").asString();
        assertEquals(200, owner.put("/api/v1/chambers/" + id, "{\"version\":0,\"plan\":" + plan + "}").status());
        saveFirst(id, 17);
        server.bean(JdbcClient.class).sql("update chamber set document = json_set(document, '$.box.tank', null) where id = ?").param(id).update();
        page.navigate("/");
        Locator row = page.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText("Drained tank"));
        assertThat(row).containsText("cannot be rehearsed as it is planned");
        assertThat(row).containsText("must not be an in-tank heater where there is no water");
        assertThat(page.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText("Sundew cabinet"))).isVisible();
        owner.delete("/api/v1/chambers/" + id);
    }

    /** What the tool offers to press is pressed, in every chamber of the demo: its finding goes, and nothing that needs somebody now comes. */
    @Test
    void everyRemedyOfTheDemoKeepsItsPromise() {
        Locator titles = page.locator("aside ol > li h3");
        Locator remedies = page.locator("aside ol > li > button.link");
        int pressed = 0;
        for (JsonNode chamber : ApiClient.as(server, "OWNER").get("/api/v1/chambers").body()) {
            if (!List.of("Reedbox", "Duckling pen", "Loft tent", "Sundew cabinet", "Cellar tank").contains(chamber.at("/plan/name").asString())) {
                continue;
            }
            String settings = "/chambers/" + chamber.get("id").asString() + "/settings";
            page.navigate(settings);
            rested();
            for (int i = 0; i < remedies.count(); i++) {
                List<String> before = titles.allInnerTexts();
                String title = page.locator("aside ol > li").filter(new Locator.FilterOptions().setHas(page.locator("> button"))).nth(i).locator("h3").innerText();
                remedies.nth(i).click();
                if (!page.url().endsWith("/settings")) {
                    page.navigate(settings);
                    rested();
                    continue;
                }
                rested();
                List<String> after = titles.allInnerTexts();
                assertTrue(!after.contains(title), chamber.at("/plan/name").asString() + ": " + title + " stays");
                assertTrue(before.containsAll(after.stream().filter(each -> each.contains("Needs you now")).toList()), "nothing as bad comes: " + after);
                pressed++;
                page.getByText(Pattern.compile("^Undo ")).first().click();
                rested();
                assertEquals(before, titles.allInnerTexts(), "and back again");
            }
        }
        assertTrue(pressed >= 1, "pressed " + pressed);
    }

    private void rested() {
        page.waitForTimeout(300);
        assertThat(page.locator(".course .state")).hasText("Rehearsed:", new LocatorAssertions.HasTextOptions().setTimeout(60_000));
        assertThat(page.getByText("Not rehearsed yet.")).hasCount(0);
    }
}
