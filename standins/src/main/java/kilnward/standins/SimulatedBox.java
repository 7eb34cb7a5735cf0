package kilnward.standins;

import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.SplittableRandom;
import kilnward.core.air.Temperature;
import kilnward.core.fault.FaultBook;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.LiveRun;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.series.SeriesUnit;
import kilnward.core.setup.Setup;
import kilnward.server.demo.Instruments;
import kilnward.server.demo.Weathered;

/** A planned chamber that runs behind its own controllers and probes, in real or hurried time, until it is stopped. */
final class SimulatedBox {
    private static final double STEP_S = 1;
    private final String id;
    private final String name;
    private final Setup setup;
    private final List<Gauge> gauges;
    private final LiveRun run;
    private final double startHour;
    private final Instruments instruments = new Instruments();
    private final Set<String> befallen = new LinkedHashSet<>();
    private double hurry = 1;
    private long ticks;

    /**
     * What measures one series.
     *
     * @param sentIn       what the device sends in
     * @param probeId      where it hangs; null for nowhere of the plan
     * @param controllerId whose display it reads; null for an instrument of its own
     */
    record Gauge(String series, String name, Quantity measured, SeriesUnit sentIn, String probeId, String controllerId) {
    }

    /** A fault that can befall it, as the page tells it. */
    record Possible(String id, String says, boolean on) {
    }

    SimulatedBox(String id, String name, Setup setup, List<Gauge> gauges, ZoneId zone, Instant now) {
        this.id = id;
        this.name = name;
        this.setup = setup;
        this.gauges = List.copyOf(gauges);
        ZonedDateTime local = now.atZone(zone);
        this.startHour = local.toLocalTime().toSecondOfDay() / 3600.0;
        this.run = LiveRun.begin(setup.rig().lookingNoOftenerThan(STEP_S),
                new Scenario(Weathered.of(setup.chamber().room(), local.toLocalDate().toEpochDay()), startHour, 3600, STEP_S, Scenario.Start.SETTLED, List.of(), 1));
        instruments.follow(run.seen(), startHour);
    }

    String id() {
        return id;
    }

    String name() {
        return name;
    }

    List<Gauge> gauges() {
        return gauges;
    }

    synchronized double hurry() {
        return hurry;
    }

    /** How many of its seconds pass in one of ours, 1 to 600. */
    synchronized void hurry(double times) {
        hurry = Math.max(1, Math.min(600, times));
    }

    /** Goes on by one of our seconds. */
    synchronized void tick() {
        run.advance(Math.max(STEP_S, hurry * STEP_S));
        instruments.follow(run.seen(), startHour);
        ticks++;
    }

    /** What its instruments say. */
    synchronized List<Reading> measure(Instant at) {
        List<Reading> said = new ArrayList<>();
        for (Gauge gauge : gauges) {
            OptionalDouble value = instruments.says(gauge.measured(), gauge.probeId(), gauge.controllerId(), new SplittableRandom(31L * gauge.series().hashCode() + ticks));
            if (value.isPresent()) {
                said.add(new Reading(gauge.series(), at, sent(value.getAsDouble(), gauge.sentIn())));
            }
        }
        return said;
    }

    private static double sent(double kept, SeriesUnit unit) {
        return switch (unit) {
            case F -> Math.round(10 * Temperature.celsiusToFahrenheit(kept)) / 10.0;
            case CM -> kept / 10;
            case INCH -> Math.round(kept / 0.254) / 100.0;
            case MS_CM -> kept / 1000;
            default -> kept;
        };
    }

    synchronized LiveRun.Seen seen() {
        return run.seen();
    }

    /** Lets a fault come, or pass. */
    synchronized void befall(String fault, boolean on) {
        if (on ? befallen.add(fault) : befallen.remove(fault)) {
            List<Fault> faults = FaultBook.of(setup, run.timeS()).stream().filter(each -> befallen.contains(FaultBook.id(each))).toList();
            run.befall(faults);
        }
    }

    synchronized List<Possible> possible() {
        return FaultBook.of(setup).stream().map(each -> new Possible(FaultBook.id(each), says(each), befallen.contains(FaultBook.id(each)))).toList();
    }

    private String says(Fault fault) {
        String what = fault.kind().name().toLowerCase(java.util.Locale.ROOT).replace('_', ' ');
        String subject = fault.subject();
        String of = setup.controllers().stream().flatMap(each -> each.loops().stream()).filter(each -> each.id().equals(subject)).map(setup::outputName).findFirst()
                .orElseGet(() -> setup.controllers().stream().filter(each -> each.id().equals(subject)).map(each -> each.name()).findFirst()
                        .orElse(subject.isEmpty() ? "" : setup.name(subject)));
        String turned = FaultBook.id(fault).endsWith(":low") ? ", low" : FaultBook.id(fault).endsWith(":high") ? ", high" : "";
        return what + (of.isEmpty() ? "" : ": " + of) + turned;
    }
}
