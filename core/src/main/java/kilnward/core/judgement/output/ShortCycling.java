package kilnward.core.judgement.output;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.device.LawKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.ladder.Rekey;
import kilnward.core.life.KeepBand;
import kilnward.core.load.LoadCheck;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/** The output switches so often that the contact wears out within a year. */
public final class ShortCycling implements Judgement {
    private static final double HOURS_A_MONTH = 8766.0 / 12;
    private static final double[] WIDER = {1.5, 2, 3, 4, 6, 8};
    private static final double TRIAL_S = 4 * 3600;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (int i = 0; i < situation.setup().controllers().size(); i++) {
            PlannedController controller = situation.controller(i);
            for (int loop = 0; loop < controller.loops().size(); loop++) {
                if (controller.profile().law() == LawKind.ON_OFF && situation.switching(i, loop).cyclesPerHour() > LoadCheck.MOST_PER_HOUR) {
                    findings.add(finding(situation, i, loop));
                }
            }
        }
        return findings;
    }

    private static Finding finding(Situation situation, int i, int loop) {
        PlannedController controller = situation.controller(i);
        double perHour = situation.switching(i, loop).cyclesPerHour();
        Map<String, QuantityValue> numbers = new HashMap<>(Map.of("perHour", Numbers.perHour(perHour), "months", Numbers.count(LoadCheck.CONTACT_LIFE / perHour / HOURS_A_MONTH)));
        Remedy remedy = Remedy.byHand(situation.setup().effects(controller.loops().get(loop)).contains(Effect.MOISTENS) ? "Widen the gap, or slow the humidifier down with pauses"
                : situation.setup().effects(controller.loops().get(loop)).contains(Effect.WARMS) ? "Add mass, take a weaker heater, or move the probe away from it"
                        : "Widen the gap, add mass, or give it a rest between two runs",
                !controller.readsTemperature() ? Step.SETTINGS : Step.CHAMBER);
        Optional<Trial> better = situation.firstLook() || !controller.readsTemperature() || loop > 0 ? Optional.empty() : slower(situation, controller, i);
        if (better.isPresent()) {
            numbers.put("width", Numbers.difference(better.get().widthK()));
            numbers.put("thenPerHour", Numbers.perHour(better.get().perHour()));
            remedy = Remedy.tried("Try {width} between on and off: {thenPerHour} an hour", Rekey.changes(controller, better.get().settings()), remedy);
        }
        return new Finding("short-cycling", Severity.MIND_THIS, "The relay wears out in {months} months",
                "It switches {perHour} times an hour; contacts commonly last 100 000 switchings.", numbers, remedy)
                .about(controller.id(), loop == 0 ? "" : "second", controller.name());
    }

    private record Trial(Settings settings, double widthK, double perHour) {
    }

    /** The narrowest of some wider bands that switches seldom enough and stays in the target range, tried by rehearsal. */
    private static Optional<Trial> slower(Situation situation, PlannedController controller, int index) {
        Setup setup = situation.setup();
        Optional<SwitchingPoints> switching = Rekey.points(setup, controller);
        if (switching.isEmpty()) {
            return Optional.empty();
        }
        SwitchingPoints now = switching.get();
        var unit = controller.settings().unit(controller.profile());
        double widthK = unit.differenceToModel(now.width());
        KeepBand keep = setup.needs().keep();
        Scenario asked = situation.daily().scenario();
        Scenario trial = new Scenario(asked.room(), asked.startHour(), Math.min(TRIAL_S, asked.durationS()), asked.stepS(),
                asked.start(), List.of(), 1);
        for (double factor : WIDER) {
            Optional<Settings> wider = Rekey.widened(setup, controller, now, factor * widthK);
            if (wider.isEmpty()) {
                continue;
            }
            Setup changed = setup.with(controller.id(), wider.get());
            Metrics metrics = Rehearsal.run(changed.rig().lookingNoOftenerThan(trial.stepS()), trial).metrics();
            boolean inBand = metrics.occupant().lowest() >= keep.lowC() && metrics.occupant().highest() <= keep.highC();
            double perHour = metrics.loops().get(setup.firstLoop(index)).cyclesPerHour();
            if (inBand && perHour <= LoadCheck.MOST_PER_HOUR && clearOfAlarms(controller, wider.get(), metrics.displays().get(index))) {
                double newWidthK = unit.differenceToModel(
                        Rekey.points(changed, changed.controller(controller.id())).orElseThrow().width());
                return Optional.of(new Trial(wider.get(), newWidthK, perHour));
            }
        }
        return Optional.empty();
    }

    private static boolean clearOfAlarms(PlannedController controller, Settings settings, Metrics.Level display) {
        var unit = settings.unit(controller.profile());
        return settings.value(Parameter.HIGH_ALARM).map(unit::toModel).orElse(1e9) > display.highest()
                && settings.value(Parameter.LOW_ALARM).map(unit::toModel).orElse(-1e9) < display.lowest();
    }
}
