package kilnward.server.site;

import kilnward.server.wire.problem.NotFoundException;
import org.springframework.web.bind.annotation.GetMapping;
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
    public record SiteView(String name, String timeZone, double altitudeM) {
    }

    @GetMapping("/site")
    public SiteView site() {
        return sites.only().map(site -> new SiteView(site.name(), site.zone().getId(), site.altitudeM())).orElseThrow(() -> new NotFoundException("There is no site yet."));
    }
}
