package kilnward.core.training;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.random.RandomGenerator;
import kilnward.core.control.Direction;
import kilnward.core.control.Style;
import kilnward.core.life.HarmClock;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.LiveRun;
import kilnward.core.rehearsal.scenario.ApplianceDead;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.LidLeftOpen;
import kilnward.core.rehearsal.scenario.ProbeFallenOut;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.training.Exercise.Answer;
import kilnward.core.training.Exercise.Curve;
import kilnward.core.training.Exercise.Kind;
import kilnward.core.training.Exercise.Posed;
import kilnward.core.training.Exercise.Shown;
import kilnward.core.training.Exercise.Verdict;

/** An alarm at three in the morning: what is done first decides where the box is at seven. Every answer is lived through by the simulator. */
final class AlarmLesson {
    private static final double HAPPENED_S = 3600;
    private static final double HEARD_S = 3 * 3600;
    private static final double MORNING_S = 7 * 3600;
    private static final double EVERY_S = 60;
    /** Of kelvin-hours out of band: what is this near to the best is as good. */
    private static final double AS_GOOD_KH = 0.5;
    private static final double AS_GOOD_SHARE = 1.25;
    /** It has to matter what is done. */
    private static final double MATTERS_KH = 3;
    private static final double HEARD_K = 0.7;

    private enum Trouble {
        STUCK_ON,
        HEATER_DEAD,
        LID_OPEN,
        PROBE_OUT
    }

    private enum Act {
        PULL_HEATER_PLUG,
        CHANGE_SET_VALUE,
        CLOSE_LID,
        OPEN_LID,
        HANG_PROBE_BACK,
        SPARE_HEATER,
        BACK_TO_BED
    }

    private AlarmLesson() {
    }

    static Posed pose(int level, long seed, RandomGenerator random) {
        TrainingBox box = TrainingBox.made(random);
        Rig rig = box.rig(Style.CENTRED.points(Direction.RAISE, box.middleC(), 0.8), 0, 0);
        Trouble trouble = Trouble.values()[random.nextInt(level == 1 ? 2 : level == 2 ? 3 : 4)];
        Map<String, Map<String, Double>> outcomes = new LinkedHashMap<>();
        List<Curve> curves = List.of();
        for (Act act : Act.values()) {
            Lived lived = live(box, rig, trouble, act);
            outcomes.put(act.name(), lived.outcome);
            curves = lived.curves;
        }
        double best = outcomes.values().stream().mapToDouble(AlarmLesson::badness).min().orElseThrow();
        double worst = outcomes.get(Act.BACK_TO_BED.name()).get("outOfBandKh");
        double[] display = curves.get(0).values();
        if (worst - best < MATTERS_KH || Math.abs(display[display.length - 1] - box.middleC()) < HEARD_K) {
            return null;
        }
        List<String> choices = List.copyOf(outcomes.keySet());
        String mostRight = choices.stream().filter(each -> badness(outcomes.get(each)) == best).findFirst().orElseThrow();
        // At first the lamp of the controller's output is told, later it has to be looked for.
        Map<String, Double> facts = new LinkedHashMap<>(Map.of("keepLowC", box.needs().keep().lowC(), "keepHighC", box.needs().keep().highC(), "roomC", box.roomC()));
        facts.put("heaterWarm", trouble == Trouble.HEATER_DEAD ? 0.0 : 1.0);
        if (level < Exercise.LEVELS) {
            facts.put("lidOpen", trouble == Trouble.LID_OPEN ? 1.0 : 0.0);
        }
        Exercise exercise = new Exercise(Kind.ANSWER_ALARM, level, seed, facts, curves, choices, null);
        return new Posed(exercise, (Answer answer) -> {
            double mine = badness(outcomes.get(answer.among(choices)));
            return new Verdict(mine <= Math.max(best + AS_GOOD_KH, AS_GOOD_SHARE * best), mostRight, outcomes);
        });
    }

    private static double badness(Map<String, Double> outcome) {
        return outcome.get("outOfBandKh") + (outcome.get("harmed") > 0 ? 1000 : 0);
    }

    private static Fault fault(Trouble trouble, double fromS) {
        return switch (trouble) {
            case STUCK_ON -> new RelayStuckOn(TrainingBox.LOOP, fromS);
            case HEATER_DEAD -> new ApplianceDead(TrainingBox.HEATER, fromS);
            case LID_OPEN -> new LidLeftOpen(MORNING_S, fromS);
            case PROBE_OUT -> new ProbeFallenOut(TrainingBox.PROBE, fromS);
        };
    }

    /** What befalls the box once something was done. */
    private static List<Fault> then(Trouble trouble, Act act) {
        List<Fault> faults = new ArrayList<>();
        boolean mended = switch (act) {
            case CLOSE_LID -> trouble == Trouble.LID_OPEN;
            case HANG_PROBE_BACK -> trouble == Trouble.PROBE_OUT;
            case SPARE_HEATER -> trouble == Trouble.HEATER_DEAD;
            default -> false;
        };
        if (!mended) {
            faults.add(fault(trouble, HEARD_S));
        }
        if (act == Act.PULL_HEATER_PLUG && trouble != Trouble.HEATER_DEAD) {
            faults.add(fault(Trouble.HEATER_DEAD, HEARD_S));
        }
        if (act == Act.OPEN_LID && trouble != Trouble.LID_OPEN) {
            faults.add(fault(Trouble.LID_OPEN, HEARD_S));
        }
        return faults;
    }

    private record Lived(Map<String, Double> outcome, List<Curve> curves) {
    }

    private static Lived live(TrainingBox box, Rig rig, Trouble trouble, Act act) {
        LiveRun run = LiveRun.begin(rig, box.scenario(1, 1));
        List<Double> display = new ArrayList<>();
        HarmClock harm = new HarmClock(box.needs().dangerLimits(Quantity.TEMPERATURE));
        double outOfBand = 0;
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (double nowS = 0; nowS < MORNING_S; nowS += EVERY_S) {
            if (nowS == HAPPENED_S) {
                run.befall(List.of(fault(trouble, HAPPENED_S)));
            } else if (nowS == HEARD_S) {
                run.befall(then(trouble, act));
            }
            run.advance(EVERY_S);
            LiveRun.Seen seen = run.seen();
            harm.see(seen.timeS(), seen.occupantC());
            if (nowS < HEARD_S) {
                display.add(seen.displays().get(0).value().orElse(Double.NaN));
            } else {
                low = Math.min(low, seen.occupantC());
                high = Math.max(high, seen.occupantC());
                outOfBand += EVERY_S / 3600 * Math.max(0, Math.max(box.needs().keep().lowC() - seen.occupantC(), seen.occupantC() - box.needs().keep().highC()));
            }
        }
        double[] shown = display.stream().mapToDouble(Double::doubleValue).toArray();
        return new Lived(Map.of("lowestC", low, "highestC", high, "outOfBandKh", outOfBand, "harmed", harm.harmedAtS().isPresent() ? 1.0 : 0.0),
                List.of(new Curve(Shown.DISPLAY, EVERY_S, shown)));
    }
}
