package kilnward.e2e;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.extension.AfterTestExecutionCallback;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.RegisterExtension;

/** A person at a desk, with a browser of their own, on the running server. */
@ExtendWith(RunningServer.class)
abstract class AtTheBrowser {
    static Browser browser;
    static RunningServer.Running server;
    private BrowserContext person;
    Page page;

    @BeforeAll
    static void launch(RunningServer.Running running) {
        server = running;
        browser = new Browser(running);
        // What is waited for comes when it comes: a machine that others share may be slow, and how fast it is stands in the benchmarks.
        PlaywrightAssertions.setDefaultAssertionTimeout(20_000);
    }

    @AfterAll
    static void quit() {
        browser.close();
    }

    @BeforeEach
    void sitDown() {
        person = browser.person(1280, 800);
        page = person.newPage();
    }

    @AfterEach
    void leave() {
        person.close();
    }

    /** What the page said when a test failed: on a machine that nobody watches it is all that is left. */
    @RegisterExtension
    final AfterTestExecutionCallback lastWords = test -> {
        if (test.getExecutionException().isPresent() && !page.isClosed()) {
            System.err.println(test.getDisplayName() + " failed at " + page.url() + ", where this stood:\n" + page.locator("body").innerText());
        }
    };

    /** Takes another role in the demo, and waits until it is taken. */
    void pick(String role) {
        page.waitForResponse(answer -> answer.url().endsWith("/session") && String.valueOf(answer.request().postData()).contains(role),
                () -> page.getByLabel("You are the").selectOption(role));
    }

    /** Opens what is folded away; what is above it may move while it is clicked. */
    void unfold(String summary) {
        Locator folded = page.locator("details").filter(new Locator.FilterOptions().setHas(page.locator("summary").filter(new Locator.FilterOptions().setHasText(summary)))).last();
        page.waitForCondition(() -> {
            if (folded.getAttribute("open") == null) {
                folded.locator("summary").first().click();
            }
            return folded.getAttribute("open") != null;
        });
    }

    Locator rung(String name) {
        return page.getByRole(AriaRole.SLIDER, new Page.GetByRoleOptions().setName(name));
    }

    String open(String name, String step) {
        String id = ApiClient.as(server, "OWNER").post("/api/v1/chambers",
                "{\"name\":\"" + name + "\",\"guideId\":\"corn-snake-eggs\"}").body().get("id").asString();
        page.navigate("/chambers/" + id + "/" + step);
        return id;
    }

    void go(String step) {
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^" + step))).click();
    }

    void confirm(String act) {
        Browser.confirm(page, act);
    }

    void answer(String given, String act) {
        Browser.answer(page, given, act);
    }

    Locator button(String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }
}
