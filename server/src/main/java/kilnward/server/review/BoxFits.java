package kilnward.server.review;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.temporal.IsoFields;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import kilnward.core.device.Parameter;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.fitting.BoxDrift;
import kilnward.core.fitting.BoxFit;
import kilnward.core.fitting.BoxFit.Estimate;
import kilnward.core.fitting.BoxLog;
import kilnward.core.fitting.BoxParameter;
import kilnward.core.fitting.Drive;
import kilnward.core.fitting.Experiment;
import kilnward.core.logbook.EntryKind;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.series.Samples;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;
import kilnward.server.audit.Audit;
import kilnward.server.audit.Change;
import kilnward.server.calendar.CalendarViews.NewTask;
import kilnward.server.calendar.Tasks;
import kilnward.server.compute.Computing;
import kilnward.server.log.Entries;
import kilnward.server.people.Here;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.Plans;
import kilnward.server.plan.Plans.Planned;
import kilnward.server.reading.Logs;
import kilnward.server.reading.Logs.Log;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.series.SeriesViews.SeriesView;
import kilnward.server.settings.ChamberService;
import kilnward.server.settings.ChamberViews.ChamberView;
import kilnward.server.site.Sites;
import kilnward.server.store.Moments;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.door.ManyLines;
import kilnward.server.wire.problem.ConflictException;
import kilnward.server.wire.problem.NotDoneException;
import kilnward.server.wire.problem.NotFoundException;
import kilnward.server.wire.problem.Within;
import net.javacrumbs.shedlock.spring.annotation.SchedulerLock;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.domain.Limit;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Boxes learned from their logs, and what was learned taken over into their plans. */
@Component
class BoxFits {
    private static final Logger LOG = LoggerFactory.getLogger(BoxFits.class);
    private static final Duration A_DAY = Duration.ofDays(1);
    private static final int MOST_LISTED = 100;
    /** So many readings are compared at most: what is read oftener is thinned. */
    private static final int COMPARED = 1000;
    private static final int DRAWN = 240;
    private static final Duration LONGEST = Duration.ofDays(4);
    private static final double DAY_S = 86_400;
    /** When somebody is at the box by day. */
    private static final LocalTime IN_THE_MORNING = LocalTime.of(9, 0);
    private static final String CHANGES = "Look at the box: what is learned of it changes from week to week. Its Review says what, and where to look.";
    /** What somebody types of a room for hours, and what a plan says of it, are off by about so much (K); judgements, no source. */
    private static final double TYPED_ROOM_ERROR_K = 0.7;
    private static final double PLANNED_ROOM_ERROR_K = 2;
    /** An opening is written down when it is over, more or less. */
    private static final double BEFORE_IT_IS_WRITTEN_S = 300;

    private final BoxFitRepository fits;
    private final Entries entries;
    private final Plans plans;
    private final ChamberService chambers;
    private final SeriesService series;
    private final Logs logs;
    private final Sites sites;
    private final Tasks tasks;
    private final Computing computing;
    private final Audit audit;
    private final JsonMapper json;
    private final TransactionTemplate transactions;
    private final Clock clock;

    BoxFits(BoxFitRepository fits, Plans plans, ChamberService chambers, SeriesService series, Logs logs, Entries entries, Sites sites, Tasks tasks, Computing computing,
            Audit audit,
            JsonMapper json,
            TransactionTemplate transactions, Clock clock) {
        this.fits = fits;
        this.plans = plans;
        this.chambers = chambers;
        this.series = series;
        this.logs = logs;
        this.entries = entries;
        this.sites = sites;
        this.tasks = tasks;
        this.computing = computing;
        this.audit = audit;
        this.json = json;
        this.transactions = transactions;
        this.clock = clock;
    }

