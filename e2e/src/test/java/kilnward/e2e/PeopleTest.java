package kilnward.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.google.gson.JsonObject;
import com.google.gson.JsonParser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Request;
import com.microsoft.playwright.options.AriaRole;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import kilnward.server.running.ApiClient;
import kilnward.server.running.ServedServer;
import kilnward.server.running.ServedServer.Served;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** From a link in a window to a household of people: passkeys, invitations, levels, and what each of them sees. */
@ExtendWith(ServedServer.class)
class PeopleTest extends AtTheBrowser {
    private static final List<String> STEPS = List.of("occupant", "chamber", "probes", "loads", "settings", "card", "check", "faults", "prove", "run", "review", "run#alarms",
            "run#plan",
            "run#log");

    /** A device of the browser's that makes passkeys by itself. */
    private record Authenticator(CDPSession browser, JsonObject self) {
        static Authenticator of(Page page) {
            CDPSession browser = page.context().newCDPSession(page);
            browser.send("WebAuthn.enable");
            return new Authenticator(browser,
                    browser.send("WebAuthn.addVirtualAuthenticator",
                            JsonParser.parseString("{\"options\":{\"protocol\":\"ctap2\",\"transport\":\"internal\",\"hasResidentKey\":true,"
                                    + "\"hasUserVerification\":true,\"isUserVerified\":true,\"automaticPresenceSimulation\":true}}").getAsJsonObject()));
        }

        int passkeys() {
            return browser.send("WebAuthn.getCredentials", self).getAsJsonArray("credentials").size();
        }
    }

