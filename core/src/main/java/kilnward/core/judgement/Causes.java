package kilnward.core.judgement;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Severity;
import kilnward.core.judgement.climate.CannotCool;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Side;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.setup.Aim;

/**
 * The order of causes: what is found only because of something else is told under it, without a remedy of its own. Earlier causes come first; a symptom goes to
 * the first cause that leads to its side.
 */
public final class Causes {
    private static final String SWING = "swing-out-of-band";
    private static final String OTHER = "other-place-out-of-band";
    private static final String DAMP = "humidity-out-of-band";
    private static final String STALE = "carbon-dioxide-out-of-range";
    private static final String WEAK_MIST = "humidifier-too-small";
    private static final String IN_SWING = "alarm-in-swing";
    private static final String STUCK = "stuck-on-harms";
    private static final String LATE = "alarm-too-late";
    private static final String ELSEWHERE = "set-elsewhere";
    private static final String FAST = "changes-too-fast";
    private static final String CYCLES = "short-cycling";
    private static final String FIGHT = "outputs-fight";
    private static final String TURNS = "outputs-alternate";
    private static final String DRIPS = "walls-drip";
    private static final String POORER = "poorer-result";
    private static final String COASTS = "coasts-past";

    /**
     * One cause.
     *
     * @param code     code of the findings that can be one
     * @param symptoms codes of what it explains on the side to which it leads
     * @param anySide  codes of what it explains whatever the side
     */
    private record Cause(String code, Set<String> symptoms, Set<String> anySide) {
    }

    private static final List<Cause> ORDER = List.of(
            new Cause("output-in-manual", Set.of(SWING, POORER, OTHER, DAMP, STALE, WEAK_MIST, IN_SWING, ELSEWHERE, "limits-mistaken"), Set.of(FAST, FIGHT, TURNS, DRIPS)),
            new Cause("wrong-direction", Set.of(SWING, POORER, OTHER, DAMP, STALE, WEAK_MIST, IN_SWING, ELSEWHERE, "limits-mistaken"),
                    Set.of(FAST, CYCLES, FIGHT, TURNS, COASTS, STUCK, LATE, DRIPS)),
            new Cause("probe-outside", Set.of(SWING, IN_SWING, ELSEWHERE, "limits-mistaken", "probe-follows-wall"), Set.of(FAST, CYCLES, "rung-order", COASTS)),
            new Cause("limits-mistaken", Set.of(ELSEWHERE, SWING, IN_SWING), Set.of()),
            new Cause("own-thermostat-governs", Set.of(SWING, IN_SWING, OTHER, "backup-order"), Set.of("backup-order")),
            new Cause("vent-motor-times-out", Set.of(SWING), Set.of()),
            new Cause("heater-too-small", Set.of(SWING, IN_SWING), Set.of()),
            new Cause("cooler-too-small", Set.of(SWING, IN_SWING), Set.of()),
            new Cause("room-air-cannot-cool", Set.of(SWING, IN_SWING), Set.of()),
            new Cause("sun-overheats", Set.of(SWING, IN_SWING), Set.of()),
            new Cause("cannot-lose-own-heat", Set.of(SWING, IN_SWING), Set.of()),
            new Cause(ELSEWHERE, Set.of(SWING, POORER, OTHER, DAMP, STALE, WEAK_MIST, IN_SWING), Set.of()),
            new Cause("probe-in-light", Set.of(SWING, IN_SWING), Set.of()),
            new Cause("probe-warms-itself", Set.of(SWING), Set.of()),
            new Cause("probe-in-mist", Set.of(DAMP, WEAK_MIST), Set.of()),
            new Cause("probe-near-heater", Set.of(SWING), Set.of(CYCLES)),
            new Cause("probe-follows-wall", Set.of(SWING), Set.of()),
            new Cause("probe-follows-contents", Set.of(SWING), Set.of()),
            new Cause(FIGHT, Set.of(DAMP, STALE, WEAK_MIST, SWING), Set.of(CYCLES, TURNS)),
            new Cause(TURNS, Set.of(DAMP, STALE, SWING), Set.of(CYCLES)),
            new Cause("near-saturation", Set.of(DAMP), Set.of(DRIPS)),
            new Cause(WEAK_MIST, Set.of(IN_SWING), Set.of()),
            new Cause(SWING, Set.of(IN_SWING, DAMP, POORER), Set.of(FAST)),
            new Cause(DAMP, Set.of(IN_SWING), Set.of(DRIPS)));

    /** Probes that are misled: a cause only where what they are misled by is a fair part of the miss. */
    private static final Set<String> MISLED = Set.of("probe-in-light", "probe-warms-itself", "probe-near-heater", "probe-follows-wall", "probe-follows-contents");
    private static final double LEAST_PART = 0.25;

    private Causes() {
    }