    /**
     * What to learn from.
     *
     * @param seriesId      a temperature that is tied to a probe
     * @param from          where the stretch begins; at most four days before its end
     * @param roomC         the room meanwhile; null where a series of the room is named, or where it was as planned, between its coldest and its warmest
     * @param roomSeriesId  a temperature of the room; null where none was logged
     * @param wattsSeriesId what the heater drew; null where it was not measured, and then readings that rise are taken to be heated
     * @param cold          whether the box was switched on at the beginning, having stood in the room
     */
    record FitRequest(@NotNull @Pattern(regexp = ChamberPlan.UUID) String seriesId, @NotNull Instant from, @NotNull Instant to,
            @OrNull @Within(min = -50, max = 60, unit = "°C") Double roomC, @OrNull @Pattern(regexp = ChamberPlan.UUID) String roomSeriesId,
            @OrNull @Pattern(regexp = ChamberPlan.UUID) String wattsSeriesId, boolean cold) {
    }

    /** Taking over what was learned. */
    record TakeOverRequest(long version, @NotBlank @Size(min = 3, max = 300) @ManyLines String reason) {
    }

    /**
     * One thing learned: W, air changes an hour, s, J/K, a share, kg, W/K.
     *
     * @param planned  as planned then
     * @param value    what fits best
     * @param low      lower end of the 95 % interval
     * @param high     upper end
     * @param differs  whether the interval leaves out what was planned
     * @param perRoomK by what share of itself it would be more had the room been a kelvin warmer than said
     */
    record EstimateView(BoxParameter parameter, double planned, double value, double low, double high, boolean differs, double perRoomK) {
    }

    /** What the log does not tell, and from what it cannot be told apart; null where it shows in no reading. */
    record UntoldView(BoxParameter parameter, @OrNull BoxParameter with) {
    }

    /** What would tell it. */
    record ExperimentView(Experiment.Kind kind, double takesS, List<BoxParameter> tells, @OrNull Double lowestC, boolean bearable) {
    }

    /** What was measured less what is rehearsed (K), with the plan and with what was learned. */
    record OffView(Instant at, double measuredC, double plannedK, double learnedK) {
    }

    /**
     * What was learned at one time.
     *
     * @param asked    what it was to be learned from
     * @param byWatts  whether the heater's watts were measured
     * @param readings how many were compared
     * @param misfit   how far it is off over how far it should be
     * @param fits     whether a box of the planned kind goes as the log went; otherwise nothing of it should be believed
     */
    record FitView(String id, FitRequest asked, String seriesId, String probeId, Instant from, Instant to, Instant madeAt, String author, boolean cold, boolean byWatts,
            int readings, double rmsK,
            double plannedRmsK,
            double misfit, boolean fits, List<EstimateView> estimates, List<UntoldView> untold, List<ExperimentView> experiments, List<OffView> off) {
    }

    /** What changes over months; per thirty days as a share of itself. */
    record BoxDriftView(BoxParameter parameter, double perMonth, double margin, Instant since, @OrNull Double lastsDays) {
    }

    /** What was learned of a chamber, the newest first. */
    record FitList(List<FitView> fits, List<BoxDriftView> drifts) {
    }

    /** All of a chamber. */
    FitList all(UUID chamberId) {
        plans.require(chamberId);
        List<FitView> all = fits.findByChamberIdOrderByMadeUsDescIdAsc(chamberId, Limit.of(MOST_LISTED)).stream().map(this::view).toList();
        return new FitList(all, drifts(chamberId, all));
    }

    private List<BoxDriftView> drifts(UUID chamberId, List<FitView> all) {
        List<BoxDrift.Learned> learned = all.stream().filter(FitView::fits)
                .flatMap(fit -> fit.estimates().stream().map(each -> new BoxDrift.Learned(Moments.micros(fit.to()) / 1e6 / DAY_S,
                        new Estimate(each.parameter(), each.value(), each.low(), each.high(), each.perRoomK()))))
                .toList();
        try {
            return learned.isEmpty() ? List.of()
                    : BoxDrift.of(learned, chambers.setup(chamberId)).stream().map(each -> new BoxDriftView(each.parameter(), each.perMonth(), each.margin(),
                            Moments.seconds(each.since() * DAY_S), each.lastsDays().isPresent() ? each.lastsDays().getAsDouble() : null)).toList();
        } catch (RefusedValueException notPlannedAnyMore) {
            return List.of();
        }
    }

