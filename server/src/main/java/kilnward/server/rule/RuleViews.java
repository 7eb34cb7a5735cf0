package kilnward.server.rule;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.OptionalDouble;
import java.util.UUID;
import kilnward.core.alarm.AlarmCourse;
import kilnward.core.alarm.AlarmCourse.Delays;
import kilnward.core.alarm.AlarmState;
import kilnward.core.alarm.Rule;
import kilnward.core.alarm.RuleKind;
import kilnward.core.alarm.RuleTrial;
import kilnward.core.alarm.Urgency;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.Within;

/** Rules as they go over the wire. */
public final class RuleViews {
    private static final double LONGEST_S = 30 * 86_400;
    private static final int SHOWN = 40;

    private RuleViews() {
    }

    /**
     * A rule.
     *
     * @param seriesId    what it watches; for SILENCE any series of the device
     * @param others      what that is held against: peers, an output, what else its device sends; null for nothing
     * @param limit       in the unit the series is kept in; an hour's worth for RATE; s for SILENCE, BROKEN_PROBE and HARM_NEAR
     * @param secondLimit upper end for OUT_OF_BAND, least change for NO_EFFECT; null for every other kind
     * @param deadband    null for none
     * @param overS       length of the stretch for NO_EFFECT and STUCK; null for every other kind
     * @param onDelayS    null for none
     * @param offDelayS   null for none
     */
    public record RulePlan(@NotNull @Pattern(regexp = ChamberPlan.UUID) String seriesId, @OrNull @Size(max = 40) List<@NotNull @Pattern(regexp = ChamberPlan.UUID) String> others,
            @NotNull RuleKind kind, @NotNull Urgency urgency, @NotNull @Within(min = -1e6, max = 1e6) Double limit, @OrNull @Within(min = -1e6, max = 1e6) Double secondLimit,
            @OrNull @Within(min = 0, max = 1e6) Double deadband, @OrNull @Within(min = 60, max = LONGEST_S, unit = "s") Double overS,
            @OrNull @Within(of = AlarmCourse.Delays.class, field = "onS") Double onDelayS, @OrNull @Within(of = AlarmCourse.Delays.class, field = "offS") Double offDelayS) {
        static RulePlan of(UUID seriesId, List<UUID> others, Rule rule) {
            return new RulePlan(seriesId.toString(), others.stream().map(UUID::toString).toList(), rule.kind(), rule.urgency(), rule.limit(), boxed(rule.secondLimit()),
                    rule.deadband(), boxed(rule.overS()), rule.delays().onS(), rule.delays().offS());
        }

        Rule rule() {
            return new Rule(kind, urgency, limit, optional(secondLimit), deadband == null ? 0 : deadband, optional(overS),
                    new Delays(onDelayS == null ? 0 : onDelayS, offDelayS == null ? 0 : offDelayS));
        }

        UUID series() {
            return UUID.fromString(seriesId);
        }

        List<UUID> heldAgainst() {
            return others == null ? List.of() : others.stream().map(UUID::fromString).toList();
        }
    }

    /**
     * A rule to arm.
     *
     * @param followsPlan whether its limits go with the plan from now on
     */
    public record NewRule(@NotNull @jakarta.validation.Valid RulePlan rule, boolean followsPlan) {
    }

    /** A fault and whether the rule tells of it; times from when it befalls, null for never. */
    public record ToldView(Fault.Kind fault, String subject, double roomC, @OrNull Double soundS, @OrNull Double harmS) {
    }

    /** Once that it would have sounded. */
    public record SoundingView(Instant from, Instant until, boolean nuisance) {
    }

    /**
     * How a rule did before it was armed.
     *
     * @param rehearsed     whether it could be: a simulated chamber always sends, and knows nothing of water levels
     * @param goodDays      rehearsed good days
     * @param goodDaySounds how often it sounded in them
     * @param told          faults it tells of, or that harm without
     * @param leastAheadS   how long before harm, where it is latest; null where it sounds before none
     * @param pastDays      measured days it was replayed over; 0 for none
     * @param pastSounded   how often it would have sounded
     * @param nuisances     of these, how many nobody would have needed
     * @param soundings     the newest of them
     */
    public record TrialView(boolean rehearsed, double goodDays, int goodDaySounds, List<ToldView> told, @OrNull Double leastAheadS, double pastDays, int pastSounded, int nuisances,
            List<SoundingView> soundings) {
        static TrialView of(java.util.Optional<RuleTrial> trial, RuleTrial.Past past, java.util.function.UnaryOperator<String> name) {
            List<RuleTrial.Told> told = trial.map(RuleTrial::faults).orElse(List.of()).stream()
                    .sorted(Comparator.comparingDouble(each -> each.aheadS().orElse(Double.POSITIVE_INFINITY))).limit(SHOWN).toList();
            List<RuleTrial.Sounding> soundings = past.soundings();
            return new TrialView(trial.isPresent(), trial.map(RuleTrial::goodDays).orElse(0.0), trial.map(RuleTrial::goodDaySounds).orElse(0),
                    told.stream().map(each -> new ToldView(each.fault().kind(), name.apply(each.fault().subject()), each.roomC(), boxed(each.soundS()), boxed(each.harmS())))
                            .toList(),
                    boxed(trial.map(RuleTrial::leastAheadS).orElse(OptionalDouble.empty())), past.days(), soundings.size(), past.nuisances(),
                    soundings.subList(Math.max(0, soundings.size() - SHOWN), soundings.size()).stream()
                            .map(each -> new SoundingView(instant(each.fromS()), instant(each.untilS()), each.nuisance())).toList());
        }
    }

    /** A rule that the plan asks for; {@code ruleId} of the armed one that does it already, null where none does. */
    public record ProposalView(RulePlan rule, TrialView trial, @OrNull String ruleId) {
    }

    /** What the plan asks for, and why it asks for no more. */
    public record ProposalsView(List<ProposalView> proposals, @OrNull String missing) {
    }

    /**
     * An armed rule.
     *
     * @param outReason why it is out of service; null where it is not
     * @param outUntil  until when
     * @param state     how it stands
     */
    public record RuleView(String id, RulePlan rule, boolean followsPlan, TrialView trial, Instant triedAt, @OrNull String outReason, @OrNull Instant outUntil,
            @OrNull String outBy, Instant changedAt, String changedBy, AlarmState state) {
    }

    /** Out of service for a while. */
    public record OutOfService(@NotBlank @Size(max = 300) String reason, @NotNull Instant until) {
    }

    /**
     * A rule as whoever watches has to know it.
     *
     * @param leastAheadS how long after it sounds harm is done at the soonest, where it sounds before (s); NaN where it cannot be told
     * @param out         whether it is out of service
     */
    public record Armed(UUID id, UUID siteId, UUID chamberId, UUID seriesId, List<UUID> others, Rule rule, double toOccupantK, double leastAheadS, boolean out) {
    }

    static Instant instant(double seconds) {
        return Instant.ofEpochMilli(Math.round(seconds * 1000));
    }

    static Double boxed(OptionalDouble value) {
        return value.isPresent() ? value.getAsDouble() : null;
    }

    private static OptionalDouble optional(Double value) {
        return value == null ? OptionalDouble.empty() : OptionalDouble.of(value);
    }
}
