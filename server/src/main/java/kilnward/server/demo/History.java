package kilnward.server.demo;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.SplittableRandom;
import kilnward.core.fault.FaultBook;
import kilnward.core.rehearsal.LiveRun;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.series.SeriesUnit;
import kilnward.core.setup.Setup;
import kilnward.server.people.Here;
import kilnward.server.reading.Arriving;
import kilnward.server.reading.ReadingStore;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.series.SeriesViews.SeriesView;
import kilnward.server.settings.ChamberService;
import kilnward.server.site.Sites;
import kilnward.server.wire.KilnWardProperties;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/**
 * Weeks of readings of the chambers that run at Osier End, made by the simulator. It goes on beside everything else, and again from the beginning where it was broken
 * off: the same readings come to the same moments, and what is kept already is known.
 */
@Component
@Order(2)
@ConditionalOnProperty("kilnward.demo")
public class History implements ApplicationRunner {
    private static final Logger LOG = LoggerFactory.getLogger(History.class);
    private static final int GROUP = 20_000;
    private static final double STEP_S = 5;
    private static final double MINUTE_S = 60;
    private final DemoLoader loader;
    private final ChamberService chambers;
    private final SeriesService series;
    private final ReadingStore store;
    private final Sites sites;
    private final int days;
    private volatile boolean done;

    History(DemoLoader loader, ChamberService chambers, SeriesService series, ReadingStore store, Sites sites, KilnWardProperties properties) {
        this.loader = loader;
        this.chambers = chambers;
        this.series = series;
        this.store = store;
        this.sites = sites;
        this.days = properties.demoDays();
    }

    @Override
    public void run(ApplicationArguments arguments) {
        Thread thread = new Thread(() -> Here.at(DemoLoader.SITE, () -> {
            all();
            return null;
        }), "history");
        thread.setDaemon(true);
        thread.start();
    }

    /** Whether everything that was to be made is there. */
    public boolean done() {
        return done;
    }

    private void all() {
        long begun = System.nanoTime();
        try {
            loader.files().stream().filter(each -> each.runs() != null).forEach(this::of);
        } catch (RuntimeException broken) {
            // The demo is as good as it was before; the next start makes the rest.
            LOG.warn("what was measured at Osier End is not all there: {}", broken.getMessage());
        }
        done = true;
        LOG.info("what was measured at Osier End is there after {} s", (System.nanoTime() - begun) / 1_000_000_000);
    }

    private void of(DemoChamber chamber) {
        List<SeriesView> all;
        try {
            all = series.all(chamber.id());
        } catch (kilnward.server.wire.problem.NotFoundException removed) {
            return;
        }
        List<Series> kept = chamber.runs().series().stream().map(each -> series.find(each.id())).flatMap(Optional::stream).toList();
        if (kept.isEmpty()) {
            return;
        }
        // Since when the demo is there: the same at every start.
        Instant to = series.madeAt(kept.get(0).id()).truncatedTo(ChronoUnit.MINUTES);
        Instant from = to.minus(Duration.ofDays(Math.min(days, chamber.runs().days())));
        // The last minute of it, and not the newest there is: devices may have begun to send already.
        boolean whole = kept.stream().allMatch(each -> store.has(each.number(), to.minusSeconds(60)));
        if (whole) {
            return;
        }
        make(chamber.runs(), kept, all, chambers.setup(chamber.id()), from, to);
    }

    private void make(DemoChamber.Runs runs, List<Series> kept, List<SeriesView> views, Setup setup, Instant from, Instant to) {
        ZoneId zone = sites.zone();
        ZonedDateTime local = from.atZone(zone);
        double startHour = local.toLocalTime().toSecondOfDay() / 3600.0;
        LiveRun run = LiveRun.begin(setup.rig().lookingNoOftenerThan(STEP_S),
                new Scenario(Weathered.of(setup.chamber().room(), local.toLocalDate().toEpochDay()), startHour, 3600, STEP_S, Scenario.Start.SETTLED, List.of(), 1));
        Instruments instruments = new Instruments();
        List<String> before = List.of();
        List<Arriving> group = new ArrayList<>();
        for (Instant at = from; at.isBefore(to); at = at.plusSeconds(60)) {
            double hoursAgo = Duration.between(at, to).toSeconds() / 3600.0;
            List<String> now = runs.befell().stream().filter(each -> hoursAgo <= each.hoursAgo() && hoursAgo > each.hoursAgo() - each.hours()).map(DemoChamber.Befell::fault)
                    .toList();
            if (!now.equals(before)) {
                List<Fault> faults = FaultBook.of(setup, run.timeS()).stream().filter(each -> now.contains(FaultBook.id(each))).toList();
                run.befall(faults);
                before = now;
            }
            instruments.follow(run.seen(), startHour);
            boolean silent = runs.silent().stream().anyMatch(each -> hoursAgo <= each.hoursAgo() && hoursAgo > each.hoursAgo() - each.hours());
            for (Series each : silent ? List.<Series>of() : kept) {
                SeriesView view = views.stream().filter(one -> one.id().equals(each.id().toString())).findFirst().orElseThrow();
                OptionalDouble said = instruments.says(each.measured(), view.probeId(), view.controllerId(), new SplittableRandom(31L * each.number() + at.getEpochSecond()));
                if (said.isPresent()) {
                    group.add(new Arriving(0, each.id().toString(), each, at, said.getAsDouble(), SeriesUnit.of(each.measured()), null));
                }
            }
            if (group.size() >= GROUP) {
                store.write(group, true);
                group.clear();
            }
            run.advance(MINUTE_S);
        }
        store.write(group, true);
    }
}
