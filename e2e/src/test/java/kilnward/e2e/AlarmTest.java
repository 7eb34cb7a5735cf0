package kilnward.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.time.Instant;
import java.util.List;
import java.util.regex.Pattern;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import kilnward.server.running.RunningServer;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** From a rule that is tried to somebody who knows: at the desk and on the phone, with played devices and a played mail server. */
class AlarmTest extends AtTheBrowser {
    private static final String DUCKLINGS = "0051e4e4-d000-7000-8000-000000000002";
    private static final String EMITTER = "0051e4e4-d000-7000-8000-000000000018";

    @AfterEach
    void disarm() {
        ApiClient lead = ApiClient.as(server, "LEAD");
        for (JsonNode chamber : lead.get("/api/v1/chambers").body()) {
            String path = "/api/v1/chambers/" + chamber.get("id").asString() + "/rules";
            lead.get(path).body().forEach(rule -> lead.delete(path + "/" + rule.get("id").asString()));
        }
        lead.get("/api/v1/ways").body().get("ways").forEach(way -> lead.delete("/api/v1/ways/" + way.get("id").asString()));
        page.waitForCondition(() -> lead.get("/api/v1/alarms").body().isEmpty());
    }

    private void send(DeviceClient device, String series, double value) {
        assertEquals(200, device.send("{\"readings\":[{\"series\":\"" + series + "\",\"at\":\"" + Instant.now() + "\",\"value\":" + value + "}]}").status());
    }

    @Test
    void aRuleIsTriedArmedAndSoundsAndSomebodyKnows() throws Exception {
        String chamber = open("Loud box", "run");
        DeviceClient device = DeviceClient.added(ApiClient.as(server, "LEAD"), server.url(), chamber, "logger");
        String series = device.series("among the eggs", "TEMPERATURE", "C");
        page.navigate("/chambers/" + chamber + "/run#alarms");
        page.reload();
        assertThat(page.getByText("No rule is armed: nobody is told")).isVisible();
        button("Another rule …").click();
        page.getByLabel("Limit (°C)").fill("31");
        page.getByLabel("Must last (min)").fill("0");
        page.getByLabel("Over when back for (min)").fill("0");
        button("Try it").click();
        assertThat(page.getByRole(AriaRole.STATUS).filter(new Locator.FilterOptions().setHasText(Pattern.compile("rehearsed")))).isVisible();
        button("Try and arm it").click();
        assertThat(page.getByText("among the eggs: too high")).isVisible();
        send(device, series, 28);
        send(device, series, 33.4);
        assertThat(page.getByText("among the eggs: 33.4 °C, at or above 31.0 °C.")).isVisible();
        assertThat(page.getByText("so the chamber cannot be rehearsed")).isVisible();
        page.getByLabel("Temperatures in").selectOption("F");
        assertThat(page.getByText("among the eggs: 92.1 °F, at or above 87.8 °F.")).isVisible();
        page.getByLabel("Temperatures in").selectOption("C");
        assertEquals(List.of(), Browser.serious(page));
        // The record is away: the ward says that nothing is heard, rather than that all is well.
        page.navigate("/");
        assertThat(page.getByText("One alarm needs you now.")).isVisible();
        server.database().kill();
        try {
            assertThat(page.getByText("Alarms are not heard here at the moment")).isVisible();
        } finally {
            server.database().launch();
        }
        assertThat(page.getByText("One alarm needs you now.")).isVisible();
        page.navigate("/chambers/" + chamber + "/run#alarms");
        button("Put aside …").click();
        page.getByLabel("Why").fill("the probe is in my hand");
        button("Put aside").last().click();
        assertThat(page.getByText("put aside by").first()).isVisible();
        button("Take it up again").click();
        page.getByLabel("Note to it").fill("lid opened");
        button("I know").click();
        assertThat(page.getByText(Pattern.compile("knows since"))).isVisible();
        send(device, series, 28);
        assertThat(page.getByText("No alarm is open here.")).isVisible();
        page.locator(".views").getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Timeline")).click();
        assertThat(page.getByText("“lid opened”")).isVisible();
        page.locator("li").filter(new Locator.FilterOptions().setHasText("“lid opened”")).getByRole(AriaRole.LINK).click();
        assertTrue(page.url().contains("?at=") && page.url().endsWith("#timeline"), page.url());
        page.reload();
        assertThat(page.locator("li.here")).hasCount(1);
        assertEquals(List.of(), Browser.serious(page));
    }