    /** Learns a box, and keeps what was learned. */
    FitView learn(UUID chamberId, FitRequest asked, String who) {
        plans.require(chamberId);
        if (!asked.from().isBefore(asked.to()) || Duration.between(asked.from(), asked.to()).compareTo(LONGEST) > 0) {
            throw new RefusedValueException("from", asked.from(), "must be before to, and at most four days");
        }
        if (asked.roomC() != null && asked.roomSeriesId() != null) {
            throw new RefusedValueException("roomC", asked.roomC(), "must be left out where a series of the room is named");
        }
        Series one = measured(chamberId, asked.seriesId(), "seriesId", Quantity.TEMPERATURE);
        Setup setup = chambers.setup(chamberId);
        Read of = read(chamberId, one, setup);
        Samples read = thinned(longest(logs.of(one, asked.from(), asked.to())), of.offsetK);
        double firstS = read.atS()[0];
        double lastS = read.lastS();
        Optional<Samples> watts = Optional.ofNullable(asked.wattsSeriesId()).map(id -> logs.of(measured(chamberId, id, "wattsSeriesId", Quantity.POWER), asked.from(), asked.to())
                .samples().between(firstS, lastS));
        ZoneId zone = sites.zone();
        double startHour = LocalTime.ofInstant(Moments.seconds(firstS), zone).toSecondOfDay() / 3600.0;
        RoomCurve room = room(chamberId, asked, setup, firstS, startHour);
        Samples log = since(read, firstS);
        Drive drive = watts.map(each -> Drive.ofWatts(since(each, firstS))).orElseGet(() -> Drive.ofTurns(log).orElseThrow(() -> new RefusedValueException("wattsSeriesId", null,
                "must be given: these readings do not rise and fall, or faster than they are read, so that nobody can say when it was heated")));
        double roomErrorK = asked.roomSeriesId() != null ? BoxLog.ROOM_ERROR_K : asked.roomC() != null ? TYPED_ROOM_ERROR_K : PLANNED_ROOM_ERROR_K;
        List<Double> openedS = entries.of(chamberId, Moments.seconds(firstS), Moments.seconds(lastS), List.of(EntryKind.OPENED), "").stream()
                .map(each -> Math.max(0, Moments.micros(each.at()) / 1e6 - firstS - BEFORE_IT_IS_WRITTEN_S)).sorted().toList();
        BoxLog learnedFrom = new BoxLog(of.probeId, log, room, startHour, drive, asked.cold(), roomErrorK, openedS);
        FitView view = computing.run(workers -> {
            BoxFit fit = BoxFit.of(setup, learnedFrom);
            return view(asked, of.probeId, firstS, log, setup, fit, Experiment.of(fit, learnedFrom), watts.isPresent(), who);
        });
        transactions.executeWithoutResult(status -> {
            BoxFitEntity entity = new BoxFitEntity(UUID.fromString(view.id()), sites.here().orElseThrow().id(), chamberId);
            entity.seriesId = one.id();
            entity.madeUs = Moments.micros(view.madeAt());
            entity.author = who;
            entity.document = json.writeValueAsString(view);
            fits.save(entity);
        });
        return view;
    }

    /**
     * What a series reads.
     *
     * @param offsetK what it shows more than the sensor says: the offset keyed into a controller
     */
    private record Read(String probeId, double offsetK) {
    }

    private Read read(UUID chamberId, Series one, Setup setup) {
        SeriesView view = series.all(chamberId).stream().filter(each -> each.id().equals(one.id().toString())).findFirst().orElseThrow();
        if (view.controllerId() == null && view.probeId() != null) {
            return new Read(view.probeId(), 0);
        }
        PlannedController shown = setup.controllers().stream().filter(each -> each.id().equals(view.controllerId()) && each.probeIds().size() == 1).findFirst()
                .orElseThrow(() -> new RefusedValueException("seriesId", one.name(), "must be tied to a probe of the chamber, or to a controller that reads one"));
        double offset = shown.inForce().value(Parameter.OFFSET).orElse(0.0);
        return new Read(shown.probeIds().get(0), shown.inForce().unit(shown.profile()).differenceToModel(offset));
    }

