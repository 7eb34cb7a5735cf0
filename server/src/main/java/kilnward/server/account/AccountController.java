package kilnward.server.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.account.Accounts.Account;
import kilnward.server.account.Passkeys.PasskeyView;
import kilnward.server.account.SessionController.SiteOf;
import kilnward.server.account.SignIn.SessionOf;
import kilnward.server.people.Here;
import kilnward.server.people.Needs;
import kilnward.server.people.Person;
import kilnward.server.people.Role;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.NotAllowedException;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.Authentication;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** One's own account: what lets one in, and where one is signed in. */
@RestController
@RequestMapping("/api/v1/account")
public class AccountController {
    private final Accounts accounts;
    private final Passwords passwords;
    private final Passkeys passkeys;
    private final Patience patience;
    private final SignIn signIn;
    private final Links links;
    private final Traces traces;
    private final List<Leaving> leaving;
    private final TransactionTemplate transactions;

    AccountController(Accounts accounts, Passwords passwords, Passkeys passkeys, Patience patience, SignIn signIn, Links links, Traces traces, List<Leaving> leaving,
            TransactionTemplate transactions) {
        this.leaving = List.copyOf(leaving);
        this.links = links;
        this.traces = traces;
        this.transactions = transactions;
        this.accounts = accounts;
        this.passwords = passwords;
        this.passkeys = passkeys;
        this.patience = patience;
        this.signIn = signIn;
    }

    /**
     * An account as its owner sees it.
     *
     * @param passwordAt when the password was set; null for none
     */
    public record AccountView(String name, @OrNull String email, Instant madeAt, @OrNull Instant passwordAt, List<PasskeyView> passkeys, List<SessionOf> sessions,
            List<SiteOf> sites) {
    }

    /**
     * @param current null where there is none yet
     */
    public record PasswordChange(@OrNull String current, @NotNull String next) {
        /** Says nothing of what it holds: records are told to logs as they are. */
        @Override
        public String toString() {
            return "PasswordChange[…]";
        }
    }

    /** A passkey that a browser has made; {@code credential} as the browser gives it. */
    public record NewPasskey(@NotBlank @Size(max = 80) String label, @NotNull JsonNode credential) {
    }

    @Needs(value = Role.VISITOR, ofAccount = true)
    @GetMapping
    public AccountView mine(Authentication who, HttpServletRequest request) {
        Account account = account(who);
        return new AccountView(account.name(), account.email(), account.madeAt(), account.passwordAt(), passkeys.of(account.id()),
                signIn.of(account.name(), request.getSession(false)),
                accounts.sitesOf(account.id()).stream().map(each -> new SiteOf(each.site().toString(), each.siteName(), each.level())).toList());
    }

    /** Sets another password; everywhere else one is signed out. */
    @Needs(value = Role.VISITOR, ofAccount = true)
    @PostMapping("/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void password(@Valid @RequestBody PasswordChange change, Authentication who, HttpServletRequest request) {
        Account account = account(who);
        String address = request.getRemoteAddr();
        if (account.password() != null) {
            OptionalLong waits = patience.waits(account.id().toString(), address);
            SessionController.slow(waits);
            if (change.current() == null || !passwords.matches(change.current(), account.password())) {
                patience.failed(account.id().toString(), address);
                throw new RefusedValueException("current", "…", "is not your password");
            }
        }
        passwords.check("next", change.next(), Arrays.asList(account.name(), account.email()));
        accounts.changePassword(account.id(), passwords.encode(change.next()));
        links.withdrawOf(account);
        signIn.endAll(account.name(), request.getSession(false));
    }

    @Needs(value = Role.VISITOR, ofAccount = true)
    @PostMapping("/passkeys/asked")
    public JsonNode passkeyAsked(Authentication who, HttpServletRequest request) {
        Account account = account(who);
        return passkeys.making(account.id(), account.name(), request.getSession());
    }

