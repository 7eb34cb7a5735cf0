package kilnward.server.ingest;

import jakarta.validation.Valid;
import java.security.Principal;
import java.util.UUID;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.reading.HeldBack;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Readings that were held back, and who decides of them. */
@RestController
@RequestMapping("/api/v1/chambers/{chamberId}/held-back")
public class HeldBackController {
    private final HeldBack held;

    public HeldBackController(HeldBack held) {
        this.held = held;
    }

    @Needs(Role.VISITOR)
    @GetMapping
    public HeldBack.HeldList all(@PathVariable UUID chamberId) {
        return held.of(chamberId);
    }

    @Needs(Role.LEAD)
    @PostMapping("/decide")
    public HeldBack.HeldList decide(@PathVariable UUID chamberId, @Valid @RequestBody HeldBack.DecisionRequest decision, Principal who) {
        held.decide(chamberId, decision, who.getName());
        return held.of(chamberId);
    }
}
