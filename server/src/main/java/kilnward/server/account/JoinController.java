package kilnward.server.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.Arrays;
import java.util.UUID;
import kilnward.core.chamber.Chamber;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.account.Accounts.Account;
import kilnward.server.account.Links.Kind;
import kilnward.server.account.Links.Link;
import kilnward.server.people.Open;
import kilnward.server.people.Person;
import kilnward.server.people.Role;
import kilnward.server.site.Sites;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.BoundsOf;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.security.core.Authentication;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Coming in by a link that is good for once. What stands in the link is sent in the body, and so in no log. */
@Open
@RestController
@RequestMapping("/api/v1/join")
public class JoinController {
    private final Links links;
    private final Accounts accounts;
    private final Passwords passwords;
    private final Passkeys passkeys;
    private final Patience patience;
    private final SignIn signIn;
    private final Sites sites;
    private final TransactionTemplate transactions;

    JoinController(Links links, Accounts accounts, Passwords passwords, Passkeys passkeys, Patience patience, SignIn signIn, Sites sites, TransactionTemplate transactions) {
        this.links = links;
        this.accounts = accounts;
        this.passwords = passwords;
        this.passkeys = passkeys;
        this.patience = patience;
        this.signIn = signIn;
        this.sites = sites;
        this.transactions = transactions;
    }

    /** What stands in a link. */
    public record Secret(@NotBlank @Size(max = 100) String secret) {
        /** Says nothing of what it holds: records are told to logs as they are. */
        @Override
        public String toString() {
            return "Secret[…]";
        }
    }

    /**
     * What a link is for.
     *
     * @param kind  FIRST makes the owner of an installation that has none, INVITE lets somebody in at a site, RECOVER sets a new password
     * @param site  null where there is none yet, or it is about an account
     * @param level null for a new password
     * @param name  whose new password; null otherwise
     */
    public record LinkView(String kind, @OrNull String site, @OrNull Role level, String by, Instant expiresAt, @OrNull String name) {
    }

    /**
     * A passkey to be made for a new account.
     *
     * @param site the site of a new installation; null otherwise
     */
    public record PasskeyWish(@NotBlank @Size(max = 100) String secret, @NotBlank @Size(max = 80) String name, @OrNull @Size(max = 254) String email,
            @OrNull @Valid FirstSite site) {
        /** Says nothing of what it holds: records are told to logs as they are. */
        @Override
        public String toString() {
            return "PasskeyWish[…]";
        }
    }

    /** The site of a new installation. */
    @BoundsOf(Chamber.class)
    public record FirstSite(@NotBlank @Size(max = 80) String name, @NotBlank @Size(max = 60) String timeZone, @NotNull Double altitudeM) {
    }

    /**
     * A new account.
     *
     * @param password   null where a passkey was made
     * @param credential the passkey as the browser gives it; null where there is a password
     * @param site       the site of a new installation; null otherwise
     */
    public record JoinRequest(@NotBlank @Size(max = 100) String secret, @NotBlank @Size(max = 80) String name, @OrNull @Size(max = 254) String email, @OrNull String password,
            @OrNull JsonNode credential, @OrNull @Valid FirstSite site) {
        /** Says nothing of what it holds: records are told to logs as they are. */
        @Override
        public String toString() {
            return "JoinRequest[…]";
        }
    }

    /** A new password. */
    public record Renewal(@NotBlank @Size(max = 100) String secret, @NotNull String password) {
        /** Says nothing of what it holds: records are told to logs as they are. */
        @Override
        public String toString() {
            return "Renewal[…]";
        }
    }

    /** Who is signed in now. */
    public record Joined(String name, @OrNull Role level) {
    }

    @PostMapping("/look")
    public LinkView look(@Valid @RequestBody Secret secret, HttpServletRequest request) {
        SessionController.slow(patience.tries(request.getRemoteAddr()));
        Link link = links.look(secret.secret());
        return new LinkView(link.kind().name(), link.siteName(), link.level(), link.madeBy(), link.expiresAt(),
                link.account() == null ? null : accounts.find(link.account()).map(Account::name).orElse(null));
    }

    /** What a browser needs to make a passkey. Everything else is tried first: a passkey that was made for nothing stays in somebody's device, and is offered there ever after. */
    @PostMapping("/passkey")
    public JsonNode passkey(@Valid @RequestBody PasskeyWish wish, HttpServletRequest request) {
        SessionController.slow(patience.tries(request.getRemoteAddr()));
        require(wish.secret(), wish.site());
        UUID id = UUID.randomUUID();
        transactions.executeWithoutResult(status -> {
            come(wish.secret(), id, wish.name(), wish.email(), null, wish.site());
            status.setRollbackOnly();
        });
        return passkeys.making(id, wish.name().strip(), request.getSession());
    }

