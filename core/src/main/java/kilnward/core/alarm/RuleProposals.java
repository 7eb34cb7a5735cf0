package kilnward.core.alarm;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.ToIntFunction;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import kilnward.core.alarm.AlarmCourse.Delays;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.life.Needs;
import kilnward.core.life.Side;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Attendance;
import kilnward.core.setup.Setup;

/**
 * Rules that a chamber's plan asks for: from its target range, its harm limits and what its settings make of it. Each level and delay is the one that, tried in rehearsals,
 * sounds on no good day and the longest before harm.
 */
public final class RuleProposals {
    private static final double[] SHARES = {0.2, 0.35, 0.5};
    private static final double[] DELAYS_S = {0, 120, 300, 600};
    private static final double USUAL_SHARE = 0.97;
    /** A spread of this share of the usual step is none. */
    private static final double NO_MOVE = 0.1;
    /** From a message until somebody has done something (s). */
    private static final double COMES_S = Attendance.USUAL.travelS() + Attendance.USUAL.reachS();
    private static final double ENOUGH_S = 4 * COMES_S;
    /** So much earlier is worth a narrower limit or a shorter delay (s). */
    private static final long WORTH_S = 300;
    /** Where no harm limit says how far one may go (K). */
    private static final double WITHOUT_HARM_K = 2;
    private static final double TOO_LONG_S = 1800;
    private static final double TOO_LONG_DAMP_S = 3600;
    private static final double OFF_DELAY_S = 120;
    private static final double FIRST_LONGER_S = 300;
    private static final double LONGEST_LONGER_S = 4800;
    /** So many readings may fail to come; common practice, no source. */
    private static final double MISSED = 5;
    private static final double SHORTEST_SILENCE_S = 300;
    /** What a device sends of one probe may come so long after what it sends of another (s). */
    private static final double BETWEEN_S = 60;
    private static final double STUCK_S = 6 * 3600;
    private static final double OUTLIER_K = 1;
    private static final double NO_EFFECT_S = 2400;
    private static final double NO_EFFECT_K = 0.1;

    private RuleProposals() {
    }

    /**
     * A series that can be watched.
     *
     * @param everyS usual distance of its readings (s)
     * @param deviceId who sends it; empty for nobody in particular
     */
    public record Watched(String id, Spot spot, double everyS, Optional<String> deviceId) {
    }

    /**
     * A rule for a series.
     *
     * @param seriesId what it watches; for SILENCE one of those its device sends
     * @param others   ids of what that is held against
     * @param trial    how it did in rehearsals; empty for what cannot be rehearsed: a simulated chamber always sends
     */
    public record Proposal(String seriesId, List<String> others, Rule rule, Optional<RuleTrial> trial) {
    }

    /**
     * @param series what is measured
     * @param all    rehearsals, with the spots of the series in the same order
     */
    public static List<Proposal> of(Setup setup, List<Watched> series, List<Imagined> all) {
        List<Proposal> found = new ArrayList<>();
        Needs needs = setup.needs();
        for (int i = 0; i < series.size(); i++) {
            Watched one = series.get(i);
            switch (one.spot().measured()) {
                case TEMPERATURE -> temperature(setup, series, all, i, found);
                case RELATIVE_HUMIDITY, CARBON_DIOXIDE -> {
                    int own = i;
                    harmNear(series, all, needs, own, found);
                    needs.band(one.spot().measured())
                            .ifPresent(band -> found.add(rehearsed(series, all, needs, own, List.of(), new Rule(RuleKind.OUT_OF_BAND, Urgency.MIND, band.low(),
                                    OptionalDouble.of(band.high()), Math.min(deadband(band.quantity()), 0.2 * (band.high() - band.low())), OptionalDouble.empty(),
                                    new Delays(TOO_LONG_DAMP_S, OFF_DELAY_S)))));
                    found.add(
                            new Proposal(one.id(), List.of(),
                                    new Rule(RuleKind.STUCK, Urgency.MIND, NO_MOVE * one.spot().measured().holding().step(), OptionalDouble.empty(), 0, OptionalDouble.of(STUCK_S),
                                            new Delays(0, 0)),
                                    Optional.empty()));
                }
                default -> {
                    // What it should be nobody has said.
                }
            }
        }
        hearing(series, found);
        return found;
    }