    /** Learns each box again that was learned before, from its last day: so that what changes by and by is seen although nobody asks. */
    @Scheduled(cron = "0 20 3 * * MON")
    @SchedulerLock(name = "boxes-learned-again", lockAtMostFor = "PT1H")
    void again() {
        Instant now = clock.instant();
        sites.all().forEach(site -> Here.at(site.id(), () -> {
            plans.standing().forEach(chamber -> again(chamber, now));
            return null;
        }));
    }

    void again(UUID chamberId, Instant now) {
        Optional<FitView> last = fits.findByChamberIdOrderByMadeUsDescIdAsc(chamberId, Limit.of(MOST_LISTED)).stream().map(this::view).filter(FitView::fits).findFirst();
        if (last.isEmpty()) {
            return;
        }
        FitRequest before = last.get().asked();
        try {
            learn(chamberId, new FitRequest(before.seriesId(), now.minus(A_DAY), now, before.roomC(), before.roomSeriesId(), before.wattsSeriesId(), false), Audit.ITSELF);
            if (!all(chamberId).drifts().isEmpty()) {
                askToLook(chamberId, LocalDate.ofInstant(now, sites.zone()));
            }
        } catch (RefusedValueException | NotDoneException cannot) {
            LOG.info("a box was not learned again: {}", cannot.getMessage());
        }
    }

    /** Puts it into the calendar, once in a quarter of a year however often it is seen. */
    private void askToLook(UUID chamberId, LocalDate day) {
        String name = "box changes " + chamberId + " " + day.getYear() + "/" + day.get(IsoFields.QUARTER_OF_YEAR);
        String id = UUID.nameUUIDFromBytes(name.getBytes(StandardCharsets.UTF_8)).toString();
        tasks.add(chamberId, new NewTask(id, CHANGES, day.atTime(IN_THE_MORNING), null, null));
    }

    private Series measured(UUID chamberId, String id, String field, Quantity wanted) {
        Series found = series.find(UUID.fromString(id)).filter(each -> each.chamberId().equals(chamberId))
                .orElseThrow(() -> new RefusedValueException(field, id, "must be a series of this chamber"));
        if (found.measured() != wanted) {
            throw new RefusedValueException(field, found.measured(), "must measure " + wanted);
        }
        return found;
    }

    private RoomCurve room(UUID chamberId, FitRequest asked, Setup setup, double firstS, double startHour) {
        if (asked.roomC() != null) {
            return RoomCurve.constant(asked.roomC());
        }
        if (asked.roomSeriesId() == null) {
            return RoomCurve.day(setup.chamber().room());
        }
        Samples room = logs.of(measured(chamberId, asked.roomSeriesId(), "roomSeriesId", Quantity.TEMPERATURE), asked.from(), asked.to()).samples();
        if (room.count() < 2) {
            throw new RefusedValueException("roomSeriesId", asked.roomSeriesId(), "must have been measured meanwhile");
        }
        double everyS = 60;
        double[] even = room.even(everyS);
        // A curve counts from midnight; the log begins some time after.
        double aheadS = room.atS()[0] - firstS + startHour * 3600;
        RoomCurve curve = RoomCurve.series(everyS, even);
        return time -> curve.temperatureC(time - aheadS);
    }

    /** The longest stretch without a hole. */
    private static Samples longest(Log log) {
        return log.samples().pieces(5 * log.everyS()).stream().max(Comparator.comparingDouble(each -> each.lastS() - each.atS()[0]))
                .orElseThrow(() -> new RefusedValueException("from", 0, "must hold readings: there are none of that time"));
    }

    private static Samples thinned(Samples log, double offsetK) {
        int every = (log.count() + COMPARED - 1) / COMPARED;
        int count = (log.count() + every - 1) / Math.max(1, every);
        double[] at = new double[count];
        double[] value = new double[count];
        for (int i = 0; i < count; i++) {
            at[i] = log.atS()[i * every];
            value[i] = log.value()[i * every] - offsetK;
        }
        return new Samples(at, value);
    }

    private static Samples since(Samples log, double firstS) {
        double[] at = log.atS().clone();
        for (int i = 0; i < at.length; i++) {
            at[i] -= firstS;
        }
        return new Samples(at, log.value());
    }

