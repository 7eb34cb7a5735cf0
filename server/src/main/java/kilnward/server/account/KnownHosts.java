package kilnward.server.account;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.InetAddress;
import java.net.URI;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.problem.ProblemWriter;
import org.springframework.http.HttpStatus;
import org.springframework.web.filter.OncePerRequestFilter;

/** Answers under known names only: another web site that lets a name of its own resolve to this machine reaches nothing here. */
final class KnownHosts extends OncePerRequestFilter {
    private static final Set<String> THIS_MACHINE = Set.of("127.0.0.1", "localhost", "[::1]");
    private final Set<String> known = new HashSet<>();
    private final ProblemWriter problems;
    private final String publicUrl;

    KnownHosts(KilnWardProperties properties, InetAddress address, ProblemWriter problems) {
        this.problems = problems;
        this.publicUrl = properties.publicUrl();
        known.addAll(THIS_MACHINE);
        if (!properties.demo()) {
            known.add(URI.create(publicUrl).getHost().toLowerCase(Locale.ROOT));
            properties.hosts().forEach(each -> known.add(each.toLowerCase(Locale.ROOT)));
            if (address != null && !address.isAnyLocalAddress()) {
                known.add(address.getHostAddress());
            }
        }
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain rest) throws ServletException, IOException {
        if (known.contains(request.getServerName().toLowerCase(Locale.ROOT))) {
            rest.doFilter(request, response);
        } else {
            problems.write(response, HttpStatus.MISDIRECTED_REQUEST, "Not under this name", "Open it as " + publicUrl + ".");
        }
    }
}
