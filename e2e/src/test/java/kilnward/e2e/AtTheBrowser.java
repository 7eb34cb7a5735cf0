package kilnward.e2e;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.extension.ExtendWith;

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

    Locator rung(String name) {
        return page.getByRole(AriaRole.SLIDER, new Page.GetByRoleOptions().setName(name));
    }
}
