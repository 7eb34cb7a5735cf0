package kilnward.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.Media;
import java.util.List;
import java.util.regex.Pattern;
import kilnward.server.running.ApiClient;
import org.junit.jupiter.api.Test;

/** What people do, in a real browser on the real server. */
class JourneyTest extends AtTheBrowser {
    /** A chamber of its own for each journey. */
    private static String chamber(String name) {
        return ApiClient.as(server, "OWNER").post("/api/v1/chambers",
                "{\"name\":\"" + name + "\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
    }

    private void saveWithReason(String reason) {
        button("Save with a reason").click();
        page.getByLabel("Reason").fill(reason);
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Save settings \\d+$"))).click();
    }

    @Test
    void planABoxMoveARungSavePrintAndFindItAgain() {
        page.navigate("/");
        assertThat(page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Reedbox"))).isVisible();
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("New chamber")).click();
        page.getByLabel("What you call it").fill("Willow box");
        page.getByLabel("Who will live in it").selectOption("corn-snake-eggs");
        button("Plan it").click();

        page.getByLabel("Inside height").fill("24");
        page.getByLabel("Room at its coldest").fill("16");
        page.getByLabel("Power").fill("12");
        button("Save the plan").click();
        assertThat(page.getByText("The plan is saved", new Page.GetByTextOptions().setExact(true))).isVisible();

        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Settings")).click();
        Locator stops = rung("Heat stops");
        assertThat(stops).isVisible();
        double before = Double.parseDouble(stops.getAttribute("aria-valuenow"));
        BoundingBox box = stops.boundingBox();
        page.mouse().move(box.x + 20, box.y + 20);
        page.mouse().down();
        page.mouse().move(box.x + 20, box.y + 4, new com.microsoft.playwright.Mouse.MoveOptions().setSteps(6));
        page.mouse().up();
        assertThat(page.getByText(Pattern.compile("Nothing saved yet"))).isVisible();
        assertThat(stops).not().hasAttribute("aria-valuenow", String.valueOf(before));
        double after = Double.parseDouble(stops.getAttribute("aria-valuenow"));
        assertTrue(after > before, "dragged up: " + before + " to " + after);
        assertThat(page.getByLabel(Pattern.compile("\\d Aim"))).hasValue(String.format("%.1f", after));

        saveWithReason("First settings for the willow box");
        assertThat(page.getByText("Settings 1, all saved")).isVisible();

        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Card")).click();
        assertThat(page.getByText("First settings for the willow box")).isVisible();
        page.evaluate("window.print = () => document.body.dataset.printed = 'yes'");
        button("Print the card").click();
        assertThat(page.locator("body")).hasAttribute("data-printed", "yes");
        page.emulateMedia(new Page.EmulateMediaOptions().setMedia(Media.PRINT));
        assertThat(page.getByRole(AriaRole.NAVIGATION)).not().isVisible();
        assertThat(page.getByRole(AriaRole.ARTICLE).getByText(String.format("%.1f", after)).first()).isVisible();
        assertTrue(page.pdf().length > 5000, "prints to a page");
        page.emulateMedia(new Page.EmulateMediaOptions().setMedia(Media.SCREEN));

        page.reload();
        assertThat(page.getByText("settings 1 · Owner")).isVisible();
        page.navigate("/");
        assertThat(page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Willow box"))).isVisible();
    }

    @Test
    void theSameByKeyboardOnly() {
        String id = chamber("Keyboard box");
        page.navigate("/chambers/" + id + "/settings");
        Locator alarm = rung("High alarm");
        assertThat(alarm).isVisible();
        tabTo(alarm);
        double before = Double.parseDouble(alarm.getAttribute("aria-valuenow"));
        page.keyboard().press("ArrowUp");
        page.keyboard().press("ArrowUp");
        page.keyboard().press("ArrowUp");
        assertThat(alarm).hasAttribute("aria-valuenow", String.format("%.1f", before + 0.3));
        assertThat(page.getByLabel(Pattern.compile("\\d High alarm"))).hasValue(String.format("%.1f", before + 0.3));

        // Typing into the rung, then both switching points together.
        Locator typed = page.getByLabel("High alarm, °C on the display");
        tabTo(typed);
        page.keyboard().press("Control+A");
        page.keyboard().type("31.5");
        page.keyboard().press("Enter");
        assertThat(alarm).hasAttribute("aria-valuenow", "31.5");
        Locator starts = rung("Heat starts");
        Locator stops = rung("Heat stops");
        double upper = now(stops);
        double lower = now(starts);
        tabTo(starts);
        page.keyboard().press("Shift+ArrowUp");
        assertThat(starts).hasAttribute("aria-valuenow", String.format("%.1f", lower + 0.1));
        assertThat(stops).hasAttribute("aria-valuenow", String.format("%.1f", upper + 0.1));

        page.locator("#main").focus();
        page.keyboard().press("s");
        page.keyboard().type("Keyed without a mouse");
        page.keyboard().press("Tab");
        page.keyboard().press("Tab");
        page.keyboard().press("Enter");
        assertThat(page.getByText("Settings 1, all saved")).isVisible();
        page.locator("#main").focus();
        page.keyboard().press("6");
        assertThat(page.getByText("Keyed without a mouse")).isVisible();
        page.keyboard().press("?");
        assertThat(page.getByRole(AriaRole.DIALOG)).isVisible();
        page.keyboard().press("Escape");
        assertThat(page.getByRole(AriaRole.DIALOG)).not().isVisible();
    }

    private static double now(Locator slider) {
        return Double.parseDouble(slider.getAttribute("aria-valuenow"));
    }

    private void tabTo(Locator target) {
        for (int presses = 0; presses < 60; presses++) {
            if ((boolean) target.evaluate("element => element === document.activeElement")) {
                return;
            }
            page.keyboard().press("Tab");
        }
        throw new AssertionError("not reached by Tab: " + target);
    }

    @Test
    void aFindingsRemedyIsOnePressThatCanBeUndone() {
        page.navigate("/");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Duckling pen")).click();
        Locator bell = page.getByLabel(Pattern.compile("Bell up"));
        assertThat(bell).hasValue("95");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Set the high alarm"))).click();
        assertThat(bell).hasValue("99");
        assertThat(page.getByText("The high alarm is inside the target range")).not().isVisible();
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Undo"))).click();
        assertThat(bell).hasValue("95");
    }

    @Test
    void badValuesAreSaidAtTheirFieldAndNothingIsLost() {
        String id = chamber("Wrong box");
        page.navigate("/chambers/" + id + "/settings");
        Locator aim = page.getByLabel(Pattern.compile("Set value"));
        assertThat(rung("Heat stops")).isVisible();
        aim.fill("28.55");
        assertThat(page.getByText("the nearest is 28.6")).isVisible();
        assertThat(aim).hasAttribute("aria-invalid", "true");
        aim.fill("warm");
        assertThat(page.getByText("must be a number")).isVisible();
        aim.fill("28.4");
        assertThat(aim).not().hasAttribute("aria-invalid", "true");
    }

    @Test
    void whatIsNotSavedOutlivesAReload() {
        String id = chamber("Forgetful box");
        page.navigate("/chambers/" + id + "/chamber");
        page.getByLabel("Inside length").fill("0");
        assertThat(page.getByText("must be from 0.02 to 50 m").first()).isVisible();
        page.getByLabel("Inside length").fill("61");
        assertThat(page.getByText("must be from 0.02 to 50 m")).hasCount(0);
        page.waitForTimeout(600);
        page.reload();
        assertThat(page.getByText("What you had not saved is back.")).isVisible();
        assertThat(page.getByLabel("Inside length")).hasValue("61");
        button("Throw it away").click();
        assertThat(page.getByLabel("Inside length")).hasValue("50");
    }

    @Test
    void theSecondOfTwoTabsIsToldAndLosesNothing() {
        String id = chamber("Shared box");
        Page other = browser.person(1280, 800).newPage();
        for (Page each : List.of(page, other)) {
            each.navigate("/chambers/" + id + "/chamber");
            assertThat(each.getByLabel("Inside length")).isVisible();
        }
        other.getByLabel("Inside length").fill("70");
        other.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Save the plan")).click();
        assertThat(other.getByText("The plan is saved", new Page.GetByTextOptions().setExact(true))).isVisible();
        page.getByLabel("Inside width").fill("33");
        page.getByLabel("Inside length").fill("66");
        button("Save the plan").click();
        assertThat(page.getByText("Somebody else saved first.")).isVisible();
        assertThat(page.getByLabel("Inside width")).hasValue("33");
        assertThat(page.getByText("One value was changed by both of you: choose.")).isVisible();
        assertThat(button("Save what is chosen")).isDisabled();
        page.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName(Pattern.compile("inner length"))).getByLabel("0.7").check();
        button("Save what is chosen").click();
        assertThat(page.getByText("Somebody else saved first.")).not().isVisible();
        page.reload();
        assertThat(page.getByLabel("Inside width")).hasValue("33");
        assertThat(page.getByLabel("Inside length")).hasValue("70");
        other.context().close();
    }

    @Test
    void aVisitorLooksOnly() {
        page.navigate("/");
        pick("VISITOR");
        assertThat(page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("New chamber"))).not().isVisible();
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Reedbox")).click();
        assertThat(page.getByLabel(Pattern.compile("3 Aim"))).isDisabled();
        assertThat(button("Save with a reason")).isDisabled();
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Card")).click();
        assertThat(page.getByText("Offset from the check beside the probe")).isVisible();
    }