    @Test
    void theFirstOwnerComesInWithAPasskeyAndLetsAKeeperIn(Served served) throws Exception {
        String base = served.server().url().replace("127.0.0.1", "localhost");
        Authenticator device = Authenticator.of(page);
        page.navigate(base);
        assertThat(page.getByText("Nobody has made this installation theirs yet")).isVisible();
        page.navigate(base + "/join#" + served.firstSecret());
        page.reload();
        page.getByLabel("Your name").fill("Wren");
        page.getByLabel("Name of the site").fill("Nether Kiln");
        page.getByLabel("Time zone").selectOption("Europe/London");
        page.getByLabel("Altitude, in metres").fill("9600");
        button("Come in with a passkey").click();
        // What is wrong stands at its field, and the link stays good.
        assertThat(page.getByText("The altitude must be from -500 to 9000 m.")).isVisible();
        assertEquals(0, device.passkeys(), "made for nothing, it would be offered ever after");
        page.getByLabel("Altitude, in metres").fill("90");
        assertEquals(List.of(), Browser.serious(page));
        button("Come in with a passkey").click();
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Nether Kiln"))).isVisible();
        assertTrue(page.url().endsWith("/"), "the link stays in what the browser remembers: " + page.url());

        page.navigate(base + "/account");
        assertThat(page.getByText("made when joining", new Page.GetByTextOptions().setExact(true))).isVisible();
        assertEquals(List.of(), Browser.serious(page));
        // All that lets one in cannot be taken away.
        button("Remove made when joining").click();
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("It is all that lets you in");

        page.navigate(base + "/people");
        page.getByText("keeper everyday values").click();
        button("Make a link").click();
        String link = page.locator("section.fresh code").textContent();
        assertEquals(List.of(), Browser.serious(page));

        try (BrowserContext phone = browser.person(390, 844)) {
            Page theirs = phone.newPage();
            theirs.navigate(link);
            assertThat(theirs.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Come to Nether Kiln"))).isVisible();
            theirs.getByLabel("Your name").fill("Dab");
            theirs.getByText("or with a password").click();
            theirs.getByLabel("Password", new Page.GetByLabelOptions().setExact(true)).fill("short");
            theirs.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Come in with this password")).click();
            assertThat(theirs.getByText("must have at least 15 characters")).isVisible();
            theirs.getByLabel("Password", new Page.GetByLabelOptions().setExact(true)).fill("a stork has seldom two nests");
            theirs.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Come in with this password")).click();
            assertThat(theirs.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Dab, keeper"))).isVisible();
            assertThat(theirs.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("New chamber"))).hasCount(0);
            // Signed out, nothing is left to look at, and the password lets in again.
            theirs.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Dab, keeper")).click();
            theirs.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign out here")).click();
            assertThat(theirs.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Sign in"))).isVisible();
            assertEquals(List.of(), Browser.serious(theirs));
            theirs.navigate(base + "/calendar");
            theirs.getByLabel("Name or mail address").fill("dab");
            theirs.getByLabel("Password", new Page.GetByLabelOptions().setExact(true)).fill("a stork has seldom three nests");
            theirs.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign in").setExact(true)).click();
            assertThat(theirs.getByText("Name and password do not belong together.")).isVisible();
            theirs.getByLabel("Password", new Page.GetByLabelOptions().setExact(true)).fill("a stork has seldom two nests");
            theirs.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign in").setExact(true)).click();
            assertThat(theirs.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Calendar").setExact(true))).isVisible();
            // An owner takes them out: the page they have open says so at the next step.
            page.navigate(base + "/people");
            page.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText("Dab")).getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Take out"))
                    .click();
            confirm("Remove from site");
            assertThat(page.getByRole(AriaRole.LISTITEM).filter(new Locator.FilterOptions().setHasText("Dab"))).hasCount(0);
            theirs.navigate(base + "/");
            assertThat(theirs.getByText("You belong to no site.")).isVisible();
        }

        page.navigate(base + "/backups");
        button("Make one now").click();
        assertThat(page.getByText("■ brought back, the same").first()).isVisible();
        assertEquals(List.of(), Browser.serious(page));
        page.navigate(base + "/record");
        button("Look whether it is whole").click();
        assertThat(page.getByText("are as they were written.")).isVisible();
        assertThat(page.getByText("Wren added backup")).isVisible();
        assertEquals(List.of(), Browser.serious(page));
        page.navigate(base + "/account");
        button("Sign out here").click();
        String shown = page.waitForRequest(each -> each.url().endsWith("/api/v1/session/passkey"), () -> button("With a passkey").click()).postData();
        assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Wren"))).isVisible();
        // Shown once more it is nobody's: what it answers to was asked once.
        String again = "async body => { const token = () => decodeURIComponent(/XSRF-TOKEN=([^;]*)/.exec(document.cookie)[1]);"
                + "const post = (path, body) => fetch('/api/v1/session' + path, { method: 'POST', body, headers: { 'Content-Type': 'application/json', 'X-XSRF-TOKEN': token() } });"
                + "const before = (await post('/passkey', body)).status; await post('/passkey/asked', null); return before + ' ' + (await post('/passkey', body)).status }";
        assertEquals("400 400", page.evaluate(again, shown));
    }

    /** A lead fixes limits; a keeper is asked outside the inner pair, refused outside the outer one, and nothing typed is lost. */
    @Test
    void aKeeperIsAskedAndRefusedWhereALeadFixedLimits() {
        String id = open("Held to limits", "settings");
        ApiClient lead = ApiClient.as(server, "LEAD");
        String controller = lead.get("/api/v1/chambers/" + id).body().at("/plan/controllers/0/id").asString();
        assertEquals(201,
                lead.post("/api/v1/chambers/" + id + "/controllers/" + controller + "/settings", "{\"basedOn\":0,\"reason\":\"first\",\"values\":{\"UNIT\":0,\"DIRECTION\":0,"
                        + "\"SET_VALUE\":28,\"DIFFERENTIAL\":0.5,\"ACT_DELAY\":0,\"HIGH_ALARM\":31,\"LOW_ALARM\":25,\"OFFSET\":0}}").status());
        page.navigate("/chambers/" + id + "/settings");
        pick("LEAD");
        unfold("Limits for keepers");
        page.getByLabel("Set value, asked above").fill("28.5");
        page.getByLabel("Set value, refused above").fill("28.2");
        button("Fix these limits").click();
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("must be in the order");
        page.getByLabel("Set value, refused above").fill("29");
        button("Fix these limits").click();
        assertThat(page.getByText("The limits hold from now on.")).isVisible();
        assertEquals(List.of(), Browser.serious(page));

        pick("KEEPER");
        page.reload();
        page.getByLabel(Pattern.compile("3 Set value")).fill("28.8");
        button("Save with a reason").click();
        page.getByLabel("Reason").fill("cold nights");
        button("Save settings 2").click();
        assertThat(page.locator("dialog").getByText("Set value 28.8 is not at most 28.5, as Lead would have it. Is it meant so?")).isVisible();
        assertEquals(List.of(), Browser.serious(page));
        page.getByLabel("It is meant so, and the reason says why").check();
        button("Save settings 2").click();
        assertThat(page.getByText("Settings 2 are saved.")).isVisible();
        page.getByLabel(Pattern.compile("3 Set value")).fill("29.4");
        button("Save with a reason").click();
        page.getByLabel("Reason").fill("colder nights");
        button("Save settings 3").click();
        assertThat(page.locator("dialog").getByText("must be at most 29 for a keeper: Lead fixed that; ask a lead").first()).isVisible();
        button("Not yet").click();
        assertThat(page.getByLabel(Pattern.compile("3 Set value"))).hasValue("29.4");
    }

    /** Every button that somebody sees is pressed, on every page: none of them is answered with a refusal of who they are. */
    @Test
    void whoMaySeeAButtonMayPressIt() {
        String mine = open("Pressed everywhere", "settings");
        TreeSet<String> refused = new TreeSet<>();
        String[] at = {""};
        // What was asked while somebody else was looking may be answered to who looks now, who never saw that page.
        Map<Request, String> asked = new IdentityHashMap<>();
        page.onRequest(request -> asked.put(request, at[0]));
        page.onResponse(response -> {
            String where = asked.getOrDefault(response.request(), "");
            if (response.status() == 403 && !where.isEmpty()) {
                refused.add(where + ": " + response.request().method() + " " + response.url().replaceFirst(".*/api", "/api"));
            }
        });
        // Leaving a page may be left; everything else that asks is answered with no.
        page.onDialog(dialog -> {
            if (dialog.type().equals("beforeunload")) {
                dialog.accept();
            } else {
                dialog.dismiss();
            }
        });
        for (String role : List.of("VISITOR", "KEEPER")) {
            List<String> paths = new ArrayList<>(List.of("/", "/calendar", "/telling", "/people", "/record", "/backups", "/account", "/compare", "/capacity"));
            STEPS.forEach(step -> paths.add("/chambers/" + mine + "/" + step));
            at[0] = "";
            page.navigate("/");
            pick(role);
            for (String path : paths) {
                at[0] = path;
                page.navigate(path);
                page.waitForLoadState();
                page.waitForTimeout(200);
                press(path, at);
            }
            assertEquals(new TreeSet<>(), refused, role);
        }
    }

    private void press(String path, String[] at) {
        Locator buttons = page.locator("main button:visible:not([disabled])");
        int count = Math.min(30, buttons.count());
        // Of a row of the same buttons one tells as much as all of them.
        Set<String> pressed = new HashSet<>();
        for (int i = 0; i < count; i++) {
            Locator each = buttons.nth(i);
            try {
                if (each.count() == 0 || !each.isVisible() || each.isDisabled()) {
                    continue;
                }
                at[0] = path + " “" + each.textContent(new Locator.TextContentOptions().setTimeout(500)).strip() + "”";
                if (!pressed.add(at[0])) {
                    continue;
                }
                each.click(new Locator.ClickOptions().setTimeout(500));
                page.keyboard().press("Escape");
                if (!page.url().endsWith(path)) {
                    page.navigate(path);
                    page.waitForTimeout(120);
                }
            } catch (com.microsoft.playwright.TimeoutError covered) {
                // It went away, or something stands before it: a dialog is closed by Escape.
                page.keyboard().press("Escape");
            }
        }
        page.waitForTimeout(80);
    }
}
