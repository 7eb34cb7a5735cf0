package kilnward.server.demo;

import kilnward.server.api.chamber.ChamberService;
import kilnward.server.api.chamber.Starter;
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

    public DemoLoader(SiteRepository sites, ChamberService chambers, Starter starter) {
        this.sites = sites;
        this.demo = new Demo(chambers, starter);
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
