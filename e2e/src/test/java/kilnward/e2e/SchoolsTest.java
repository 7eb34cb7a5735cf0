package kilnward.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.regex.Pattern;
import kilnward.server.running.ApiClient;
import org.junit.jupiter.api.Test;

/** Controllers beyond on and off, their descriptions shared as files, and the card out of reach of the server. */
class SchoolsTest extends AtTheBrowser {
    private void describe() {
        page.getByText("Your controller: labels, steps and styles").click();
    }

    @Test
    void aDescriptionFromTheShelfMakesAFanByBandOfIt() {
        open("Fan by band", "chamber");
        button("Add a heater, cooler, fan or humidifier").click();
        page.getByLabel("Kind", new Page.GetByLabelOptions().setExact(true)).last().selectOption("FAN_EXHAUST");
        go("Card");
        describe();
        page.getByLabel("How its output follows the display").selectOption("STEP_VENT");
        assertThat(page.getByLabel("Label for each move")).isVisible();
        page.getByLabel("How its output follows the display").selectOption("FAN_BAND");
        assertThat(page.getByLabel("Label for each move")).hasCount(0);
        assertThat(page.getByLabel("Label for highest speed", new Page.GetByLabelOptions().setExact(true))).isVisible();
        for (String humid : new String[] {"set humidity", "humidity band to full output"}) {
            assertThat(page.getByLabel("Label for " + humid, new Page.GetByLabelOptions().setExact(true))).hasCount(0);
        }
        go("Probes");
        var exhaust = page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("exhaust").setExact(true)).getByRole(AriaRole.CHECKBOX);
        exhaust.first().uncheck();
        exhaust.last().check();
        go("Settings");
        assertThat(rung("Fan speeds up")).isVisible();
        double before = Double.parseDouble(rung("Fan at full speed").getAttribute("aria-valuenow"));
        rung("Fan at full speed").press("ArrowUp");
        assertThat(rung("Fan at full speed")).hasAttribute("aria-valuenow", Pattern.compile("^" + Math.round((before + 0.1) * 10) / 10.0));
        unfold("Key in a band for");
        page.getByLabel("It acts, on its display, from").fill("27.04");
        page.getByLabel("to", new Page.GetByLabelOptions().setExact(true)).fill("28.96");
        button("Key it in").click();
        assertThat(page.getByText("Keyed, rounded inward to what its keys take: it acts from 27.1 °C to 28.9 °C.")).isVisible();
        assertThat(rung("Fan speeds up")).hasAttribute("aria-valuenow", "27.1");
    }

    @Test
    void everyControllerOfAChamberIsSaved() {
        String id = open("Two devices", "chamber");
        button("Add a heater, cooler, fan or humidifier").click();
        page.getByLabel("Kind", new Page.GetByLabelOptions().setExact(true)).last().selectOption("COOLER");
        go("Probes");
        button("Add a controller").click();
        page.getByLabel("Controller", new Page.GetByLabelOptions().setExact(true)).last().fill("Second plate");
        go("Settings");
        assertThat(rung("Cooling starts")).isVisible();
        button("Save with a reason").click();
        page.getByLabel("Reason").fill("both for the first time");
        assertThat(page.getByText("Save as settings 1 of My controller and 1 of Second plate")).isVisible();
        button("Save them").click();
        assertThat(page.getByText("Settings 1 and 1, all saved")).isVisible();
        assertEquals(2, ApiClient.as(server, "OWNER").get("/api/v1/chambers/" + id).body().get("settings").size());
    }

    @Test
    void aDescriptionGoesOutAsAFileAndABrokenOneIsRefusedWhole() throws Exception {
        open("Shared device", "card");
        describe();
        page.getByText("Begin from a description, or share this one").click();
        page.getByLabel("Description", new Page.GetByLabelOptions().setExact(true)).selectOption("pebble");
        button("Take it for “My controller”").click();
        assertThat(page.getByLabel("Label for set value", new Page.GetByLabelOptions().setExact(true))).hasValue("Aim");
        assertThat(page.getByLabel("When it cools")).hasValue("ON_AT_SET");
        Download file = page.waitForDownload(() -> button("Share this description as a file").click());
        String text = Files.readString(file.path());
        assertTrue(text.contains("\"HIGH_ALARM_OPENS\""), text);
        page.getByLabel("Bring one in from a file").setInputFiles(new FilePayload("x.json", "application/json",
                text.replaceFirst("\"step\": 0.1", "\"step\": -1").getBytes(StandardCharsets.UTF_8)));
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("Refused whole; nothing was taken over:");
        assertThat(page.getByRole(AriaRole.ALERT)).containsText(Pattern.compile("Line \\d+, profile\\.keys\\[\\d+]\\.step"));
        page.getByLabel("Bring one in from a file").setInputFiles(new FilePayload("x.json", "application/json", text.getBytes(StandardCharsets.UTF_8)));
        assertThat(page.getByText(Pattern.compile("^“My controller” is on the shelf as"))).isVisible();
        button("Take it off the shelf").click();
        assertThat(page.getByText("“My controller” is off the shelf.")).isVisible();
    }

    @Test
    void aCardOpenedOnceIsThereWithoutANetwork() throws Exception {
        String id = open("Offline card", "settings");
        page.getByLabel(Pattern.compile("3 Set value")).fill("28.6");
        button("Save with a reason").click();
        page.getByLabel("Reason").fill("for the shed");
        button("Save settings 1").click();
        assertThat(page.getByText("Settings 1")).not().hasCount(0);
        try (BrowserContext phone = browser.keeping(390, 844)) {
            Page card = phone.newPage();
            card.navigate("/chambers/" + id + "/card");
            assertThat(card.getByText("28.6").first()).isVisible();
            card.waitForCondition(
                    () -> (boolean) card.evaluate(
                            "async id => { const kept = async part => (await Promise.all((await caches.keys()).filter(name => name.includes(part)).map(async name => (await caches.open(name)).keys()))).flat().map(each => new URL(each.url).pathname);"
                                    + " const read = await kept('kiln-read'); return navigator.serviceWorker.controller?.state === 'activated' && ['/api/v1/chambers/' + id, '/api/v1/session', '/api/v1/site'].every(each => read.includes(each))"
                                    + " && (await kept('precache')).some(each => each.endsWith('.js')) }",
                            id));
            phone.setOffline(true);
            card.reload();
            assertThat(card.getByText("28.6").first()).isVisible();
            assertThat(card.getByText("The server does not answer. This is what was last read")).isVisible();
            card.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Key it in, one value at a time")).click();
            assertThat(card.getByText(Pattern.compile("^Key in, 1 of"))).isVisible();
            phone.setOffline(false);
            card.reload();
            assertThat(card.getByText("The server does not answer. This is what was last read")).hasCount(0);
            // A file to print is opened like a page, and must not take the application's place.
            card.navigate("/api/v1/chambers/" + id + "/checks");
            card.navigate("/chambers/" + id + "/card");
            assertThat(card.getByText("28.6").first()).isVisible();
            // The server is there and its record is not: the same card.
            server.database().kill();
            try {
                card.reload();
                assertThat(card.getByText("28.6").first()).isVisible();
            } finally {
                server.database().launch();
            }
        }
        int status = 503;
        for (int tries = 0; status == 503 && tries < 40; tries++) {
            status = page.request().get("/api/v1/chambers/" + id).status();
            page.waitForTimeout(250);
        }
        assertEquals(200, status);
    }
}
