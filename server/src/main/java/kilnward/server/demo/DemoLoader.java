package kilnward.server.demo;

import java.time.Clock;
import kilnward.server.api.chamber.ChamberService;
import kilnward.server.api.chamber.Starter;
import kilnward.server.api.check.CheckRecord;
import kilnward.server.api.check.CheckService;
import kilnward.server.store.ChamberRepository;
import kilnward.server.store.CheckEntryRepository;
import kilnward.server.store.CheckRepository;
import kilnward.server.store.CheckRowRepository;
import kilnward.server.store.KeyingRepository;
import kilnward.server.store.Owners;
import kilnward.server.store.SettingsRevisionRepository;
import kilnward.server.store.SiteEntity;
import kilnward.server.store.SiteRepository;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Osier End, an invented smallholding, loaded once into an empty database. All in one transaction: a start that is killed in
 * the middle leaves nothing half loaded.
 */
@Component
@ConditionalOnProperty("kilnward.demo")
public class DemoLoader implements ApplicationRunner {
    private final SiteRepository sites;
    private final Demo demo;

    public DemoLoader(SiteRepository sites, ChamberRepository chamberTable, SettingsRevisionRepository revisions, KeyingRepository keyings, CheckRepository checks,
                      CheckRowRepository rows, CheckEntryRepository entries, CheckRecord record, ChamberService chambers, Starter starter,
                      Owners owners, Clock clock) {
        this.sites = sites;
        // What happened at Osier End before today is written down with the time of then.
        this.demo = new Demo(chambers, starter, clock, then -> new CheckService(checks, rows, entries, record,
                new ChamberService(sites, chamberTable, revisions, keyings, owners, then), then));
    }

    @Override
    @Transactional
    public void run(ApplicationArguments arguments) {
        if (sites.count() > 0) {
            return;
        }
        sites.saveAndFlush(new SiteEntity(Demo.id(0), "Osier End", "Europe/London", Demo.ALTITUDE_M));
        Reedbox.load(demo);
        DucklingPen.load(demo);
        LoftTent.load(demo);
        SundewCabinet.load(demo);
        CellarTank.load(demo);
    }
}
