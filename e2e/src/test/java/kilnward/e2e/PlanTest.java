package kilnward.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.UUID;
import java.util.regex.Pattern;
import kilnward.server.running.ApiClient;
import org.junit.jupiter.api.Test;

/** From an empty box that is proven to living things in it, their days, what is done, and the box taken out of its use. */
class PlanTest extends AtTheBrowser {
    private static final ZoneId ZONE = ZoneId.of("Europe/London");

    private Locator form(String name) {
        return page.getByRole(AriaRole.FORM, new Page.GetByRoleOptions().setName(name));
    }

    @Test
    void livingThingsGoInByTheirDaysAndComeOut() {
        String chamber = open("Hatchbox", "run");
        page.navigate("/chambers/" + chamber + "/run#plan");
        page.reload();
        button("Put living things in").click();
        Locator in = form("Living things that go in");
        in.getByLabel("What").selectOption("domestic-fowl-eggs");
        in.getByLabel("Called").fill("Marans, spring");
        in.getByLabel("How many").fill("24");
        LocalDateTime from = LocalDateTime.now(ZONE).truncatedTo(ChronoUnit.MINUTES).minusDays(4);
        in.getByLabel("Put in, by the clock here").fill(from.toString());
        button("See the days").click();
        assertThat(in.getByText("From here the lid stays shut")).isVisible();
        assertThat(in.getByText("has not passed a proving run")).isVisible();
        in.getByLabel("Why they go in all the same").fill("they came by post this morning");
        button("Put them in").click();
        // A start in the past is asked about at its field, and nothing typed is lost.
        assertThat(in.getByText(Pattern.compile("lies 4 days in the past"))).isVisible();
        assertThat(in.getByLabel("Called")).hasValue("Marans, spring");
        in.getByLabel("They are in already").check();
        button("Put them in").click();
        assertThat(page.getByText("24 × Domestic fowl eggs; day 4")).isVisible();
        assertEquals(List.of(), Browser.serious(page));
        // What comes late moves what follows, and says so.
        unfold("Stages, and what to press");
        button("began at another time").last().click();
        answer(from.plusDays(20).truncatedTo(ChronoUnit.HOURS).toString(), "Save start");
        assertThat(page.getByText("This moved:")).isVisible();
        assertThat(page.getByText(Pattern.compile("Turner off: .*→")).first()).isVisible();
        button("It has ended").click();
        answer("21 of 24", "End batch");
        assertThat(page.getByText("1 ended")).isVisible();
        button("Change its use").click();
        page.getByLabel("Why, and for what").fill("it warms bread in winter");
        button("Retire it").click();
        assertThat(page.getByText("See that nothing lives in it any more")).isVisible();
    }

    @Test
    void aTaskIsDoneOnThePhoneAndSeenAtTheDesk() {
        String chamber = open("Tasks", "run");
        ApiClient lead = ApiClient.as(server, "LEAD");
        String id = UUID.randomUUID().toString();
        assertEquals(201, lead.post("/api/v1/chambers/" + chamber + "/tasks", "{\"id\":\"" + id + "\",\"title\":\"Wipe the glass of the tasks box\",\"due\":\""
                + LocalDateTime.now(ZONE).truncatedTo(ChronoUnit.MINUTES).minusDays(1) + "\",\"everyDays\":3}").status());
        page.navigate("/");
        assertThat(page.getByText(Pattern.compile("overdue:")).first()).isVisible();
        page.navigate("/calendar");
        page.getByLabel("Chamber", new Page.GetByLabelOptions().setExact(true)).selectOption("Tasks");
        Locator done = button("Done: Wipe the glass of the tasks box, Tasks").first();
        assertThat(done).isVisible();
        assertEquals(List.of(), Browser.serious(page));
        // Somebody else is first: what they said stands, and nobody's tick is lost.
        assertEquals(200, lead.post("/api/v1/tasks/" + id + "/done", "{\"note\":\"with vinegar\"}").status());
        done.click();
        assertThat(page.getByText(Pattern.compile("has ticked this already")).first()).isVisible();
        page.reload();
        page.getByLabel("Shown as").selectOption("month");
        assertThat(page.getByRole(AriaRole.TABLE)).isVisible();
        button("Make an address").click();
        assertThat(page.getByText("Your address, shown this once:")).isVisible();
        button("Revoke").first().click();
        confirm("Revoke address");
        assertThat(page.getByText("never read")).isHidden();
        page.navigate("/capacity");
        button("Reckon").first().click();
        assertThat(page.getByText("It jams at Bench.")).isVisible();
        assertEquals(List.of(), Browser.serious(page));
    }

    @Test
    void theLogIsWrittenWithOneThumbAndWithoutTheServer() throws Exception {
        String chamber = open("Log box", "run");
        page.setViewportSize(390, 844);
        page.navigate("/chambers/" + chamber + "/run#log");
        page.reload();
        button("Opened").click();
        assertThat(page.getByText("Written down.")).isVisible();
        page.getByLabel("Or say it in a line").fill("26.1 71 topped up 200 ml");
        button("Read it").click();
        assertThat(page.getByText("Topped up 200 ml, 26.1 °C, 71 %RH")).isVisible();
        button("That is right").click();
        assertThat(page.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText("Topped up 200 ml"))).isVisible();
        assertEquals(List.of(), Browser.serious(page));
        // The record is away: two entries wait in order and are written once when it is there again.
        server.database().kill();
        try {
            button("Opened").click();
            assertThat(page.getByText("One entry waits in this browser.")).isVisible();
            button("Opened").click();
            assertThat(page.getByText("2 entries wait in this browser.")).isVisible();
        } finally {
            server.database().launch();
        }
        // Whoever closes the page meanwhile loses nothing.
        page.reload();
        assertThat(page.getByLabel("Or say it in a line")).isVisible();
        assertThat(page.getByText("entries wait in this browser")).isHidden();
        ApiClient lead = ApiClient.as(server, "LEAD");
        assertEquals(4, lead.get("/api/v1/chambers/" + chamber + "/entries?from=2026-01-01T00:00:00Z&to=2027-12-31T00:00:00Z").body().size());
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Correct "))).first().click();
        page.getByLabel(Pattern.compile("Instead of")).fill("opened for 5 minutes");
        button("Read it").click();
        button("That is right").click();
        assertThat(page.getByText("a correction")).isVisible();
        page.navigate("/chambers/" + chamber + "/run#timeline");
        page.reload();
        page.getByRole(AriaRole.SEARCHBOX).fill("minutes");
        assertThat(page.getByText("◇ log").first()).isVisible();
    }

    @Test
    void aBoxIsProvenOrTakenAsGoodForAReason() {
        page.navigate("/chambers/0051e4e4-d000-7000-8000-000000000003/prove");
        button("Begin a run").click();
        page.getByLabel("What is inside").selectOption("nothing living: empty");
        form("Begin a run").getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Begin").setExact(true)).click();
        page.getByLabel("The display shows now").fill("17.2");
        button("Write down").click();
        assertThat(page.getByText("1 readings written down by hand")).isVisible();
        button("Judge it").click();
        assertThat(page.getByText("Cannot be told: too few readings.")).isVisible();
        button("Take it as good all the same").click();
        page.getByLabel("Why it is taken as good").fill("it ran for weeks");
        button("Write it down").click();
        assertThat(page.getByText("This box was taken as good")).isVisible();
        assertEquals(List.of(), Browser.serious(page));
        assertTrue(ApiClient.as(server, "LEAD").get("/api/v1/chambers/0051e4e4-d000-7000-8000-000000000003/proving-runs").body().get(0).get("reason").asString().contains("weeks"));
    }
}
