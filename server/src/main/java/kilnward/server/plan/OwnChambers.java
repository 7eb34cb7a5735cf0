package kilnward.server.plan;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import kilnward.server.wire.problem.ProblemWriter;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Whatever is under a chamber of another site is not there, whoever looks after it and however it is looked up: seen to here, before anything of a request is read. */
@Component
class OwnChambers implements HandlerInterceptor, WebMvcConfigurer {
    private static final String UNDER = "/api/v1/chambers/{";
    private final Plans plans;
    private final ProblemWriter problems;

    OwnChambers(Plans plans, ProblemWriter problems) {
        this.plans = plans;
        this.problems = problems;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        // After who may do what.
        registry.addInterceptor(this).order(Integer.MIN_VALUE + 1);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) throws IOException {
        Optional<UUID> chamber = chamber(request);
        if (chamber.isEmpty() || plans.isKnown(chamber.get())) {
            return true;
        }
        problems.write(response, HttpStatus.NOT_FOUND, "Not found", "There is no chamber " + chamber.get() + ".");
        return false;
    }

    /** The chamber that an address is under; empty for none, and for what is no id, which is refused where it is read. */
    private static Optional<UUID> chamber(HttpServletRequest request) {
        String pattern = String.valueOf(request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE));
        if (!pattern.startsWith(UNDER) || !(request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE) instanceof Map<?, ?> variables)) {
            return Optional.empty();
        }
        String name = pattern.substring(UNDER.length(), pattern.indexOf('}'));
        try {
            return Optional.of(UUID.fromString(String.valueOf(variables.get(name))));
        } catch (IllegalArgumentException foreign) {
            return Optional.empty();
        }
    }
}
