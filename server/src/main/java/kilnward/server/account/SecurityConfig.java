package kilnward.server.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.net.InetAddress;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.List;
import java.util.function.Predicate;
import kilnward.server.site.Sites;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.problem.ProblemWriter;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.security.authorization.AuthorizationDecision;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.RequestCacheConfigurer;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextHolderFilter;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CsrfException;
import org.springframework.security.web.firewall.RequestRejectedHandler;
import org.springframework.security.web.header.HeaderWriterFilter;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.header.writers.StaticHeadersWriter;
import org.springframework.security.web.servlet.util.matcher.PathPatternRequestMatcher;
import org.springframework.security.web.util.matcher.RequestMatcher;
import org.springframework.session.web.http.CookieHttpSessionIdResolver;
import org.springframework.session.web.http.HttpSessionIdResolver;

/** Sessions, tokens against forgery, headers, and under which names the server answers. Who may do what stands at the endpoints, see {@link kilnward.server.people.Needs}. */
@Configuration
public class SecurityConfig {
    private static final String[] STATELESS = {"/api/v1/calc/**", "/api/v1/rehearsals", "/api/v1/suggestions/**", "/api/v1/faults/**",
            // Devices show a token of their own there; the address of a feed is its secret.
            "/api/v1/readings", "/api/v1/devices/self", "/api/v1/feed/**"};
    private static final Predicate<HttpServletRequest> NO_SESSION = request -> !request.getRequestURI().startsWith("/api/") || isStateless(request);
    private static final List<RequestMatcher> STATELESS_PATHS = Arrays.stream(STATELESS).<RequestMatcher>map(PathPatternRequestMatcher.withDefaults()::matcher).toList();

    private static boolean isStateless(HttpServletRequest request) {
        return STATELESS_PATHS.stream().anyMatch(each -> each.matches(request));
    }

    @Bean
    static CsrfTokens csrfTokens(JdbcClient sql) {
        return new CsrfTokens(sql, NO_SESSION);
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
        return new HttpSessionIdResolver() {
            @Override
            public List<String> resolveSessionIds(HttpServletRequest request) {
                return NO_SESSION.test(request) ? List.of() : cookies.resolveSessionIds(request);
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
            SecurityContextRepository contexts, CsrfTokens tokens, Accounts accounts, Sites sites, @Value("${server.address:}") InetAddress address)
            throws Exception {
        if (properties.demo() && (address == null || !address.isLoopbackAddress())) {
            throw new IllegalStateException("the demo lets anybody pick a role and must listen on loopback only");
        }
        http.securityContext(context -> context.securityContextRepository(contexts));
        // There is no page of the server's own to come back to after signing in, and nobody refused is worth a session.
        http.requestCache(RequestCacheConfigurer::disable);
        http.csrf(csrf -> {
            csrf.spa();
            csrf.csrfTokenRepository(tokens);
            csrf.ignoringRequestMatchers(STATELESS);
        });
        http.headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(
                "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; frame-ancestors 'none'; base-uri 'none'; form-action 'self'; object-src 'none'")));
        http.headers(headers -> {
            headers.referrerPolicy(policy -> policy.policy(ReferrerPolicy.NO_REFERRER));
            headers.addHeaderWriter(new StaticHeadersWriter("Permissions-Policy", "camera=(), geolocation=(), microphone=(), payment=(), usb=()"));
        });
        // What is no endpoint of the API is a page, or part of one; every endpoint says for itself what it needs.
        http.authorizeHttpRequests(requests -> {
            requests.requestMatchers("/actuator/health").permitAll();
            requests.requestMatchers("/actuator/prometheus").access((who, asked) -> new AuthorizationDecision(shows(asked.getRequest(), properties.metricsToken())));
            requests.requestMatchers("/actuator/**").denyAll();
            requests.anyRequest().permitAll();
        });
        http.exceptionHandling(errors -> {
            errors.authenticationEntryPoint((request, response, error) -> problems.write(response,
                    HttpStatus.FORBIDDEN, "Not for you", "That is for who runs the server."));
            errors.accessDeniedHandler((request, response, error) -> {
                if (error instanceof CsrfException) {
                    problems.write(response, HttpStatus.FORBIDDEN, "This page is out of date",
                            "What was sent has no token, or an old one. Load the page again; what you typed is kept in this browser.");
                } else {
                    problems.write(response, HttpStatus.FORBIDDEN, "Not for you", "That is for who runs the server.");
                }
            });
        });
        http.addFilterAfter(new WhoIsHere(accounts, sites, properties, SecurityConfig::isStateless),
                SecurityContextHolderFilter.class);
        http.addFilterBefore(new KnownHosts(properties, address, problems), HeaderWriterFilter.class);
        return http.build();
    }

    /** Whether a request shows a token; in as long whatever it shows. */
    private static boolean shows(HttpServletRequest request, String token) {
        String shown = request.getHeader("Authorization");
        return !token.isEmpty() && shown != null
                && MessageDigest.isEqual(("Bearer " + token).getBytes(StandardCharsets.UTF_8), shown.getBytes(StandardCharsets.UTF_8));
    }

    /** What is no path at all is told as a problem, too. */
    @Bean
    RequestRejectedHandler refusedPaths(ProblemWriter problems) {
        return (request, response, refused) -> problems.write(response, HttpStatus.BAD_REQUEST, "Not readable", "That is no address of this server.");
    }
}
