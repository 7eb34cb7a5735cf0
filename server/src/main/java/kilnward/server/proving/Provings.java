package kilnward.server.proving;

import static kilnward.server.wire.Absent.orNull;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import kilnward.core.chamber.Contents;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Require;
import kilnward.core.proving.ProvingRun;
import kilnward.core.proving.ProvingRun.Compared;
import kilnward.core.quantity.Quantity;
import kilnward.core.series.Samples;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;
import kilnward.server.alarm.AlarmViews.Mark;
import kilnward.server.alarm.AlarmViews.Of;
import kilnward.server.alarm.Happenings;
import kilnward.server.compute.Computing;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.Plans;
import kilnward.server.plan.Plans.Planned;
import kilnward.server.reading.Readings;
import kilnward.server.reading.Readings.Kept;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.series.SeriesViews.SeriesView;
import kilnward.server.settings.ChamberService;
import kilnward.server.store.Digest;
import kilnward.server.store.Moments;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.door.ManyLines;
import kilnward.server.wire.problem.ConflictException;
import kilnward.server.wire.problem.NotFoundException;
import kilnward.server.wire.problem.Within;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Proving runs of chambers. */
@Service
public class Provings implements Happenings {
    private static final Duration AHEAD = Duration.ofMinutes(5);
    private static final Duration LONGEST = Duration.ofDays(4);
    private static final int MOST_READINGS = 200_000;
    private static final double MICROS = 1e6;
    /** Next to nothing inside. */
    private static final double EMPTY_KG = 0.05;
    private final ProvingRepository runs;
    private final Plans plans;
    private final ChamberService chambers;
    private final SeriesService series;
    private final Readings readings;
    private final Computing computing;
    private final JdbcClient sql;
    private final JsonMapper json;
    private final TransactionTemplate transactions;
    private final Clock clock;

    Provings(ProvingRepository runs, Plans plans, ChamberService chambers, SeriesService series, Readings readings, Computing computing, JdbcClient sql, JsonMapper json,
            TransactionTemplate transactions, Clock clock) {
        this.runs = runs;
        this.plans = plans;
        this.chambers = chambers;
        this.series = series;
        this.readings = readings;
        this.computing = computing;
        this.sql = sql;
        this.json = json;
        this.transactions = transactions;
        this.clock = clock;
    }

    /**
     * A run that begins.
     *
     * @param controllerId whose display is read
     * @param seriesId     what sends meanwhile; null where somebody types what the display shows
     * @param loaded       false with nothing living inside, true once it is loaded
     * @param begunAt      when the box was switched on
     * @param roomC        temperature of the room meanwhile
     */
    public record NewRun(@NotNull @Pattern(regexp = ChamberPlan.UUID) String id, @NotNull @Pattern(regexp = ChamberPlan.UUID) String controllerId,
            @OrNull @Pattern(regexp = ChamberPlan.UUID) String seriesId, boolean loaded, @NotNull Instant begunAt, @NotNull @Within(min = -50, max = 60, unit = "°C") Double roomC,
            @NotNull @Size(max = 300) @ManyLines String note) {
    }

    /** What a display showed: °C or %RH. */
    public record Typed(@NotNull Instant at, @NotNull @Within(min = -60, max = 200) Double value) {
    }

    /** Why a run that did not pass is taken as good. */
    public record Acceptance(@NotBlank @Size(min = 3, max = 300) @ManyLines String reason) {
    }

    /** One comparison: K or points, s, share, K/h. */
    public record ComparedView(ProvingRun.What what, double measured, double rehearsed, boolean alike) {
        private static ComparedView of(Compared each) {
            return new ComparedView(each.what(), each.measured(), each.rehearsed(), each.alike());
        }
    }

    /**
     * What a judgement said.
     *
     * @param orElse what explains it about as well; null in judgements from before that was said
     */
    public record VerdictView(ProvingRun.State state, @OrNull Double steadySinceS, int readings, double lengthS, List<ComparedView> compared, List<ProvingRun.What> untold,
            @OrNull ProvingRun.Cause cause, @OrNull Double factor, @OrNull List<ProvingRun.Cause> orElse) {
    }

