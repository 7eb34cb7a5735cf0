package kilnward.server.review;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.Side;
import kilnward.core.logbook.EntryKind;
import kilnward.core.quantity.Quantity;
import kilnward.core.review.Betterment;
import kilnward.core.review.Cycles;
import kilnward.core.review.Figures;
import kilnward.core.review.Review;
import kilnward.core.review.Sight;
import kilnward.core.review.Sight.Sure;
import kilnward.core.review.Sign;
import kilnward.core.review.Working;
import kilnward.core.series.SeriesUnit;
import kilnward.server.log.Entries;
import kilnward.server.log.Entries.LogEntryView;
import kilnward.server.plan.AppliancePlan;
import kilnward.server.plan.AppliancePlan.CoolerPlan;
import kilnward.server.plan.AppliancePlan.HeaterPlan;
import kilnward.server.plan.ChamberPlan.HarmPlan;
import kilnward.server.plan.ChamberPlan.OccupancyPlan;
import kilnward.server.plan.Plans;
import kilnward.server.reading.Logs;
import kilnward.server.reading.Logs.Log;
import kilnward.server.rule.Imagining;
import kilnward.server.rule.Imagining.Wanted;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.store.Moments;
import kilnward.server.wire.Absent;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.door.Limits;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.stereotype.Component;

/** What was measured, held against what is wanted where it was measured. */
@Component
class Reviews {
    /** More than this says no more. */
    private static final double MOST_DOSE = 1e6;
    private static final Duration USUAL = Duration.ofDays(3);
    static final Duration LONGEST = Duration.ofDays(92);
    /** An opening is written down within this of when it was seen. */
    private static final Duration ABOUT = Duration.ofMinutes(15);
    private static final int MOST_PLUGS = 8;
    /** What works at once for less of the time is no fight. */
    private static final double AT_ONCE = 0.1;
    private final Plans plans;
    private final SeriesService series;
    private final Logs logs;
    private final Imagining imagining;
    private final Entries entries;
    private final Clock clock;

    Reviews(Plans plans, SeriesService series, Logs logs, Imagining imagining, Entries entries, Clock clock) {
        this.plans = plans;
        this.series = series;
        this.logs = logs;
        this.imagining = imagining;
        this.entries = entries;
        this.clock = clock;
    }

    /** A stretch of time. */
    record SpanView(Instant from, Instant to) {
    }

    /**
     * Something that a log shows.
     *
     * @param where   where on the trace it is seen
     * @param numbers what it rests on: names that end in S are seconds, in PerHour per hour, in OfAll a share; times and writtenDown count; everything else is in the unit of the series
     */
    record SightView(Sign sign, Sure sure, List<SpanView> where, Map<String, Double> numbers, List<Betterment.What> improvedBy) {
    }

    /**
     * How long a level that harms was borne.
     *
     * @param level    at the occupant, in the model's unit of what the series measures
     * @param boreS    longest without a break
     * @param allowedS how long it can be borne
     */
    record BorneView(Side side, double level, double boreS, double allowedS) {
    }

    /**
     * What harm a log tells of.
     *
     * @param largestDose as a share of what harms
     * @param harmedAt    when the dose was full; null where it never was
     */
    record ExposureView(double largestDose, @OrNull Instant harmedAt) {
        private static ExposureView of(Wanted wanted, Log log) {
            Figures.Exposure found = Figures.exposure(log.samples(),
                    wanted.harm().stream().map(each -> each.asMeasured(wanted.toOccupantK())).toList(), log.everyS());
            return new ExposureView(Math.min(MOST_DOSE, found.largestDose()), found.harmedAtS().isPresent() ? Moments.seconds(found.harmedAtS().getAsDouble()) : null);
        }
    }

    /**
     * How a log was, in numbers.
     *
     * @param cyclesPerHour null where nothing is known between readings
     * @param inBandShare   null where nothing is known, or nobody has said what is wanted
     * @param periodS       median of a rise and a fall; null with the three after it where none is whole
     * @param riseShare     share of the rises in a period: of what warms or moistens, the duty, nearly
     */
    record FiguresView(int count, double mean, double lowest, double highest, int cycles, @OrNull Double cyclesPerHour, @OrNull Double inBandShare, double outOfBandS,
            double doseLow, double doseHigh, double coverage, List<SpanView> gaps, @OrNull Double periodS, @OrNull Double riseShare, @OrNull Double swing) {
    }