    /** Makes an account and signs it in. */
    @PostMapping
    public Joined join(@Valid @RequestBody JoinRequest asked, HttpServletRequest request, HttpServletResponse response) {
        SessionController.slow(patience.tries(request.getRemoteAddr()));
        Link looked = require(asked.secret(), asked.site());
        if ((asked.password() == null) == isNone(asked.credential())) {
            throw new RefusedValueException("password", null, "must be given, or a passkey, but not both");
        }
        String kept = null;
        if (asked.password() != null) {
            passwords.check("password", asked.password(), Arrays.asList(asked.name(), asked.email(), looked.siteName(), asked.site() == null ? null : asked.site().name()));
            kept = passwords.encode(asked.password());
        }
        String password = kept;
        Account account = transactions.execute(status -> {
            UUID id = isNone(asked.credential()) ? UUID.randomUUID() : passkeys.make(asked.credential(), "made when joining", request.getSession());
            return come(asked.secret(), id, asked.name(), asked.email(), password, asked.site());
        });
        Person person = signIn.begin(account, request, response);
        return new Joined(person.name(), person.level());
    }

    /** Uses a link: an account comes to a site, which may be new. */
    private Account come(String secret, UUID id, String name, String email, String password, FirstSite first) {
        Link link = links.use(secret, id);
        Account made = accounts.add(id, name, email, password);
        UUID site = link.kind() == Kind.FIRST ? sites.add(first.name(), first.timeZone(), first.altitudeM()).id() : link.site();
        accounts.join(id, site, link.level(), id);
        if (link.kind() == Kind.FIRST) {
            accounts.makeOperator(id, id.toString());
        }
        return made;
    }

    private Link require(String secret, FirstSite site) {
        Link looked = links.look(secret);
        require(looked, Kind.FIRST, Kind.INVITE);
        if (looked.kind() == Kind.FIRST && site == null) {
            throw new RefusedValueException("site", null, "must be given: a new installation begins with one");
        }
        return looked;
    }

    /** Somebody who is signed in already comes to a site, too. */
    @PostMapping("/too")
    public Joined too(@Valid @RequestBody Secret secret, Authentication who, HttpServletRequest request, HttpServletResponse response) {
        if (who == null || !(who.getPrincipal() instanceof Person person) || person.account() == null) {
            throw new NotFoundException("Nobody is signed in.");
        }
        SessionController.slow(patience.tries(request.getRemoteAddr()));
        Link link = transactions.execute(status -> {
            Link used = links.use(secret.secret(), person.account());
            require(used, Kind.INVITE);
            boolean more = accounts.sitesOf(person.account()).stream().noneMatch(each -> each.site().equals(used.site()) && each.level().compareTo(used.level()) >= 0);
            if (more) {
                accounts.join(person.account(), used.site(), used.level(), person.account());
            }
            return used;
        });
        Person there = signIn.at(person, link.site());
        signIn.save(there, request, response);
        return new Joined(there.name(), there.level());
    }

    /** Sets a new password; all sessions of the account end, and one begins here. */
    @PostMapping("/again")
    public Joined again(@Valid @RequestBody Renewal renewal, HttpServletRequest request, HttpServletResponse response) {
        SessionController.slow(patience.tries(request.getRemoteAddr()));
        Link looked = links.look(renewal.secret());
        require(looked, Kind.RECOVER);
        Account account = accounts.find(looked.account()).orElseThrow(() -> new NotFoundException("There is no such account any more."));
        passwords.check("password", renewal.password(), Arrays.asList(account.name(), account.email()));
        String kept = passwords.encode(renewal.password());
        transactions.executeWithoutResult(status -> {
            links.use(renewal.secret(), account.id());
            accounts.changePassword(account.id(), kept);
            links.withdrawOf(account);
        });
        signIn.endAll(account.name(), null);
        Person person = signIn.begin(account, request, response);
        return new Joined(person.name(), person.level());
    }

    private static boolean isNone(JsonNode credential) {
        return credential == null || credential.isNull();
    }

    private static void require(Link link, Kind... kinds) {
        if (!Arrays.asList(kinds).contains(link.kind())) {
            throw new NotFoundException("This link is for something else.");
        }
    }
}