    /** A run. */
    public record RunView(String id, String controllerId, @OrNull String seriesId, boolean loaded, Instant begunAt, String begunBy, double roomC, String note,
            ProvingState state, @OrNull VerdictView verdict, @OrNull Instant judgedAt, @OrNull Instant endedAt, @OrNull String endedBy, @OrNull String reason,
            boolean ofThisBox, List<Typed> typed) {
    }

    /** All runs of a chamber, the newest first. */
    public List<RunView> all(UUID chamberId) {
        String mark = mark(plans.one(chamberId).plan());
        return runs.findByChamberIdOrderByBegunUsDescIdAsc(chamberId).stream().map(each -> view(each, mark)).toList();
    }

    @Override
    public List<Mark> in(UUID chamberId, Instant from, Instant to) {
        return all(chamberId).stream()
                .flatMap(each -> Stream.of(new Mark(each.begunAt(), Of.PROVING, each.id(), "begun", each.begunBy(), each.note().isEmpty() ? null : each.note(),
                        null, null),
                        each.endedAt() == null ? null
                                : new Mark(each.endedAt(), Of.PROVING, each.id(), each.state().name().toLowerCase(Locale.ROOT), each.endedBy(), each.reason(), null, null)))
                .filter(Objects::nonNull).toList();
    }

    /** Whether the box as it is planned now has passed, or was taken as good. */
    public boolean isProven(UUID chamberId) {
        String mark = mark(plans.one(chamberId).plan());
        return runs.findByChamberIdOrderByBegunUsDescIdAsc(chamberId).stream()
                .anyMatch(each -> each.boxMark.equals(mark) && (each.state == ProvingState.PASSED || each.state == ProvingState.ACCEPTED));
    }

    public RunView begin(UUID chamberId, NewRun asked, String who) {
        Planned chamber = plans.one(chamberId);
        UUID controllerId = UUID.fromString(asked.controllerId());
        ChamberPlan.ControllerPlan controller = chamber.plan().controllers().stream().filter(each -> each.id().equals(asked.controllerId())).findFirst()
                .orElseThrow(() -> new RefusedValueException("controllerId", asked.controllerId(), "must be a controller of this chamber"));
        Instant now = clock.instant();
        if (asked.begunAt().isAfter(now.plus(AHEAD)) || asked.begunAt().isBefore(now.minus(LONGEST))) {
            throw new RefusedValueException("begunAt", asked.begunAt(), "must lie within the last four days");
        }
        if (asked.seriesId() != null) {
            Series measured = series.find(UUID.fromString(asked.seriesId())).filter(each -> each.chamberId().equals(chamberId))
                    .orElseThrow(() -> new RefusedValueException("seriesId", asked.seriesId(), "must be a series of this chamber"));
            Quantity wanted = controller.profile().unit().quantity();
            Require.that(measured.measured() == wanted, "seriesId", measured.measured(), "must measure " + wanted + ", as this controller does");
        }
        // Refused at its field where it cannot be rehearsed: there is nothing to compare with then.
        chambers.setup(chamberId);
        UUID id = UUID.fromString(asked.id());
        if (runs.findById(id).isPresent()) {
            return one(chamberId, id);
        }
        runs.findByChamberIdOrderByBegunUsDescIdAsc(chamberId).stream().filter(each -> each.state == ProvingState.RUNNING).findFirst().ifPresent(running -> {
            throw new ConflictException(running.begunBy + " has begun a run that is not decided: judge it, or stop it first.", view(running, mark(chamber.plan())));
        });
        ProvingEntity run = new ProvingEntity(id, chamberId);
        run.controllerId = controllerId;
        run.seriesId = asked.seriesId() == null ? null : UUID.fromString(asked.seriesId());
        run.loaded = asked.loaded();
        run.begunUs = Moments.micros(asked.begunAt());
        run.begunBy = who;
        run.roomC = asked.roomC();
        run.boxMark = mark(chamber.plan());
        run.note = asked.note().strip();
        run.state = ProvingState.RUNNING;
        runs.saveAndFlush(run);
        return one(chamberId, id);
    }

