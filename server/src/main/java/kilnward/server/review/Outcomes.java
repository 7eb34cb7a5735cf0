package kilnward.server.review;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import kilnward.core.life.WeightLoss;
import kilnward.core.logbook.EntryKind;
import kilnward.core.quantity.Quantity;
import kilnward.core.review.Outcome;
import kilnward.core.review.Outcome.Beside;
import kilnward.core.review.Proportion;
import kilnward.core.series.SeriesUnit;
import kilnward.server.calendar.Batches;
import kilnward.server.calendar.CalendarViews.BatchView;
import kilnward.server.eggs.WeighingController;
import kilnward.server.eggs.WeighingController.WeighingView;
import kilnward.server.log.Entries;
import kilnward.server.log.Entries.Counted;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.reading.Charts;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.wire.OrNull;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** What came of the batches of a chamber, side by side. */
@RestController
public class Outcomes {
    private final Batches batches;
    private final Entries entries;
    private final SeriesService series;
    private final Charts charts;
    private final WeighingController weighings;
    private final Clock clock;

    Outcomes(Batches batches, Entries entries, SeriesService series, Charts charts, WeighingController weighings, Clock clock) {
        this.batches = batches;
        this.entries = entries;
        this.series = series;
        this.charts = charts;
        this.weighings = weighings;
        this.clock = clock;
    }

    /**
     * Some of a number, with its 95 % interval; shares from 0 to 1.
     *
     * @param some how many
     * @param of   of how many
     */
    public record ShareView(int some, int of, double share, double low, double high) {
        static ShareView of(Proportion of) {
            return new ShareView(of.some(), of.of(), of.share(), of.low(), of.high());
        }
    }

    /**
     * The mean of a series while a batch was in.
     *
     * @param knownShare of that time, 0 to 1
     */
    public record MeanView(String series, SeriesUnit unit, double mean, double knownShare) {
    }

    /**
     * What came of a batch.
     *
     * @param takenOut    clear when candled, pulled, lost
     * @param open        of how many nothing is written down; below 0 more was written down than was set
     * @param ofSet       hatched of those set; null while it is not over, and where more was written down than was set
     * @param ofFertile   hatched of those left in; null with ofSet, and where none were
     * @param lost        died of those set; null with ofSet
     * @param daysToFirst from the start to the first that hatched; null where none did
     * @param daysToLast  from the start to the last
     * @param besideBest  held against the batch with the highest share of those left in; null for that one, and where there is nothing to hold
     * @param harvestedG  what was harvested of it; null where nothing was written down
     * @param weightLossPct what an egg lost from the first weighing to the last, of the first; null where there are no two
     * @param means       of temperatures and humidities meanwhile
     */
    public record OutcomeView(String batchId, String name, String guide, String source, Instant startsAt, @OrNull Instant endedAt, @OrNull String endNote, int set, int takenOut,
            int died, int hatched, int open, @OrNull ShareView ofSet, @OrNull ShareView ofFertile, @OrNull ShareView lost, @OrNull Double daysToFirst, @OrNull Double daysToLast,
            @OrNull Beside besideBest, @OrNull Double harvestedG, @OrNull Double weightLossPct, List<MeanView> means) {
    }

    /**
     * All of a chamber, the newest first.
     *
     * @param enough    whether there are batches enough to say anything of what makes the difference
     * @param differIn  in what else they differ: as long as there is any of it nobody knows which it was
     * @param goodShare what a first test hatch reaches at least, of those left in
     */
    public record OutcomesView(List<OutcomeView> batches, boolean enough, List<String> differIn, double goodShare) {
    }

