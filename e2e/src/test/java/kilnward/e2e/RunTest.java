package kilnward.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Files;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.regex.Pattern;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import org.junit.jupiter.api.Test;

/** A chamber that runs: from a device that is added to readings on the ladder, charts, files, and what is held back. */
class RunTest extends AtTheBrowser {
    private static final Instant NOW = Instant.now().truncatedTo(ChronoUnit.SECONDS);

    private Locator view(String name) {
        return page.locator(".views").getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(Pattern.compile("^" + name)));
    }

    private static String reading(String series, Instant at, double value) {
        return "{\"readings\":[{\"series\":\"" + series + "\",\"at\":\"" + at + "\",\"value\":" + value + "}]}";
    }

    /** A chamber with a sender and one series, tied to its controller's display. */
    private DeviceClient running(String name, String[] series) {
        String chamber = open(name, "run");
        ApiClient lead = ApiClient.as(server, "LEAD");
        DeviceClient device = DeviceClient.added(lead, server.url(), chamber, "logger");
        String controller = lead.get("/api/v1/chambers/" + chamber).body().at("/plan/controllers/0/id").asString();
        series[0] = lead.post("/api/v1/chambers/" + chamber + "/series", "{\"name\":\"on the display\",\"quantity\":\"TEMPERATURE\",\"unit\":\"C\",\"deviceId\":\"" + device.id()
                + "\",\"controllerId\":\"" + controller + "\"}").body().get("id").asString();
        return device;
    }

    @Test
    void fromNothingToAReadingOnThePage() {
        String chamber = open("Begun to run", "run");
        assertThat(page.getByText("Nothing is measured here yet")).isVisible();
        button("Add a device").click();
        page.getByLabel("Name of a new device").fill("logger in the tub");
        button("Add it").click();
        assertThat(page.getByText("Its token, shown this once:")).isVisible();
        String token = page.locator(".token").innerText().strip();
        button("I have it").click();
        assertThat(page.locator(".token")).hasCount(0);
        button("Add a series").click();
        page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("among the eggs");
        page.getByLabel("Sent in").selectOption("F");
        page.getByLabel("Sent by").selectOption("logger in the tub");
        button("Add the series").click();
        assertThat(page.getByText("temperature in °C, sent in °F")).isVisible();
        button("Change").click();
        page.getByLabel("Usually every (s)").fill("30");
        assertThat(page.getByLabel("Measures")).isDisabled();
        button("Change the series").click();
        assertThat(page.getByText("every 30 s")).isVisible();
        String series = ApiClient.as(server, "LEAD").get("/api/v1/chambers/" + chamber + "/series").body().at("/0/id").asString();
        view("Now").click();
        assertThat(page.getByText("Nothing has been sent yet.")).isVisible();
        String device = ApiClient.as(server, "LEAD").get("/api/v1/chambers/" + chamber + "/devices").body().at("/0/id").asString();
        new DeviceClient(null, server.url(), chamber, device, token).send(reading(series, Instant.now().truncatedTo(ChronoUnit.SECONDS), 82.4));
        assertThat(page.getByText("28.0 °C, inside the target range.")).isVisible();
        assertEquals(List.of(), Browser.serious(page));
    }

    @Test
    void theLadderFollowsWhatIsMeasuredAndSaysWhenNothingIsHeard() {
        String[] series = new String[1];
        DeviceClient device = running("Watched", series);
        for (int minute = 60; minute > 0; minute--) {
            device.send(reading(series[0], NOW.minus(minute, ChronoUnit.MINUTES), 28 + minute % 5 / 10.0));
        }
        device.send(reading(series[0], Instant.now(), 28.2));
        page.reload();
        assertThat(page.getByText("inside the target range.")).isVisible();
        assertThat(page.locator("path.measured")).isAttached();
        String drawn = page.locator("path.measured").getAttribute("d");
        device.send(reading(series[0], Instant.now().plusSeconds(1), 33));
        assertThat(page.getByText(Pattern.compile("33\\.\\d °C, above the target range"))).isVisible();
        page.waitForCondition(() -> !drawn.equals(page.locator("path.measured").getAttribute("d")));
        page.getByLabel("with what the rehearsal says of these hours").check();
        assertThat(page.getByText(Pattern.compile(", rehearsed"))).isVisible();

        String[] old = new String[1];
        DeviceClient silent = running("Silent", old);
        silent.send(reading(old[0], NOW.minus(2, ChronoUnit.HOURS), 28));
        page.reload();
        assertThat(page.getByText(Pattern.compile("Nothing heard for 2 h"))).isVisible();
        assertThat(page.getByText(Pattern.compile("silent, 2 h"))).isVisible();
    }

    @Test
    void aSpanIsDrawnToldAndTakenAway() throws Exception {
        String[] series = new String[1];
        DeviceClient device = running("Drawn", series);
        StringBuilder csv = new StringBuilder("series,at,value\n");
        Instant from = NOW.truncatedTo(ChronoUnit.DAYS).minus(1, ChronoUnit.DAYS);
        for (int minute = 0; minute < 1440; minute++) {
            if (minute < 600 || minute > 700) {
                csv.append(series[0]).append(',').append(from.plus(minute, ChronoUnit.MINUTES)).append(',').append(minute == 1000 ? 39.5 : 28 + minute % 7 / 10.0).append('\n');
            }
        }
        assertEquals(1339, device.sendCsv(csv.toString(), false).body().get("stored").asInt());
        page.reload();
        view("Charts").click();
        button("◀ Day before").click();
        assertThat(page.getByText(Pattern.compile("on the display: 28\\.0 °C to 39\\.5 °C, mean 28\\.\\d °C; one gap, measured 93\\.\\d % of the time\\."))).isVisible();
        assertThat(page.locator("canvas")).isVisible();
        Locator plot = page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName(Pattern.compile("^Chart of on the display")));
        plot.focus();
        page.keyboard().press("ArrowLeft");
        page.keyboard().press("ArrowLeft");
        assertThat(page.locator(".at")).containsText("on the display");
        button("Nearer: half the span").click();
        assertThat(page.getByText("Back", new Page.GetByTextOptions().setExact(true))).isVisible();
        button("Back").click();
        unfold("As a table");
        assertThat(page.locator("details table tbody tr").first()).isVisible();
        Download file = page.waitForDownload(() -> page.getByText("Single readings as CSV").click());
        List<String> lines = Files.readAllLines(file.path());
        assertEquals("series,name,quantity,unit,at,value", lines.get(0));
        assertEquals(1340, lines.size());
        assertEquals(List.of(), Browser.serious(page));
        button("Week").click();
        assertThat(page.getByText(Pattern.compile("each step of the line is 10 min"))).isVisible();
    }

    @Test
    void whatIsHeldBackIsDecidedOf() {
        String[] series = new String[1];
        DeviceClient device = running("Held back", series);
        device.send(reading(series[0], NOW, -127));
        device.send(reading(series[0], NOW.plus(1, ChronoUnit.DAYS), 28));
        page.reload();
        view("Held back").click();
        assertThat(page.getByText("2 wait for a decision.")).isVisible();
        page.getByLabel("All", new Page.GetByLabelOptions().setExact(true)).check();
        assertThat(button("Throw 2 away")).isDisabled();
        page.getByLabel("Why", new Page.GetByLabelOptions().setExact(true)).fill("a wire was off");
        button("Let 2 in").click();
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("has not come yet");
        button("Throw 2 away").click();
        assertThat(page.getByText("Nothing waits for a decision.")).isVisible();
        unfold("Decided already");
        assertThat(page.getByText(Pattern.compile("thrown away by Owner.*a wire was off", Pattern.DOTALL)).first()).isVisible();
    }

    @Test
    void onAPhoneNothingIsWiderThanThePhone() {
        String[] series = new String[1];
        DeviceClient device = running("In one hand", series);
        device.send(reading(series[0], Instant.now(), 28.4));
        BrowserContext phone = browser.person(390, 844);
        Page small = phone.newPage();
        small.navigate(page.url());
        assertThat(small.getByText("inside the target range.")).isVisible();
        for (String each : List.of("Charts", "Devices and series", "Held back", "Now")) {
            small.locator(".views").getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(Pattern.compile("^" + each))).click();
            assertTrue((Boolean) small.evaluate("document.documentElement.scrollWidth <= innerWidth"), each + " is wider than the phone");
        }
        phone.close();
    }
}
