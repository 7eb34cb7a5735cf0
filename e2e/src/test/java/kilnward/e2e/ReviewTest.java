package kilnward.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import kilnward.server.running.ApiClient;
import kilnward.server.running.DeviceClient;
import org.junit.jupiter.api.Test;

/** What was measured, looked back on. */
class ReviewTest extends AtTheBrowser {
    @Test
    void aLogIsLookedBackOnAndWhatWasSeenIsShownNearer() {
        String id = open("Looked back on", "review");
        assertThat(page.getByText("Nothing was measured here yet.")).isVisible();
        ApiClient lead = ApiClient.as(server, "LEAD");
        DeviceClient device = DeviceClient.added(lead, server.url(), id, "logger");
        String series = device.series("among the eggs", "TEMPERATURE", "C");
        Instant from = Instant.now().minus(50, ChronoUnit.HOURS).truncatedTo(ChronoUnit.MINUTES);
        List<String> lines = new ArrayList<>();
        for (int minute = 0; minute < 49 * 60; minute++) {
            double saw = 28 + 0.8 * (minute % 40 < 15 ? minute % 40 / 15.0 : (40 - minute % 40) / 25.0);
            double value = minute == 700 ? 61 : minute > 2000 && minute < 2100 ? saw + 4 * Math.sin(Math.PI * (minute - 2000) / 100) : saw;
            lines.add("{\"series\":\"" + series + "\",\"at\":\"" + from.plusSeconds(60L * minute) + "\",\"value\":" + value + "}");
        }
        assertEquals(200, device.send("{\"readings\":[" + String.join(",", lines) + "]}").status());
        page.reload();
        Locator seen = page.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText("It ran on above where it turns"));
        assertThat(seen).containsText("Once, by up to");
        assertThat(page.getByText("Single readings that cannot be")).isVisible();
        // Nothing is keyed yet, but who lives there wants something.
        assertThat(page.getByText("Wanted there")).isVisible();
        assertEquals(List.of(), Browser.serious(page));
        seen.getByRole(AriaRole.BUTTON).first().click();
        assertThat(page.getByText("Single readings that cannot be")).hasCount(0);
        assertThat(page.getByText("day and night, and creeping: that takes two days")).isVisible();
        page.getByLabel("Temperatures in").selectOption("F");
        assertThat(page.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText("Lowest and highest"))).containsText("°F");
        // A span in which nothing was measured says so and loses nothing that was chosen.
        page.getByLabel("until").fill("2026-01-01T00:00");
        button("Look back").click();
        assertThat(page.getByText("Nothing was measured from")).isVisible();
        assertThat(page.getByLabel("Over a")).hasValue("3");
        page.setViewportSize(390, 844);
        page.getByLabel("until").fill("");
        button("Look back").click();
        assertThat(page.getByText("Single readings that cannot be")).isVisible();
        assertEquals(true, page.evaluate("document.documentElement.scrollWidth <= 390"));
    }

    /** A file from a logger that Kiln Ward has never seen: what seems to be in it, put right by whoever knows, and looked back on. */
    @Test
    void aLoggersFileIsConfirmedTakenInAndLookedBackOn() {
        String id = open("From a file", "review");
        assertThat(page.getByText("Nothing was measured here yet.")).isVisible();
        LocalDateTime from = LocalDateTime.now(ZoneOffset.UTC).minusDays(3).truncatedTo(ChronoUnit.MINUTES);
        StringBuilder text = new StringBuilder("Logger 7;;\nDatum;Box (°C);Raum\n");
        for (int minute = 0; minute < 2 * 1440; minute++) {
            double saw = 28 + 0.8 * (minute % 40 < 15 ? minute % 40 / 15.0 : (40 - minute % 40) / 25.0);
            text.append(from.plusMinutes(minute).format(DateTimeFormatter.ofPattern("dd.MM.yyyy HH:mm", Locale.ROOT))).append(';')
                    .append(String.format(Locale.ROOT, "%.1f", saw).replace('.', ',')).append(minute == 30 ? ";=A1\n" : ";19,5\n");
        }
        unfold("A logger's file");
        page.getByLabel("The file").setInputFiles(new FilePayload("logger 7.csv", "text/csv", text.toString().getBytes(StandardCharsets.UTF_8)));
        assertThat(page.getByText("Parted by semicolons")).isVisible();
        assertThat(page.getByText("Decimal comma, as in")).isVisible();
        assertThat(page.getByLabel("Column 2 is")).hasValue("new");
        assertThat(page.getByLabel("Column 3 is")).hasValue("");
        assertEquals(List.of(), Browser.serious(page));
        page.getByLabel("Column 3 is").selectOption("new");
        page.getByLabel("Name of the series of column 3").fill("the room");
        page.getByLabel("By the clock of").selectOption("UTC");
        button("Take it in").click();
        assertThat(page.getByText("5759 readings taken in")).isVisible();
        assertThat(page.getByText("Line 33: has no number in “=A1”")).isVisible();
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("How it was"))).isVisible();
        assertEquals(List.of(), Browser.serious(page));
        page.getByLabel(Pattern.compile("^Series")).selectOption(new SelectOption().setLabel("the room"));
        button("Look back").click();
        assertThat(page.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText("Mean"))).containsText("19.5");
        assertEquals(2, ApiClient.as(server, "LEAD").get("/api/v1/chambers/" + id + "/series").body().size());
    }
}