    private static void temperature(Setup setup, List<Watched> series, List<Imagined> all, int own, List<Proposal> found) {
        Needs needs = setup.needs();
        double placementK = Imagined.toOccupantK(all, own);
        found.add(level(series, all, needs, own, placementK, Side.HIGH));
        found.add(level(series, all, needs, own, placementK, Side.LOW));
        harmNear(series, all, needs, own, found);
        double width = needs.widest().highC() - needs.widest().lowC();
        found.add(rehearsed(series, all, needs, own, List.of(), new Rule(RuleKind.OUT_OF_BAND, Urgency.MIND, rounded(needs.widest().lowC() - placementK),
                OptionalDouble.of(rounded(needs.widest().highC() - placementK)), Math.min(deadband(Quantity.TEMPERATURE), 0.2 * width), OptionalDouble.empty(),
                new Delays(TOO_LONG_S, OFF_DELAY_S))));
        needs.maxRateKh()
                .ifPresent(rate -> found.add(rehearsed(series, all, needs, own, List.of(), Rule.of(RuleKind.RATE, Urgency.SOON, rate, 0.2 * rate, new Delays(300, OFF_DELAY_S)))));
        double heaterW = setup.chamber().heaters().stream().mapToDouble(Heater::powerW).sum();
        IntStream.range(0, series.size()).filter(i -> series.get(i).spot().measured() == Quantity.POWER).findFirst().ifPresent(power -> {
            // Whose power it is cannot be told where something else draws some, too.
            boolean plain = setup.chamber().appliances().stream().map(Appliance::effect)
                    .allMatch(effect -> effect == Effect.WARMS || effect == Effect.STIRS || effect == Effect.AIRS);
            if (heaterW > 0 && plain && series.get(own).spot().controllerId().isEmpty()) {
                found.add(rehearsed(series, all, needs, own, List.of(power), new Rule(RuleKind.NO_EFFECT, Urgency.SOON, rounded(0.6 * heaterW), OptionalDouble.of(NO_EFFECT_K), 0,
                        OptionalDouble.of(NO_EFFECT_S), new Delays(0, 0))));
            }
        });
    }

    private static void harmNear(List<Watched> series, List<Imagined> all, Needs needs, int own, List<Proposal> found) {
        if (!needs.dangerLimits(series.get(own).spot().measured()).isEmpty()) {
            found.add(rehearsed(series, all, needs, own, List.of(), Rule.of(RuleKind.HARM_NEAR, Urgency.NOW, COMES_S, 0, new Delays(300, OFF_DELAY_S))));
        }
    }

    /** The level that sounds on no good day and the longest before harm; of equals the farther, with the longer delay. */
    private static Proposal level(List<Watched> series, List<Imagined> all, Needs needs, int own, double placementK, Side side) {
        int sign = side == Side.HIGH ? 1 : -1;
        double keepC = (side == Side.HIGH ? needs.widest().highC() : needs.widest().lowC()) - placementK;
        // Where it is on good days but for the minutes after somebody looked in: those are what delays are for.
        double[] good = all.stream().filter(each -> each.fault().isEmpty()).flatMapToDouble(each -> DoubleStream.of(each.says().get(own))).filter(value -> !Double.isNaN(value))
                .map(value -> sign * value).sorted().toArray();
        double swingC = good.length == 0 ? keepC : sign * good[(int) (USUAL_SHARE * (good.length - 1))];
        double fromC = sign * Math.max(sign * keepC, sign * swingC);
        double harmC = needs.nearest(side).map(limit -> limit.level() - placementK).orElse(keepC + sign * WITHOUT_HARM_K);
        List<Heard> heard = Imagined.heard(all, own, List.of());
        List<Proposal> tried = new ArrayList<>();
        for (double share : SHARES) {
            double room = sign * (harmC - fromC) > 0.4 ? share * (harmC - fromC) : sign * 0.3 * share;
            for (double delayS : DELAYS_S) {
                Rule rule = Rule.of(side == Side.HIGH ? RuleKind.HIGH : RuleKind.LOW, Urgency.SOON, rounded(fromC + room), deadband(Quantity.TEMPERATURE),
                        new Delays(delayS, OFF_DELAY_S));
                tried.add(new Proposal(series.get(own).id(), List.of(), rule, Optional.of(RuleTrial.rehearsed(rule, rule.condition(List.of(), 0), all, heard))));
            }
        }
        return tried.stream().min(Comparator.<Proposal>comparingInt(each -> each.trial().orElseThrow().goodDaySounds()).thenComparingInt(each -> -inTime(each))
                .thenComparingLong(each -> -aheadS(each) / WORTH_S).thenComparingDouble(each -> -each.rule().delays().onS())
                .thenComparingDouble(each -> -Math.abs(each.rule().limit() - keepC))).orElseThrow();
    }

