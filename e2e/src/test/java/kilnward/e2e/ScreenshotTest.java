package kilnward.e2e;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.LoadState;
import java.nio.file.Path;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import org.junit.jupiter.api.extension.ExtendWith;

/** Takes the pictures of the documentation from the demo data: -Dkiln.screenshots=true. */
@ExtendWith(RunningServer.class)
@EnabledIfSystemProperty(named = "kiln.screenshots", matches = "true")
class ScreenshotTest {
    private static final String REEDBOX = "/chambers/0051e4e4-d000-7000-8000-000000000001";
    private static final String TENT = "/chambers/0051e4e4-d000-7000-8000-000000000003";
    private static final String TANK = "/chambers/0051e4e4-d000-7000-8000-000000000005";
    private static final String PEN = "/chambers/0051e4e4-d000-7000-8000-000000000002";

    @Test
    void takeThem(RunningServer.Running server) {
        try (Browser browser = new Browser(server)) {
            take(browser, "ward", "/", 1280, 800, "day", "C");
            take(browser, "settings", REEDBOX + "/settings", 1280, 800, "day", "C");
            take(browser, "record", "/record", 1280, 800, "night", "C");
            take(browser, "occupant", REEDBOX + "/occupant", 1280, 800, "day", "C");
            take(browser, "chamber", REEDBOX + "/chamber", 1280, 800, "day", "C");
            take(browser, "probes", REEDBOX + "/probes", 1280, 800, "day", "C");
            take(browser, "loads", TENT + "/loads", 1280, 800, "day", "C");
            take(browser, "card", REEDBOX + "/card", 1280, 800, "day", "C");
            take(browser, "phone-card", REEDBOX + "/card", 390, 844, "day", "C");
            take(browser, "check", TANK + "/check", 1280, 800, "day", "C");
            take(browser, "faults", REEDBOX + "/faults", 1280, 800, "day", "C");
            take(browser, "run", TENT + "/run", 1280, 800, "day", "C");
            take(browser, "calendar", "/calendar", 1280, 800, "day", "C");
            take(browser, "plan", TENT + "/run#plan", 1280, 800, "day", "C");
            take(browser, "review", PEN + "/review", 1280, 800, "day", "C");
            take(browser, "phone-log", PEN + "/run#log", 390, 844, "night", "F");
            take(browser, "charts", PEN + "/run#charts", 1280, 800, "day", "C");
        }
    }

    private static void take(Browser browser, String name, String path, int width, int height, String theme, String unit) {
        BrowserContext person = browser.person(width, height);
        Page page = person.newPage();
        page.addInitScript("localStorage.setItem('kiln-theme','" + theme + "');localStorage.setItem('kiln-unit','" + unit + "')");
        page.navigate(path);
        if (path.contains("/run") || path.equals("/")) {
            // What is measured comes without an end.
            page.waitForTimeout(6_000);
        } else {
            page.waitForLoadState(LoadState.NETWORKIDLE);
            page.waitForTimeout(500);
        }
        page.screenshot(new Page.ScreenshotOptions().setPath(Path.of("..", "docs", "screenshots", name + ".png")));
        person.close();
    }
}