    RunView one(UUID chamberId, UUID id) {
        return view(require(chamberId, id), mark(plans.one(chamberId).plan()));
    }

    /** Writes down what the display shows; the same moment again is the same reading, another value for it is refused. */
    RunView type(UUID chamberId, UUID id, Typed typed, String who) {
        ProvingEntity run = running(chamberId, id);
        if (run.seriesId != null) {
            throw new RefusedValueException("value", typed.value(), "is not typed in this run: a series sends it");
        }
        if (typed.at().isAfter(clock.instant().plus(AHEAD)) || Moments.micros(typed.at()) < run.begunUs) {
            throw new RefusedValueException("at", typed.at(), "must lie between the beginning of the run and now");
        }
        int added = sql.sql("insert ignore into proving_reading (run_id, at_us, value, author) values (?, ?, ?, ?)").param(id).param(Moments.micros(typed.at()))
                .param(typed.value()).param(who).update();
        if (added == 0
                && !sql.sql("select value from proving_reading where run_id = ? and at_us = ?").param(id).param(Moments.micros(typed.at())).query(Double.class).single()
                        .equals(typed.value())) {
            throw new RefusedValueException("value", typed.value(), "is another than what is written down for that moment already");
        }
        return one(chamberId, id);
    }

    /** Judges a run by what was read so far; what is decided ends it. */
    RunView judge(UUID chamberId, UUID id, String who) {
        ProvingEntity run = running(chamberId, id);
        Setup setup = chambers.setup(chamberId);
        Setup asRun = run.loaded ? setup : emptied(setup);
        Samples read = read(run, asRun);
        Optional<Samples> watts = watts(run);
        ProvingRun judged = computing.run(workers -> ProvingRun.judge(asRun, run.controllerId.toString(), read, run.roomC, watts));
        VerdictView verdict = new VerdictView(judged.state(), orNull(judged.steadySinceS()), read.atS().length,
                read.atS().length == 0 ? 0 : read.atS()[read.atS().length - 1], judged.comparisons().stream().map(ComparedView::of).toList(), judged.untold(),
                judged.cause().orElse(null), orNull(judged.factor()), judged.orElse());
        return transactions.execute(status -> {
            ProvingEntity held = running(chamberId, id);
            held.verdict = json.writeValueAsString(verdict);
            held.judgedAt = Moments.now(clock);
            if (judged.state() == ProvingRun.State.PASSED || judged.state() == ProvingRun.State.FAILED) {
                held.state = judged.state() == ProvingRun.State.PASSED ? ProvingState.PASSED : ProvingState.FAILED;
                held.endedAt = held.judgedAt;
                held.endedBy = who;
            }
            return view(runs.saveAndFlush(held), mark(plans.one(chamberId).plan()));
        });
    }

    /** Takes a run that did not pass, or is not decided, as good, for a reason. */
    public RunView accept(UUID chamberId, UUID id, String reason, String who) {
        return end(chamberId, id, ProvingState.ACCEPTED, reason, who);
    }

    RunView stop(UUID chamberId, UUID id, String who) {
        return end(chamberId, id, ProvingState.STOPPED, null, who);
    }

    private RunView end(UUID chamberId, UUID id, ProvingState state, String reason, String who) {
        return transactions.execute(status -> {
            ProvingEntity run = require(chamberId, id);
            boolean open = run.state == ProvingState.RUNNING || state == ProvingState.ACCEPTED && run.state == ProvingState.FAILED;
            if (!open) {
                throw new ConflictException("This run is " + run.state + " since " + run.endedAt + ".", view(run, mark(plans.one(chamberId).plan())));
            }
            run.state = state;
            run.reason = reason;
            run.endedAt = Moments.now(clock);
            run.endedBy = who;
            return view(runs.saveAndFlush(run), mark(plans.one(chamberId).plan()));
        });
    }

    private ProvingEntity require(UUID chamberId, UUID id) {
        return runs.findById(id).filter(each -> each.chamberId.equals(chamberId)).orElseThrow(() -> new NotFoundException("There is no proving run " + id + " in this chamber."));
    }

