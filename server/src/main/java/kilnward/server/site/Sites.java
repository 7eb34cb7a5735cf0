package kilnward.server.site;

import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Places with chambers; the only one, for now. */
@Service
public class Sites {
    private final SiteRepository sites;

    public Sites(SiteRepository sites) {
        this.sites = sites;
    }

    /** A place with chambers. */
    public record Site(UUID id, String name, ZoneId zone, double altitudeM) {
    }

    /** The only site; empty before there is one. */
    @Transactional(readOnly = true)
    public Optional<Site> only() {
        return sites.findAll().stream().findFirst().map(site -> new Site(site.getId(), site.getName(), ZoneId.of(site.getTimeZone()), site.getAltitudeM()));
    }

    /** Its time zone; UTC before there is a site. */
    public ZoneId zone() {
        return only().map(Site::zone).orElse(ZoneOffset.UTC);
    }

    /** Its altitude (m); sea level before there is a site. */
    public double altitudeM() {
        return only().map(Site::altitudeM).orElse(0.0);
    }
}