    private FitView view(FitRequest asked, String probeId, double firstS, Samples log, Setup setup, BoxFit fit, List<Experiment> experiments, boolean byWatts, String who) {
        List<EstimateView> estimates = fit.estimates().stream().map(each -> estimate(each, setup, probeId)).toList();
        List<OffView> off = new ArrayList<>();
        Samples left = fit.residuals();
        int every = Math.max(1, (left.count() + DRAWN - 1) / DRAWN);
        for (int i = 0; i < left.count(); i += every) {
            double measuredC = log.value()[Arrays.binarySearch(log.atS(), left.atS()[i])];
            off.add(new OffView(instant(firstS + left.atS()[i]), measuredC, fit.asPlanned().value()[i], left.value()[i]));
        }
        double plannedRms = Math.sqrt(Arrays.stream(fit.asPlanned().value()).map(each -> each * each).average().orElse(0));
        return new FitView(UUID.randomUUID().toString(), asked, asked.seriesId(), probeId, instant(firstS), instant(firstS + log.lastS()), Moments.now(clock), who, asked.cold(),
                byWatts,
                fit.readings(), fit.rmsK(), plannedRms, fit.misfit(), fit.fits(), estimates,
                fit.untold().stream().map(each -> new UntoldView(each.parameter(), each.with().orElse(null))).toList(),
                experiments.stream().map(each -> new ExperimentView(each.kind(), each.takesS(), each.tells().stream().sorted().toList(),
                        each.lowestC().isPresent() ? each.lowestC().getAsDouble() : null, each.bearable())).toList(),
                off);
    }

    private static Instant instant(double atS) {
        return Moments.seconds(atS);
    }

    /** In the units of the box, so that it stays comparable when the plan is another. */
    private static EstimateView estimate(Estimate each, Setup plan, String probeId) {
        double planned = each.parameter().of(plan, probeId);
        double per = each.parameter().per(plan, probeId);
        return new EstimateView(each.parameter(), planned, per * each.value(), per * each.low(), per * each.high(), per * each.low() > planned || per * each.high() < planned,
                each.perRoomK());
    }

    private FitView view(BoxFitEntity entity) {
        return json.readValue(entity.document, FitView.class);
    }

    /**
     * Changes the plan to what was learned.
     *
     * @throws ConflictException where the plan is no longer at the version somebody looked at
     */
    ChamberView takeOver(UUID chamberId, UUID fitId, TakeOverRequest asked, String who) {
        return transactions.execute(status -> {
            Planned held = plans.hold(chamberId);
            FitView fit = fits.findByIdAndChamberId(fitId, chamberId).map(this::view).orElseThrow(() -> new NotFoundException("Nothing was learned under " + fitId + "."));
            if (held.version() != asked.version()) {
                throw new ConflictException(held.changedBy() + " saved this chamber while you were looking. Look at it and decide again.", chambers.one(chamberId));
            }
            if (!fit.fits()) {
                throw new RefusedValueException("id", fitId, "must fit: no box of the planned kind goes as that log went");
            }
            String probeId = fit.probeId();
            Setup now = chambers.setup(chamberId);
            Setup box = now;
            List<Change> changes = new ArrayList<>();
            for (EstimateView each : fit.estimates()) {
                // What the plan says as well as the log does stays as it was typed.
                double is = each.parameter().of(now, probeId);
                if (each.low() > is || each.high() < is) {
                    box = each.parameter().with(box, probeId, each.value() / each.parameter().per(now, probeId));
                    changes.add(new Change(each.parameter().name(), Double.toString(is), Double.toString(each.value())));
                }
            }
            if (changes.isEmpty()) {
                throw new RefusedValueException("id", fitId, "must tell something other than the plan does: it says the same");
            }
            plans.change(chamberId, InPlan.put(held.plan(), now, box), who);
            audit.write(Audit.Done.in(chamberId, Audit.What.CHANGED, "learned box", fitId, held.plan().name(), asked.reason().strip(), changes));
            return chambers.one(chamberId);
        });
    }
}
