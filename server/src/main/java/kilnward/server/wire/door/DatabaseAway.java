package kilnward.server.wire.door;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.sql.SQLException;
import kilnward.server.wire.problem.ProblemWriter;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.dao.DataAccessException;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.web.filter.OncePerRequestFilter;

/** Sessions are kept in the database, so that it can be missed before any controller is reached: that is told like everything else that goes wrong. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 20)
public class DatabaseAway extends OncePerRequestFilter {
    /** By then a database that was started again answers; what the browser and whatever else asks waits before it asks again (s). */
    public static final String RETRY_S = "3";
    public static final String TITLE = "The record cannot be reached";
    public static final String DETAIL = "The database does not answer. Nothing was saved and nothing was lost; try again in a moment.";
    private static final Logger LOG = LoggerFactory.getLogger(DatabaseAway.class);
    private final ProblemWriter problems;

    DatabaseAway(ProblemWriter problems) {
        this.problems = problems;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain rest) throws ServletException, IOException {
        try {
            rest.doFilter(request, response);
        } catch (RuntimeException | ServletException failed) {
            if (response.isCommitted() || !isOfDatabase(failed)) {
                throw failed;
            }
            LOG.warn("database not reached: {}", failed.getMessage());
            response.reset();
            response.setHeader("Retry-After", RETRY_S);
            problems.write(response, HttpStatus.SERVICE_UNAVAILABLE, TITLE, DETAIL);
        }
    }

    private static boolean isOfDatabase(Throwable failed) {
        for (Throwable cause = failed; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLException || cause instanceof DataAccessException || cause instanceof TransactionException) {
                return true;
            }
        }
        return false;
    }
}
