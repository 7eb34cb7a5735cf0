package kilnward.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.util.Arrays;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Who is looking. In the demo anybody on this machine picks a role. */
@RestController
@RequestMapping("/api/v1/session")
public class SessionController {
    /** What marks somebody who picked a role in the demo; it opens nothing where there is no demo. */
    public static final String PICKED = "PICKED_IN_DEMO";
    private final KilnWardProperties properties;
    private final SecurityContextRepository contexts;

    public SessionController(KilnWardProperties properties, SecurityContextRepository contexts) {
        this.properties = properties;
        this.contexts = contexts;
    }

    /**
     * Who is looking.
     *
     * @param role null for nobody yet
     * @param demo whether a role can simply be picked
     */
    public record SessionView(@OrNull Role role, boolean demo) {
    }

    /** A role to take. */
    public record RoleChoice(@NotNull Role role) {
    }

    @GetMapping
    public SessionView session(Principal who) {
        return new SessionView(who == null ? null : Arrays.stream(Role.values())
                .filter(role -> nameOf(role).equals(who.getName())).findFirst().orElse(null), properties.demo());
    }

    @PostMapping
    public SessionView pick(@Valid @RequestBody RoleChoice choice, HttpServletRequest request,
            HttpServletResponse response) {
        if (!properties.demo()) {
            throw new NotFoundException("Roles can be picked in the demo only.");
        }
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(nameOf(choice.role()), null,
                AuthorityUtils.createAuthorityList("ROLE_" + choice.role().name(), PICKED)));
        SecurityContextHolder.setContext(context);
        // Whoever knew the session of the one before must not be the one who comes after. It is another session and not the same under another id: what is still under way
        // for the old one would write that id back when it ends.
        HttpSession before = request.getSession(false);
        if (before != null) {
            before.invalidate();
        }
        contexts.saveContext(context, request, response);
        return new SessionView(choice.role(), true);
    }

    private static String nameOf(Role role) {
        return role.name().charAt(0) + role.name().substring(1).toLowerCase(java.util.Locale.ROOT);
    }
}
