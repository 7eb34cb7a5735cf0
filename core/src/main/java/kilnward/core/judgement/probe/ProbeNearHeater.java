package kilnward.core.judgement.probe;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import kilnward.core.chamber.model.ThermalModel;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.judgement.situation.Judgement;
import kilnward.core.judgement.situation.Numbers;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.probe.Probe;

/** A probe feels the heater: it reads warm while heating, and the occupant runs cool. */
public final class ProbeNearHeater implements Judgement {
    /** A bias below this (K) is lost in the error of any of these probes. */
    private static final double NOTICEABLE_K = 0.2;

    @Override
    public List<Finding> judge(Situation situation) {
        List<Finding> findings = new ArrayList<>();
        ThermalModel model = situation.steady().model();
        int heaters = situation.setup().chamber().heaters().size();
        if (heaters == 0) {
            return findings;
        }
        double roomC = situation.setup().chamber().room().coldestC();
        double share = Math.max(0, Math.min(1, situation.steady().holdingShare(
                situation.setup().needs().keep().middleC(), roomC)));
        double[] nodes = situation.steady().nodesC(roomC, share, 0);
        for (Probe probe : situation.setup().probes()) {
            int[] reads = IntStream.range(0, situation.setup().controllers().size()).filter(i -> situation.controller(i).probeIds().contains(probe.id())
                    && situation.controller(i).readsTemperature()).toArray();
            double warmK = 0;
            double elementC = Double.NEGATIVE_INFINITY;
            for (int e = 0; e < heaters; e++) {
                warmK += probe.place().heaterShare(e, heaters) * (nodes[e] - nodes[model.air()]);
                elementC = Math.max(elementC, nodes[e]);
            }
            if (reads.length > 0 && warmK > NOTICEABLE_K) {
                double aboveK = situation.placement(reads[0]);
                findings.add(new Finding("probe-near-heater", Severity.MIND_THIS, "The probe feels the heater",
                        "On a cold night it reads {warmK} more than the air around it, as the element is at {elementC}."
                                + (aboveK < -NOTICEABLE_K ? " The occupant is {aboveK} cooler than the display says."
                                        : aboveK > NOTICEABLE_K ? " All in all the occupant is {aboveK} warmer than the display says." : ""),
                        Map.of("warmK", Numbers.difference(warmK), "elementC", Numbers.level(elementC), "aboveK", Numbers.difference(Math.abs(aboveK))),
                        Remedy.byHand("Hang it at the occupant's height, out of the heater's reach", Step.PROBES))
                        .about(probe.id(), "", situation.setup().name(probe.id()))
                        .towards(aboveK < -NOTICEABLE_K ? Finding.Towards.LOW : aboveK > NOTICEABLE_K ? Finding.Towards.HIGH : Finding.Towards.NEITHER));
            }
        }
        return findings;
    }
}