    private ProvingEntity running(UUID chamberId, UUID id) {
        ProvingEntity run = require(chamberId, id);
        if (run.state != ProvingState.RUNNING) {
            throw new ConflictException("This run is " + run.state + " since " + run.endedAt + ".", view(run, mark(plans.one(chamberId).plan())));
        }
        return run;
    }

    /** What its display showed since it began: typed, or what the probe sent with the offset that is keyed in. */
    private Samples read(ProvingEntity run, Setup setup) {
        if (run.seriesId == null) {
            return typed(run);
        }
        PlannedController controller = setup.controller(run.controllerId.toString());
        Settings keyed = controller.inForce();
        boolean ofProbe = series.all(run.chamberId).stream().anyMatch(each -> each.id().equals(run.seriesId.toString()) && each.probeId() != null);
        return sent(series.require(run.seriesId), run, !ofProbe ? 0 : keyed.unit(controller.profile()).differenceToModel(keyed.value(Parameter.OFFSET).orElse(0.0)));
    }

    /** What a meter told meanwhile; empty where the chamber has none, or several of which nobody knows what hangs on which. */
    private Optional<Samples> watts(ProvingEntity run) {
        List<String> meters = series.all(run.chamberId).stream().filter(each -> each.quantity() == Quantity.POWER).map(SeriesView::id).toList();
        return meters.size() != 1 ? Optional.empty() : Optional.of(sent(series.require(UUID.fromString(meters.get(0))), run, 0)).filter(each -> each.count() > 0);
    }

    private Samples sent(Series from, ProvingEntity run, double shift) {
        List<Kept> sent = readings.between(from.number(), run.begunUs, run.begunUs + Moments.micros(Instant.EPOCH.plus(LONGEST)), MOST_READINGS);
        return new Samples(sent.stream().mapToDouble(each -> (each.atUs() - run.begunUs) / MICROS).toArray(), sent.stream().mapToDouble(each -> each.value() + shift).toArray());
    }

    private Samples typed(ProvingEntity run) {
        List<double[]> rows = sql.sql("select at_us, value from proving_reading where run_id = ? and at_us >= ? and at_us <= ? order by at_us limit " + MOST_READINGS)
                .param(run.getId()).param(run.begunUs).param(run.begunUs + Moments.micros(Instant.EPOCH.plus(LONGEST)))
                .query((row, i) -> new double[] {(row.getLong(1) - run.begunUs) / MICROS, row.getDouble(2)}).list();
        return new Samples(rows.stream().mapToDouble(each -> each[0]).toArray(), rows.stream().mapToDouble(each -> each[1]).toArray());
    }

    /** The same box with nothing living inside. */
    private static Setup emptied(Setup setup) {
        Contents inside = setup.chamber().contents();
        return setup.chamber().tank().isPresent() ? setup
                : setup.with(setup.chamber().with(Contents.dry(Math.min(EMPTY_KG, inside.massKg()), inside.specificHeatJkgK(), inside.surfaceM2(), 0)));
    }

    /** What a run proves: box, appliances, probes and controllers, but not who lives in it. */
    private String mark(ChamberPlan plan) {
        return Digest.hex(json.writeValueAsString(List.of(plan.box() == null ? "" : plan.box(), plan.appliances(), plan.probes(), plan.controllers()))
                .getBytes(StandardCharsets.UTF_8));
    }

    private RunView view(ProvingEntity run, String mark) {
        List<Typed> typed = run.seriesId != null ? List.of()
                : sql.sql("select at_us, value from proving_reading where run_id = ? order by at_us limit 2000").param(run.getId())
                        .query((row, i) -> new Typed(Moments.micros(row.getLong(1)), row.getDouble(2))).list();
        return new RunView(run.getId().toString(), run.controllerId.toString(), run.seriesId == null ? null : run.seriesId.toString(), run.loaded,
                Moments.micros(run.begunUs), run.begunBy, run.roomC, run.note, run.state, run.verdict == null ? null : json.readValue(run.verdict, VerdictView.class),
                run.judgedAt, run.endedAt, run.endedBy, run.reason, run.boxMark.equals(mark), typed);
    }
}