    /** Faults of which it tells so long before harm that somebody can come. */
    private static int inTime(Proposal proposal) {
        return (int) proposal.trial().orElseThrow().faults().stream().filter(each -> each.aheadS().orElse(-1) >= COMES_S).count();
    }

    /** How long before harm it tells of faults, on average, where it does (s); what is longer than anybody needs counts for no more. */
    private static long aheadS(Proposal proposal) {
        return Math.round(proposal.trial().orElseThrow().faults().stream().map(RuleTrial.Told::aheadS).filter(OptionalDouble::isPresent).mapToDouble(OptionalDouble::getAsDouble)
                .filter(ahead -> ahead > 0).map(ahead -> Math.min(ahead, ENOUGH_S)).average().orElse(0));
    }

    /**
     * What the plan asks for; what was a nuisance over the weeks that were measured has to last longer before it sounds, as long as that helps.
     *
     * @param nuisances how often a proposal would have sounded in those weeks for nothing
     */
    public static List<Proposal> calmed(Setup setup, List<Watched> series, List<Imagined> all, ToIntFunction<Proposal> nuisances) {
        return of(setup, series, all).stream().map(each -> {
            Proposal calm = each;
            for (double delayS = FIRST_LONGER_S; nuisances.applyAsInt(calm) > 0 && delayS <= LONGEST_LONGER_S; delayS *= 2) {
                if (delayS > each.rule().delays().onS()) {
                    calm = again(each, each.rule().with(new Delays(delayS, each.rule().delays().offS())), setup, series, all);
                }
            }
            return nuisances.applyAsInt(calm) < nuisances.applyAsInt(each) ? calm : each;
        }).toList();
    }

    /** A proposal with another rule, rehearsed again where it was. */
    static Proposal again(Proposal proposal, Rule rule, Setup setup, List<Watched> series, List<Imagined> all) {
        List<String> ids = series.stream().map(Watched::id).toList();
        return proposal.trial().isEmpty() ? new Proposal(proposal.seriesId(), proposal.others(), rule, proposal.trial())
                : rehearsed(series, all, setup.needs(), ids.indexOf(proposal.seriesId()), proposal.others().stream().map(ids::indexOf).toList(), rule);
    }

    private static Proposal rehearsed(List<Watched> series, List<Imagined> all, Needs needs, int own, List<Integer> others, Rule rule) {
        return new Proposal(series.get(own).id(), others.stream().map(i -> series.get(i).id()).toList(), rule,
                Optional.of(RuleTrial.rehearsed(rule, needs.dangerLimits(series.get(own).spot().measured()), all, own, others)));
    }

    /** Whether anything is heard at all, by device; and of each probe of it. */
    private static void hearing(List<Watched> series, List<Proposal> found) {
        Map<String, List<Watched>> byDevice = new LinkedHashMap<>();
        series.forEach(each -> each.deviceId().ifPresent(device -> byDevice.computeIfAbsent(device, id -> new ArrayList<>()).add(each)));
        byDevice.values().forEach(sent -> {
            double everyS = sent.stream().mapToDouble(Watched::everyS).min().orElseThrow();
            found.add(new Proposal(sent.get(0).id(), List.of(), Rule.of(RuleKind.SILENCE, Urgency.SOON, silence(everyS), 0, new Delays(0, 0)), Optional.empty()));
            if (sent.size() > 1) {
                sent.forEach(each -> found.add(new Proposal(each.id(), sent.stream().filter(other -> other != each).map(Watched::id).toList(),
                        Rule.of(RuleKind.BROKEN_PROBE, Urgency.SOON, silence(each.everyS()), 0, new Delays(BETWEEN_S, 0)), Optional.empty())));
            }
        });
        List<Watched> peers = series.stream().filter(each -> each.spot().measured() == Quantity.TEMPERATURE && each.spot().controllerId().isEmpty()).toList();
        if (peers.size() > 2) {
            peers.forEach(each -> found.add(new Proposal(each.id(), peers.stream().filter(other -> other != each).map(Watched::id).toList(),
                    Rule.of(RuleKind.OUTLIER, Urgency.MIND, OUTLIER_K, 0.25 * OUTLIER_K, new Delays(TOO_LONG_S, OFF_DELAY_S)), Optional.empty())));
        }
    }

    private static double silence(double everyS) {
        return Math.max(SHORTEST_SILENCE_S, MISSED * everyS);
    }

    /** What a value has to come back by before it counts as back. */
    private static double deadband(Quantity quantity) {
        return quantity.margins().asSound();
    }

    private static double rounded(double value) {
        return Math.round(value * 10) / 10.0;
    }
}
