package kilnward.core.judgement;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import kilnward.core.finding.Finding;
import kilnward.core.setup.LivingDay;

/** All judgements, in the order in which findings of one severity are told. */
public final class Judgements {
    private static final List<Judgement> ALL = List.of(
            new OutputInManual(),
            new WrongDirection(),
            new LimitsMistaken(),
            new SetElsewhere(),
            new AlarmOpensCooling(),
            new OwnThermostatGoverns(),
            new OutputsFight(),
            new OutputsAlternate(),
            new HeaterTooSmall(),
            new CannotCool(),
            new SwingOutOfBand(),
            new PoorerResult(),
            new OtherPlaceOutOfBand(),
            new AirHarms(),
            new HumidityOutOfBand(),
            new CarbonDioxideOutOfRange(),
            new HumidityUnsaid(),
            new HumidityUnsettled(),
            new ChangesTooFast(),
            new StuckOnHarms(),
            new RungOrder(),
            new AlarmInSwing(),
            new AlarmTooLate(),
            new AlarmReach(),
            new SounderSilent(),
            new LinkLossUnsafe(),
            new SharedProbe(),
            new CompressorUnguarded(),
            new VentMotorStopped(),
            new FanSpeeds(),
            new DimmerFits(),
            new PulsedLoad(),
            new CoastsPast(),
            new OutletLoad(),
            new ShortCycling(),
            new CoarseResolution(),
            new ProbeNearHeater(),
            new ProbeMisled(),
            new NearSaturation(),
            new DripRisk());

    private Judgements() {
    }

    /**
     * Every finding by itself, the most urgent first.
     *
     * @param others the same on other days of what lives there: what is found on one of them alone, or is worse then, says the day
     */
    public static List<Finding> plain(Situation situation, Map<LivingDay, Situation> others) {
        List<Finding> found = new ArrayList<>(on(situation));
        others.forEach((day, then) -> {
            for (Finding finding : on(then)) {
                Optional<Finding> known = found.stream().filter(each -> each.isSameAs(finding) && each.towards() == finding.towards()).findFirst();
                if (known.isEmpty() || finding.severity().compareTo(known.get().severity()) < 0) {
                    known.ifPresent(found::remove);
                    found.add(finding.onDay(day.day()));
                }
            }
        });
        return found.stream().sorted(Comparator.comparing(Finding::severity)).toList();
    }

    private static List<Finding> on(Situation situation) {
        return ALL.stream().flatMap(judgement -> judgement.judge(situation).stream()).toList();
    }

    /** Findings as they are told: the most urgent first, and by name where several of one kind are. */
    public static List<Finding> told(List<Finding> causes) {
        List<Finding> all = causes.stream().flatMap(cause -> Stream.concat(Stream.of(cause), cause.explains().stream())).toList();
        return causes.stream().sorted(Comparator.comparing(Finding::severity)).map(cause -> named(cause, all).withExplained(
                cause.explains().stream().map(symptom -> named(symptom, all)).toList())).toList();
    }

    private static Finding named(Finding finding, List<Finding> all) {
        return all.stream().filter(other -> other.code().equals(finding.code()) && other.title().equals(finding.title())).count() > 1 ? finding.named() : finding;
    }
}
