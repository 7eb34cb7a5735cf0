package kilnward.server.demo;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.UUID;
import kilnward.core.logbook.EntryKind;
import kilnward.server.calendar.Batches;
import kilnward.server.calendar.CalendarViews.NewBatch;
import kilnward.server.calendar.CalendarViews.NewTask;
import kilnward.server.calendar.Tasks;
import kilnward.server.log.Entries.NewLogEntry;
import kilnward.server.log.Entries;
import kilnward.server.people.Here;
import kilnward.server.plan.Plans;
import kilnward.server.proving.Provings.NewRun;
import kilnward.server.proving.Provings;
import kilnward.server.site.Sites;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Who lives at Osier End by which day, what is to be done there and what was written down; all of it invented. What was begun and not finished is gone on with. */
@Component
@Order(2)
@ConditionalOnProperty("kilnward.demo")
class Lived implements ApplicationRunner {
    private static final String LEAD = "lead";
    private static final String KEEPER = "keeper";
    private static final UUID REEDBOX = id(1);
    private static final UUID PEN = id(2);
    private static final UUID TENT = id(3);
    private static final UUID TANK = id(5);
    private static final int LAST = 7099;
    private final Batches batches;
    private final Tasks tasks;
    private final Entries entries;
    private final Provings provings;
    private final Plans plans;
    private final Sites sites;
    private final Clock clock;

    Lived(Batches batches, Tasks tasks, Entries entries, Provings provings, Plans plans, Sites sites, Clock clock) {
        this.batches = batches;
        this.tasks = tasks;
        this.entries = entries;
        this.provings = provings;
        this.plans = plans;
        this.sites = sites;
        this.clock = clock;
    }

    @Override
    @SuppressWarnings("try")
    public void run(ApplicationArguments arguments) {
        try (Here.Visit visit = Here.visit(DemoLoader.SITE)) {
            all();
        }
    }

    private void all() {
        if (!plans.stands(REEDBOX) || !plans.stands(PEN) || !plans.stands(TENT) || !plans.stands(TANK) || tasks.isThere(id(LAST))) {
            return;
        }
        Instant now = clock.instant().truncatedTo(ChronoUnit.MINUTES);
        if (provings.all(REEDBOX).isEmpty()) {
            String controller = plans.one(REEDBOX).plan().controllers().get(0).id();
            provings.begin(REEDBOX, new NewRun(id(7001).toString(), controller, null, false, now.minus(Duration.ofDays(3)), 19.0, "door of the shed shut"), KEEPER);
            provings.accept(REEDBOX, id(7001), "held 28 °C over a weekend, read off every hour; the sheet hangs beside it", LEAD);
        }
        batch(7010, REEDBOX, "Clutch of the red pair", "corn-snake-eggs", 13, 14, "own pair, laid in the moss", null);
        batch(7011, PEN, "Ducklings", "ducklings", 19, 9, "hatched here", "the pen has run for weeks");
        batch(7012, TENT, "Blocks of the first week", "lions-mane", 10, 6, "own spawn", "the tent has run for weeks");
        batch(7013, TENT, "Blocks of the second week", "lions-mane", 3, 6, "own spawn", "there is no other tent: it is the colder one that waits");
        batch(7014, TANK, "Axolotls", "axolotls", 96, 2, "from the school", "the tank has run for a year");
        LocalDateTime today = LocalDateTime.ofInstant(now, sites.zone()).truncatedTo(ChronoUnit.HOURS);
        tasks.add(PEN, new NewTask(id(7020).toString(), "Fresh bedding", today.minusHours(3), 2.0, KEEPER));
        entry(7030, PEN, EntryKind.READ, now.minus(Duration.ofHours(50)), null, null, 33.6, null, "", 7011);
        entry(7031, PEN, EntryKind.DIED, now.minus(Duration.ofHours(46)), null, 1, null, null, "the smallest, weak since it hatched", 7011);
        entry(7032, PEN, EntryKind.NOTE, now.minus(Duration.ofHours(27)), null, null, null, null, "all of them under the warm end, none panting", 7011);
        entry(7033, TENT, EntryKind.TOPPED_UP, now.minus(Duration.ofHours(20)), 1.5, null, null, null, "", null);
        entry(7034, TENT, EntryKind.MISTED, now.minus(Duration.ofHours(19)), null, null, null, null, "the walls only", null);
        entry(7035, REEDBOX, EntryKind.OPENED, now.minus(Duration.ofHours(9)), null, null, null, null, "one egg dented, left where it lies", 7010);
        entry(7036, PEN, EntryKind.TOPPED_UP, now.minus(Duration.ofHours(4)), 2.0, null, null, null, "drinkers", 7011);
        tasks.add(TANK, new NewTask(id(LAST).toString(), "Rinse the sponge of the filter in tank water", today.plusDays(2), 14.0, null));
    }

    private void batch(int number, UUID chamber, String name, String guide, int daysAgo, int pieces, String source, String despite) {
        LocalDateTime from = LocalDateTime.ofInstant(clock.instant(), sites.zone()).minusDays(daysAgo).toLocalDate().atTime(18, 0);
        batches.add(chamber, new NewBatch(id(number).toString(), name, guide, "usual", from, pieces, source, "", true, despite), LEAD);
    }

    private void entry(int number, UUID chamber, EntryKind kind, Instant at, Double amount, Integer pieces, Double temperatureC, Double humidityPct, String said, Integer batch) {
        entries.write(chamber, new NewLogEntry(id(number).toString(), kind, at, amount, pieces, temperatureC, humidityPct, said, batch == null ? null : id(batch).toString(), null),
                KEEPER);
    }

    /** As the loader's: the name of whatever has that number at Osier End, its chambers among them. */
    private static UUID id(int number) {
        return new UUID(0x0051_e4e4_d000_7000L, 0x8000_0000_0000_0000L + number);
    }
}
