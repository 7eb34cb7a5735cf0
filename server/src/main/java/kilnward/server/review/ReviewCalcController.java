package kilnward.server.review;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import kilnward.core.review.Figures;
import kilnward.core.series.Samples;
import kilnward.server.people.Open;
import kilnward.server.series.ReadingPlan;
import kilnward.server.store.Moments;
import kilnward.server.wire.Absent;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.Within;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** How a log was, worked out from its readings alone. */
@Open
@RestController
public class ReviewCalcController {
    private static final double MICROS = 1e6;

    /**
     * What is asked.
     *
     * @param readings       each after the one before
     * @param keepLow        lower end of the band, in the unit of the readings
     * @param keepHigh       upper end of the band
     * @param expectedEveryS how often a reading is expected; two more than three times as far apart have a gap between them
     */
    public record ReviewRequest(@NotEmpty @Size(max = 50_000) List<@NotNull @Valid ReadingPlan> readings, @NotNull @Within(min = -1e9, max = 1e9) Double keepLow,
            @NotNull @Within(min = -1e9, max = 1e9) Double keepHigh, @NotNull @Within(min = 0.001, max = 86_400, unit = "s") Double expectedEveryS) {
    }

    /** What is not known. */
    public record GapAnswer(Instant from, Instant to) {
    }

    /**
     * How it was: straight lines between readings, gaps left out.
     *
     * @param cycles        times it rose and fell, each by more than a tenth of the whole range
     * @param cyclesPerHour of the time that is known; null where none is
     * @param inBandShare   of the time that is known; null where none is
     * @param coverage      share of the span outside gaps
     */
    public record ReviewAnswer(int count, double mean, double lowest, double highest, int cycles, @OrNull Double cyclesPerHour, @OrNull Double inBandShare, double outOfBandS,
            double coverage, List<GapAnswer> gaps) {
    }

    @PostMapping("/api/v1/calc/review")
    public ReviewAnswer review(@Valid @RequestBody ReviewRequest asked) {
        ReadingPlan.requireInOrder(asked.readings());
        Instant first = asked.readings().get(0).at();
        Figures figures = Figures.of(
                new Samples(asked.readings().stream().mapToDouble(each -> (Moments.micros(each.at()) - Moments.micros(first)) / MICROS).toArray(),
                        asked.readings().stream().mapToDouble(ReadingPlan::value).toArray()),
                asked.keepLow(), asked.keepHigh(), asked.expectedEveryS());
        return new ReviewAnswer(figures.count(), figures.mean(), figures.lowest(), figures.highest(), figures.cycles(), Absent.orNull(figures.cyclesPerHour()),
                Absent.orNull(figures.inBandShare()), figures.outOfBandS(), figures.coverage(),
                figures.gaps().stream().map(each -> new GapAnswer(at(first, each.fromS()), at(first, each.toS()))).toList());
    }

    private static Instant at(Instant first, double afterS) {
        return Moments.micros(Moments.micros(first) + Math.round(afterS * MICROS));
    }
}
