package kilnward.server.site;

import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.zone.ZoneRulesException;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import kilnward.core.chamber.Chamber;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Require;
import kilnward.server.people.Here;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Places with chambers. Several may be kept in one installation; nobody at one sees anything of another. */
@Service
@Transactional
public class Sites {
    private final SiteRepository sites;

    public Sites(SiteRepository sites) {
        this.sites = sites;
    }

    /** A place with chambers. */
    public record Site(UUID id, String name, ZoneId zone, double altitudeM) {
    }

    /** The site for which this thread works; empty where there is none, or the server works for itself. */
    @Transactional(readOnly = true)
    public Optional<Site> here() {
        return Here.site().flatMap(sites::findById).map(Sites::site);
    }

    /** The one that was there first; empty before there is any. */
    @Transactional(readOnly = true)
    public Optional<Site> first() {
        return sites.findAllByOrderById().stream().findFirst().map(Sites::site);
    }

    /** All of this installation. */
    @Transactional(readOnly = true)
    public List<Site> all() {
        return sites.findAllByOrderById().stream().map(Sites::site).toList();
    }

    /**
     * The time zone here.
     *
     * @throws NotFoundException where the server works for itself, or there is no such site
     */
    @Transactional(readOnly = true)
    public ZoneId zone() {
        return required().zone();
    }

    /** The time zone of a site; UTC where there is none such. */
    @Transactional(readOnly = true)
    public ZoneId zone(UUID site) {
        return sites.findById(site).map(each -> ZoneId.of(each.getTimeZone())).orElse(ZoneOffset.UTC);
    }

    /** The altitude here (m). */
    @Transactional(readOnly = true)
    public double altitudeM() {
        return required().altitudeM();
    }

    private Site required() {
        return here().orElseThrow(() -> new NotFoundException("There is no site here."));
    }

    /**
     * Adds one.
     *
     * @param altitudeM from -400 to 5000
     */
    public Site add(String name, String timeZone, double altitudeM) {
        check(name, timeZone, altitudeM);
        return site(sites.saveAndFlush(new SiteEntity(UUID.randomUUID(), name.strip(), timeZone, altitudeM)));
    }

    /** Changes the one here. */
    public Site change(String name, String timeZone, double altitudeM) {
        check(name, timeZone, altitudeM);
        SiteEntity entity = sites.findById(required().id()).orElseThrow();
        entity.change(name.strip(), timeZone, altitudeM);
        return site(sites.saveAndFlush(entity));
    }

    private static void check(String name, String timeZone, double altitudeM) {
        if (name == null || name.isBlank() || name.codePointCount(0, name.length()) > 80) {
            throw new RefusedValueException("siteName", name, "must be a name of 1 to 80 characters");
        }
        try {
            ZoneId zone = ZoneId.of(timeZone == null ? "" : timeZone);
            if (!ZoneId.getAvailableZoneIds().contains(zone.getId())) {
                throw new ZoneRulesException("no region");
            }
        } catch (java.time.DateTimeException unknown) {
            throw new RefusedValueException("timeZone", timeZone, "must be a time zone by its place, like Europe/London");
        }
        Require.within(Chamber.class, "altitudeM", altitudeM);
    }

    private static Site site(SiteEntity site) {
        return new Site(site.getId(), site.getName(), ZoneId.of(site.getTimeZone()), site.getAltitudeM());
    }
}
