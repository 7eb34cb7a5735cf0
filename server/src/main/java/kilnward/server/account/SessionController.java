package kilnward.server.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.account.Accounts.Account;
import kilnward.server.people.Open;
import kilnward.server.people.Person;
import kilnward.server.people.Role;
import kilnward.server.site.Sites;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.NotFoundException;
import kilnward.server.wire.problem.SlowDownException;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Who is looking: signing in and out. In the demo anybody on this machine picks a role. */
@Open
@RestController
@RequestMapping("/api/v1/session")
public class SessionController {
    private final CsrfTokens tokens;
    private final KilnWardProperties properties;
    private final Accounts accounts;
    private final Passwords passwords;
    private final Passkeys passkeys;
    private final Patience patience;
    private final SignIn signIn;
    private final Sites sites;

    SessionController(CsrfTokens tokens, KilnWardProperties properties, Accounts accounts, Passwords passwords, Passkeys passkeys, Patience patience, SignIn signIn, Sites sites) {
        this.tokens = tokens;
        this.properties = properties;
        this.accounts = accounts;
        this.passwords = passwords;
        this.passkeys = passkeys;
        this.patience = patience;
        this.signIn = signIn;
        this.sites = sites;
    }

    /** A site that somebody may look at. */
    public record SiteOf(String id, String name, Role level) {
    }

    /**
     * Who is looking.
     *
     * @param role     what they may do at the site they look at; null for nobody yet, and for who belongs to no site any more
     * @param demo     whether a role can simply be picked
     * @param name     null for nobody yet
     * @param siteId   at which they look; null for none
     * @param sites    those they may look at
     * @param passkeys whether passkeys are offered at this address
     * @param unowned  whether nobody has made this installation theirs yet
     * @param operator whether they run the whole installation
     */
    public record SessionView(@OrNull Role role, boolean demo, @OrNull String name, @OrNull String siteId, List<SiteOf> sites, boolean passkeys, boolean unowned,
            boolean operator) {
    }

    /** A role to take. */
    public record RoleChoice(@NotNull Role role) {
    }

    /**
     * @param name     a name, or a mail address
     * @param password as it was typed
     */
    public record PasswordSignIn(@NotNull @Size(max = 254) String name, @NotNull String password) {
        /** Says nothing of what it holds: records are told to logs as they are. */
        @Override
        public String toString() {
            return "PasswordSignIn[…]";
        }
    }

    /** A passkey that a browser has shown; {@code credential} as the browser gives it. */
    public record PasskeySignIn(@NotNull JsonNode credential) {
    }

    /** A site to look at. */
    public record SiteChoice(@NotNull UUID siteId) {
    }

    @GetMapping
    public SessionView session(Authentication who) {
        return view(who != null && who.getPrincipal() instanceof Person person ? person : null);
    }

    private SessionView view(Person person) {
        List<SiteOf> theirs = person == null || person.account() == null ? List.of()
                : accounts.sitesOf(person.account()).stream().map(each -> new SiteOf(each.site().toString(), each.siteName(), each.level())).toList();
        return new SessionView(person == null ? null : person.level(), properties.demo(), person == null ? null : person.name(),
                person == null || person.site() == null ? null : person.site().toString(), theirs, passkeys.offered(), !properties.demo() && accounts.isEmpty(),
                person != null && (properties.demo() ? person.may(Role.OWNER) : accounts.isOperator(person)));
    }

    @PostMapping
    public SessionView pick(@Valid @RequestBody RoleChoice choice, HttpServletRequest request, HttpServletResponse response) {
        if (!properties.demo()) {
            throw new NotFoundException("Roles can be picked in the demo only.");
        }
        Person person = new Person(null, choice.role().name().charAt(0) + choice.role().name().substring(1).toLowerCase(java.util.Locale.ROOT),
                sites.first().map(Sites.Site::id).orElse(null), choice.role());
        signIn.begin(person, request, response);
        return view(person);
    }

    /** Signs in with a password. A name that nobody has is refused in the same words, after as long. */
    @PostMapping("/password")
    public SessionView password(@Valid @RequestBody PasswordSignIn asked, HttpServletRequest request, HttpServletResponse response) {
        String address = request.getRemoteAddr();
        slow(patience.tries(address));
        Account account = accounts.called(asked.name()).orElse(null);
        String whose = Patience.whose(asked.name(), Optional.ofNullable(account).map(Account::id));
        slow(patience.waits(whose, address));
        if (!passwords.matches(asked.password(), account == null ? null : account.password())) {
            patience.failed(whose, address);
            if (account != null) {
                signIn.failed(account);
            }
            throw new RefusedValueException("password", "…", "and name do not belong together");
        }
        patience.succeeded(whose, address);
        return view(signIn.begin(account, request, response));
    }

    /** What a browser needs to ask for a passkey. */
    @PostMapping("/passkey/asked")
    public JsonNode asked(HttpServletRequest request) {
        slow(patience.tries(request.getRemoteAddr()));
        return passkeys.asking(request.getSession());
    }

    /** Signs in with a passkey. */
    @PostMapping("/passkey")
    public SessionView passkey(@Valid @RequestBody PasskeySignIn shown, HttpServletRequest request, HttpServletResponse response) {
        HttpSession session = request.getSession();
        Account account = passkeys.shown(shown.credential(), session).flatMap(accounts::find)
                .orElseThrow(() -> new RefusedValueException("credential", "…", "is of nobody here; sign in with a password, or ask an owner for a link"));
        return view(signIn.begin(account, request, response));
    }

    static void slow(OptionalLong waitS) {
        if (waitS.isPresent()) {
            throw new SlowDownException(waitS.getAsLong(), "That was tried too often. Wait " + waitS.getAsLong() + " s, then try again.");
        }
    }

    /** Looks at another of one's sites. */
    @PostMapping("/site")
    public SessionView site(@Valid @RequestBody SiteChoice choice, Authentication who, HttpServletRequest request, HttpServletResponse response) {
        if (who == null || !(who.getPrincipal() instanceof Person person) || person.account() == null) {
            throw new NotFoundException("There is no site " + choice.siteId() + " of yours.");
        }
        Person there = signIn.at(person, choice.siteId());
        signIn.save(there, request, response);
        return view(there);
    }

    /** Signs out. */
    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void signOut(Authentication who, HttpServletRequest request, HttpServletResponse response) {
        if (who != null && who.getPrincipal() instanceof Person person) {
            signIn.signedOut(person);
        }
        HttpSession session = request.getSession(false);
        if (session != null) {
            session.invalidate();
        }
        tokens.renew(request, response);
    }
}
