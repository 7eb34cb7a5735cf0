package kilnward.e2e;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.google.gson.JsonObject;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import kilnward.server.running.ApiClient;
import kilnward.server.running.Figures;
import kilnward.server.running.PrivateMariaDb;
import kilnward.server.running.RunningServer;
import kilnward.server.running.Station;
import org.junit.jupiter.api.Test;

/**
 * How pages feel: a moved rung, the first page and its size, a slow phone, a ward of a thousand chambers. No test, but started as one: {@code ./kiln bench pages}. Writes
 * target/pages.md.
 */
class PagesBench {
    private static final String REEDBOX = "/chambers/0051e4e4-d000-7000-8000-000000000001";
    private static final int MOVES = 80;
    private static final int OF_THEM_TO_WARM_UP = 20;
    private static final int CHAMBERS = Integer.getInteger("kiln.station", 1_000);
    private static final int TIMES = 7;
    /** Moves one rung by a key and waits until the trace beside it is another; what that took (ms). */
    private static final String MOVED = """
            async ([moves]) => {
              const rung = [...document.querySelectorAll('[role=slider]')].find((each) => (each.getAttribute('aria-label') ?? each.textContent).includes('Heat stops'))
              const took = []
              for (let i = 0; i < moves; i++) {
                const drawn = new Promise((resolve) => {
                  const watch = new MutationObserver((changes) => {
                    if (changes.some((each) => each.attributeName === 'd' && each.target.getAttribute('d').length > 500)) {
                      watch.disconnect()
                      requestAnimationFrame(() => resolve(performance.now()))
                    }
                  })
                  watch.observe(document.body, { subtree: true, attributes: true, attributeFilter: ['d'] })
                })
                rung.focus()
                const begun = performance.now()
                rung.dispatchEvent(new KeyboardEvent('keydown', { key: i % 2 ? 'ArrowDown' : 'ArrowUp', bubbles: true, cancelable: true }))
                rung.dispatchEvent(new KeyboardEvent('keyup', { key: i % 2 ? 'ArrowDown' : 'ArrowUp', bubbles: true }))
                took.push((await Promise.race([drawn, new Promise((resolve) => setTimeout(() => resolve(begun + 5000), 5000))])) - begun)
                await new Promise((resolve) => setTimeout(resolve, 400))
              }
              return took
            }""";
    private final StringBuilder rows = new StringBuilder();

    private void row(String format, Object... values) {
        String line = String.format(Locale.ROOT, format, values);
        System.out.println(line);
        rows.append(line).append('\n');
    }

    @Test
    void measure() throws Exception {
        RunningServer.Running server = new RunningServer.Running(PrivateMariaDb.start(), "--kilnward.demo-days=0");
        try (Browser browser = new Browser(server)) {
            row("| in the browser (headless Chromium, drawn in software, server on the same cores) | | wanted |");
            row("|---|---|---|");
            movedRung(browser);
            firstPage(browser);
            slowPhone(browser);
            thousand(browser, server);
        } finally {
            server.close();
        }
        Files.writeString(Path.of("target", "pages.md"), rows);
    }

    private void movedRung(Browser browser) {
        try (BrowserContext person = browser.person(1280, 800)) {
            Page page = person.newPage();
            page.navigate(REEDBOX + "/settings");
            page.getByRole(AriaRole.SLIDER, new Page.GetByRoleOptions().setName("Heat stops")).waitFor();
            page.waitForTimeout(3_000);
            List<Double> all = new ArrayList<>();
            for (Object each : (List<?>) page.evaluate(MOVED, List.of(MOVES))) {
                all.add(((Number) each).doubleValue());
            }
            List<Double> took = all.subList(OF_THEM_TO_WARM_UP, all.size());
            row("| a moved rung, until trace and findings are redrawn: median, 95th percentile of %d moves | %.0f and **%.0f ms** | 100 |", took.size(),
                    Figures.percentile(took, 0.5),
                    Figures.percentile(took, 0.95));
        }
    }

