package kilnward.server.compute;

import jakarta.validation.Valid;
import kilnward.server.people.Open;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Rehearses a chamber; stateless and without side effects. */
@Open
@RestController
public class RehearsalController {
    private final Computing computing;
    private final WorkedOut workedOut;

    public RehearsalController(Computing computing, WorkedOut workedOut) {
        this.computing = computing;
        this.workedOut = workedOut;
    }

    @PostMapping("/api/v1/rehearsals")
    public RehearsalAnswer rehearse(@Valid @RequestBody RehearsalRequest request) {
        // What is only passed by while a rung is dragged is not asked again.
        return request.edit() != null ? computing.run(workers -> Rehearser.rehearse(request, workers))
                : workedOut.answer(request, asked -> workers -> Rehearser.rehearse(asked, workers));
    }
}