    @Test
    void axeFindsNothingSerious() {
        String reedbox = "/chambers/0051e4e4-d000-7000-8000-000000000001";
        String tent = "/chambers/0051e4e4-d000-7000-8000-000000000003";
        for (String theme : List.of("day", "night")) {
            page.addInitScript("localStorage.setItem('kiln-theme', '" + theme + "')");
            for (String path : List.of("/", "/new", reedbox + "/occupant", reedbox + "/chamber", reedbox + "/probes",
                    reedbox + "/loads", reedbox + "/settings", reedbox + "/card", reedbox + "/check", reedbox + "/faults", tent + "/settings", "/nothing-here")) {
                page.navigate(path);
                page.waitForLoadState(com.microsoft.playwright.options.LoadState.NETWORKIDLE);
                assertEquals(List.of(), Browser.serious(page), theme + " " + path);
            }
        }
    }

    @Test
    void aPhoneNeverScrollsSideways() {
        Page phone = browser.person(390, 844).newPage();
        String reedbox = "/chambers/0051e4e4-d000-7000-8000-000000000001";
        String tent = "/chambers/0051e4e4-d000-7000-8000-000000000003";
        for (String path : List.of("/", "/new", reedbox + "/occupant", reedbox + "/chamber", reedbox + "/probes",
                reedbox + "/loads", reedbox + "/settings", reedbox + "/card", reedbox + "/check", reedbox + "/faults", tent + "/settings")) {
            phone.navigate(path);
            phone.waitForLoadState(com.microsoft.playwright.options.LoadState.NETWORKIDLE);
            assertEquals(0, ((Number) phone.evaluate("document.documentElement.scrollWidth - innerWidth")).intValue(), path);
        }
        phone.context().close();
    }
}
