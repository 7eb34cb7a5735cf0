package kilnward.server.proving;

import jakarta.validation.Valid;
import java.security.Principal;
import java.util.List;
import java.util.UUID;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.proving.Provings.Acceptance;
import kilnward.server.proving.Provings.NewRun;
import kilnward.server.proving.Provings.RunView;
import kilnward.server.proving.Provings.Typed;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Proving runs of a chamber. */
@RestController
@RequestMapping("/api/v1/chambers/{chamberId}/proving-runs")
public class ProvingController {
    private final Provings provings;

    ProvingController(Provings provings) {
        this.provings = provings;
    }

    @Needs(Role.VISITOR)
    @GetMapping
    public List<RunView> all(@PathVariable UUID chamberId) {
        return provings.all(chamberId);
    }

    @Needs(Role.KEEPER)
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    public RunView begin(@PathVariable UUID chamberId, @Valid @RequestBody NewRun run, Principal who) {
        return provings.begin(chamberId, run, who.getName());
    }

    /** Writes down what the display shows, where nothing sends. */
    @Needs(Role.KEEPER)
    @PostMapping("/{id}/readings")
    public RunView type(@PathVariable UUID chamberId, @PathVariable UUID id, @Valid @RequestBody Typed typed, Principal who) {
        return provings.type(chamberId, id, typed, who.getName());
    }

    @Needs(Role.KEEPER)
    @PostMapping("/{id}/judge")
    public RunView judge(@PathVariable UUID chamberId, @PathVariable UUID id, Principal who) {
        return provings.judge(chamberId, id, who.getName());
    }

    @Needs(Role.LEAD)
    @PostMapping("/{id}/accept")
    public RunView accept(@PathVariable UUID chamberId, @PathVariable UUID id, @Valid @RequestBody Acceptance acceptance, Principal who) {
        return provings.accept(chamberId, id, acceptance.reason(), who.getName());
    }

    @Needs(Role.KEEPER)
    @PostMapping("/{id}/stop")
    public RunView stop(@PathVariable UUID chamberId, @PathVariable UUID id, Principal who) {
        return provings.stop(chamberId, id, who.getName());
    }
}