    /** The findings that have no cause among the others, each with what is found only because of it. */
    public static List<Finding> first(List<Finding> plain, Situation situation) {
        List<Finding> ordered = new ArrayList<>();
        ORDER.forEach(cause -> plain.stream().filter(finding -> finding.code().equals(cause.code())).forEach(ordered::add));
        Map<Finding, List<Finding>> explained = new LinkedHashMap<>();
        Set<Finding> symptoms = java.util.Collections.newSetFromMap(new java.util.IdentityHashMap<>());
        for (Finding finding : plain) {
            ordered.stream().filter(cause -> cause != finding && explains(cause, finding, situation)).findFirst().ifPresent(cause -> {
                explained.computeIfAbsent(cause, key -> new ArrayList<>()).add(finding);
                symptoms.add(finding);
            });
        }
        List<Finding> causes = new ArrayList<>();
        for (Finding finding : plain) {
            if (!symptoms.contains(finding)) {
                List<Finding> all = new ArrayList<>();
                collect(finding, explained, all);
                causes.add(all.isEmpty() ? finding : finding.explaining(all));
            }
        }
        return causes;
    }

    private static void collect(Finding cause, Map<Finding, List<Finding>> explained, List<Finding> all) {
        for (Finding symptom : explained.getOrDefault(cause, List.of())) {
            all.add(symptom);
            collect(symptom, explained, all);
        }
    }

    private static boolean explains(Finding cause, Finding symptom, Situation situation) {
        Cause rule = ORDER.stream().filter(each -> each.code().equals(cause.code())).findFirst().orElseThrow();
        if (rank(cause) >= rank(symptom)) {
            return false;
        }
        if (!concernsSame(cause, symptom, situation)) {
            return false;
        }
        if (symptom.code().equals(SWING) && MISLED.contains(cause.code()) && biasK(cause, situation) < LEAST_PART * missK(situation)) {
            return false;
        }
        // In air that is far too warm or too cool nothing can be said of its humidity.
        if (cause.code().equals(SWING) && symptom.code().equals(DAMP)) {
            return cause.severity() == Severity.NEEDS_YOU_NOW;
        }
        if (rule.anySide().contains(symptom.code()) || rule.symptoms().contains(symptom.code()) && cause.towards().explains(symptom.towards())) {
            return true;
        }
        // What harms without any heater is not the heater's doing.
        boolean ownHeat = CannotCool.CODES.contains(cause.code());
        return ownHeat && (symptom.code().equals(STUCK) || symptom.code().equals(LATE) && symptom.towards() == Finding.Towards.HIGH)
                && situation.setup().needs().nearest(Side.HIGH).map(limit -> limit.isReachedAt(situation.sizing().idleWarmestC())).orElse(false);
    }

    /** How far what it governs is from what is wanted, at its worst (K). */
    private static double missK(Situation situation) {
        Metrics.Level occupant = situation.daily().metrics().occupant();
        KeepBand keep = situation.setup().needs().keep();
        return Math.max(keep.lowC() - occupant.lowest(), occupant.highest() - keep.highC());
    }

    /** How far a probe that is misled carries the occupant off (K): as far as the display is from it on average. */
    private static double biasK(Finding cause, Situation situation) {
        return IntStream.range(0, situation.setup().controllers().size()).filter(i -> situation.controller(i).probeIds().contains(cause.about().id()))
                .filter(i -> situation.controller(i).readsTemperature()).mapToDouble(i -> Math.abs(situation.placement(i))).max().orElse(Double.POSITIVE_INFINITY);
    }

    /** Where it stands in the order; what causes nothing stands behind. */
    private static int rank(Finding finding) {
        for (int i = 0; i < ORDER.size(); i++) {
            if (ORDER.get(i).code().equals(finding.code())) {
                return i;
            }
        }
        return ORDER.size();
    }

    /** Whether both are about the same quantity in the same place, as far as each is about a controller at all. */
    private static boolean concernsSame(Finding cause, Finding symptom, Situation situation) {
        Optional<Aim> one = aim(cause, situation);
        Optional<Aim> other = aim(symptom, situation);
        // A heater that runs when it should rest dries the air too; a mist that never stops cools it little.
        return one.isEmpty() || other.isEmpty() || one.equals(other) || one.get() != Aim.HUMIDITY && symptom.code().equals(DAMP);
    }

    /** What a finding is about; empty where it is about no one quantity. */
    private static Optional<Aim> aim(Finding finding, Situation situation) {
        return switch (finding.code()) {
            case SWING, STUCK, FAST, COASTS -> Optional.of(Aim.OCCUPANT);
            case OTHER -> Optional.of(Aim.OTHER);
            case DAMP, WEAK_MIST, DRIPS, "near-saturation", "probe-in-mist" -> Optional.of(Aim.HUMIDITY);
            case STALE, "carbon-dioxide-fan-too-small" -> Optional.of(Aim.CARBON_DIOXIDE);
            case FIGHT, TURNS -> Optional.of(Aim.of(Numbers.quantity(finding.about().part())));
            default -> situation.setup().controllers().stream().filter(each -> each.id().equals(finding.about().id())).findFirst().map(situation.setup()::aim);
        };
    }
}
