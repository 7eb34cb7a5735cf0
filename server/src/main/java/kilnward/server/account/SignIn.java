package kilnward.server.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import kilnward.server.account.Accounts.Account;
import kilnward.server.account.Accounts.Membership;
import kilnward.server.audit.Audit.Done;
import kilnward.server.audit.Audit.What;
import kilnward.server.audit.Audit;
import kilnward.server.people.Person;
import kilnward.server.people.Standing;
import kilnward.server.store.Token;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Component;

/** Sessions: where somebody is signed in, from when and where on. They stand in the record, so that any server knows them and any can end them. */
@Component
class SignIn implements Standing {
    private static final String FROM = "kiln.from";
    private static final String WITH = "kiln.with";
    private static final int LONGEST_AGENT = 300;
    private final CsrfTokens tokens;
    private final SecurityContextRepository contexts;
    private final FindByIndexNameSessionRepository<? extends Session> sessions;
    private final Accounts accounts;
    private final Audit audit;

    SignIn(CsrfTokens tokens, SecurityContextRepository contexts, FindByIndexNameSessionRepository<? extends Session> sessions, Accounts accounts, Audit audit) {
        this.audit = audit;
        this.tokens = tokens;
        this.contexts = contexts;
        this.sessions = sessions;
        this.accounts = accounts;
    }

    /**
     * A session as its owner sees it.
     *
     * @param id   stands for it; the session's own id is nobody's to see
     * @param from address of whoever signed in
     * @param with their browser, as it calls itself
     */
    record SessionOf(String id, Instant since, Instant seenAt, String from, String with, boolean isThis) {
    }

    /** Begins a session of an account, at the first of its sites. */
    Person begin(Account account, HttpServletRequest request, HttpServletResponse response) {
        Membership first = accounts.sitesOf(account.id()).stream().findFirst().orElse(null);
        Person person = new Person(account.id(), account.name(), first == null ? null : first.site(), first == null ? null : first.level());
        begin(person, request, response);
        audit.write(new Done(What.SIGNED_IN, "session", account.id().toString(), "", null, person.site(), null, List.of()), account.id().toString());
        return person;
    }

    /** Somebody tried to sign in as an account, and is not known to be it. */
    void failed(Account account) {
        accounts.sitesOf(account.id())
                .forEach(each -> audit.write(new Done(What.SIGN_IN_FAILED, "session", account.id().toString(), "", null, each.site(), null, List.of()), account.id().toString()));
    }

    /** Somebody ends the session they are in. */
    void signedOut(Person person) {
        if (person.account() != null) {
            audit.write(new Done(What.SIGNED_OUT, "session", person.account().toString(), "", null, person.site(), null, List.of()));
        }
    }

    /** Begins a session of somebody. */
    void begin(Person person, HttpServletRequest request, HttpServletResponse response) {
        // Whoever knew the session of the one before must not be the one who comes after. It is another session and not the same under another id: what is still under way
        // for the old one would write that id back when it ends.
        HttpSession before = request.getSession(false);
        if (before != null) {
            before.invalidate();
        }
        save(person, request, response);
        HttpSession session = request.getSession();
        session.setAttribute(FROM, request.getRemoteAddr());
        String agent = request.getHeader("User-Agent");
        session.setAttribute(WITH, agent == null ? "" : agent.substring(0, Math.min(LONGEST_AGENT, agent.length())));
        tokens.renew(request, response);
    }

    /** Looks at another site from now on, in the same session. */
    void save(Person person, HttpServletRequest request, HttpServletResponse response) {
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(token(person));
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
    }

    static UsernamePasswordAuthenticationToken token(Person person) {
        return UsernamePasswordAuthenticationToken.authenticated(person, null, List.of());
    }

    /** Those of somebody, the one seen last first. */
    List<SessionOf> of(String name, HttpSession now) {
        return found(name).entrySet().stream().map(each -> new SessionOf(handle(each.getKey()), each.getValue().getCreationTime(), each.getValue().getLastAccessedTime(),
                text(each.getValue(), FROM), text(each.getValue(), WITH), now != null && each.getKey().equals(now.getId())))
                .sorted(Comparator.comparing(SessionOf::seenAt).reversed()).toList();
    }

    private static String text(Session session, String name) {
        Object value = session.getAttribute(name);
        return value == null ? "" : value.toString();
    }

    /** Ends one of somebody's. */
    void end(String name, String handle) {
        String id = found(name).keySet().stream().filter(each -> handle(each).equals(handle)).findFirst()
                .orElseThrow(() -> new NotFoundException("There is no session " + handle + " of yours."));
        sessions.deleteById(id);
    }

    /** Ends all of somebody's but one. */
    void endAll(String name, HttpSession except) {
        found(name).keySet().stream().filter(each -> except == null || !each.equals(except.getId())).forEach(sessions::deleteById);
    }

    private Map<String, ? extends Session> found(String name) {
        return sessions.findByPrincipalName(name);
    }

    private static String handle(String sessionId) {
        return Token.hashText(sessionId).substring(0, 16);
    }

    @Override
    public boolean still(Person person, String session) {
        return person.account() == null || session != null && sessions.findById(session) != null
                && accounts.sitesOf(person.account()).stream().anyMatch(each -> each.site().equals(person.site()));
    }

    /** Whose site it is to look at. */
    Person at(Person person, UUID site) {
        Membership there = accounts.sitesOf(person.account()).stream().filter(each -> each.site().equals(site)).findFirst()
                .orElseThrow(() -> new NotFoundException("There is no site " + site + " of yours."));
        return new Person(person.account(), person.name(), there.site(), there.level());
    }
}
