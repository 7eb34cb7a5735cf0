package kilnward.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import kilnward.server.running.ApiClient;
import org.junit.jupiter.api.Test;

/** Planning in detail: the user's own device, guides, units, a server that goes away. */
class PlanningTest extends AtTheBrowser {
    @Test
    void theUsersOwnLabelsStandOnKeysAndCard() {
        open("Own labels", "card");
        page.getByText("Your controller: labels, steps and styles").click();
        page.getByLabel("Label for set value").fill("Heart of it");
        page.getByLabel("How a change is kept").fill("Wait until it stops blinking.");
        button("Move differential up").click();
        button("Save the plan").click();
        go("Settings");
        assertThat(page.getByLabel(Pattern.compile("4 Heart of it"))).isVisible();
        assertThat(page.getByLabel(Pattern.compile("3 Differential"))).isVisible();
        button("Save with a reason").click();
        page.getByLabel("Reason").fill("labels");
        button("Save settings 1").click();
        go("Card");
        assertThat(page.getByRole(AriaRole.ARTICLE).getByText("Heart of it")).isVisible();
        assertThat(page.getByRole(AriaRole.ARTICLE).getByText("Wait until it stops blinking.")).isVisible();
        page.reload();
        assertThat(page.getByRole(AriaRole.ARTICLE).getByText("Heart of it")).isVisible();
    }

    @Test
    void anotherStyleKeepsWhereItSwitches() {
        open("Pair of values", "settings");
        String on = rung("Heat starts").getAttribute("aria-valuenow");
        String off = rung("Heat stops").getAttribute("aria-valuenow");
        go("Card");
        page.getByText("Your controller: labels, steps and styles").click();
        page.getByLabel("When it warms").selectOption("PAIR");
        go("Settings");
        assertThat(page.getByLabel(Pattern.compile("on at"))).hasValue(String.format("%.1f", Double.parseDouble(on)));
        assertThat(page.getByLabel(Pattern.compile("off at"))).hasValue(String.format("%.1f", Double.parseDouble(off)));
        assertThat(rung("Heat starts")).hasAttribute("aria-valuenow", on);
        assertThat(page.getByLabel(Pattern.compile("Differential"))).hasCount(0);
    }

    @Test
    void aFahrenheitReaderReadsFahrenheitAndTheDeviceStaysAsItIs() {
        open("Two units", "settings");
        assertThat(rung("High alarm")).isVisible();
        page.getByLabel("Temperatures in").selectOption("F");
        assertThat(page.getByText(Pattern.compile("^In the warmest room, 77\\.0 °F"))).isVisible();
        assertThat(rung("High alarm")).hasAttribute("aria-valuetext", Pattern.compile("°C on the display"));
        go("Chamber");
        assertThat(page.getByLabel("Room at its warmest")).hasValue("77");
        page.getByLabel("Room at its warmest").fill("86");
        page.getByLabel("Temperatures in").selectOption("C");
        assertThat(page.getByLabel("Room at its warmest")).hasValue("30");
        go("Settings");
        page.getByLabel(Pattern.compile("1 Unit")).selectOption(new com.microsoft.playwright.options.SelectOption().setLabel("°F"));
        assertThat(rung("High alarm")).hasAttribute("aria-valuetext", Pattern.compile("°F on the display"));
        double differential = Double.parseDouble(page.getByLabel(Pattern.compile("Differential")).inputValue());
        assertTrue(differential < 3, "half a kelvin is about one degree Fahrenheit, not thirty: " + differential);
    }

    @Test
    void guidesAreSearchedAndASchoolsStageBecomesThePlan() {
        open("Hen eggs", "occupant");
        page.getByLabel(Pattern.compile("^Search \\d+ guides")).fill("fowl");
        assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Corn-snake")))).hasCount(0);
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Domestic fowl"))).click();
        page.getByRole(AriaRole.RADIO, new Page.GetByRoleOptions().setName("By weight loss")).check();
        assertThat(page.getByText("the humidity follows the scale")).isVisible();
        button("Plan for this stage").first().click();
        assertThat(page.getByLabel("Keep from")).hasValue("37");
        assertThat(page.getByText("This is the stage now.")).isVisible();
        page.getByLabel("Keep to").fill("36");
        assertThat(page.getByText(Pattern.compile("must be above keepLowC")).first()).isVisible();
        page.getByLabel("Keep to").fill("38.2");
        assertThat(page.getByText(Pattern.compile("must be above keepLowC"))).hasCount(0);
        button("Add a danger limit").click();
        assertEquals(7, page.getByLabel("Borne for").count());
        button("Save the plan").click();
        assertThat(page.getByText("The plan is saved", new Page.GetByTextOptions().setExact(true))).isVisible();
        page.reload();
        assertEquals("38.2", page.getByLabel("Keep to").inputValue());
    }

    @Test
    void aBackupEndsTheFinding() {
        open("With a backup", "chamber");
        Locator trouble = page.getByText("A stuck relay kills");
        assertThat(trouble).isVisible();
        page.getByText("Its element, its own thermostat, its place").click();
        page.getByLabel("Own thermostat opens at").fill("31.5");
        assertThat(page.getByLabel("and closes again at")).hasValue("30");
        assertThat(trouble).hasCount(0);
        assertThat(page.getByText("and does no harm")).isVisible();
        go("Settings");
        assertThat(page.getByText("Backup opens")).isVisible();
    }

