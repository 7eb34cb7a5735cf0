package kilnward.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** From nothing to a proven setting: what a plain case takes, in presses and fillings. */
class BeginningTest extends AtTheBrowser {
    private static final int MOST_ACTIONS = 30;
    private static final LocatorAssertions.IsVisibleOptions SLOWLY = new LocatorAssertions.IsVisibleOptions().setTimeout(60_000);
    private int actions;

    private void act(Runnable one) {
        one.run();
        actions++;
    }

    private void press(String name) {
        act(() -> page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name))).first().click());
    }

    @ParameterizedTest
    @CsvSource({"corn-snake-eggs, Foam box with a mat", "tropical-tank, Aquarium", "chicks, Brooder", "domestic-fowl-eggs, Commercial cabinet"})
    void aPlainCaseTakesFewerThanThirtyActions(String guide, String likeliest) {
        page.navigate("/");
        act(() -> page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("New chamber")).click());
        act(() -> page.getByLabel("What you call it").fill("First " + guide));
        act(() -> page.getByLabel("Who will live in it").selectOption(guide));
        assertThat(page.getByLabel("What it is built like").locator("option:checked")).containsText(Pattern.compile("^" + likeliest, Pattern.CASE_INSENSITIVE));
        press("Plan it");
        assertThat(page.getByText("begun, not yet looked at").first()).isAttached();
        // Their own box: its size and the room around it.
        act(() -> page.getByLabel("Room at its coldest").fill("18"));
        act(() -> page.getByLabel("Room at its warmest").fill("23"));
        press("Save the plan");
        assertThat(page.getByText("The plan is saved", new Page.GetByTextOptions().setExact(true))).isVisible();
        act(() -> go("Probes"));
        act(() -> go("Settings"));
        press("Propose settings for");
        assertThat(page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Proposed settings"))).isVisible(SLOWLY);
        press("Put them on the keys");
        assertThat(page.getByText("inside the target range all the time")).isVisible(SLOWLY);
        // A heater that sticks may still harm: that takes a second layer, and no key mends it.
        assertThat(page.locator("aside").getByText(Pattern.compile("It is set|It runs too|the wrong way|alarm sounds|alarm is inside"))).hasCount(0);
        press("Save with a reason");
        act(() -> page.getByLabel("Reason").fill("As proposed"));
        press("Save settings 1");
        assertThat(page.getByText("Settings 1, all saved")).isVisible();
        assertTrue(actions < MOST_ACTIONS, guide + " took " + actions);
    }
}
