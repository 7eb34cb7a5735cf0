package kilnward.server.api.chamber;

import jakarta.validation.Valid;
import kilnward.server.door.Computing;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Rehearses a chamber; stateless and without side effects. */
@RestController
public class RehearsalController {
    private final Computing computing;

    public RehearsalController(Computing computing) {
        this.computing = computing;
    }

    @PostMapping("/api/v1/rehearsals")
    public RehearsalAnswer rehearse(@Valid @RequestBody RehearsalRequest request) {
        return computing.run(() -> Rehearser.rehearse(request));
    }
}
