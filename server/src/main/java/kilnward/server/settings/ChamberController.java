package kilnward.server.settings;

import jakarta.validation.Valid;
import java.net.URI;
import java.security.Principal;
import java.util.List;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.begin.Builds;
import kilnward.server.begin.NewChamber;
import kilnward.server.begin.Starter;
import kilnward.server.people.Needs;
import kilnward.server.people.Person;
import kilnward.server.people.Role;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.Plans;
import kilnward.server.settings.ChamberViews.ChamberChange;
import kilnward.server.settings.ChamberViews.ChamberView;
import kilnward.server.settings.ChamberViews.KeyingView;
import kilnward.server.settings.ChamberViews.NewKeying;
import kilnward.server.settings.ChamberViews.NewSettings;
import kilnward.server.settings.ChamberViews.SettingsView;
import kilnward.server.site.Sites;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Chambers and their settings. */
@RestController
@RequestMapping("/api/v1")
public class ChamberController {
    private final ChamberService chambers;
    private final Starter starter;
    private final CardPdf cards;
    private final Builds builds;
    private final Plans plans;
    private final Sites sites;
    private final Limits limits;

    public ChamberController(ChamberService chambers, Starter starter, CardPdf cards, Builds builds, Plans plans, Sites sites, Limits limits) {
        this.limits = limits;
        this.chambers = chambers;
        this.starter = starter;
        this.cards = cards;
        this.builds = builds;
        this.plans = plans;
        this.sites = sites;
    }

    @Needs(Role.VISITOR)
    @GetMapping("/chambers")
    public List<ChamberView> all() {
        return chambers.all();
    }

    @Needs(Role.LEAD)
    @PostMapping("/chambers")
    public ResponseEntity<ChamberView> add(@Valid @RequestBody NewChamber chamber, Principal who) {
        UUID id = UUID.randomUUID();
        double altitudeM = sites.altitudeM();
        ChamberPlan plan = chamber.buildId() == null ? starter.plan(chamber, altitudeM) : starter.plan(chamber, builds.one(chamber.buildId())
                .orElseThrow(() -> new RefusedValueException("buildId", chamber.buildId(), "must be the id of a build")), builds, altitudeM);
        ChamberView view = chambers.add(id, plan, who.getName());
        return ResponseEntity.created(URI.create("/api/v1/chambers/" + id)).body(view);
    }

    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{id}")
    public ChamberView one(@PathVariable UUID id) {
        return chambers.one(id);
    }

    @Needs(Role.LEAD)
    @PutMapping("/chambers/{id}")
    public ChamberView change(@PathVariable UUID id, @Valid @RequestBody ChamberChange change, Principal who) {
        return chambers.change(id, change, who.getName());
    }

    @Needs(Role.LEAD)
    @DeleteMapping("/chambers/{id}")
    public ResponseEntity<Void> remove(@PathVariable UUID id, Principal who) {
        plans.remove(id, who.getName());
        return ResponseEntity.noContent().build();
    }

    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{id}/controllers/{controllerId}/settings")
    public List<SettingsView> settings(@PathVariable UUID id, @PathVariable UUID controllerId) {
        return chambers.settings(id, controllerId);
    }

    @Needs(Role.KEEPER)
    @PostMapping("/chambers/{id}/controllers/{controllerId}/settings")
    public ResponseEntity<SettingsView> save(@PathVariable UUID id, @PathVariable UUID controllerId,
            @Valid @RequestBody NewSettings settings, Principal who) {
        SettingsView view = chambers.save(id, controllerId, settings, who.getName(), level(who));
        return ResponseEntity.created(URI.create("/api/v1/chambers/" + id + "/controllers/" + controllerId + "/settings"))
                .body(view);
    }

    /** Within what keepers may set its keys. */
    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{id}/controllers/{controllerId}/limits")
    public List<Limits.LimitView> limits(@PathVariable UUID id, @PathVariable UUID controllerId) {
        return limits.of(id, controllerId);
    }

    /** Fixes them. */
    @Needs(Role.LEAD)
    @PutMapping("/chambers/{id}/controllers/{controllerId}/limits")
    public List<Limits.LimitView> fix(@PathVariable UUID id, @PathVariable UUID controllerId, @Valid @RequestBody Limits.LimitsRequest asked, Principal who) {
        return limits.fix(id, controllerId, asked, who.getName());
    }

    private static Role level(Principal who) {
        return who instanceof Authentication token && token.getPrincipal() instanceof Person person && person.level() != null ? person.level() : Role.VISITOR;
    }

    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{id}/controllers/{controllerId}/keyings")
    public List<KeyingView> keyings(@PathVariable UUID id, @PathVariable UUID controllerId) {
        return chambers.keyings(id, controllerId);
    }

    @Needs(Role.KEEPER)
    @PostMapping("/chambers/{id}/controllers/{controllerId}/keyings")
    @ResponseStatus(HttpStatus.CREATED)
    public KeyingView keyedIn(@PathVariable UUID id, @PathVariable UUID controllerId, @Valid @RequestBody NewKeying keying, Principal who) {
        return chambers.keyedIn(id, controllerId, keying, who.getName());
    }

    /** The card in force as a file to print. */
    @Needs(Role.VISITOR)
    @GetMapping(value = "/chambers/{id}/controllers/{controllerId}/card.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    public ResponseEntity<byte[]> card(@PathVariable UUID id, @PathVariable UUID controllerId) {
        ChamberView chamber = chambers.one(id);
        ChamberPlan.ControllerPlan controller = chamber.plan().controllers().stream().filter(each -> each.id().equals(controllerId.toString())).findFirst()
                .orElseThrow(() -> new NotFoundException("There is no controller " + controllerId + " in this chamber."));
        SettingsView saved = chamber.settings().stream().filter(each -> each.controllerId().equals(controller.id())).findFirst()
                .orElseThrow(() -> new NotFoundException("Nothing has been saved for " + controller.name() + " yet."));
        return ResponseEntity.ok().header(HttpHeaders.CONTENT_DISPOSITION, ContentDisposition.inline()
                .filename("card-" + saved.number() + ".pdf").build().toString()).body(cards.of(chamber.plan().name(), controller, saved, sites.zone()));
    }
}
