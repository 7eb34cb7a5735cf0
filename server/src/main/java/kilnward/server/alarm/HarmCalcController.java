package kilnward.server.alarm;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.GuideHarm;
import kilnward.core.life.HarmClock;
import kilnward.core.life.Side;
import kilnward.server.people.Open;
import kilnward.server.series.ReadingPlan;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.Within;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** How near a course of temperatures came to harm. */
@Open
@RestController
public class HarmCalcController {
    private static final double MICROS = 1e6;
    /** More than this says no more. */
    private static final double MOST_SHARE = 1e6;

    /** A level and how long it can be borne (s); 0 harms at once. */
    public record LimitPlan(@NotNull Side side, @NotNull @Within(of = GuideHarm.class, field = "levelC") Double level,
            @NotNull @Within(of = DangerLimit.class, field = "durationS") Double borneS) {
        private boolean isFartherThan(LimitPlan other) {
            return side == other.side && (side == Side.HIGH ? level > other.level : level < other.level);
        }
    }

    /** What is asked. */
    public record HarmRequest(@NotEmpty @Size(max = 20) List<@NotNull @Valid LimitPlan> limits, @NotEmpty @Size(max = 5_000) List<@NotNull @Valid ReadingPlan> readings) {
    }

    /** The larger dose of the two sides at a reading, as a share of what harms. */
    public record DoseAnswer(Instant at, double share) {
    }

    /** What became of it; {@code harmedAt} is null where the dose was never full. */
    public record HarmAnswer(List<DoseAnswer> dose, @OrNull Instant harmedAt) {
    }

    @PostMapping("/api/v1/calc/harm")
    public HarmAnswer harm(@Valid @RequestBody HarmRequest asked) {
        requireOrdered(asked.limits());
        ReadingPlan.requireInOrder(asked.readings());
        HarmClock clock = new HarmClock(asked.limits().stream().map(each -> new DangerLimit(each.side(), each.level(), each.borneS())).toList());
        Instant first = asked.readings().get(0).at();
        List<DoseAnswer> doses = new ArrayList<>();
        for (ReadingPlan each : asked.readings()) {
            clock.see(ChronoUnit.MICROS.between(first, each.at()) / MICROS, each.value());
            doses.add(new DoseAnswer(each.at(), Math.min(MOST_SHARE, clock.dose())));
        }
        return new HarmAnswer(doses, clock.harmedAtS().isPresent() ? first.plus(Math.round(clock.harmedAtS().getAsDouble() * MICROS), ChronoUnit.MICROS) : null);
    }

    private static void requireOrdered(List<LimitPlan> limits) {
        for (int i = 0; i < limits.size(); i++) {
            LimitPlan one = limits.get(i);
            for (LimitPlan other : limits) {
                if (one.isFartherThan(other) && one.borneS() >= other.borneS()) {
                    throw new RefusedValueException("limits[" + i + "].borneS", one.borneS(), "must be shorter than for " + other.level() + ", which is nearer");
                }
                if (one != other && one.side() == other.side() && one.level().equals(other.level())) {
                    throw new RefusedValueException("limits[" + i + "].level", one.level(), "must be given once a side");
                }
            }
        }
    }
}
