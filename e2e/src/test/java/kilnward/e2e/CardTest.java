package kilnward.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import java.util.List;
import java.util.regex.Pattern;
import kilnward.server.running.ApiClient;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** At the box with the card: keying in, reading back, recording it; and telling the device from what it does. */
class CardTest extends AtTheBrowser {
    private String openSaved(String name) {
        String id = open(name, "settings");
        page.getByLabel(Pattern.compile("3 Set value")).fill("28.6");
        button("Save with a reason").click();
        page.getByLabel("Reason").fill("for the card");
        button("Save settings 1").click();
        go("Card");
        return id;
    }

    private void clickThrough(String button) {
        while (button(button).count() > 0) {
            button(button).click();
        }
    }

    @Test
    void aMisreadValueIsExplainedMendedAndRecorded() {
        String id = openSaved("Read back");
        assertThat(page.getByText("Nobody has recorded yet that it was keyed in.")).isVisible();
        button("Key it in, one value at a time").click();
        clickThrough("Keyed in, next");
        button("Keyed in").click();
        button("Kept, read it back").click();
        button("°C").click();
        button("Next").click();
        while (page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Set value").setExact(true)).count() == 0) {
            button("It shows just that").click();
        }
        page.getByLabel("It shows").fill("83.5");
        page.getByLabel("It shows").blur();
        assertThat(page.getByText(Pattern.compile("the device shows the other unit"))).isVisible();
        button("Leave it so, next").click();

        page.reload();
        button("Key it in, one value at a time").click();
        assertThat(page.getByText(Pattern.compile("^Read back, \\d of"))).isVisible();
        clickThrough("It shows just that");
        assertThat(page.getByText("Other than wanted: Set value.")).isVisible();
        button("Mend “Set value”").click();
        page.getByLabel("It shows").fill("28,6");
        page.getByLabel("It shows").blur();
        assertThat(page.getByText("That is what was wanted.")).isVisible();
        clickThrough("Next");
        assertThat(page.getByText("Every value is as wanted.")).isVisible();
        assertThat(page.getByText(Pattern.compile("^Heat stops at 28\\.6 °C"))).isVisible();
        page.getByLabel(Pattern.compile("^Heat stops")).fill("29.1");
        page.getByLabel(Pattern.compile("^Heat comes on")).fill("28.6");
        assertThat(page.getByText("not where it should")).hasCount(2);
        button("What style is it, then?").click();
        assertThat(page.getByText("What you saw fits one style: starts at the set value")).isVisible();

        page.route("**/keyings", Route::abort);
        button("Record that it is keyed in").click();
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("kept on this page");
        page.unroute("**/keyings");
        button("Record that it is keyed in").click();
        assertThat(page.getByText("Every value read back as wanted.")).isVisible();
        button("Close").click();
        assertThat(page.getByText(Pattern.compile("Keyed in by Owner, .*it read back as wanted"))).isVisible();
        JsonNode kept = ApiClient.as(server, "OWNER").get("/api/v1/chambers/" + id).body().at("/keyings/0");
        assertEquals(28.6, kept.at("/shown/SET_VALUE").asDouble());
        assertEquals(29.1, kept.at("/tried/0/at").asDouble(), "and where it was seen to switch");
    }

    @Test
    void aStyleIsLearnedFromTwoSights() {
        open("Learned", "card");
        page.getByText("Your controller: labels, steps and styles").click();
        page.getByText("Which style is it?").click();
        List<List<String>> seen = List.of(List.of("28", "1", "27.5"), List.of("28", "1", "28.5"));
        for (int i = 0; i < seen.size(); i++) {
            var row = page.getByRole(AriaRole.LISTITEM).filter(new com.microsoft.playwright.Locator.FilterOptions().setHasText("when it showed")).nth(i);
            row.getByLabel("Set value").fill(seen.get(i).get(0));
            row.getByLabel("Differential").fill(seen.get(i).get(1));
            row.getByLabel("when it showed").fill(seen.get(i).get(2));
        }
        button("Which styles fit").click();
        assertThat(page.getByText("One fits:")).isVisible();
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Put it into"))).click();
        assertThat(page.getByLabel("When it warms")).hasValue("CENTRED");
    }

    @Test
    void aDeviceWithTwoOutletsGetsItsSecondOne() {
        open("Two outlets", "chamber");
        button("Add a heater, cooler, fan or humidifier").click();
        page.getByLabel("Kind", new Page.GetByLabelOptions().setExact(true)).last().selectOption("COOLER");
        go("Card");
        page.getByText("Your controller: labels, steps and styles").click();
        page.getByLabel("Another key, meaning").selectOption("LOWER_DIFFERENTIAL");
        button("Add it").click();
        assertThat(page.getByLabel("Label for heat or cool")).hasCount(0);
        go("Probes");
        page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("cools")).getByRole(AriaRole.CHECKBOX).check();
        go("Settings");
        assertThat(rung("Cooling starts")).isVisible();
        assertThat(rung("Heat starts")).isVisible();
        double before = Double.parseDouble(rung("Cooling starts").getAttribute("aria-valuenow"));
        rung("Cooling starts").press("ArrowUp");
        assertThat(rung("Cooling starts")).hasAttribute("aria-valuenow", Pattern.compile("^" + Math.round((before + 0.1) * 10) / 10.0));
        button("Save with a reason").click();
        page.getByLabel("Reason").fill("cools as well");
        button("Save settings 1").click();
        go("Card");
        assertThat(page.getByText(Pattern.compile("Heat comes on at .* Cooling comes on at")).first()).isVisible();
    }
}
