package kilnward.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import java.util.regex.Pattern;
import kilnward.server.running.ApiClient;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A check at the box, on a phone: from placing the reference to the proof, with everything that goes wrong on the way. */
class CheckTest extends AtTheBrowser {
    private ApiClient keeper;
    private String id;

    @BeforeEach
    void standAtTheBox() {
        page.setViewportSize(390, 844);
        keeper = ApiClient.as(server, "KEEPER");
        JsonNode chamber = ApiClient.as(server, "LEAD").post("/api/v1/chambers", "{\"name\":\"Checked box\",\"guideId\":\"corn-snake-eggs\"}").body();
        id = chamber.get("id").asString();
        keeper.post("/api/v1/chambers/" + id + "/controllers/" + chamber.at("/plan/controllers/0/id").asString() + "/settings", """
                {"basedOn":0,"reason":"first","values":{"UNIT":0,"DIRECTION":0,"SET_VALUE":28.6,"DIFFERENTIAL":0.6,"ACT_DELAY":0,
                "HIGH_ALARM":31,"LOW_ALARM":25,"OFFSET":0}}""");
        page.navigate("/chambers/" + id + "/check");
    }

    private void begin() {
        button("Begin a check").click();
        page.getByLabel("Reference 1").fill("glass");
        page.getByLabel("Steady for at least").fill("1");
        page.getByLabel("Why less than an hour is enough").fill("a test waits no hour");
        button("All in place: begin").click();
        assertThat(page.getByText("Write the first row")).isVisible();
    }

    private JsonNode check() {
        return keeper.get("/api/v1/chambers/" + id + "/checks").body().get(0);
    }

    /** Rows that somebody else writes meanwhile, on another device. */
    private void rows(long fromS, double display, double reference) {
        for (long second = fromS; second <= fromS + 66; second += 22) {
            assertEquals(200, keeper.post("/api/v1/chambers/" + id + "/checks/" + check().get("id").asString() + "/rows", "{\"id\":\"" + UUID.randomUUID() + "\",\"at\":\""
                    + Instant.now().plusSeconds(second) + "\",\"display\":" + display + ",\"references\":{\"glass\":" + reference + "},\"sure\":true}").status());
        }
    }

    private void write(String display, String reference) {
        page.getByLabel("Display, °C").fill(display);
        page.getByLabel("glass").fill(reference);
        button("Write it down, now").click();
    }

    @Test
    void fromPlacingTheReferenceToTheProof() {
        assertThat(page.getByText("It was never checked against a reference.")).isVisible();
        begin();
        rows(-100, 28.6, 28.2);
        page.reload();
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName(Pattern.compile("Key the new offset in")))).isVisible();
        assertThat(page.getByText("−0.4", new Page.GetByTextOptions().setExact(true)).first()).isVisible();
        page.getByText("What they really had, and what the offset moves").click();
        assertThat(page.getByText(Pattern.compile("^With the old offset the occupant had"))).isVisible();

        page.getByLabel(Pattern.compile("now shows$")).fill("+0.4");
        button("Saved, and it shows +0.4").click();
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("this looks like the wrong sign");
        button("Key it in again").click();
        page.getByLabel(Pattern.compile("now shows$")).fill("");
        button("Saved, and it shows −0.4").click();
        assertThat(page.getByText(Pattern.compile("^The box now pulls itself to where it should be"))).isVisible();

        rows(3, 28.6, 28.58);
        // Another person's rows come in by themselves.
        assertThat(page.getByText(Pattern.compile("^With the offset at −0.4 it held"))).isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(25_000));
        button("Done: close the check").click();
        assertThat(page.getByText(Pattern.compile("^The next check of .* is due on"))).isVisible();
        go("Card");
        assertThat(page.getByText(Pattern.compile("Offset from the check beside the probe: the display showed 0.40 K too much"))).isVisible();
        assertThat(page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("The check it rests on"))).isVisible();
    }

    @Test
    void nothingTypedIsLostAndWhatLooksWrongIsAsked() {
        begin();
        write("28.6", "82.8");
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("glass: 82.8 looks like °F. Was it 28.2 °C?");
        button("Yes, write that").click();
        assertThat(page.getByText("1 row written down")).isVisible();
        assertEquals(28.22, check().at("/rows/0/references/glass").asDouble(), 1e-9);
        button("Withdraw").click();
        assertThat(button("Count it again")).isVisible();
        assertTrue(check().at("/rows/0/withdrawn").asBoolean(), "kept, and no longer counting");

        write("warm", "28.2");
        assertThat(page.getByText("must be a number")).isVisible();
        page.route("**/rows", Route::abort);
        write("28,6", "28.3");
        assertThat(page.getByText("One row is kept here and sent as soon as the server answers.")).isVisible();
        page.getByLabel("Display, °C").fill("28.7");
        page.reload();
        assertThat(page.getByLabel("Display, °C")).hasValue("28.7");
        assertThat(page.getByText("One row is kept here and sent as soon as the server answers.")).isVisible();
        page.unroute("**/rows");
        assertThat(page.getByText("2 rows written down")).isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(25_000));
        assertEquals(28.3, check().at("/rows/1/references/glass").asDouble());
        assertEquals(List.of(), Browser.serious(page));
    }
}
