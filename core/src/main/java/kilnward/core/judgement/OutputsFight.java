package kilnward.core.judgement;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.chamber.Effect;
import kilnward.core.device.LevelKind;
import kilnward.core.device.Parameter;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Quantity;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.ladder.Rung;
import kilnward.core.rehearsal.Trace;
import kilnward.core.setup.Aim;
import kilnward.core.setup.PlannedController;

/**
 * Something that raises and something that lowers work against each other: one starts before the other has stopped, or the rest
 * zone between them is too narrow. Judged at the occupant, so that two controllers with different readings are compared as well.
 */
final class OutputsFight implements Judgement {
    /** Least distance between the two starting points: 3 to 5 points to each side are advised (common practice, no source). */
    private static final double LEAST_ZONE_PCT = 6;
    private static final double LEAST_ZONE_K = 0.5;
    /** What takes turns more often than this in a day (1/day) works against the other; common practice, no source. */
    private static final double MOST_TURNS = 24;
    /** A bucket in which an output was on for less than this share tells nothing. */
    private static final double RAN = 0.01;
    private static final double LONGEST_BUCKET_S = 900;
    private static final double DAY_S = 86_400;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (boolean humidity : new boolean[] {false, true}) {
            List<Rung> rungs = situation.ladder().rungs().stream().filter(rung -> !rung.other()).toList();
            LevelKind raiseOn = humidity ? LevelKind.MOISTEN_ON : LevelKind.HEAT_ON;
            LevelKind raiseOff = humidity ? LevelKind.MOISTEN_OFF : LevelKind.HEAT_OFF;
            LevelKind lowerOn = humidity ? LevelKind.DRY_ON : LevelKind.COOL_ON;
            LevelKind lowerOff = humidity ? LevelKind.DRY_OFF : LevelKind.COOL_OFF;
            double highestRaiseOff = highest(rungs, raiseOff);
            double lowestLowerOn = Math.min(-highestNegated(rungs, lowerOn), airs(rungs, humidity, LevelKind.FAN_LEAST, LevelKind.VENT_OPENS));
            double lowestLowerOff = Math.min(-highestNegated(rungs, lowerOff), airs(rungs, humidity, LevelKind.FAN_LEAST, LevelKind.VENT_SHUTS));
            double highestRaiseOn = highest(rungs, raiseOn);
            if (Double.isInfinite(highestRaiseOff) || Double.isInfinite(lowestLowerOn)) {
                continue;
            }
            double zone = lowestLowerOn - highestRaiseOn;
            boolean overlap = highestRaiseOff > lowestLowerOn || lowestLowerOff < highestRaiseOn;
            if (!overlap && zone >= (humidity ? LEAST_ZONE_PCT : LEAST_ZONE_K)) {
                continue;
            }
            String raises = humidity ? "Moistening" : "Heating";
            String lowers = humidity ? "drying" : "cooling";
            findings.add(new Finding(overlap ? "outputs-fight" : "rest-zone-narrow", overlap ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS,
                    overlap ? raises + " and " + lowers + " fight each other" : "The rest zone is narrow",
                    overlap ? raises + " stops at {raiseOff}, while " + lowers + " has begun at {lowerOn} and stops at {lowerOff}: both run at once,"
                            + " wear out and cost."
                            : raises + " starts at {raiseOn} and " + lowers + " at {lowerOn}: a swing carries it from one into the"
                                    + " other.",
                    Map.of("raiseOff", Numbers.of(highestRaiseOff, humidity), "lowerOn", Numbers.of(lowestLowerOn, humidity),
                            "lowerOff", Numbers.of(lowestLowerOff, humidity), "raiseOn", Numbers.of(highestRaiseOn, humidity)),
                    Remedy.byHand(humidity ? "Leave 3 to 5 points to each side of the set value" : "Move them apart until a swing fits between",
                            Step.SETTINGS))
                    .about("", humidity ? "humidity" : "temperature", "").towards(Finding.Towards.BOTH));
        }
        for (Aim aim : List.of(Aim.OCCUPANT, Aim.HUMIDITY)) {
            if (findings.stream().noneMatch(each -> each.code().equals("outputs-fight") && each.about().part().equals(aim == Aim.HUMIDITY ? "humidity" : "temperature"))) {
                alternating(situation, aim).ifPresent(findings::add);
            }
        }
        return findings;
    }

    /** Whatever the keys say: whether raising and lowering were seen to take turns. */
    private static Optional<Finding> alternating(Situation situation, Aim aim) {
        boolean humidity = aim == Aim.HUMIDITY;
        Trace trace = situation.daily().trace();
        double days = situation.daily().scenario().durationS() / DAY_S;
        if (trace.bucketS() > LONGEST_BUCKET_S) {
            return Optional.empty();
        }
        double[] raises = most(situation, effect -> humidity ? effect == Effect.MOISTENS : effect == Effect.WARMS, trace);
        double[] lowers = most(situation, effect -> humidity ? effect == Effect.DRIES : effect == Effect.COOLS, trace);
        int turns = 0;
        int last = 0;
        for (int i = 0; i < raises.length; i++) {
            boolean up = raises[i] > RAN;
            boolean down = lowers[i] > RAN;
            int now = up && down ? -last : up ? 1 : down ? -1 : last;
            turns += up && down ? 1 : now * last < 0 ? 1 : 0;
            last = now == 0 ? up && down ? 1 : 0 : now;
        }
        double perDay = turns / days;
        if (perDay < MOST_TURNS) {
            return Optional.empty();
        }
        Map<String, Quantity> numbers = new HashMap<>(Map.of("turns", Numbers.count(Math.round(perDay))));
        situation.daily().metrics().water().ifPresent(water -> numbers.put("litres", Numbers.count(Math.max(0, Math.round(10 * water.driedKg() / days) / 10.0))));
        Remedy remedy = Remedy.byHand(humidity ? "Let moistening start lower and drying start higher: 8 points to each side of the middle usually end it"
                : "Let heating start lower and cooling start higher, until a swing fits between", Step.SETTINGS);
        for (double wider : new double[] {2.5, 1.6}) {
            remedy = wider(situation, aim, wider, numbers, remedy);
        }
        return Optional.of(new Finding("outputs-alternate", perDay >= 4 * MOST_TURNS ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS,
                (humidity ? "Moistening and drying" : "Heating and cooling") + " take turns all day",
                "They take turns {turns} times a day: " + (humidity ? "what one gives off the other takes out, about {litres} l a day." : "what one gives the other takes out."),
                numbers.containsKey("litres") || !humidity
                        ? numbers : with(numbers, "litres", Numbers.count(0)),
                remedy)
                .about("", humidity ? "humidity" : "temperature", "").towards(Finding.Towards.BOTH));
    }

    private static Map<String, Quantity> with(Map<String, Quantity> numbers, String name, Quantity value) {
        numbers.put(name, value);
        return numbers;
    }

    /** Every difference of the controllers concerned so many times as wide. */
    private static Remedy wider(Situation situation, Aim aim, double times, Map<String, Quantity> numbers, Remedy otherwise) {
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
        numbers.put("times", Numbers.count(times));
        return Remedy.tried("Make the differentials wider", changes, otherwise);
    }

    private static double[] most(Situation situation, java.util.function.Predicate<Effect> does, Trace trace) {
        double[] most = new double[trace.roomC().length];
        for (int i = 0; i < situation.setup().controllers().size(); i++) {
            List<PlannedController.PlannedLoop> loops = situation.controller(i).loops();
            for (int loop = 0; loop < loops.size(); loop++) {
                if (!loops.get(loop).cutOut() && situation.setup().effects(loops.get(loop)).stream().anyMatch(does)) {
                    double[] on = trace.onShares().get(situation.setup().firstLoop(i) + loop);
                    for (int bucket = 0; bucket < most.length; bucket++) {
                        most[bucket] = Math.max(most[bucket], on[bucket]);
                    }
                }
            }
        }
        return most;
    }

    /** The lowest level at which airing begins, or goes back to its least. */
    private static double airs(List<Rung> rungs, boolean humidity, LevelKind fan, LevelKind vent) {
        return rungs.stream().filter(rung -> rung.humidity() == humidity && (rung.kind() == fan || rung.kind() == vent)).mapToDouble(Rung::occupant).min()
                .orElse(Double.POSITIVE_INFINITY);
    }

    private static double highest(List<Rung> rungs, LevelKind kind) {
        return rungs.stream().filter(rung -> rung.kind() == kind).mapToDouble(Rung::occupant).max().orElse(Double.NEGATIVE_INFINITY);
    }

    private static double highestNegated(List<Rung> rungs, LevelKind kind) {
        return rungs.stream().filter(rung -> rung.kind() == kind).mapToDouble(rung -> -rung.occupant()).max()
                .orElse(Double.NEGATIVE_INFINITY);
    }
}
