package kilnward.server.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.IntStream;
import kilnward.core.calibration.CheckSession;
import kilnward.core.calibration.Reference;
import kilnward.core.device.Parameter;
import kilnward.server.audit.Audit;
import kilnward.server.check.CheckEntryRepository;
import kilnward.server.check.CheckRecord;
import kilnward.server.check.CheckRepository;
import kilnward.server.check.CheckRowRepository;
import kilnward.server.check.CheckService;
import kilnward.server.check.CheckViews.NewCheck;
import kilnward.server.check.CheckViews.NewOffset;
import kilnward.server.check.CheckViews.NewRow;
import kilnward.server.check.CheckViews.ReferenceView;
import kilnward.server.people.Here;
import kilnward.server.plan.Plans;
import kilnward.server.series.Devices;
import kilnward.server.series.SeriesService;
import kilnward.server.settings.ChamberService;
import kilnward.server.settings.ChamberViews.NewSettings;
import kilnward.server.settings.KeyingRepository;
import kilnward.server.settings.Limits;
import kilnward.server.settings.SettingsRevisionRepository;
import kilnward.server.site.SiteEntity;
import kilnward.server.site.SiteRepository;
import kilnward.server.site.Sites;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.annotation.Order;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.ResourcePatternResolver;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * Osier End, an invented smallholding, loaded once into an empty database. All in one transaction: a start that is killed in
 * the middle leaves nothing half loaded.
 */
@Component
@Order(1)
@ConditionalOnProperty("kilnward.demo")
public class DemoLoader implements ApplicationRunner {
    static final UUID SITE = id(0);
    private static final double ALTITUDE_M = 140;
    private static final double[] OFF = {0, 0.03, -0.02, 0.02, -0.03, 0.01, -0.01};
    private final SiteRepository sites;
    private final ChamberService chambers;
    private final Devices devices;
    private final SeriesService series;
    private final JsonMapper json;
    private final ResourcePatternResolver resources;
    private final Clock clock;
    private final Function<Clock, CheckService> checksAt;

    public DemoLoader(SiteRepository sites, Plans plans, SettingsRevisionRepository revisions, KeyingRepository keyings, CheckRepository checks, CheckRowRepository rows,
            CheckEntryRepository entries, CheckRecord record, ChamberService chambers, Devices devices, SeriesService series, JsonMapper json, ResourcePatternResolver resources,
            Limits limits, Audit audit, Sites places, Clock clock) {
        this.sites = sites;
        this.chambers = chambers;
        this.devices = devices;
        this.series = series;
        this.json = json;
        this.resources = resources;
        this.clock = clock;
        // What happened at Osier End before today is written down with the time of then.
        this.checksAt = then -> new CheckService(checks, rows, entries, record, new ChamberService(plans, revisions, keyings, limits, audit, places, then), then);
    }

    @Override
    @Transactional
    @SuppressWarnings("try")
    public void run(ApplicationArguments arguments) {
        if (sites.count() > 0) {
            return;
        }
        sites.saveAndFlush(new SiteEntity(SITE, "Osier End", "Europe/London", ALTITUDE_M));
        try (Here.Visit visit = Here.visit(SITE)) {
            files().forEach(this::load);
        }
    }

    List<DemoChamber> files() {
        List<DemoChamber> read = new ArrayList<>();
        try {
            for (Resource file : Arrays.stream(resources.getResources("classpath:demo/*.json")).sorted(Comparator.comparing(Resource::getFilename)).toList()) {
                try (var stream = file.getInputStream()) {
                    read.add(json.readValue(stream, DemoChamber.class));
                }
            }
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
        return read;
    }

    private void load(DemoChamber chamber) {
        chambers.add(chamber.id(), chamber.plan(), chamber.author());
        Map<UUID, Integer> numbers = new HashMap<>();
        for (DemoChamber.Revision each : chamber.settings()) {
            int before = numbers.merge(each.controllerId(), 1, Integer::sum) - 1;
            chambers.save(chamber.id(), each.controllerId(), new NewSettings(before, each.reason(), each.values()), each.author());
        }
        chamber.checks().forEach(each -> check(chamber.id(), each));
        if (chamber.runs() != null) {
            chamber.runs().devices().forEach(each -> devices.add(each.id(), chamber.id(), each.name(), chamber.author()));
            chamber.runs().series().forEach(each -> series.add(each.id(), chamber.id(), each.asked(), chamber.author()));
        }
    }

    private void check(UUID chamber, DemoChamber.Check check) {
        LocalDate on = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC).minusDays(check.daysAgo());
        Instant begun = on.atTime(9, 20).toInstant(ZoneOffset.UTC);
        UUID id = id(check.number());
        ReferenceView glass = new ReferenceView("Ice-checked glass", 0.1, Reference.Basis.CERTIFICATE, 0.0, on.plusMonths(18), null);
        ReferenceView spirit = new ReferenceView("Kitchen spirit", 0.5, Reference.Basis.LIMITS, 0.0, null, null);
        at(begun).begin(chamber,
                new NewCheck(id.toString(), check.controllerId().toString(), Parameter.OFFSET, CheckSession.Place.PROBE, List.of(glass, spirit), 3600.0, "", 19.0, ""),
                check.author());
        rows(check.number() * 100, chamber, id, begun, check, check.shownTooMuch());
        if (check.follows() != check.offset()) {
            at(begun.plusSeconds(4200)).keyIn(chamber, id, new NewOffset(check.offset(), check.follows(), null, "", false), check.author());
            rows(check.number() * 100 + 50, chamber, id, begun.plusSeconds(4800), check, check.shownTooMuch() + check.follows() - check.offset());
        }
        at(begun.plusSeconds(9600)).close(chamber, id, false, "", check.author());
    }

    /** Seven rows within an hour, each a little off as readings are. */
    private void rows(int number, UUID chamber, UUID id, Instant from, DemoChamber.Check check, double high) {
        List<NewRow> taken = IntStream.range(0, OFF.length).mapToObj(i -> new NewRow(id(number + i).toString(), from.plusSeconds(60 + 600L * i), check.display(),
                Map.of("Ice-checked glass", hundredths(check.display() - high + OFF[i]), "Kitchen spirit", hundredths(check.display() - high + 0.1 - OFF[i])), true)).toList();
        at(taken.get(taken.size() - 1).at()).addAll(chamber, id, taken, check.author());
    }

    private CheckService at(Instant moment) {
        return checksAt.apply(Clock.fixed(moment, ZoneOffset.UTC));
    }

    private static UUID id(int number) {
        return new UUID(0x0051_e4e4_d000_7000L, 0x8000_0000_0000_0000L + number);
    }

    private static double hundredths(double value) {
        return Math.round(value * 100) / 100.0;
    }
}
