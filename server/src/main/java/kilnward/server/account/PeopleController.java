package kilnward.server.account;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import kilnward.core.chamber.Chamber;
import kilnward.server.account.Accounts.Account;
import kilnward.server.account.Accounts.Membership;
import kilnward.server.people.Needs;
import kilnward.server.people.Person;
import kilnward.server.people.Role;
import kilnward.server.site.Sites;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.BoundsOf;
import kilnward.server.wire.problem.NotAllowedException;
import kilnward.server.wire.problem.NotFoundException;
import kilnward.server.wire.problem.Within;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Who belongs to the site, what they may do there, and who is asked to come. */
@RestController
@RequestMapping("/api/v1")
public class PeopleController {
    private static final int LONGEST_DAYS = 30;
    private final Accounts accounts;
    private final Links links;
    private final Sites sites;
    private final KilnWardProperties properties;
    private final List<Leaving> leaving;
    private final TransactionTemplate transactions;

    PeopleController(Accounts accounts, Links links, Sites sites, KilnWardProperties properties, List<Leaving> leaving, TransactionTemplate transactions) {
        this.leaving = List.copyOf(leaving);
        this.accounts = accounts;
        this.links = links;
        this.sites = sites;
        this.properties = properties;
        this.transactions = transactions;
    }

    /**
     * Somebody of the site.
     *
     * @param email for owners to see; null otherwise, and for none
     */
    public record MemberView(String id, String name, @OrNull String email, Role level, Instant since) {
    }

    /** Another level. */
    public record LevelChange(@NotNull Role level) {
    }

    /** Somebody is asked to come. */
    public record InvitationRequest(@NotNull Role level, @NotNull @Within(min = 1, max = LONGEST_DAYS, unit = "d") Integer days) {
    }

    /** An invitation that is good. */
    public record InvitationView(String id, Role level, String by, Instant madeAt, Instant expiresAt) {
    }

    /** A link that is good for once; told this once. */
    public record LinkOnce(String link, Instant expiresAt) {
        /** Says nothing of what it holds: records are told to logs as they are. */
        @Override
        public String toString() {
            return "LinkOnce[…]";
        }
    }

    /** Another site on this installation. */
    @BoundsOf(Chamber.class)
    public record SiteRequest(@NotBlank @Size(max = 80) String name, @NotBlank @Size(max = 60) String timeZone, @NotNull Double altitudeM) {
    }

    @Needs(Role.VISITOR)
    @GetMapping("/people")
    public List<MemberView> people(Authentication who) {
        boolean owner = who != null && who.getPrincipal() instanceof Person person && person.may(Role.OWNER);
        return sites.here().stream().flatMap(site -> accounts.of(site.id()).stream())
                .map(each -> new MemberView(each.account().toString(), each.name(), owner ? each.email() : null, each.level(), each.since())).toList();
    }

    @Needs(Role.OWNER)
    @PutMapping("/people/{id}")
    public List<MemberView> change(@PathVariable UUID id, @Valid @RequestBody LevelChange change, Authentication who) {
        UUID site = here();
        transactions.executeWithoutResult(status -> {
            if (accounts.change(id, site, change.level())) {
                accounts.find(id).ifPresent(links::withdrawOf);
            }
        });
        return people(who);
    }

    /** Takes somebody out of the site. What they did stays in its record. */
    @Needs(Role.OWNER)
    @DeleteMapping("/people/{id}")
    public List<MemberView> remove(@PathVariable UUID id, Authentication who) {
        UUID site = here();
        String name = accounts.find(id).map(Account::name).orElse("");
        transactions.executeWithoutResult(status -> {
            accounts.leave(id, site);
            accounts.find(id).ifPresent(links::withdrawOf);
            leaving.forEach(each -> each.left(name, site));
        });
        return people(who);
    }

    /** A link by which somebody who cannot get in any more sets a new password. Whoever also belongs to a site that one does not own is not one's to let in. */
    @Needs(Role.OWNER)
    @PostMapping("/people/{id}/recovery")
    public LinkOnce recovery(@PathVariable UUID id, Authentication who) {
        Person owner = (Person) who.getPrincipal();
        Account account = accounts.of(here()).stream().filter(each -> each.account().equals(id)).findFirst().flatMap(each -> accounts.find(each.account()))
                .orElseThrow(() -> new NotFoundException("There is nobody " + id + " at this site."));
        if (account.id().equals(owner.account())) {
            throw new NotAllowedException("Of your own password you change the old one for a new one; another owner, or who runs the server, can let you in again.");
        }
        Set<UUID> owned = accounts.sitesOf(owner.account()).stream().filter(each -> each.level() == Role.OWNER).map(Membership::site).collect(Collectors.toSet());
        if (!accounts.sitesOf(id).stream().allMatch(each -> owned.contains(each.site()))) {
            throw new NotAllowedException(account.name() + " also belongs to a site that is not yours. Who runs the server can let them in again.");
        }
        return once(links.recover(id, owner.name()));
    }

    @Needs(Role.OWNER)
    @GetMapping("/invitations")
    public List<InvitationView> invitations() {
        return links.open(here()).stream().map(each -> new InvitationView(each.id().toString(), each.level(), each.madeBy(), each.madeAt(), each.expiresAt())).toList();
    }

    @Needs(Role.OWNER)
    @PostMapping("/invitations")
    @ResponseStatus(HttpStatus.CREATED)
    public LinkOnce invite(@Valid @RequestBody InvitationRequest asked, Authentication who) {
        return once(links.invite(here(), asked.level(), who.getName(), Duration.ofDays(asked.days())));
    }

    @Needs(Role.OWNER)
    @DeleteMapping("/invitations/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    public void withdraw(@PathVariable UUID id) {
        links.withdraw(here(), id);
    }

    /** Adds a site, whose owner one is. */
    @Needs(Role.OWNER)
    @PostMapping("/sites")
    @ResponseStatus(HttpStatus.CREATED)
    public SessionController.SiteOf add(@Valid @RequestBody SiteRequest asked, Authentication who) {
        Person owner = (Person) who.getPrincipal();
        if (owner.account() == null) {
            throw new NotAllowedException("The demo has one site.");
        }
        return transactions.execute(status -> {
            Sites.Site site = sites.add(asked.name(), asked.timeZone(), asked.altitudeM());
            accounts.join(owner.account(), site.id(), Role.OWNER, owner.account());
            return new SessionController.SiteOf(site.id().toString(), site.name(), Role.OWNER);
        });
    }

    private UUID here() {
        return sites.here().map(Sites.Site::id).orElseThrow(() -> new NotFoundException("There is no site here."));
    }

    private LinkOnce once(Links.Fresh link) {
        return new LinkOnce(properties.publicUrl() + "/join#" + link.secret(), link.expiresAt());
    }
}