    @Needs(value = Role.VISITOR, ofAccount = true)
    @PostMapping("/passkeys")
    @ResponseStatus(HttpStatus.CREATED)
    public List<PasskeyView> addPasskey(@Valid @RequestBody NewPasskey made, Authentication who, HttpServletRequest request) {
        Account account = account(who);
        if (!passkeys.make(made.credential(), made.label().strip(), request.getSession()).equals(account.id())) {
            throw new RefusedValueException("credential", "…", "was made for another account");
        }
        return passkeys.of(account.id());
    }

    @Needs(value = Role.VISITOR, ofAccount = true)
    @DeleteMapping("/passkeys/{id}")
    public List<PasskeyView> removePasskey(@PathVariable String id, Authentication who) {
        Account account = account(who);
        if (account.password() == null && passkeys.of(account.id()).size() == 1) {
            throw new NotAllowedException("It is all that lets you in. Set a password or make another passkey first.");
        }
        passkeys.remove(account.id(), id);
        return passkeys.of(account.id());
    }

    /** Ends a session. */
    @Needs(value = Role.VISITOR, ofAccount = true)
    @DeleteMapping("/sessions/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void endSession(@PathVariable String id, Authentication who) {
        signIn.end(account(who).name(), id);
    }

    /** Ends all sessions but this. */
    @Needs(value = Role.VISITOR, ofAccount = true)
    @DeleteMapping("/sessions")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void endSessions(Authentication who, HttpServletRequest request) {
        Account account = account(who);
        signIn.endAll(account.name(), request.getSession(false));
        links.withdrawOf(account);
    }

    /** All that is kept of oneself: the account, what one has changed, and what stands under one's name. */
    @Needs(value = Role.VISITOR, ofAccount = true)
    @GetMapping(value = "/data", produces = MediaType.APPLICATION_JSON_VALUE)
    public ResponseEntity<Kept> data(Authentication who, HttpServletRequest request) {
        Account account = account(who);
        return ResponseEntity.ok().header(HttpHeaders.CONTENT_DISPOSITION, ContentDisposition.attachment().filename("kept-of-you.json").build().toString())
                .body(new Kept(mine(who, request), traces.changes(account.id()), traces.of(account.name())));
    }

    /** All that is kept of somebody. */
    public record Kept(AccountView account, List<Map<String, Object>> changes, List<Traces.Trace> traces) {
    }

    /** One's name, typed again. */
    public record Goodbye(@NotNull @Size(max = 80) String name) {
    }

    /**
     * Takes oneself out: account, passkeys and sessions are gone, and in all that is kept stands that somebody did it, and not who. What was typed into notes stays as it is.
     * Whoever is the only owner of a site has to make somebody else one first.
     */
    @Needs(value = Role.VISITOR, ofAccount = true)
    @PostMapping("/end")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void end(@Valid @RequestBody Goodbye goodbye, Authentication who, HttpServletRequest request) {
        Account account = account(who);
        if (!goodbye.name().strip().equalsIgnoreCase(account.name())) {
            throw new RefusedValueException("name", goodbye.name(), "must be your own name, as it stands here");
        }
        signIn.endAll(account.name(), request.getSession(false));
        transactions.executeWithoutResult(status -> {
            String nobody = "taken out " + account.id().toString().substring(0, 8);
            accounts.sitesOf(account.id()).forEach(each -> Here.at(each.site(), () -> {
                leaving.forEach(room -> room.left(account.name(), each.site()));
                return null;
            }));
            accounts.end(account.id(), nobody);
            passkeys.removeAll(account.id());
            links.withdrawOf(account);
            traces.rename(account.id(), account.name(), nobody);
        });
        request.getSession().invalidate();
    }

    private Account account(Authentication who) {
        return accounts.find(((Person) who.getPrincipal()).account()).orElseThrow(() -> new NotFoundException("There is no such account any more."));
    }
}
