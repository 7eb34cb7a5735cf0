package kilnward.server.site;

import jakarta.validation.Valid;
import kilnward.core.chamber.Chamber;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.wire.problem.BoundsOf;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Where the chambers are. */
@RestController
@RequestMapping("/api/v1")
public class SiteController {
    private final Sites sites;

    public SiteController(Sites sites) {
        this.sites = sites;
    }

    /** A place with chambers. */
    @BoundsOf(Chamber.class)
    public record SiteView(String name, String timeZone, double altitudeM) {
    }

    /** Another name, time zone or altitude. */
    @Needs(Role.OWNER)
    @PutMapping("/site")
    public SiteView change(@Valid @RequestBody SiteView asked) {
        Sites.Site site = sites.change(asked.name(), asked.timeZone(), asked.altitudeM());
        return new SiteView(site.name(), site.zone().getId(), site.altitudeM());
    }

    @Needs(Role.VISITOR)
    @GetMapping("/site")
    public SiteView site() {
        return sites.here().map(site -> new SiteView(site.name(), site.zone().getId(), site.altitudeM())).orElseThrow(() -> new NotFoundException("There is no site yet."));
    }
}
