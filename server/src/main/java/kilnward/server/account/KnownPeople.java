package kilnward.server.account;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Optional;
import kilnward.server.people.Person;
import kilnward.server.wire.door.Sender;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.session.web.http.CookieHttpSessionIdResolver;
import org.springframework.stereotype.Component;

/** Knows people by their session, before anything else of a request is looked at. */
@Component
class KnownPeople implements Sender {
    private final CookieHttpSessionIdResolver cookies = new CookieHttpSessionIdResolver();
    private final FindByIndexNameSessionRepository<? extends Session> sessions;

    KnownPeople(FindByIndexNameSessionRepository<? extends Session> sessions) {
        this.sessions = sessions;
    }

    @Override
    public boolean knows(HttpServletRequest request) {
        return request.getHeader("Authorization") == null;
    }

    @Override
    public Optional<String> of(HttpServletRequest request) {
        return cookies.resolveSessionIds(request).stream().map(sessions::findById).filter(each -> each != null && !each.isExpired())
                .map(each -> each.<SecurityContext>getAttribute(HttpSessionSecurityContextRepository.SPRING_SECURITY_CONTEXT_KEY)).filter(each -> each != null)
                .map(each -> each.getAuthentication().getPrincipal()).filter(Person.class::isInstance).map(each -> "person " + ((Person) each).name()).findFirst();
    }
}
