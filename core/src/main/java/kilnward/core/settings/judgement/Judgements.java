package kilnward.core.settings.judgement;

import java.util.Comparator;
import java.util.List;
import kilnward.core.finding.Finding;
import kilnward.core.settings.Situation;

/** All judgements, in the order in which findings of one severity are told. */
public final class Judgements {
    private static final List<Judgement> ALL = List.of(
            new OutputInManual(),
            new WrongDirection(),
            new LimitsMistaken(),
            new AlarmOpensCooling(),
            new OutputsFight(),
            new HeaterTooSmall(),
            new CannotCool(),
            new SwingOutOfBand(),
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

    /** Findings of all judgements, the most urgent first. */
    public static List<Finding> judge(Situation situation) {
        return ALL.stream().flatMap(judgement -> judgement.judge(situation).stream())
                .sorted(Comparator.comparing(Finding::severity)).toList();
    }
}
