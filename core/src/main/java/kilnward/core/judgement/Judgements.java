package kilnward.core.judgement;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import kilnward.core.finding.Finding;
import kilnward.core.judgement.alarm.AlarmInSwing;
import kilnward.core.judgement.alarm.AlarmOpensCooling;
import kilnward.core.judgement.alarm.AlarmReach;
import kilnward.core.judgement.alarm.AlarmTooLate;
import kilnward.core.judgement.alarm.RungOrder;
import kilnward.core.judgement.alarm.SounderSilent;
import kilnward.core.judgement.climate.AirHarms;
import kilnward.core.judgement.climate.CannotCool;
import kilnward.core.judgement.climate.CarbonDioxideOutOfRange;
import kilnward.core.judgement.climate.ChangesTooFast;
import kilnward.core.judgement.climate.CoastsPast;
import kilnward.core.judgement.climate.DripRisk;
import kilnward.core.judgement.climate.HeaterTooSmall;
import kilnward.core.judgement.climate.HumidityOutOfBand;
import kilnward.core.judgement.climate.HumidityUnsaid;
import kilnward.core.judgement.climate.HumidityUnsettled;
import kilnward.core.judgement.climate.NearSaturation;
import kilnward.core.judgement.climate.OtherPlaceOutOfBand;
import kilnward.core.judgement.climate.PoorerResult;
import kilnward.core.judgement.climate.SwingOutOfBand;
import kilnward.core.judgement.output.CompressorUnguarded;
import kilnward.core.judgement.output.DimmerFits;
import kilnward.core.judgement.output.FanSpeeds;
import kilnward.core.judgement.output.LinkLossUnsafe;
import kilnward.core.judgement.output.OutletLoad;
import kilnward.core.judgement.output.OutputInManual;
import kilnward.core.judgement.output.OutputsAlternate;
import kilnward.core.judgement.output.OutputsFight;
import kilnward.core.judgement.output.OwnThermostatGoverns;
import kilnward.core.judgement.output.PulsedLoad;
import kilnward.core.judgement.output.ShortCycling;
import kilnward.core.judgement.output.StuckOnHarms;
import kilnward.core.judgement.output.VentMotorStopped;
import kilnward.core.judgement.output.WrongDirection;
import kilnward.core.judgement.probe.ProbeMisled;
import kilnward.core.judgement.probe.ProbeNearHeater;
import kilnward.core.judgement.probe.SharedProbe;
import kilnward.core.judgement.settings.CoarseResolution;
import kilnward.core.judgement.settings.LimitsMistaken;
import kilnward.core.judgement.settings.SetElsewhere;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Situation;
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
