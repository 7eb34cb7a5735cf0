package kilnward.core.alarm;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.alarm.AlarmCourse.Delays;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Require;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.Side;

/**
 * A rule that may raise alarms. What its limits mean stands with each {@link RuleKind}.
 *
 * @param limit       in the unit its series is kept in, an hour's worth of it, or s
 * @param secondLimit where its kind has one
 * @param deadband    how far back it must go to be over, in the unit of the limit
 * @param overS       length of the stretch it looks at (s), where its kind does
 */
public record Rule(RuleKind kind, Urgency urgency, double limit, OptionalDouble secondLimit, double deadband, OptionalDouble overS, Delays delays) {
    /** A rule that waits for what others send is looked at again after this (s). */
    public static final double LOOK_AGAIN_S = 5;

    public Rule {
        Objects.requireNonNull(kind, "kind");
        Objects.requireNonNull(urgency, "urgency");
        Objects.requireNonNull(delays, "delays");
        Require.that(kind.hasSecondLimit() == secondLimit.isPresent(), "secondLimit", secondLimit.isPresent() ? secondLimit.getAsDouble() : null,
                kind.hasSecondLimit() ? "must be given for " + kind : "must not be given for " + kind);
        Require.that(kind.hasOver() == overS.isPresent(), "overS", overS.isPresent() ? overS.getAsDouble() : null,
                kind.hasOver() ? "must be given for " + kind : "must not be given for " + kind);
        condition(kind, limit, secondLimit, deadband, overS, List.of());
    }

    /** One with neither second limit nor stretch. */
    public static Rule of(RuleKind kind, Urgency urgency, double limit, double deadband, Delays delays) {
        return new Rule(kind, urgency, limit, OptionalDouble.empty(), deadband, OptionalDouble.empty(), delays);
    }

    /**
     * What it goes by.
     *
     * @param harm danger limits at the occupant, of what the series measures
     * @param toOccupantK occupant less what the series measures (K)
     */
    public Condition condition(List<DangerLimit> harm, double toOccupantK) {
        return condition(kind, limit, secondLimit, deadband, overS,
                kind != RuleKind.HARM_NEAR ? List.of() : harm.stream().map(each -> each.asMeasured(toOccupantK)).toList());
    }

    private static Condition condition(RuleKind kind, double limit, OptionalDouble secondLimit, double deadband, OptionalDouble overS, List<DangerLimit> harm) {
        return switch (kind) {
            case HIGH -> new High(limit, deadband);
            case LOW, WATER_LOW -> new Low(limit, deadband);
            case RATE -> new Rate(limit, deadband);
            case SILENCE -> new Silence(limit);
            case BROKEN_PROBE -> new Broken(limit);
            case OUT_OF_BAND -> new OutOfBand(limit, secondLimit.orElseThrow(), deadband);
            case HARM_NEAR -> new HarmNear(harm, limit);
            case OUTLIER -> new Outlier(limit, deadband);
            case NO_EFFECT -> new NoEffect(limit, secondLimit.orElseThrow(), overS.orElseThrow());
            case STUCK -> new Stuck(limit, overS.orElseThrow());
        };
    }

    /** To which side what it tells of lies, at a moment at which it is so; empty for what has no side. Two of one side and one quantity are one cause. */
    public Optional<Side> side(Condition condition, Heard heard, double atS) {
        return switch (kind) {
            case HIGH -> Optional.of(Side.HIGH);
            case LOW, WATER_LOW -> Optional.of(Side.LOW);
            case RATE -> Rate.perHour(heard, atS).stream().mapToObj(Rule::side).findFirst();
            case OUTLIER -> Outlier.away(heard, atS).stream().mapToObj(Rule::side).findFirst();
            case OUT_OF_BAND -> heard.at(atS).stream().mapToObj(value -> side(value - 0.5 * (limit + secondLimit.orElseThrow()))).findFirst();
            case HARM_NEAR -> Optional.of(((HarmNear) condition).side(heard, atS));
            case NO_EFFECT -> Optional.of(side(-secondLimit.orElseThrow()));
            case SILENCE, BROKEN_PROBE, STUCK -> Optional.empty();
        };
    }

    /**
     * When it is looked at again though nothing of its own series comes (s): what it waits for may come by another. Infinite for never.
     *
     * @param standing how it stands now
     */
    public double lookAgainS(Heard heard, AlarmCourse.Standing standing) {
        double soonS = standing.seenToS() + LOOK_AGAIN_S;
        if (kind == RuleKind.SILENCE && standing.is()) {
            return soonS;
        }
        return kind == RuleKind.BROKEN_PROBE && !heard.own().isEmpty() ? Math.max(soonS, heard.own().get(heard.own().size() - 1).atS() + limit) : Double.POSITIVE_INFINITY;
    }

    private static Side side(double signed) {
        return signed > 0 ? Side.HIGH : Side.LOW;
    }

    /** The same with other delays. */
    public Rule with(Delays others) {
        return new Rule(kind, urgency, limit, secondLimit, deadband, overS, others);
    }

    /** The same with another limit. */
    public Rule withLimit(double other) {
        return new Rule(kind, urgency, other, secondLimit, deadband, overS, delays);
    }

    /**
     * @throws RefusedValueException where it cannot watch that
     */
    public void requireWatches(kilnward.core.quantity.Quantity measured) {
        if (!kind.watches(measured)) {
            throw new RefusedValueException("kind", kind, "must be able to watch " + measured);
        }
    }
}
