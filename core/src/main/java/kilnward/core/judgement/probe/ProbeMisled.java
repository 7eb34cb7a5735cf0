package kilnward.core.judgement.probe;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.appliance.Lamp;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/** Where a probe hangs or how it is used makes it read something else than the air: light, mist, its own readings, the room. */
public final class ProbeMisled implements Judgement {
    private static final double NOTICEABLE_K = 0.2;
    private static final double IN_MIST = 0.1;
    private static final double OUTSIDE = 0.5;
    /** Shares of the contents, and of the room through a wall, from which on it is no longer the air that is read; common practice, no source. */
    private static final double FOLLOWS_CONTENTS = 0.35;
    private static final double FOLLOWS_WALL = 0.08;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            for (Probe probe : situation.setup().probes()) {
                if (controller.probeIds().contains(probe.id())) {
                    judge(situation, controller, probe, findings);
                }
            }
        }
        // Several controllers on one probe are misled by the same thing: it is said once.
        List<Finding> once = new ArrayList<>();
        findings.stream().filter(finding -> once.stream().noneMatch(finding::isSameAs)).forEach(once::add);
        return once;
    }

    private static void judge(Situation situation, PlannedController controller, Probe probe, List<Finding> found) {
        Chamber chamber = situation.setup().chamber();
        List<Finding> findings = new ArrayList<>();
        double lightK = probe.place().lightWarmthK();
        boolean lit = !chamber.of(Lamp.class).isEmpty() || chamber.room().sun().isPresent();
        double selfK = probe.pollingKs() / controller.profile().samplingS();
        boolean fog = chamber.of(Humidifier.class).stream().anyMatch(each -> each.kind() == Humidifier.Kind.ULTRASONIC);
        if (probe.place().roomShare() > OUTSIDE) {
            findings.add(finding("probe-outside", Severity.NEEDS_YOU_NOW,
                    chamber.tank().isPresent() ? "The probe hangs above the water" : "The probe feels the room, not the box",
                    "The room makes {sharePct} of what it feels: what it governs heats or cools without end.",
                    Map.of("sharePct", Numbers.percent(100 * probe.place().roomShare())),
                    chamber.tank().isPresent() ? "Fix it well under water, also for when top-up fails" : "Hang it inside, beside the occupant").towards(Finding.Towards.BOTH));
        } else if (chamber.tank().isEmpty() && controller.readsTemperature()) {
            follows(situation, probe, findings);
        }
        if (lit && Math.abs(lightK) > NOTICEABLE_K) {
            findings.add(finding("probe-in-light", Severity.MIND_THIS, "The probe hangs in the light",
                    "By day it reads {lightK} more than the air, and less heat is given than is needed.",
                    Map.of("lightK", Numbers.difference(lightK)), "Shade it in a tube through which air can move").towards(Finding.Towards.LOW));
        }
        if (selfK > NOTICEABLE_K) {
            findings.add(finding("probe-warms-itself", Severity.MIND_THIS, "The probe is read so often that it warms itself",
                    "Read every {everyS}, it stands {selfK} above the air.",
                    Map.of("everyS", Numbers.seconds(controller.profile().samplingS()), "selfK", Numbers.difference(selfK)),
                    "Read it less often, or hang it in moving air").towards(Finding.Towards.LOW));
        }
        if (controller.reads() == Quantity.RELATIVE_HUMIDITY && fog && probe.sensor(Quantity.RELATIVE_HUMIDITY).isPresent()
                && probe.sensor(Quantity.RELATIVE_HUMIDITY).get().mistShare() > IN_MIST) {
            findings.add(finding("probe-in-mist", Severity.MIND_THIS, "The humidity probe hangs in the mist",
                    "Droplets on its cap pull it {sharePct} of the way to 100 while there is mist: it stops the humidifier too early.",
                    Map.of("sharePct", Numbers.percent(100 * probe.sensor(Quantity.RELATIVE_HUMIDITY).get().mistShare())),
                    "Hang it away from the stream and wipe it when it reads 100").towards(Finding.Towards.LOW));
        }
        findings.forEach(finding -> found.add(finding.about(probe.id(), "", situation.setup().name(probe.id()))));
    }

    /**
     * A probe that is to tell the air and follows what stands in it lags behind and smooths; one that follows a wall, a pane or a lid reads it cool in winter.
     */
    private static void follows(Situation situation, Probe probe, List<Finding> findings) {
        ProbePlace place = probe.place();
        boolean air = situation.setup().chamber().occupantPlace() == OccupantPlace.AIR;
        // Where the contents have a band of their own, a probe that lies in them is meant to.
        boolean meant = situation.setup().needs().other().isPresent() && Setup.isInContents(place.contentsShare());
        if (air && !meant && place.contentsShare() > FOLLOWS_CONTENTS) {
            findings.add(finding("probe-follows-contents", Severity.MIND_THIS, "The probe follows what it hangs on, not the air",
                    "What stands inside makes {sharePct} of what it feels, and that is slower than the air the occupant lives in.",
                    Map.of("sharePct", Numbers.percent(100 * place.contentsShare())), "Hang it free in the air, at the occupant's height").towards(Finding.Towards.BOTH));
        }
        if (place.roomShare() > FOLLOWS_WALL) {
            findings.add(finding("probe-follows-wall", Severity.MIND_THIS, "The probe follows the wall, pane or lid it hangs at",
                    "The room makes {sharePct} of what it feels through it.", Map.of("sharePct", Numbers.percent(100 * place.roomShare())),
                    "Hang it two hands' breadths from walls and glass, at the occupant's height").towards(Finding.Towards.BOTH));
        }
    }

    private static Finding finding(String code, Severity severity, String title, String reason, Map<String, QuantityValue> numbers,
            String remedy) {
        return new Finding(code, severity, title, reason, numbers, Remedy.byHand(remedy, Step.PROBES));
    }
}
