package kilnward.core.judgement.output;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.device.Parameter;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Trace;
import kilnward.core.setup.Aim;
import kilnward.core.setup.PlannedController;

/** Raising and lowering were seen to take turns all day, whatever their levels say: what one gives the other takes out. */
public final class OutputsAlternate implements Judgement {
    /** What takes turns more often than this in a day (1/day) works against the other; four times as often it needs somebody now; common practice, no source. */
    private static final double MOST_TURNS = 24;
    private static final double FAR_TOO_MANY = 4 * MOST_TURNS;
    /** A bucket in which an output was on for less than this share tells nothing, and longer ones (s) tell no turns. */
    private static final double RAN = 0.01;
    private static final double LONGEST_BUCKET_S = 900;
    private static final double DAY_S = 86_400;
    /** So many times as wide differentials are tried, the narrower first. */
    private static final double[] WIDER = {1.6, 2.5};

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        if (situation.daily().trace().bucketS() <= LONGEST_BUCKET_S) {
            judge(situation, Aim.OCCUPANT, findings);
            judge(situation, Aim.HUMIDITY, findings);
        }
        return findings;
    }

    private static void judge(Situation situation, Aim aim, List<Finding> findings) {
        Quantity quantity = aim.quantity();
        Quantity.Verbs verbs = quantity.holding().verbs();
        boolean moist = quantity == Quantity.RELATIVE_HUMIDITY;
        double days = situation.daily().scenario().durationS() / DAY_S;
        double perDay = turns(most(situation, effect -> effect != Effect.LIGHTS && effect.raises(quantity)),
                most(situation, effect -> effect.isMadeToLower(quantity))) / days;
        if (perDay < MOST_TURNS) {
            return;
        }
        double litres = situation.daily().metrics().water().map(water -> Math.max(0, water.driedKg() / days)).orElse(0.0);
        Map<String, QuantityValue> numbers = new HashMap<>(Map.of("turns", Numbers.count(Math.round(perDay)), "litres", Numbers.count(litres)));
        Remedy remedy = Remedy.byHand("Let " + verbs.raising() + " start lower and " + verbs.lowering() + " start higher, until a swing fits between", Step.SETTINGS);
        for (int at = WIDER.length - 1; at >= 0; at--) {
            remedy = Remedy.tried("Make the differentials wider", wider(situation, aim, WIDER[at]), remedy);
        }
        findings.add(new Finding("outputs-alternate", perDay >= FAR_TOO_MANY ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS,
                Numbers.capital(verbs.raising()) + " and " + verbs.lowering() + " take turns all day", "They take turns {turns} times a day: "
                        + (moist ? "what one gives off the other takes out, about {litres} l a day." : "what one gives the other takes out."),
                numbers, remedy).about("", Numbers.part(quantity), "").towards(Finding.Towards.BOTH));
    }

    /** How often one came after the other; a bucket in which both ran is a turn by itself. */
    private static int turns(double[] raises, double[] lowers) {
        int turns = 0;
        int last = 0;
        for (int i = 0; i < raises.length; i++) {
            boolean up = raises[i] > RAN;
            boolean down = lowers[i] > RAN;
            if (up && down) {
                turns++;
            } else if (up || down) {
                int now = up ? 1 : -1;
                turns += now == -last ? 1 : 0;
                last = now;
            }
        }
        return turns;
    }

    /** Every difference of the controllers concerned so many times as wide. */
    private static List<Remedy.Change> wider(Situation situation, Aim aim, double times) {
        List<Remedy.Change> changes = new ArrayList<>();
        for (int i : situation.governing(aim)) {
            PlannedController controller = situation.controller(i);
            for (Parameter parameter : List.of(Parameter.DIFFERENTIAL, Parameter.LOWER_DIFFERENTIAL, Parameter.NEUTRAL_ZONE)) {
                controller.profile().key(parameter).filter(key -> controller.settings().value(parameter).isPresent()).ifPresent(key -> {
                    double value = key.nearest(times * controller.settings().need(parameter));
                    if (value != controller.settings().need(parameter)) {
                        changes.add(new Remedy.Change(controller.id(), parameter.name(), value));
                    }
                });
            }
        }
        return changes;
    }

    /** The greatest share of each bucket for which an output ran that does something. */
    private static double[] most(Situation situation, Predicate<Effect> does) {
        Trace trace = situation.daily().trace();
        double[] most = new double[trace.roomC().length];
        situation.outputs(does).forEach(output -> {
            double[] on = trace.onShares().get(output);
            for (int bucket = 0; bucket < most.length; bucket++) {
                most[bucket] = Math.max(most[bucket], on[bucket]);
            }
        });
        return most;
    }
}
