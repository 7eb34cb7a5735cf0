package kilnward.server.wire.problem;

import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.time.temporal.Temporal;
import java.util.List;
import java.util.stream.Collectors;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.wire.door.DatabaseAway;
import kilnward.server.wire.door.Limits;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.orm.jpa.JpaSystemException;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.validation.FieldError;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.exc.InvalidFormatException;
import tools.jackson.databind.exc.InvalidTypeIdException;
import tools.jackson.databind.exc.MismatchedInputException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;

/** Turns everything that goes wrong into an RFC 9457 problem that names the field, what was given and what is allowed. */
@RestControllerAdvice
public class Problems extends ResponseEntityExceptionHandler {
    /** Somebody has to decide on what waits before there is room again (s). */
    private static final long NO_ROOM_S = 300;
    private static final Logger LOG = LoggerFactory.getLogger(Problems.class);

    @ExceptionHandler
    ProblemDetail refused(RefusedValueException refused) {
        return fields(List.of(new FieldProblem(refused.field(), refused.given(), refused.allowed())));
    }

    @ExceptionHandler
    ProblemDetail refused(RefusedFieldsException refused) {
        return fields(refused.problems());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> notLetIn(NotLetInException who) {
        return ResponseEntity.status(HttpStatus.UNAUTHORIZED).header(HttpHeaders.WWW_AUTHENTICATE, "Bearer")
                .body(problem(HttpStatus.UNAUTHORIZED, "Not authorised", who.getMessage()));
    }

    @ExceptionHandler
    ProblemDetail notFound(NotFoundException missing) {
        return problem(HttpStatus.NOT_FOUND, "Not found", missing.getMessage());
    }

    @ExceptionHandler
    ProblemDetail conflict(ConflictException conflict) {
        ProblemDetail problem = problem(HttpStatus.CONFLICT, "Somebody else saved first", conflict.getMessage());
        problem.setProperty("current", conflict.current());
        return problem;
    }

    @ExceptionHandler
    ProblemDetail doubtful(DoubtException doubt) {
        ProblemDetail problem = problem(HttpStatus.UNPROCESSABLE_CONTENT, "Is that meant so?", doubt.getMessage());
        problem.setProperty("current", doubt.doubts());
        return problem;
    }

    @ExceptionHandler({ObjectOptimisticLockingFailureException.class, DataIntegrityViolationException.class})
    ProblemDetail overtaken(DataAccessException overtaken) {
        return problem(HttpStatus.CONFLICT, "Somebody else saved first",
                "It was changed while you saved. Load it again; what you typed is kept on this page.");
    }

    @ExceptionHandler({CannotCreateTransactionException.class, DataAccessResourceFailureException.class,
            TransientDataAccessException.class, JpaSystemException.class})
    ResponseEntity<ProblemDetail> databaseAway(RuntimeException away) {
        LOG.warn("database not reached: {}", away.getMessage());
        return later(HttpStatus.SERVICE_UNAVAILABLE, DatabaseAway.TITLE, DatabaseAway.DETAIL);
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> notDone(NotDoneException notDone) {
        HttpStatus status = notDone.busy() ? HttpStatus.TOO_MANY_REQUESTS : HttpStatus.SERVICE_UNAVAILABLE;
        return later(status, notDone.busy() ? "Too much at once" : "That takes too long", notDone.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> noRoom(NoRoomException full) {
        return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE).header(HttpHeaders.RETRY_AFTER, Long.toString(NO_ROOM_S))
                .body(problem(HttpStatus.SERVICE_UNAVAILABLE, "No room", full.getMessage()));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> slowDown(SlowDownException often) {
        return ResponseEntity.status(HttpStatus.TOO_MANY_REQUESTS).header(HttpHeaders.RETRY_AFTER, Long.toString(often.waitS()))
                .body(problem(HttpStatus.TOO_MANY_REQUESTS, "Too often", often.getMessage()));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> notAllowed(NotAllowedException who) {
        return ResponseEntity.status(HttpStatus.FORBIDDEN).body(problem(HttpStatus.FORBIDDEN, "Not for you to do", who.getMessage()));
    }

    private static ResponseEntity<ProblemDetail> later(HttpStatus status, String title, String detail) {
        return ResponseEntity.status(status).header(HttpHeaders.RETRY_AFTER, DatabaseAway.RETRY_S).body(problem(status, title, detail));
    }

    @ExceptionHandler
    ProblemDetail unforeseen(RuntimeException unforeseen) {
        LOG.error("unforeseen", unforeseen);
        return problem(HttpStatus.INTERNAL_SERVER_ERROR, "That should not happen",
                "The server met an error of its own. Nothing was saved.");
    }

    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(MethodArgumentNotValidException invalid,
            HttpHeaders headers, HttpStatusCode status,
            WebRequest request) {
        List<FieldProblem> problems = invalid.getBindingResult().getAllErrors().stream()
                .map(error -> error instanceof FieldError field
                        ? new FieldProblem(field.getField(), field.getRejectedValue(), field.getDefaultMessage())
                        : new FieldProblem(error.getObjectName(), null, error.getDefaultMessage()))
                .sorted(java.util.Comparator.comparing(FieldProblem::field)).toList();
        return ResponseEntity.badRequest().body(fields(problems));
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(HttpMessageNotReadableException unreadable,
            HttpHeaders headers, HttpStatusCode status,
            WebRequest request) {
        return ResponseEntity.badRequest().body(unreadable.getCause() instanceof DatabindException bind
                ? fields(List.of(fieldOf(bind)))
                : problem(HttpStatus.BAD_REQUEST, "Not readable", unreadable.getCause() instanceof JacksonException json
                        ? "The request is not valid JSON: " + json.getOriginalMessage() : "The request has no body."));
    }

    /** The field that could not be read, by its path. */
    public static FieldProblem fieldOf(DatabindException bind) {
        String path = bind.getPath().stream()
                .map(step -> step.getPropertyName() == null ? "[" + step.getIndex() + "]" : "." + step.getPropertyName())
                .collect(Collectors.joining()).replaceFirst("^\\.", "");
        if (rootRefusal(bind) instanceof RefusedValueException refused) {
            String field = path.isEmpty() || refused.field().isEmpty() ? path + refused.field() : path + "." + refused.field();
            return new FieldProblem(field, refused.given(), refused.allowed());
        }
        if (bind instanceof UnrecognizedPropertyException unknown) {
            return new FieldProblem(path, null, "is not a field known here; known are " + unknown.getKnownPropertyIds()
                    .stream().map(String::valueOf).sorted().collect(Collectors.joining(", ")));
        }
        if (bind instanceof InvalidTypeIdException missing) {
            JsonTypeInfo tag = missing.getBaseType().getRawClass().getAnnotation(JsonTypeInfo.class);
            // The reader does not tell one that has no such field from what has no fields at all: it is said of the whole.
            return new FieldProblem(path, null, tag == null ? "must be given" : "must be an object that says its " + tag.property());
        }
        if (bind instanceof InvalidFormatException format && format.getTargetType() != null
                && format.getTargetType().isEnum()) {
            return new FieldProblem(path, String.valueOf(format.getValue()), "must be one of "
                    + java.util.Arrays.stream(format.getTargetType().getEnumConstants()).map(String::valueOf)
                            .collect(Collectors.joining(", ")));
        }
        if (bind instanceof MismatchedInputException mismatch) {
            return new FieldProblem(path, null, "must be " + kind(mismatch.getTargetType()));
        }
        return new FieldProblem(path, null, "cannot be read: " + bind.getOriginalMessage());
    }

    private static Throwable rootRefusal(Throwable thrown) {
        Throwable cause = thrown;
        while (cause.getCause() != null && !(cause instanceof RefusedValueException)) {
            cause = cause.getCause();
        }
        return cause;
    }

    private static String kind(Class<?> type) {
        if (type == null) {
            return "of another kind";
        }
        return Number.class.isAssignableFrom(type) || type.isPrimitive() && type != boolean.class ? "a number"
                : type == String.class ? "text" : type == boolean.class || type == Boolean.class ? "true or false"
                        : java.util.Collection.class.isAssignableFrom(type) ? "a list" : "an object";
    }

    /** At most so many complaints as somebody can mend, each with no more of what was given than it takes to find it. */
    private static ProblemDetail fields(List<FieldProblem> all) {
        List<FieldProblem> problems = all.stream().limit(Limits.COMPLAINTS).map(Problems::writable).toList();
        FieldProblem first = problems.get(0);
        ProblemDetail problem = problem(HttpStatus.BAD_REQUEST, "Some values cannot be used",
                (first.line() == null ? "" : "Line " + first.line() + ": ") + first.field() + " " + first.allowed()
                        + (first.given() == null ? "" : ", not " + first.given()));
        problem.setProperty("errors", problems);
        if (all.size() > problems.size()) {
            problem.setProperty("more", all.size() - problems.size());
        }
        return problem;
    }

    /** Numbers that JSON knows, text cut short, and nothing of how the server sees the rest. */
    private static FieldProblem writable(FieldProblem problem) {
        Object given = problem.given();
        Object said = given instanceof Double number && !Double.isFinite(number) ? String.valueOf(given)
                : given instanceof Number || given instanceof Boolean ? given
                        : given instanceof CharSequence || given instanceof Enum<?> || given instanceof Temporal ? cut(String.valueOf(given)) : null;
        return new FieldProblem(problem.field(), said, problem.allowed(), problem.line());
    }

    private static String cut(String text) {
        return text.codePointCount(0, text.length()) <= Limits.GIVEN ? text : text.substring(0, text.offsetByCodePoints(0, Limits.GIVEN)) + "…";
    }

    private static ProblemDetail problem(HttpStatus status, String title, String detail) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, detail);
        problem.setTitle(title);
        return problem;
    }
}