    @Needs(Role.VISITOR)
    @GetMapping("/api/v1/chambers/{chamberId}/outcomes")
    public OutcomesView outcomes(@PathVariable UUID chamberId) {
        List<BatchView> all = batches.of(chamberId).stream().filter(each -> !begun(each).isAfter(clock.instant())).sorted(Comparator.comparing(BatchView::startsAt).reversed())
                .toList();
        Map<String, Map<EntryKind, Counted>> counted = new HashMap<>();
        entries.counted(chamberId).forEach(each -> counted.computeIfAbsent(each.batchId(), id -> new EnumMap<>(EntryKind.class)).put(each.kind(), each));
        List<Series> measured = series.plain(Optional.of(chamberId)).stream()
                .filter(each -> each.measured() == Quantity.TEMPERATURE || each.measured() == Quantity.RELATIVE_HUMIDITY)
                .toList();
        Map<String, Double> harvested = entries.harvestedG(chamberId);
        List<WeighingView> weighed = weighings.all(chamberId).stream().filter(each -> each.withdrawnAt() == null).toList();
        Map<String, Outcome> found = new HashMap<>();
        all.forEach(each -> found.put(each.id(), outcome(each, counted.getOrDefault(each.id(), Map.of()))));
        Optional<BatchView> best = all.stream().filter(each -> isOver(each, found.get(each.id())) && found.get(each.id()).ofFertile().isPresent())
                .max(Comparator.comparingDouble(each -> found.get(each.id()).ofFertile().get().share()));
        List<OutcomeView> views = all.stream().map(each -> view(each, found.get(each.id()), counted.getOrDefault(each.id(), Map.of()),
                best.filter(one -> !one.id().equals(each.id())).flatMap(one -> found.get(one.id()).ofFertile()), harvested.get(each.id()), weighed, measured)).toList();
        return new OutcomesView(views, Outcome.enough(all.size()), Outcome.confounded(List.of("guide", "school", "source", "number set", "month"), all.stream()
                .map(each -> List.of(each.guideId(), each.schoolId(), each.source(), String.valueOf(each.pieces()),
                        each.startsAt().getMonth().getDisplayName(TextStyle.FULL, Locale.UK)))
                .toList()), Outcome.GOOD);
    }

    private static Outcome outcome(BatchView batch, Map<EntryKind, Counted> counted) {
        return new Outcome(batch.pieces(), pieces(counted, EntryKind.LOST) + pieces(counted, EntryKind.TRAY_PULLED), pieces(counted, EntryKind.DIED),
                pieces(counted, EntryKind.HATCHED));
    }

    private static int pieces(Map<EntryKind, Counted> counted, EntryKind kind) {
        return counted.containsKey(kind) ? counted.get(kind).pieces() : 0;
    }

    /** Whether anything can be said of shares: of what is still in nobody knows what becomes of it. */
    private static boolean isOver(BatchView batch, Outcome outcome) {
        return batch.endedAt() != null || outcome.open() == 0;
    }

    private static Instant begun(BatchView batch) {
        return batch.startsAt().atZone(ZoneId.of(batch.zone())).toInstant();
    }

    private OutcomeView view(BatchView batch, Outcome outcome, Map<EntryKind, Counted> counted, Optional<Proportion> best, Double harvestedG, List<WeighingView> weighed,
            List<Series> measured) {
        Instant from = begun(batch);
        Instant to = batch.endedAt() == null ? clock.instant() : batch.endedAt();
        Counted hatched = counted.get(EntryKind.HATCHED);
        List<MeanView> means = new ArrayList<>();
        for (Series each : from.isBefore(to) ? measured : List.<Series>of()) {
            Charts.Summary summary = charts.of(each, from, to, 50).summary();
            if (summary.mean() != null) {
                means.add(new MeanView(each.name(), each.unit().kept(), summary.mean(), summary.knownShare()));
            }
        }
        boolean over = isOver(batch, outcome);
        Optional<Proportion> ofFertile = over ? outcome.ofFertile() : Optional.empty();
        return new OutcomeView(batch.id(), batch.name(), batch.guide(), batch.source(), from, batch.endedAt(), batch.endNote(), outcome.set(), outcome.takenOut(), outcome.died(),
                outcome.hatched(), outcome.open(), over ? outcome.ofSet().map(ShareView::of).orElse(null) : null, ofFertile.map(ShareView::of).orElse(null),
                over ? outcome.lost().map(ShareView::of).orElse(null) : null, hatched == null ? null : days(from, hatched.first()),
                hatched == null ? null : days(from, hatched.last()), ofFertile.flatMap(own -> best.map(other -> Outcome.beside(own, other))).orElse(null), harvestedG,
                weightLossPct(weighed, from, to), means);
    }

    /** By the mass of one egg: those that were taken out weigh no more. */
    private static Double weightLossPct(List<WeighingView> weighed, Instant from, Instant to) {
        List<WeighingView> here = weighed.stream().filter(each -> !each.weighedAt().isBefore(from) && !each.weighedAt().isAfter(to)).toList();
        return here.size() < 2 ? null : WeightLoss.lostPct(here.get(0).massG() / here.get(0).eggs(), here.get(here.size() - 1).massG() / here.get(here.size() - 1).eggs());
    }

    private static double days(Instant from, Instant to) {
        return Duration.between(from, to).toSeconds() / 86_400.0;
    }
}
