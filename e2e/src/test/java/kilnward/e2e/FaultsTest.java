package kilnward.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What goes wrong: the table, one fault on the ladder, a layer that helps, how sure it is, the sheet, a drill. */
class FaultsTest extends AtTheBrowser {
    private static final String REEDBOX = "/chambers/0051e4e4-d000-7000-8000-000000000001";
    private static final LocatorAssertions.IsVisibleOptions SLOWLY = new LocatorAssertions.IsVisibleOptions().setTimeout(40_000);

    private Locator fault(String name) {
        return page.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name))).first();
    }

    @Test
    void theTableSaysWhatHarmsAndWhatStopsIt() {
        page.navigate(REEDBOX + "/faults");
        assertThat(page.getByText(Pattern.compile("faults of \\d+ harm"))).isVisible(SLOWLY);
        assertThat(fault("Heating mat: relay stuck on")).containsText("harmed");
        assertThat(fault("Power cut, 12 h")).containsText("tight");
        button("Heating mat: relay stuck on").click();
        assertThat(page.getByText("Pull the plug of what warms, with dry hands. Let the warmth out.").first()).isVisible();
        page.getByText("Alarms sent to your phone").click(new Locator.ClickOptions().setTimeout(40_000));
        assertThat(fault("Heating mat: relay stuck on")).containsText("with it: tight");
        page.getByText(Pattern.compile("^Who can act when")).click();
        page.getByLabel("Longest away").fill("2");
        page.getByLabel("Somebody looks every").fill("1");
        assertThat(fault("Heating mat: relay stuck on")).containsText("tight", new LocatorAssertions.ContainsTextOptions().setTimeout(40_000));
        page.reload();
        assertThat(page.getByText(Pattern.compile("^Who can act when: away up to 2 h"))).isVisible();
        assertThat(fault("Heating mat: relay stuck on")).containsText("tight", new LocatorAssertions.ContainsTextOptions().setTimeout(40_000));
        assertEquals(List.of(), Browser.serious(page));
    }

    @Test
    void aFaultIsSeenOnTheLadderAndLeavesNoTrace() {
        page.navigate(REEDBOX + "/faults");
        assertThat(fault("Heating mat: relay stuck on")).isVisible(SLOWLY);
        button("Heating mat: relay stuck on").click();
        button("See it on the ladder").click();
        assertThat(page.getByText(Pattern.compile("Rehearsed with a fault: Heating mat: relay stuck on"))).isVisible();
        assertThat(page.getByText(Pattern.compile("^At the eggs it stays.*39\\.\\d °C"))).isVisible();
        button("The sound box again").click();
        assertThat(page.getByText(Pattern.compile("^At the eggs it stays.*inside the target range all the time"))).isVisible();
    }

    @Test
    void itTellsHowSureItIsAndDrills() {
        page.navigate(REEDBOX + "/faults");
        assertThat(fault("Heating mat: relay stuck on")).isVisible(SLOWLY);
        button("How sure is that?").click();
        assertThat(fault("Heating mat: relay stuck on")).containsText("of boxes", new LocatorAssertions.ContainsTextOptions().setTimeout(40_000));
        if (button("Stop").isVisible()) {
            button("Stop").click();
        }
        button("Begin a drill").click();
        page.getByLabel("What happened?").selectOption(new com.microsoft.playwright.options.SelectOption().setIndex(1));
        page.getByLabel("What first?").selectOption(new com.microsoft.playwright.options.SelectOption().setIndex(1));
        button("That is my answer").click();
        assertThat(page.getByText(Pattern.compile("^So far|So far"))).isVisible();
        assertThat(button("Another one")).isVisible();
        page.emulateMedia(new Page.EmulateMediaOptions().setMedia(com.microsoft.playwright.options.Media.PRINT));
        assertThat(page.getByText("If it goes wrong tonight: Reedbox")).isVisible();
        assertTrue(page.getByText("the display climbs past where heating should stop").last().isVisible());
    }
}
