package kilnward.server.api.chamber;

import jakarta.validation.Valid;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Rehearses a chamber; stateless and without side effects. */
@RestController
public class RehearsalController {
    @PostMapping("/api/v1/rehearsals")
    public RehearsalAnswer rehearse(@Valid @RequestBody RehearsalRequest request) {
        return Rehearser.rehearse(request);
    }
}
