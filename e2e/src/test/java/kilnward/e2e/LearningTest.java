package kilnward.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.SelectOption;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.UUID;
import kilnward.server.running.LoggedBox;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What a log teaches: of the box, of what to have otherwise next time, and of how to read one. */
class LearningTest extends AtTheBrowser {
    private Locator row(String of) {
        return page.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText(of));
    }

    @Test
    void aBoxIsLearnedFromItsLogAndItsPlanTakesItOver() {
        LoggedBox logged = LoggedBox.of(server, "Leaky box");
        page.navigate(server.url() + "/chambers/" + logged.chamber() + "/review");
        page.getByLabel("until").fill(LocalDateTime.ofInstant(logged.until(), ZoneId.systemDefault()).plusMinutes(1).truncatedTo(ChronoUnit.MINUTES).toString());
        page.getByLabel("Over a").selectOption("1");
        button("Look back").click();
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("What the box really is"))).isVisible();
        page.getByLabel("Room by").selectOption("typed");
        page.getByLabel("Room meanwhile").fill("18");
        page.getByLabel("Heater on by").selectOption(new SelectOption().setLabel("plug"));
        page.getByLabel("Switched on at its beginning, cold").check();
        button("Learn the box").click();
        assertThat(page.getByText("A box of the planned kind goes as this log went")).isVisible();
        assertThat(row("Heat lost through walls and seals")).containsText("▲");
        assertEquals(List.of(), Browser.serious(page));
        // Without a reason nothing is changed.
        button("Put it into the plan").click();
        assertThat(page.getByText("The plan is what was learned.")).hasCount(0);
        page.getByLabel("Why the plan is changed to it").fill("logged for a night with a plug");
        button("Put it into the plan").click();
        assertThat(page.getByText("The plan is what was learned.")).isVisible();
        JsonNode box = logged.lead().get("/api/v1/chambers/" + logged.chamber()).body().at("/plan/box");
        assertEquals(LoggedBox.LOSES, box.get("lossFactor").asDouble(), 0.15);
        page.getByLabel("Temperatures in").selectOption("F");
        assertThat(page.getByText("°F off")).isVisible();
        page.setViewportSize(390, 844);
        assertEquals(true, page.evaluate("document.documentElement.scrollWidth <= 390"));
    }

    @Test
    void aBatchIsLookedBackOnAndWhatBettersItIsTakenOver() {
        LoggedBox logged = LoggedBox.of(server, "Of a finished batch");
        String batch = UUID.randomUUID().toString();
        assertEquals(201,
                logged.lead().post("/api/v1/chambers/" + logged.chamber() + "/batches", "{\"id\":\"" + batch + "\",\"name\":\"Clutch of May\",\"guideId\":\"corn-snake-eggs\","
                        + "\"schoolId\":\"usual\",\"startsAt\":\"" + LocalDateTime.now().minusDays(3).truncatedTo(ChronoUnit.MINUTES)
                        + "\",\"pieces\":12,\"source\":\"\",\"note\":\"\",\"earlier\":true,"
                        + "\"despite\":\"a test\"}").status());
        page.navigate(server.url() + "/chambers/" + logged.chamber() + "/next-time/" + batch);
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Clutch of May: next time"))).isVisible();
        assertThat(page.getByText("as it begins")).isVisible();
        button("Rehearse what would better it").click();
        assertThat(row("Rehearsed as it is").or(page.getByText("Nothing that was tried betters a day"))).isVisible();
        assertEquals(List.of(), Browser.serious(page));
        Locator choices = page.getByRole(AriaRole.RADIO);
        if (choices.count() > 0) {
            choices.first().check();
            page.getByLabel("Why").fill("so the rehearsal says");
            page.getByRole(AriaRole.BUTTON).filter(new Locator.FilterOptions().setHasText(java.util.regex.Pattern.compile("Save as settings|Put it into the plan"))).click();
            assertThat(page.getByText("Saved as settings.").or(page.getByText("Put into the plan."))).isVisible();
        }
        page.setViewportSize(390, 844);
        assertEquals(true, page.evaluate("document.documentElement.scrollWidth <= 390"));
    }

    @Test
    void anExerciseIsPosedJudgedAndKept() {
        page.navigate(server.url() + "/trainer");
        page.getByLabel("Who are you?").fill("Wren of the browser");
        button("Begin").click();
        Locator calibrate = page.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText("A new offset from a reference"));
        calibrate.getByRole(AriaRole.BUTTON).click();
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Calibrate, level 1"))).isFocused();
        page.getByLabel("Your answer").fill("much");
        assertThat(button("Answer")).isDisabled();
        // Nobody is off by so much.
        page.getByLabel("Your answer").fill("8");
        page.getByLabel("Your answer").press("Enter");
        assertThat(page.getByText("Not that. Best:")).isVisible();
        assertThat(page.getByText("New offset = old offset + reference beside the probe − display.")).isVisible();
        assertEquals(List.of(), Browser.serious(page));
        button("All exercises").click();
        assertThat(calibrate).containsText("0 of 1 right");
        Locator alarm = page.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText("Answer the alarm"));
        alarm.getByRole(AriaRole.BUTTON).click();
        page.getByLabel("Mute it and look in the morning").check();
        button("Answer").click();
        assertThat(page.getByText("Not that. Best:")).isVisible();
        assertEquals(List.of(), Browser.serious(page));
        page.setViewportSize(390, 844);
        assertEquals(true, page.evaluate("document.documentElement.scrollWidth <= 390"));
        assertTrue(page.getByRole(AriaRole.IMG).count() > 0);
    }
}
