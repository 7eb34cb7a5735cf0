package kilnward.e2e;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.Rule;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ServiceWorkerPolicy;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import kilnward.server.running.RunningServer;

/** Debian's Chromium, headless, on the running server. */
final class Browser implements AutoCloseable {
    private final Playwright playwright;
    private final com.microsoft.playwright.Browser chromium;
    private final String base;

    Browser(RunningServer.Running server) {
        playwright = Playwright.create(new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        chromium = playwright.chromium().launch(new BrowserType.LaunchOptions().setExecutablePath(find()).setArgs(List.of(
                "--no-sandbox", "--disable-gpu", "--disable-quic", "--disable-background-networking")));
        base = server.url();
    }

    private static Path find() {
        return Stream.of(System.getenv("PATH").split(":")).map(folder -> Path.of(folder, "chromium"))
                .filter(Files::isExecutable).findFirst()
                .orElseThrow(() -> new IllegalStateException("chromium is missing; ./kiln test installs it"));
    }

    /** A person's own browser: nothing shared with another, and nothing kept beyond the page. */
    BrowserContext person(int width, int height) {
        // What a worker asks passes by the routes with which tests break the network.
        return person(width, height, ServiceWorkerPolicy.BLOCK);
    }

    /** A person's own browser that keeps what was opened. */
    BrowserContext keeping(int width, int height) {
        return person(width, height, ServiceWorkerPolicy.ALLOW);
    }

    private BrowserContext person(int width, int height, ServiceWorkerPolicy workers) {
        return chromium.newContext(new com.microsoft.playwright.Browser.NewContextOptions().setBaseURL(base)
                .setViewportSize(width, height).setLocale("en-GB").setServiceWorkers(workers));
    }

    /** What axe holds against a page, of weight serious or more. */
    static List<String> serious(Page page) {
        return new AxeBuilder(page).withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa")).analyze()
                .getViolations().stream().filter(rule -> List.of("serious", "critical").contains(rule.getImpact()))
                .map(Browser::words).toList();
    }

    private static String words(Rule rule) {
        return rule.getId() + ": " + rule.getHelp() + " " + rule.getNodes().stream().map(node -> node.getHtml()).toList();
    }

    @Override
    public void close() {
        playwright.close();
    }

    /** Answers the question that stands before a page with yes. */
    static void confirm(Page page, String act) {
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        dialog.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(act).setExact(true)).click();
        PlaywrightAssertions.assertThat(dialog).hasCount(0);
    }

    /** Gives what the question asks for. */
    static void answer(Page page, String given, String act) {
        page.getByRole(AriaRole.DIALOG).locator("input, textarea").fill(given);
        confirm(page, act);
    }
}
