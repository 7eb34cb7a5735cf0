package kilnward.core.judgement;

import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import kilnward.core.finding.Finding;

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
            new HeaterTooSmall(),
            new CannotCool(),
            new SwingOutOfBand(),
            new OtherPlaceOutOfBand(),
            new HumidityOutOfBand(),
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

    /** Every finding by itself, the most urgent first. */
    public static List<Finding> plain(Situation situation) {
        return ALL.stream().flatMap(judgement -> judgement.judge(situation).stream())
                .sorted(Comparator.comparing(Finding::severity)).toList();
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
