package kilnward.server.people;

import io.swagger.v3.oas.models.Operation;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import java.util.TreeSet;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.problem.ProblemWriter;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.core.annotation.AnnotatedElementUtils;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Holds everybody to what an endpoint {@link Needs}, before anything of a request is read. An endpoint that says nothing keeps the server from starting. */
@Component
class Levels implements HandlerInterceptor, WebMvcConfigurer, SmartInitializingSingleton, OperationCustomizer {
    private static final String OURS = "kilnward.";
    private final KilnWardProperties properties;
    private final ProblemWriter problems;
    private final ObjectProvider<RequestMappingHandlerMapping> mappings;
    private final ObjectProvider<Operators> operators;

    Levels(KilnWardProperties properties, ProblemWriter problems, ObjectProvider<RequestMappingHandlerMapping> mappings, ObjectProvider<Operators> operators) {
        this.operators = operators;
        this.properties = properties;
        this.problems = problems;
        this.mappings = mappings;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).order(Integer.MIN_VALUE);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) throws IOException {
        if (!(handler instanceof HandlerMethod method) || !isOurs(method) || isOpen(method)) {
            return true;
        }
        Needs needs = needs(method).orElseThrow();
        Role least = needs.value();
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        if (who != null && who.getPrincipal() instanceof Person person) {
            if (needs.ofAccount() ? person.account() != null : person.may(least) && (!needs.byOperator() || isOperator(person))) {
                return true;
            }
            String why = "It wants " + least.words() + ". Ask an owner.";
            if (needs.ofAccount()) {
                why = "It is for people with an account; in the demo there are none.";
            } else if (needs.byOperator()) {
                why = "It is of the whole installation, and for those who run it.";
            }
            problems.write(response, HttpStatus.FORBIDDEN, "Your role may not do that", why);
        } else if (properties.demo() && least == Role.VISITOR && !needs.ofAccount() && !needs.byOperator() && request.getMethod().equals("GET")) {
            // In the demo looking is free.
            return true;
        } else {
            problems.write(response, HttpStatus.UNAUTHORIZED, "Sign in first", "Nobody is signed in here, or no longer. What you typed is kept in this browser.");
        }
        return false;
    }

    private boolean isOperator(Person person) {
        return properties.demo() ? person.may(Role.OWNER) : operators.getObject().isOperator(person);
    }

    @Override
    public void afterSingletonsInstantiated() {
        TreeSet<String> silent = new TreeSet<>();
        mappings.stream().flatMap(each -> each.getHandlerMethods().values().stream()).filter(each -> isOurs(each) && !isOpen(each) && needs(each).isEmpty())
                .forEach(each -> silent.add(each.getShortLogMessage()));
        if (!silent.isEmpty()) {
            throw new IllegalStateException("who may reach these endpoints is not said: " + silent);
        }
    }

    /** Says it in the API's description, too: the table of who may reach what is made from that. */
    @Override
    public Operation customize(Operation operation, HandlerMethod method) {
        operation.addExtension("x-needs",
                needs(method).filter(each -> !isOpen(method)).map(each -> each.ofAccount() ? "ACCOUNT" : each.byOperator() ? "OPERATOR" : each.value().name()).orElse("NOBODY"));
        return operation;
    }

    private static boolean isOurs(HandlerMethod method) {
        return method.getBeanType().getName().startsWith(OURS);
    }

    private static boolean isOpen(HandlerMethod method) {
        return AnnotatedElementUtils.hasAnnotation(method.getMethod(), Open.class) || AnnotatedElementUtils.hasAnnotation(method.getBeanType(), Open.class);
    }

    private static Optional<Needs> needs(HandlerMethod method) {
        return Optional.ofNullable(AnnotatedElementUtils.findMergedAnnotation(method.getMethod(), Needs.class));
    }
}
