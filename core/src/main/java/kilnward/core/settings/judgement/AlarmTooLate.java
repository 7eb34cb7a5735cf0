package kilnward.core.settings.judgement;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.settings.Rung;
import kilnward.core.settings.Situation;

/** An alarm leaves less time before harm than it takes to hear it and walk there. */
final class AlarmTooLate implements Judgement {
    /** Time to hear an alarm, walk there and act (s); common practice, no source. */
    private static final double TIME_TO_ACT_S = 30 * 60;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (Rung rung : situation.ladder().rungs()) {
            if (rung.beforeHarmS().isEmpty() || rung.beforeHarmS().getAsDouble() >= TIME_TO_ACT_S) {
                continue;
            }
            boolean high = rung.kind() == Rung.Kind.HIGH_ALARM;
            double before = rung.beforeHarmS().getAsDouble();
            findings.add(new Finding("alarm-too-late", Severity.MIND_THIS,
                    "The " + (high ? "high" : "low") + " alarm leaves too little time",
                    (situation.setup().chamber().heaters().isEmpty() ? high ? "With the cooler dead" : "With the cooler stuck on"
                            : high ? "With the heater stuck on" : "With the heater dead") + (before > 0
                            ? ", harm comes {beforeS} after the alarm." : ", harm comes before the alarm."),
                    Map.of("beforeS", Numbers.seconds(Math.max(0, before))),
                    Remedy.byHand(high ? "Bring the alarm nearer to the swing, or slow the heater down"
                            : "Bring the alarm nearer to the swing, or add mass", Step.SETTINGS)));
        }
        return findings;
    }
}
