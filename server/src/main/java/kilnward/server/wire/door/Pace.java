package kilnward.server.wire.door;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.github.bucket4j.Bucket;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.problem.ProblemWriter;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * How often one address may have something worked out, and one token send readings, where nobody has to be signed in for it. Far above what a dragged rung or a busy device does;
 * in the demo, which only this machine reaches, nobody is counted.
 */
@Component
@Order(0)
class Pace extends OncePerRequestFilter {
    private final Cache<String, Bucket> buckets = Caffeine.newBuilder().maximumSize(100_000).expireAfterAccess(Duration.ofMinutes(5)).build();
    private final ProblemWriter problems;
    private final boolean counted;
    private final int perSecond;

    Pace(ProblemWriter problems, KilnWardProperties properties) {
        this.problems = problems;
        this.counted = !properties.demo();
        this.perSecond = properties.perSecond();
    }

    /** Whose asking is counted together; null for what is not counted. */
    private static String key(HttpServletRequest request) {
        String path = request.getRequestURI();
        if (path.startsWith("/api/v1/calc/") || path.startsWith("/api/v1/rehearsals") || path.startsWith("/api/v1/suggestions") || path.startsWith("/api/v1/faults")
                || path.startsWith("/api/v1/feed/") || path.endsWith("/review")) {
            return "calc " + request.getRemoteAddr();
        }
        if (path.equals("/api/v1/readings") || path.equals("/api/v1/devices/self")) {
            String token = request.getHeader("Authorization");
            return "send " + request.getRemoteAddr() + " " + (token == null ? 0 : token.hashCode());
        }
        return null;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain rest) throws ServletException, IOException {
        String key = counted ? key(request) : null;
        if (key != null) {
            Bucket bucket = buckets.get(key, fresh -> Bucket.builder().addLimit(limit -> limit.capacity(20L * perSecond).refillGreedy(perSecond, Duration.ofSeconds(1))).build());
            var taken = bucket.tryConsumeAndReturnRemaining(1);
            if (!taken.isConsumed()) {
                response.setHeader("Retry-After", Long.toString(1 + taken.getNanosToWaitForRefill() / 1_000_000_000));
                problems.write(response, HttpStatus.TOO_MANY_REQUESTS, "Too often", "That was asked too often from there. Wait a moment, then try again.");
                return;
            }
        }
        rest.doFilter(request, response);
    }
}