    @Test
    void theHeaterSticksAndTheMailComesAndThePhoneSaysIKnow() throws Exception {
        try (PlayedDevices devices = new PlayedDevices(server.url(), RunningServer.MAIL_PORT); BrowserContext phone = browser.person(390, 844)) {
            devices.await(DUCKLINGS);
            page.navigate("/telling");
            assertThat(page.getByText("An alarm is seen only by who looks")).isVisible();
            button("Tell somebody").click();
            page.getByLabel("Who").fill("Lead");
            page.getByLabel("Mail address").fill("no address");
            button("Keep").click();
            assertThat(page.getByText("must be a mail address")).isVisible();
            page.getByLabel("Mail address").fill("lead@osier-end.example");
            button("Keep").click();
            button("Send a test").click();
            assertThat(page.getByText("A test was handed over")).isVisible();
            assertEquals(List.of(), Browser.serious(page));

            page.navigate("/chambers/" + DUCKLINGS + "/run#alarms");
            button("What does the plan ask for?").click();
            assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Turn on the .* ticked rules?$"))))
                    .isVisible(new com.microsoft.playwright.assertions.LocatorAssertions.IsVisibleOptions().setTimeout(60_000));
            assertThat(page.getByText("Silent on rehearsed good days.").first()).isVisible();
            page.locator("li").filter(new Locator.FilterOptions().setHasText("at duckling height: harm is near")).getByRole(AriaRole.BUTTON).click();
            assertThat(page.getByText("■ normal")).isVisible();
            // One that need not last, so that nobody has to wait for it.
            button("Another rule …").click();
            page.getByLabel("Watches").selectOption(new com.microsoft.playwright.options.SelectOption().setLabel("at duckling height (temperature)"));
            page.getByLabel("Limit (°C)").fill("38");
            page.getByLabel("Must last (min)").fill("0");
            page.getByLabel("Over when back for (min)").fill("0");
            button("Try and arm it").click();
            assertThat(page.getByText("■ normal")).hasCount(2);
            // In the coldest hours of the night a stuck heater ends at 37.6 °C: then the room is warmed.
            boolean night = devices.state().get("boxes").valueStream().anyMatch(box -> box.get("id").asString().equals(DUCKLINGS) && box.get("roomC").asDouble() < 12);
            if (night) {
                devices.act(DUCKLINGS, "\"fault\":\"HEAT_WAVE\",\"on\":true");
            }
            devices.act(DUCKLINGS, "\"hurry\":120");
            devices.act(DUCKLINGS, "\"fault\":\"RELAY_STUCK_ON:" + EMITTER + "\",\"on\":true");

            Page hand = phone.newPage();
            hand.navigate("/");
            assertThat(hand.locator("article.wants .sentence").first())
                    .isVisible(new com.microsoft.playwright.assertions.LocatorAssertions.IsVisibleOptions().setTimeout(90_000));
            assertThat(hand.getByText(Pattern.compile("need.* you now")).first()).isVisible();
            // Every fault is simulated before one is told from another: on a loaded machine that takes its time.
            assertThat(hand.getByText("Do first:").first())
                    .isVisible(new com.microsoft.playwright.assertions.LocatorAssertions.IsVisibleOptions().setTimeout(60_000));
            page.waitForCondition(() -> devices.state().get("mails").toString().contains("Duckling pen"), new Page.WaitForConditionOptions().setTimeout(30_000));
            assertEquals(List.of(), Browser.serious(hand));
            hand.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("I know")).first().click();
            assertThat(hand.getByText(Pattern.compile("knows since")).first()).isVisible();

            devices.act(DUCKLINGS, "\"fault\":\"RELAY_STUCK_ON:" + EMITTER + "\",\"on\":false");
            if (night) {
                devices.act(DUCKLINGS, "\"fault\":\"HEAT_WAVE\",\"on\":false");
            }
            assertThat(page.getByText("No alarm is open here."))
                    .isVisible(new com.microsoft.playwright.assertions.LocatorAssertions.IsVisibleOptions().setTimeout(90_000));
            // And the board loses its mains: nothing is heard.
            ApiClient lead = ApiClient.as(server, "LEAD");
            String one = lead.get("/api/v1/chambers/" + DUCKLINGS + "/series").body().at("/0/id").asString();
            assertEquals(201, lead.post("/api/v1/chambers/" + DUCKLINGS + "/rules",
                    "{\"followsPlan\":false,\"rule\":{\"seriesId\":\"" + one + "\",\"kind\":\"SILENCE\",\"urgency\":\"SOON\",\"limit\":15}}").status());
            devices.act(DUCKLINGS, "\"trouble\":\"SILENT\",\"on\":true");
            assertThat(hand.getByText("Nothing heard of its device for 15 s").first())
                    .isVisible(new com.microsoft.playwright.assertions.LocatorAssertions.IsVisibleOptions().setTimeout(60_000));
            assertThat(hand.getByText("go and look how it stands there").first()).isVisible();
        }
    }
}