    @Test
    void theOutletIsJudgedOnceItsRatingIsKnown() {
        open("Small relay", "loads");
        button("Give voltage and fuse of the mains").click();
        page.getByLabel("Its contact is rated for").fill("0.05");
        assertThat(page.getByText(Pattern.compile("The outlet of mat is overloaded"))).isVisible();
        page.getByLabel("Its contact is rated for").fill("5");
        assertThat(page.getByText(Pattern.compile("is overloaded"))).hasCount(0);
    }

    @Test
    void whenTheServerIsAwayThePageSaysSoAndGoesOnAfterwards() {
        open("Cut off", "settings");
        assertThat(rung("Heat stops")).isVisible();
        page.route("**/api/v1/rehearsals", Route::abort);
        page.getByLabel(Pattern.compile("Set value")).fill("28.9");
        assertThat(page.getByText("Kiln Ward does not answer.")).isVisible();
        assertThat(page.getByLabel(Pattern.compile("Set value"))).hasValue("28.9");
        page.unroute("**/api/v1/rehearsals");
        button("Try again").click();
        assertThat(page.getByText("Kiln Ward does not answer.")).hasCount(0);
        assertThat(rung("Heat stops")).hasAttribute("aria-valuenow", "28.9");
    }

    @Test
    void proposedSettingsGoOntoTheKeysAndBackAgain() {
        String id = open("Proposed", "settings");
        assertThat(rung("High alarm")).isVisible();
        String before = page.getByLabel(Pattern.compile("3 Set value")).inputValue();
        page.getByLabel(Pattern.compile("3 Set value")).fill("24");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Propose settings for"))).click();
        assertThat(page.getByText(Pattern.compile("^One step more, ")).first()).isVisible();
        button("Put them on the keys").click();
        assertThat(page.getByText(Pattern.compile("inside the target range all the time"))).isVisible();
        double proposed = Double.parseDouble(page.getByLabel(Pattern.compile("3 Set value")).inputValue());
        assertTrue(proposed > 27 && proposed < 31, "" + proposed);
        button("Undo taking what was proposed").click();
        assertThat(page.getByLabel(Pattern.compile("3 Set value"))).hasValue("24.0");
        assertEquals(0, ApiClient.as(server, "OWNER").get("/api/v1/chambers/" + id).body().get("settings").size(), before + ": nothing is saved by it");
    }

    @Test
    void earlierSettingsAreComparedAndPutBack() {
        open("Back again", "settings");
        for (String[] step : new String[][] {{"28.2", "first"}, {"29.4", "warmer, for the late clutch"}}) {
            page.getByLabel(Pattern.compile("3 Set value")).fill(step[0]);
            button("Save with a reason").click();
            page.getByLabel("Reason").fill(step[1]);
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Save settings \\d"))).click();
            assertThat(page.getByText(Pattern.compile("all saved"))).isVisible();
        }
        page.getByText(Pattern.compile("^Earlier settings of")).click();
        assertThat(page.getByText("warmer, for the late clutch")).isVisible();
        Locator table = page.locator("table").filter(new Locator.FilterOptions().setHasText("settings 1"));
        assertThat(table.getByRole(AriaRole.ROW)).hasCount(2);
        assertThat(table.getByRole(AriaRole.ROW).nth(1)).containsText(Pattern.compile("Set value.*28\\.2 °C.*29\\.4 °C"));
        button("What it changes in the chamber").click();
        assertThat(table.getByText("highest at the occupant")).isVisible();
        String[] highest = table.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText("highest at the occupant")).innerText().split("\t");
        assertTrue(Double.parseDouble(highest[2].replaceAll("[^0-9.]", "")) > Double.parseDouble(highest[1].replaceAll("[^0-9.]", "")) + 1, String.join("|", highest));
        button("Put settings 1 back on the keys").click();
        assertThat(page.getByLabel(Pattern.compile("3 Set value"))).hasValue("28.2");
        button("Save with a reason").click();
        assertThat(page.getByLabel("Reason")).hasValue("Back to settings 1: ");
        page.getByLabel("Reason").fill("Back to settings 1: the late clutch is out.");
        button("Save settings 3").click();
        assertThat(page.getByText("Back to settings 1: the late clutch is out.")).isVisible();
    }

    @Test
    void aChamberCanBeRemovedAndAWrongAddressSaysSo() {
        String id = open("Short-lived", "chamber");
        // Whoever thinks better of it still has it.
        button("Remove this chamber").click();
        page.keyboard().press("Escape");
        assertThat(page.getByRole(AriaRole.DIALOG)).hasCount(0);
        button("Remove this chamber").click();
        confirm("Remove chamber");
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Osier End"))).isVisible();
        assertThat(page.getByText("Short-lived")).hasCount(0);
        page.navigate("/chambers/" + id + "/settings");
        assertThat(page.getByText("No such chamber")).isVisible();
        page.navigate("/nowhere-at-all");
        assertThat(page.getByText("Nothing stands here")).isVisible();
    }
}