    /**
     * How an appliance worked, from what it drew.
     *
     * @param onShare of the time that is known, 0 to 1
     */
    record WorkingView(String seriesId, String name, double onShare, double perHour) {
    }

    /** Two that worked at once, for that share of the time in which either did. */
    record TogetherView(String one, String other, double share) {
    }

    /**
     * A log looked back on.
     *
     * @param wantedLow   lower end of the target range where it was measured; null with the upper one where the plan does not say
     * @param toOccupantK what is added for the occupant (K)
     * @param singly      whether it is single readings, and not means of minutes
     * @param figures     null where nothing was measured
     * @param exposure    null where nothing was measured, or no danger limit is known there
     * @param seen        what it shows
     * @param working     how appliances worked meanwhile, where their watts were logged
     * @param together    which of them worked at once for more than a tenth of the time in which either did
     */
    record LogReview(String seriesId, String name, SeriesUnit unit, Instant from, Instant to, @OrNull Double wantedLow, @OrNull Double wantedHigh, double toOccupantK,
            boolean singly, double everyS, @OrNull FiguresView figures, List<BorneView> borne, @OrNull ExposureView exposure, List<SightView> seen, List<WorkingView> working,
            List<TogetherView> together) {
    }

    /** Of a span. */
    LogReview of(UUID chamberId, UUID seriesId, Instant from, Instant to) {
        plans.require(chamberId);
        Series one = series.find(seriesId).filter(each -> each.chamberId().equals(chamberId))
                .orElseThrow(() -> new NotFoundException("There is no series " + seriesId + " in this chamber."));
        if (one.measured() != Quantity.TEMPERATURE && one.measured() != Quantity.RELATIVE_HUMIDITY) {
            throw new RefusedValueException("seriesId", one.measured(), "must measure temperature or relative humidity");
        }
        Instant until = to == null ? clock.instant() : to;
        Instant since = from == null ? until.minus(USUAL) : from;
        if (!Limits.isMeant(since) || !Limits.isMeant(until) || !since.isBefore(until)) {
            throw new RefusedValueException("from", since, "must be before to, both from 1970 to 2199");
        }
        if (Duration.between(since, until).compareTo(LONGEST) > 0) {
            throw new RefusedValueException("from", since, "must be at most 92 days before to");
        }
        Optional<Wanted> wanted = imagining.wanted(chamberId, seriesId).or(() -> asPlanned(chamberId, one));
        Log log = logs.of(one, since, until);
        if (log.samples().count() == 0) {
            return new LogReview(seriesId.toString(), one.name(), one.unit().kept(), since, until, wanted.map(Wanted::low).orElse(null), wanted.map(Wanted::high).orElse(null),
                    wanted.map(Wanted::toOccupantK).orElse(0.0), log.singly(), log.everyS(), null, List.of(), null, List.of(), List.of(), List.of());
        }
        // Where nobody has said what is wanted nothing is out of it, and neither its middle nor its width says anything.
        Review review = Review.of(one.measured(), log.samples(), wanted.map(Wanted::low).orElse(-1e9), wanted.map(Wanted::high).orElse(1e9),
                log.everyS());
        List<AppliancePlan> appliances = plans.one(chamberId).plan().appliances();
        boolean heatedOnly = one.measured() == Quantity.TEMPERATURE && appliances.stream().anyMatch(HeaterPlan.class::isInstance)
                && appliances.stream().noneMatch(CoolerPlan.class::isInstance);
        List<Worked> worked = worked(chamberId, since, until);
        List<Instant> opened = entries.of(chamberId, since.minus(ABOUT), until.plus(ABOUT), List.of(EntryKind.OPENED), "").stream().map(LogEntryView::at).toList();
        List<BorneView> borne = wanted.stream().flatMap(each -> each.harm().stream().map(limit -> borne(limit, each.toOccupantK(), log))).toList();
        return new LogReview(seriesId.toString(), one.name(), one.unit().kept(), since, until, wanted.map(Wanted::low).orElse(null), wanted.map(Wanted::high).orElse(null),
                wanted.map(Wanted::toOccupantK).orElse(0.0), log.singly(), log.everyS(), figures(review, wanted.isPresent()), borne,
                wanted.filter(each -> !each.harm().isEmpty()).map(each -> ExposureView.of(each, log)).orElse(null),
                review.sights().stream().filter(each -> heatedOnly || !each.sign().isOfHeating()).map(each -> sight(each, opened)).toList(),
                worked.stream().map(Worked::view).toList(), together(worked));
    }

