package kilnward.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.LoadState;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every rung can be read, whatever stands on the ladder. */
class LadderTest extends AtTheBrowser {
    private static final String DEMO = "/chambers/0051e4e4-d000-7000-8000-00000000000";

    /** Pairs of things on a ladder that stand on each other by more than a hairline, and things outside their ladder. */
    private static final String OVERLAPS = """
            () => [...document.querySelectorAll('.ladder')].flatMap((ladder, at) => {
              const boxes = [...ladder.querySelectorAll('.rung b, .rung .under, .rung input, .head, .stuck, .beyond')]
                .map(each => ({ name: (each.value ?? each.textContent).trim(), box: each.getBoundingClientRect() })).filter(each => each.box.height > 0)
              const frame = ladder.getBoundingClientRect()
              const found = boxes.filter(each => each.box.bottom > frame.bottom + 1 || each.box.top < frame.top - 22).map(each => `${at}: ${each.name} is outside`)
              boxes.forEach((one, i) => boxes.slice(i + 1).forEach(other => {
                const across = Math.min(one.box.right, other.box.right) - Math.max(one.box.left, other.box.left)
                const down = Math.min(one.box.bottom, other.box.bottom) - Math.max(one.box.top, other.box.top)
                if (across > 1.5 && down > 1.5) found.push(`${at}: ${one.name} / ${other.name} by ${down.toFixed(0)} px`)
              }))
              return found
            })""";

    @ParameterizedTest
    @CsvSource({"1280, 800, C, day", "1280, 800, F, night", "390, 844, C, night", "390, 844, F, day"})
    void noLabelStandsOnAnother(int width, int height, String unit, String theme) {
        try (BrowserContext person = browser.person(width, height)) {
            Page desk = person.newPage();
            desk.addInitScript("localStorage.setItem('kiln-theme','" + theme + "');localStorage.setItem('kiln-unit','" + unit + "')");
            for (int chamber = 1; chamber <= 5; chamber++) {
                desk.navigate(DEMO + chamber + "/settings");
                assertThat(desk.locator(".ladder .rung").first()).isVisible();
                desk.waitForLoadState(LoadState.NETWORKIDLE);
                assertEquals(List.of(), desk.evaluate(OVERLAPS), "chamber " + chamber);
            }
        }
    }
}
