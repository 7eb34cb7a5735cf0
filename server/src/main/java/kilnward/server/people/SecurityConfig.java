package kilnward.server.people;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.InetAddress;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.problem.ProblemWriter;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.hierarchicalroles.RoleHierarchy;
import org.springframework.security.access.hierarchicalroles.RoleHierarchyImpl;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.RequestCacheConfigurer;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextHolderFilter;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CsrfException;
import org.springframework.security.web.firewall.RequestRejectedHandler;
import org.springframework.security.web.header.HeaderWriterFilter;
import org.springframework.security.web.servlet.util.matcher.PathPatternRequestMatcher;
import org.springframework.security.web.util.matcher.RequestMatcher;
import org.springframework.session.web.http.CookieHttpSessionIdResolver;
import org.springframework.session.web.http.HttpSessionIdResolver;
import org.springframework.web.filter.OncePerRequestFilter;

/** Who may do what. Calculations are open to all; looking is open in the demo; changing takes a role. */
@Configuration
public class SecurityConfig {
    private static final String[] STATELESS = {"/api/v1/calc/**", "/api/v1/rehearsals", "/api/v1/suggestions/**", "/api/v1/faults/**",
            // Devices show a token of their own there; the address of a feed is its secret.
            "/api/v1/readings", "/api/v1/devices/self", "/api/v1/feed/**"};

    @Bean
    static RoleHierarchy roleHierarchy() {
        return RoleHierarchyImpl.withDefaultRolePrefix().role("OWNER").implies("LEAD").role("LEAD").implies("KEEPER")
                .role("KEEPER").implies("VISITOR").build();
    }

    @Bean
    SecurityContextRepository securityContextRepository() {
        return new HttpSessionSecurityContextRepository();
    }

    /**
     * Calculations ask for no session: looking one up in the database for each position of a dragged rung would cost more than the
     * session is worth. Nor do pages and what they are made of: they come while the database is away, and say so.
     */
    @Bean
    static HttpSessionIdResolver sessionIds() {
        CookieHttpSessionIdResolver cookies = new CookieHttpSessionIdResolver();
        List<RequestMatcher> stateless = Arrays.stream(STATELESS).<RequestMatcher>map(PathPatternRequestMatcher.withDefaults()::matcher).toList();
        return new HttpSessionIdResolver() {
            @Override
            public List<String> resolveSessionIds(HttpServletRequest request) {
                boolean none = !request.getRequestURI().startsWith("/api/") || stateless.stream().anyMatch(each -> each.matches(request));
                return none ? List.of() : cookies.resolveSessionIds(request);
            }

            @Override
            public void setSessionId(HttpServletRequest request, HttpServletResponse response, String id) {
                // Whoever took another role while this request was under way ended its session: writing the id it came with down once more would take the new one away.
                if (!cookies.resolveSessionIds(request).contains(id)) {
                    cookies.setSessionId(request, response, id);
                }
            }

            @Override
            public void expireSession(HttpServletRequest request, HttpServletResponse response) {
                cookies.expireSession(request, response);
            }
        };
    }

