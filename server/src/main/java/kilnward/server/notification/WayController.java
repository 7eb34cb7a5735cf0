package kilnward.server.notification;

import jakarta.validation.Valid;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import kilnward.server.notification.Outbox.MessageView;
import kilnward.server.notification.Ways.WayRequest;
import kilnward.server.notification.Ways.WayView;
import kilnward.server.people.Needs;
import kilnward.server.people.Person;
import kilnward.server.people.Role;
import kilnward.server.wire.KilnWardProperties;
import kilnward.server.wire.OrNull;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Who is told, and how. */
@RestController
@RequestMapping("/api/v1/ways")
public class WayController {
    private final Ways ways;
    private final Outbox outbox;
    private final Heartbeat heartbeat;
    private final KilnWardProperties properties;

    WayController(Ways ways, Outbox outbox, Heartbeat heartbeat, KilnWardProperties properties) {
        this.ways = ways;
        this.outbox = outbox;
        this.heartbeat = heartbeat;
        this.properties = properties;
    }

    /**
     * Everything about telling.
     *
     * @param messages         the newest, those that were not delivered first
     * @param heartbeat        whether a sign of life goes to an outside address
     * @param heartbeatAt      when the last was taken; null for never
     * @param heartbeatTrouble why the last was not; null where it was
     */
    public record Telling(List<WayView> ways, List<MessageView> messages, boolean heartbeat, @OrNull Instant heartbeatAt, @OrNull String heartbeatTrouble) {
    }

    @Needs(Role.LEAD)
    @GetMapping
    public Telling all() {
        return new Telling(ways.all().stream().map(WayView::of).toList(), outbox.newest(), !properties.tell().heartbeat().isEmpty(), heartbeat.beatAt(), heartbeat.trouble());
    }

    @Needs(Role.LEAD)
    @PostMapping
    public Telling add(@Valid @RequestBody WayRequest way, Authentication who) {
        ways.add(UUID.randomUUID(), way, who.getName(), isOwner(who));
        return all();
    }

    @Needs(Role.LEAD)
    @PutMapping("/{id}")
    public Telling change(@PathVariable UUID id, @Valid @RequestBody WayRequest way, Authentication who) {
        ways.change(id, way, isOwner(who));
        return all();
    }

    @Needs(Role.LEAD)
    @DeleteMapping("/{id}")
    public Telling retire(@PathVariable UUID id) {
        ways.retire(id);
        outbox.removed(id);
        return all();
    }

    /** Sends a test this way. */
    @Needs(Role.LEAD)
    @PostMapping("/{id}/test")
    public Telling test(@PathVariable UUID id, Authentication who) {
        outbox.test(id, who.getName());
        return all();
    }

    private static boolean isOwner(Authentication who) {
        return who.getPrincipal() instanceof Person person && person.may(Role.OWNER);
    }
}
