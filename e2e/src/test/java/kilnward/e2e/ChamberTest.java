package kilnward.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** The box drawn and measured, its air and water, its loads, guides of one's own, eggs on the scale. */
class ChamberTest extends AtTheBrowser {
    private Locator part(String name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + name + ", .* from the left"))).first();
    }

    private double heaterShare() {
        String text = page.getByText(Pattern.compile("^Where it hangs it feels the heater by")).textContent();
        var share = Pattern.compile("heater by\\s+([\\d.]+)").matcher(text);
        assertTrue(share.find(), text);
        return Double.parseDouble(share.group(1));
    }

    @Test
    void aProbePickedUpAndPutBesideTheMatReadsTheMat() {
        open("Moving a probe", "probes");
        Locator probe = part("probe");
        assertThat(probe).isVisible();
        double before = heaterShare();
        BoundingBox box = probe.boundingBox();
        page.mouse().move(box.x + box.width / 2, box.y + box.height / 2);
        page.mouse().down();
        page.mouse().move(box.x + box.width / 2 - 90, box.y + box.height / 2 + 100, new com.microsoft.playwright.Mouse.MoveOptions().setSteps(8));
        page.mouse().up();
        page.waitForCondition(() -> heaterShare() > before + 3);
        assertThat(page.getByText("The probe feels the heater")).isVisible();
        button("Undo moving probe").click();
        page.waitForCondition(() -> heaterShare() == before);
        assertThat(page.getByText("The probe feels the heater")).hasCount(0);

        // The same without a mouse, and typed.
        probe.focus();
        String place = probe.getAttribute("aria-label");
        page.keyboard().press("Shift+ArrowRight");
        assertThat(probe).not().hasAttribute("aria-label", place);
        page.getByText("Its place, its humidity sensor, drift").click();
        page.getByLabel("above the floor", new Page.GetByLabelOptions().setExact(true)).fill("1");
        assertThat(page.getByText("The probe feels the heater")).isVisible();
        page.getByLabel("above the floor", new Page.GetByLabelOptions().setExact(true)).fill("90");
        assertThat(page.getByText(Pattern.compile("Where it hangs must be from 0 to 0.35 m, inside the box"))).isVisible();
        assertThat(page.getByLabel("above the floor", new Page.GetByLabelOptions().setExact(true))).hasValue("90");
    }

    @Test
    void aTankIsFilledHeatedAndJudged() {
        open("Tank to be", "chamber");
        page.getByLabel("It holds").selectOption("water");
        assertThat(page.getByText(Pattern.compile("L of water"))).isVisible();
        page.getByLabel("Kind").selectOption("IN_TANK");
        page.getByLabel("Power").fill("100");
        assertThat(page.getByText(Pattern.compile("^Held at"))).isVisible();
        page.getByText("Its element, its own thermostat, its place").click();
        // A mat is 1 cm high: what is typed must go onto the place of the heater in the water, once that is known.
        assertThat(page.getByLabel("height", new Page.GetByLabelOptions().setExact(true)).last()).not().hasValue("1");
        page.getByLabel("above the floor", new Page.GetByLabelOptions().setExact(true)).last().fill("25");
        assertThat(page.getByText(Pattern.compile("Where it is must leave the heater below the water line")).first()).isVisible();
        page.getByLabel("above the floor", new Page.GetByLabelOptions().setExact(true)).last().fill("12");
        assertThat(page.getByText(Pattern.compile("below the water line"))).hasCount(0);
        assertThat(page.getByText(Pattern.compile("water surface"))).isVisible();
    }

    @Test
    void humidityHasItsOwnLadderOnTheSameHours() {
        page.navigate("/");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Loft tent")).click();
        Locator stops = rung("Moistening stops");
        assertThat(stops).hasAttribute("aria-valuetext", Pattern.compile("91 %RH on the display"));
        stops.focus();
        page.keyboard().press("ArrowDown");
        assertThat(page.getByLabel(Pattern.compile("2 Drunk"))).hasValue("90");
        page.getByLabel(Pattern.compile("2 Drunk")).fill("98");
        assertThat(page.getByText("It moistens to within the probe's error of dripping")).isVisible();
        assertThat(rung("Heat stops")).isVisible();
    }

    @Test
    void aBoxGetsWaterFansAndAMeter() {
        open("Damp box", "chamber");
        page.getByLabel("Humidity of the room").fill("50");
        page.getByLabel("Of that surface, wet").fill("600");
        page.getByLabel("Water that can dry out of it").fill("2");
        assertThat(page.getByText(Pattern.compile("The air is at \\d+ %RH"))).isVisible();
        button("Add a heater, cooler, fan or humidifier").click();
        page.getByLabel("Kind").last().selectOption("HUMIDIFIER_ULTRASONIC");
        page.getByLabel("Gives off").fill("12");
        assertThat(part("humidifier, ultrasonic")).isVisible();
        page.getByText("Correct it by a plug-in energy meter").click();
        page.getByLabel("It counted").fill("0.4");
        page.getByLabel("Mean inside").fill("28");
        page.getByLabel("Mean of the room").fill("27");
        button("Correct the walls").click();
        assertThat(page.getByText(Pattern.compile("must be 2 K or more above the room"))).isVisible();
        page.getByLabel("Mean of the room").fill("18");
        button("Correct the walls").click();
        assertThat(page.getByText(Pattern.compile("the walls lose [\\d.]+ times what they should"))).isVisible();
        assertNotEquals("1", page.getByLabel("Walls lose, over what they should").inputValue());
    }

    @Test
    void aGuideIsCopiedChangedExportedAndBroughtIn() throws Exception {
        open("Own guide", "occupant");
        page.getByLabel(Pattern.compile("^Search \\d+ guides")).fill("leopard");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Leopard"))).click();
        button("Copy, to change it").click();
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        dialog.getByLabel("to", new Locator.GetByLabelOptions().setExact(true)).first().fill("20");
        dialog.getByText("Save the guide").click();
        assertThat(dialog.getByText("must be above low", new Locator.GetByTextOptions().setExact(false)).first()).isVisible();
        dialog.getByLabel("to", new Locator.GetByLabelOptions().setExact(true)).first().fill("31");
        dialog.getByText("Save the guide").click();
        assertThat(dialog).not().isVisible();
        assertThat(page.getByText(Pattern.compile("your own")).first()).isVisible();
        Download file = page.waitForDownload(() -> page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Export")).click());
        String text = Files.readString(file.path());
        assertTrue(text.contains("\"high\" : 31"), text.substring(0, 600));

        page.getByLabel("Guide file").setInputFiles(new FilePayload("broken.json", "application/json",
                text.replace("\"measured\"", "\"mesured\"").getBytes(StandardCharsets.UTF_8)));
        assertThat(page.getByText(Pattern.compile("Line \\d+: ")).first()).isVisible();
        assertThat(page.getByText("Nothing was taken over.")).isVisible();
        page.getByLabel("Guide file").setInputFiles(new FilePayload("sound.json", "application/json",
                text.replace(", ours", ", next door").getBytes(StandardCharsets.UTF_8)));
        assertThat(page.getByText(Pattern.compile("^Brought in: .*next door"))).isVisible();
    }

    @Test
    void schoolsStandSideBySideAndEggsAreWeighed() {
        open("Hens", "occupant");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Domestic fowl"))).click();
        for (String school : new String[] {"Dry start", "Steady humidity", "By weight loss"}) {
            assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName(school))).isVisible();
        }
        page.getByRole(AriaRole.RADIO, new Page.GetByRoleOptions().setName("By weight loss")).check();
        button("Plan for this stage").last().click();
        assertThat(page.getByText("The eggs on the scale")).isVisible();
        page.getByLabel("All together they weigh").fill("600");
        page.getByLabel("Number of eggs").fill("10");
        page.getByLabel("When, if not now").fill("2026-11-10T08:00");
        button("Write it down").click();
        assertThat(page.getByText("weigh them again in a few days")).isVisible();
        page.getByLabel("All together they weigh").fill("564");
        page.getByLabel("When, if not now").fill("2026-11-20T08:00");
        button("Write it down").click();
        assertThat(page.getByText(Pattern.compile("Lost 6.0 %"))).isVisible();
        page.getByLabel("Humidity so far").fill("55");
        assertThat(page.getByText(Pattern.compile("From now on keep about \\d+ %RH"))).isVisible();
        button("Withdraw").last().click();
        assertThat(page.getByText(Pattern.compile("withdrawn by Owner"))).isVisible();
        assertThat(page.getByText("weigh them again in a few days")).isVisible();
    }

    @Test
    void wattsBecomeAmpsAndASupplyCanBeTooSmall() {
        open("Loaded", "loads");
        assertThat(page.getByText("Give a voltage, and watts become amps.")).isVisible();
        button("Give voltage and fuse of the mains").click();
        page.getByLabel("Its contact is rated for").fill("5");
        assertThat(page.getByText("1 % of its rating; a fifth is prudent")).isVisible();
        button("Something runs on low voltage").click();
        page.getByLabel("It can give").fill("1");
        page.getByRole(AriaRole.CHECKBOX, new Page.GetByRoleOptions().setName("mat")).check();
        assertThat(page.getByText("The low-voltage supply is overloaded").first()).isVisible();
        assertThat(page.getByText(Pattern.compile("no rating for direct current is given"))).isVisible();
        page.getByLabel("for direct current").fill("3");
        assertThat(page.getByText(Pattern.compile("no rating for direct current is given"))).hasCount(0);
    }
}