    @Bean
    SecurityFilterChain chain(HttpSecurity http, KilnWardProperties properties, ProblemWriter problems,
            SecurityContextRepository contexts, @Value("${server.address:}") InetAddress address)
            throws Exception {
        if (properties.demo() && (address == null || !address.isLoopbackAddress())) {
            throw new IllegalStateException("the demo lets anybody pick a role and must listen on loopback only");
        }
        http.securityContext(context -> context.securityContextRepository(contexts));
        // There is no page of the server's own to come back to after signing in, and nobody refused is worth a session.
        http.requestCache(RequestCacheConfigurer::disable);
        http.csrf(csrf -> {
            csrf.spa();
            csrf.ignoringRequestMatchers(STATELESS);
        });
        http.headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(
                "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; frame-ancestors 'none'; base-uri 'none'; form-action 'self'; object-src 'none'")));
        http.authorizeHttpRequests(requests -> {
            requests.requestMatchers(STATELESS).permitAll();
            requests.requestMatchers("/actuator/health", "/v3/api-docs/**", "/api/v1/session").permitAll();
            // Addresses of people and what hooks are signed with.
            requests.requestMatchers("/api/v1/ways", "/api/v1/ways/**").hasRole("LEAD");
            if (properties.demo()) {
                requests.requestMatchers(HttpMethod.GET, "/api/**").permitAll();
            } else {
                requests.requestMatchers(HttpMethod.GET, "/api/**").hasRole("VISITOR");
            }
            requests.requestMatchers(HttpMethod.POST, "/api/v1/chambers/*/controllers/*/settings",
                    "/api/v1/chambers/*/controllers/*/keyings", "/api/v1/chambers/*/checks", "/api/v1/chambers/*/checks/**",
                    "/api/v1/chambers/*/drills/**", "/api/v1/chambers/*/drills",
                    "/api/v1/alarms/*/acknowledge", "/api/v1/alarms/*/shelve", "/api/v1/alarms/*/unshelve", "/api/v1/chambers/*/rules/trial",
                    "/api/v1/chambers/*/weighings", "/api/v1/chambers/*/weighings/*/withdraw",
                    "/api/v1/chambers/*/batches/preview", "/api/v1/batches/*/stages/*/begun", "/api/v1/chambers/*/tasks", "/api/v1/tasks/*/*", "/api/v1/chambers/*/entries",
                    "/api/v1/chambers/*/proving-runs", "/api/v1/chambers/*/proving-runs/*/readings", "/api/v1/chambers/*/proving-runs/*/judge",
                    "/api/v1/chambers/*/proving-runs/*/stop").hasRole("KEEPER");
            // One's own calendar addresses.
            requests.requestMatchers("/api/v1/feeds", "/api/v1/feeds/*").hasRole("VISITOR");
            requests.requestMatchers("/api/**").hasRole("LEAD");
            requests.requestMatchers("/actuator/**").denyAll();
            requests.anyRequest().permitAll();
        });
        http.exceptionHandling(errors -> {
            errors.authenticationEntryPoint((request, response, error) -> problems.write(response,
                    HttpStatus.UNAUTHORIZED, "Sign in first", "Pick who you are, then try again."));
            errors.accessDeniedHandler((request, response, error) -> {
                if (error instanceof CsrfException) {
                    problems.write(response, HttpStatus.FORBIDDEN, "This page is out of date",
                            "What was sent has no token, or an old one. Load the page again; what you typed is kept in this browser.");
                } else {
                    problems.write(response, HttpStatus.FORBIDDEN, "Your role may not do that", "Ask a lead or the owner, or pick another role in the demo.");
                }
            });
        });
        if (!properties.demo()) {
            http.addFilterAfter(new NobodyFromTheDemo(), SecurityContextHolderFilter.class);
        }
        if (properties.demo()) {
            http.addFilterBefore(new LoopbackHostOnly(problems), HeaderWriterFilter.class);
        }
        return http.build();
    }

    /** What is no path at all is told as a problem, too. */
    @Bean
    RequestRejectedHandler refusedPaths(ProblemWriter problems) {
        return (request, response, refused) -> problems.write(response, HttpStatus.BAD_REQUEST, "Not readable", "That is no address of this server.");
    }

    /** Who picked a role in the demo is nobody where the same records are served in earnest. */
    private static final class NobodyFromTheDemo extends OncePerRequestFilter {
        @Override
        protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain rest) throws ServletException, IOException {
            Authentication who = SecurityContextHolder.getContext().getAuthentication();
            if (who != null && who.getAuthorities().stream().anyMatch(each -> SessionController.PICKED.equals(each.getAuthority()))) {
                SecurityContextHolder.clearContext();
                if (request.getSession(false) != null) {
                    request.getSession(false).invalidate();
                }
            }
            rest.doFilter(request, response);
        }
    }

    /** Keeps other web sites from reaching the demo through a name that resolves to this machine. */
    private static final class LoopbackHostOnly extends OncePerRequestFilter {
        private static final Set<String> HOSTS = Set.of("127.0.0.1", "localhost", "[::1]");
        private final ProblemWriter problems;

        private LoopbackHostOnly(ProblemWriter problems) {
            this.problems = problems;
        }

        @Override
        protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain rest)
                throws ServletException, IOException {
            if (HOSTS.contains(request.getServerName())) {
                rest.doFilter(request, response);
            } else {
                problems.write(response, HttpStatus.MISDIRECTED_REQUEST, "The demo answers on this machine only",
                        "Open it as http://127.0.0.1.");
            }
        }
    }
}
