package kilnward.server.stream;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Optional;
import java.util.UUID;
import java.util.function.BooleanSupplier;
import kilnward.server.people.Needs;
import kilnward.server.people.Person;
import kilnward.server.people.Role;
import kilnward.server.people.Standing;
import kilnward.server.plan.Plans;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Readings as they come, as server-sent events: {@code reading}, {@code late}, {@code reload}, and a {@code beat} now and then. */
@RestController
public class StreamController {
    private final Watchers watchers;
    private final Plans plans;
    private final Standing standing;

    StreamController(Watchers watchers, Plans plans, Standing standing) {
        this.standing = standing;
        this.watchers = watchers;
        this.plans = plans;
    }

    /**
     * Begins with the newest reading of each series, or, for whoever says what they had last, with everything since.
     *
     * @param chamber whose readings; the newest of all chambers where none is said
     */
    @Needs(Role.VISITOR)
    @GetMapping(value = "/api/v1/stream", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    public ResponseEntity<SseEmitter> stream(@RequestParam(required = false) UUID chamber, @RequestHeader(value = "Last-Event-ID", required = false) String lastId,
            Authentication who, HttpServletRequest request) {
        if (chamber != null) {
            plans.require(chamber);
        }
        // A proxy that waits until it has enough to hand on would hold everything up.
        return ResponseEntity.ok().cacheControl(CacheControl.noStore()).header("X-Accel-Buffering", "no").contentType(MediaType.TEXT_EVENT_STREAM)
                .body(watchers.watch(allowed(who, request), Optional.ofNullable(chamber), id(lastId)));
    }

    private BooleanSupplier allowed(Authentication who, HttpServletRequest request) {
        if (who == null || !(who.getPrincipal() instanceof Person person)) {
            return () -> true;
        }
        String session = request.getSession(false) == null ? null : request.getSession(false).getId();
        return () -> standing.still(person, session);
    }

    private static Optional<Long> id(String text) {
        try {
            return text == null ? Optional.empty() : Optional.of(Long.parseLong(text));
        } catch (NumberFormatException foreign) {
            return Optional.empty();
        }
    }
}
