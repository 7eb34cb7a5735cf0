package kilnward.core.settings.judgement;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Humidifier;
import kilnward.core.chamber.Lamp;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Quantity;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.probe.Probe;
import kilnward.core.settings.PlannedController;
import kilnward.core.settings.Situation;

/** Where a probe hangs or how it is used makes it read something else than the air: light, mist, its own readings, the room. */
final class ProbeMisled implements Judgement {
    private static final double NOTICEABLE_K = 0.2;
    private static final double IN_MIST = 0.1;
    private static final double OUTSIDE = 0.5;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            for (Probe probe : situation.setup().probes()) {
                if (controller.probeIds().contains(probe.id())) {
                    judge(situation.setup().chamber(), controller, probe, findings);
                }
            }
        }
        // Several controllers on one probe are misled by the same thing: it is said once.
        return findings.stream().distinct().toList();
    }

    private static void judge(Chamber chamber, PlannedController controller, Probe probe, List<Finding> findings) {
        double lightK = probe.place().lightWarmthK();
        boolean lit = !chamber.of(Lamp.class).isEmpty() || chamber.room().sun().isPresent();
        double selfK = probe.pollingKs() / controller.profile().samplingS();
        boolean fog = chamber.of(Humidifier.class).stream().anyMatch(each -> each.kind() == Humidifier.Kind.ULTRASONIC);
        if (probe.place().roomShare() > OUTSIDE) {
            findings.add(finding("probe-outside", Severity.NEEDS_YOU_NOW,
                    chamber.tank().isPresent() ? "The probe hangs above the water" : "The probe feels the room, not the box",
                    "The room makes {sharePct} of what {controller} reads: the controller heats or cools without end."
                            .replace("{controller}", controller.name()),
                    Map.of("sharePct", Numbers.percent(100 * probe.place().roomShare())),
                    chamber.tank().isPresent() ? "Fix it well under water, also for when top-up fails" : "Hang it inside, beside the occupant"));
        }
        if (lit && Math.abs(lightK) > NOTICEABLE_K) {
            findings.add(finding("probe-in-light", Severity.MIND_THIS, "The probe hangs in the light",
                    "By day it reads {lightK} more than the air, and less heat is given than is needed.",
                    Map.of("lightK", Numbers.difference(lightK)), "Shade it in a tube through which air can move"));
        }
        if (selfK > NOTICEABLE_K) {
            findings.add(finding("probe-warms-itself", Severity.MIND_THIS, "The probe is read so often that it warms itself",
                    "Read every {everyS}, it stands {selfK} above the air.",
                    Map.of("everyS", Numbers.seconds(controller.profile().samplingS()), "selfK", Numbers.difference(selfK)),
                    "Read it less often, or hang it in moving air"));
        }
        if (controller.readsHumidity() && fog && probe.humidity().isPresent() && probe.humidity().get().mistShare() > IN_MIST) {
            findings.add(finding("probe-in-mist", Severity.MIND_THIS, "The humidity probe hangs in the mist",
                    "Droplets on its cap pull it {sharePct} of the way to 100 while there is mist: it stops the humidifier too early.",
                    Map.of("sharePct", Numbers.percent(100 * probe.humidity().get().mistShare())),
                    "Hang it away from the stream and wipe it when it reads 100"));
        }
    }

    private static Finding finding(String code, Severity severity, String title, String reason, Map<String, Quantity> numbers,
                                   String remedy) {
        return new Finding(code, severity, title, reason, numbers, Remedy.byHand(remedy, Step.PROBES));
    }
}
