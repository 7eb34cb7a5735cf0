package kilnward.server.account;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.UUID;
import java.util.function.Predicate;
import kilnward.server.account.Accounts.Membership;
import kilnward.server.people.Here;
import kilnward.server.people.Person;
import kilnward.server.site.Sites;
import kilnward.server.wire.KilnWardProperties;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Who is asking, at which site, at which level: looked up anew with every request, so that whoever was given another level, or was taken out, has it at once. What is then
 * looked up in the record is of that site only.
 */
final class WhoIsHere extends OncePerRequestFilter {
    /** Of no site: whoever belongs to none finds nothing. */
    private static final UUID NOWHERE = new UUID(0, 1);
    private final Accounts accounts;
    private final Sites sites;
    private final KilnWardProperties properties;
    private final Predicate<HttpServletRequest> stateless;

    WhoIsHere(Accounts accounts, Sites sites, KilnWardProperties properties, Predicate<HttpServletRequest> stateless) {
        this.stateless = stateless;
        this.accounts = accounts;
        this.sites = sites;
        this.properties = properties;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !request.getRequestURI().startsWith("/api/") || stateless.test(request);
    }

    @Override
    @SuppressWarnings("try")
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain rest) throws ServletException, IOException {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        Person person = who != null && who.getPrincipal() instanceof Person signedIn ? now(signedIn) : null;
        UUID site = NOWHERE;
        if (person == null) {
            if (who != null) {
                SecurityContextHolder.clearContext();
                if (request.getSession(false) != null) {
                    request.getSession(false).invalidate();
                }
            }
            // In the demo whoever has picked no role yet may look.
            site = properties.demo() ? sites.first().map(Sites.Site::id).orElse(NOWHERE) : NOWHERE;
        } else {
            var context = SecurityContextHolder.createEmptyContext();
            context.setAuthentication(SignIn.token(person));
            SecurityContextHolder.setContext(context);
            site = person.site() == null ? NOWHERE : person.site();
        }
        try (Here.Visit visit = Here.visit(site)) {
            rest.doFilter(request, response);
        }
    }

    /** As they are now; null for who is nobody any more, or who picked a role in the demo where the same records are served in earnest. */
    private Person now(Person person) {
        if (person.account() == null) {
            return properties.demo() ? person : null;
        }
        List<Membership> theirs = accounts.sitesOf(person.account());
        if (theirs.isEmpty()) {
            return accounts.find(person.account()).map(each -> new Person(each.id(), each.name(), null, null)).orElse(null);
        }
        Membership there = theirs.stream().filter(each -> each.site().equals(person.site())).findFirst().orElse(theirs.get(0));
        return new Person(person.account(), person.name(), there.site(), there.level());
    }
}
