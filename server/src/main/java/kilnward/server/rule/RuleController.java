package kilnward.server.rule;

import jakarta.validation.Valid;
import java.net.URI;
import java.security.Principal;
import java.util.List;
import java.util.UUID;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.rule.RuleViews.NewRule;
import kilnward.server.rule.RuleViews.OutOfService;
import kilnward.server.rule.RuleViews.ProposalsView;
import kilnward.server.rule.RuleViews.RulePlan;
import kilnward.server.rule.RuleViews.RuleView;
import kilnward.server.rule.RuleViews.TrialView;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Alarm rules of a chamber. */
@RestController
@RequestMapping("/api/v1/chambers/{chamberId}/rules")
public class RuleController {
    private final RuleService rules;

    public RuleController(RuleService rules) {
        this.rules = rules;
    }

    @Needs(Role.VISITOR)
    @GetMapping
    public List<RuleView> all(@PathVariable UUID chamberId) {
        return rules.all(chamberId);
    }

    /** What target range, harm limits and settings ask for, each with how it did in rehearsals and over what was measured. */
    @Needs(Role.VISITOR)
    @GetMapping("/proposals")
    public ProposalsView proposals(@PathVariable UUID chamberId) {
        return rules.proposals(chamberId);
    }

    /** How a rule would do; nothing is kept. */
    @Needs(Role.KEEPER)
    @PostMapping("/trial")
    public TrialView trial(@PathVariable UUID chamberId, @Valid @RequestBody RulePlan rule) {
        return rules.trial(chamberId, rule);
    }

    /** Tries a rule and arms it. */
    @Needs(Role.LEAD)
    @PostMapping
    public ResponseEntity<List<RuleView>> arm(@PathVariable UUID chamberId, @Valid @RequestBody NewRule rule, Principal who) {
        UUID id = rules.arm(chamberId, UUID.randomUUID(), rule, who.getName());
        return ResponseEntity.created(URI.create("/api/v1/chambers/" + chamberId + "/rules/" + id)).body(rules.all(chamberId));
    }

    @Needs(Role.LEAD)
    @PutMapping("/{id}")
    public List<RuleView> change(@PathVariable UUID chamberId, @PathVariable UUID id, @Valid @RequestBody NewRule rule, Principal who) {
        rules.change(chamberId, id, rule, who.getName());
        return rules.all(chamberId);
    }

    @Needs(Role.LEAD)
    @DeleteMapping("/{id}")
    public List<RuleView> disarm(@PathVariable UUID chamberId, @PathVariable UUID id, Principal who) {
        rules.disarm(chamberId, id, who.getName());
        return rules.all(chamberId);
    }

    @Needs(Role.LEAD)
    @PostMapping("/{id}/out-of-service")
    public List<RuleView> out(@PathVariable UUID chamberId, @PathVariable UUID id, @Valid @RequestBody OutOfService out, Principal who) {
        rules.outOfService(chamberId, id, out, who.getName());
        return rules.all(chamberId);
    }

    @Needs(Role.LEAD)
    @PostMapping("/{id}/in-service")
    public List<RuleView> in(@PathVariable UUID chamberId, @PathVariable UUID id, Principal who) {
        rules.outOfService(chamberId, id, null, who.getName());
        return rules.all(chamberId);
    }
}