    /** What is wanted where nothing is keyed yet: the band of whoever lives there, wherever it is measured. */
    private Optional<Wanted> asPlanned(UUID chamberId, Series one) {
        OccupancyPlan lives = plans.one(chamberId).plan().occupancy();
        if (lives == null) {
            return Optional.empty();
        }
        List<DangerLimit> harm = lives.harmLimits().stream().map(HarmPlan::limit).filter(each -> each.quantity() == one.measured()).toList();
        return switch (one.measured()) {
            case TEMPERATURE -> Optional.of(new Wanted(lives.keepLowC(), lives.keepHighC(), 0, harm));
            case RELATIVE_HUMIDITY -> wanted(lives.keepHumidityLowPct(), lives.keepHumidityHighPct(), harm);
            case CARBON_DIOXIDE -> wanted(lives.keepCarbonDioxideLowPpm(), lives.keepCarbonDioxideHighPpm(), harm);
            default -> Optional.empty();
        };
    }

    private static Optional<Wanted> wanted(Double low, Double high, List<DangerLimit> harm) {
        return low == null || high == null ? Optional.empty() : Optional.of(new Wanted(low, high, 0, harm));
    }

    private record Worked(Series series, Working working) {
        WorkingView view() {
            return new WorkingView(series.id().toString(), series.name(), working.onS() / working.knownS(), 3600 * working.times() / working.knownS());
        }
    }

    /** What the plugs say of the same time. */
    private List<Worked> worked(UUID chamberId, Instant from, Instant to) {
        return series.plain(Optional.of(chamberId)).stream().filter(each -> each.measured() == Quantity.POWER && !each.retired()).limit(MOST_PLUGS).map(each -> {
            Log watts = logs.of(each, from, to);
            return new Worked(each, Working.of(watts.samples(), Figures.GAP * watts.everyS()));
        }).filter(each -> each.working.knownS() > 0).toList();
    }

    private static List<TogetherView> together(List<Worked> worked) {
        List<TogetherView> found = new ArrayList<>();
        for (int i = 0; i < worked.size(); i++) {
            for (int j = i + 1; j < worked.size(); j++) {
                double share = worked.get(i).working.together(worked.get(j).working);
                if (share > AT_ONCE) {
                    found.add(new TogetherView(worked.get(i).series.name(), worked.get(j).series.name(), share));
                }
            }
        }
        return found;
    }

    private static BorneView borne(DangerLimit limit, double toOccupantK, Log log) {
        return new BorneView(limit.side(), limit.level(), Figures.longestBeyondS(log.samples(), limit.level() - toOccupantK, limit.side() == Side.HIGH, log.everyS()),
                limit.durationS());
    }

    private static FiguresView figures(Review review, boolean wanted) {
        Figures of = review.figures();
        Cycles cycles = review.cycles();
        OptionalDouble period = cycles.periodS();
        return new FiguresView(of.count(), of.mean(), of.lowest(), of.highest(), of.cycles(), Absent.orNull(of.cyclesPerHour()), wanted ? Absent.orNull(of.inBandShare()) : null,
                of.outOfBandS(),
                of.doseLow(), of.doseHigh(), of.coverage(), of.gaps().stream().map(Reviews::span).toList(), Absent.orNull(period),
                period.isPresent() ? cycles.riseS().getAsDouble() / period.getAsDouble() : null, Absent.orNull(cycles.swing()));
    }

    private static SightView sight(Sight sight, List<Instant> opened) {
        Map<String, Double> numbers = new HashMap<>(sight.numbers());
        if (sight.sign() == Sign.OPENING) {
            numbers.put("writtenDown", (double) sight.where().stream().map(Reviews::span)
                    .filter(span -> opened.stream().anyMatch(at -> !at.isBefore(span.from().minus(ABOUT)) && !at.isAfter(span.to().plus(ABOUT)))).count());
        }
        return new SightView(sight.sign(), sight.sure(), sight.where().stream().map(Reviews::span).toList(), numbers, sight.sign().improvedBy());
    }

    private static SpanView span(Figures.Span span) {
        return new SpanView(at(span.fromS()), at(span.toS()));
    }

    private static Instant at(double atS) {
        return Moments.seconds(atS);
    }
}