    private void firstPage(Browser browser) {
        try (BrowserContext person = browser.person(1280, 800)) {
            Page page = person.newPage();
            CDPSession devtools = person.newCDPSession(page);
            double[] bytes = {0};
            devtools.send("Network.enable");
            devtools.on("Network.loadingFinished", event -> bytes[0] += event.get("encodedDataLength").getAsDouble());
            page.navigate("/");
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Reedbox")).first().waitFor();
            page.waitForTimeout(2_000);
            row("| first load of the ward, everything with it, compressed | **%.0f kB** | 350 |", bytes[0] / 1000);
        }
    }

    /** Four times slower than this machine, 1.6 Mbit/s, 150 ms there and back: the usual picture of a cheap phone on a mobile network. */
    private void slowPhone(Browser browser) {
        double[] tookMs = new double[TIMES];
        for (int i = 0; i < TIMES; i++) {
            try (BrowserContext person = browser.person(390, 844)) {
                Page page = person.newPage();
                CDPSession devtools = person.newCDPSession(page);
                JsonObject slow = new JsonObject();
                slow.addProperty("rate", 4);
                devtools.send("Emulation.setCPUThrottlingRate", slow);
                JsonObject network = new JsonObject();
                network.addProperty("offline", false);
                network.addProperty("latency", 150);
                network.addProperty("downloadThroughput", 1.6e6 / 8);
                network.addProperty("uploadThroughput", 750e3 / 8);
                devtools.send("Network.enable");
                devtools.send("Network.emulateNetworkConditions", network);
                long begun = System.nanoTime();
                page.navigate("/");
                Locator reedbox = page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Reedbox")).first();
                reedbox.waitFor();
                // Interactive is what answers a press.
                page.getByLabel("Temperatures in").selectOption("F");
                page.getByText(" °F").first().waitFor();
                tookMs[i] = (System.nanoTime() - begun) / 1e6;
            }
        }
        row("| a slow phone (a quarter of this processor, 1.6 Mbit/s, 150 ms): until the ward is there and answers, median of %d | **%.1f s** | 3 |", TIMES,
                Figures.median(tookMs) / 1000);
    }

    private void thousand(Browser browser, RunningServer.Running server) {
        new Station(ApiClient.as(server, "LEAD"), server.url()).growTo(CHAMBERS);
        try (BrowserContext person = browser.person(1280, 800)) {
            Page page = person.newPage();
            double[] drawn = new double[TIMES];
            double[] found = new double[TIMES];
            double[] groups = new double[TIMES];
            for (int i = 0; i < TIMES; i++) {
                long begun = System.nanoTime();
                page.navigate("/");
                page.getByText(CHAMBERS + 21 + " chambers").or(page.getByText(java.util.regex.Pattern.compile("^\\d+ chambers$"))).first().waitFor();
                page.locator("main ul > li").nth(30).waitFor();
                drawn[i] = (System.nanoTime() - begun) / 1e6;
                // Nights that nobody knows yet are rehearsed meanwhile.
                page.waitForTimeout(i == 0 ? 20_000 : 2_000);
                begun = System.nanoTime();
                page.getByLabel("Find a chamber").fill("Box " + (CHAMBERS - 3));
                page.getByText("1 of ").first().waitFor();
                found[i] = (System.nanoTime() - begun) / 1e6;
                page.getByLabel("Find a chamber").fill("");
                begun = System.nanoTime();
                page.getByLabel("Grouped by").selectOption("place");
                page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Rack ")).first().waitFor();
                groups[i] = (System.nanoTime() - begun) / 1e6;
            }
            row("| a ward of %,d chambers, until the first forty stand there, most in need first (median of %d) | **%.2f s** | 1 |", CHAMBERS, TIMES, Figures.median(drawn) / 1000);
            row("| one found among them by its name; grouped by place | %.2f s; %.2f s | 1 |", Figures.median(found) / 1000, Figures.median(groups) / 1000);
        }
    }
}
