package kilnward.core.alarm;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import kilnward.core.fault.FirstAct;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.setup.Setup;

/**
 * What may be behind what is measured: a fault whose rehearsal, at some moment of it, looks like the last hours.
 *
 * @param fault    what it may be
 * @param act      what to do first about it
 * @param share    how well it fits beside the others, 0 to 1; all shares together are 1
 * @param awayRms  how far from the rehearsal what was measured lies, root mean square (K, points)
 * @param sinceS   how long ago it would have begun (s)
 * @param harmS    how long from now until harm, if it is that (s), 0 where it is done; empty where it does none
 */
public record Likely(Fault fault, FirstAct act, double share, double awayRms, double sinceS, OptionalDouble harmS) {
    /** Readings are compared so far apart (s), over so long (s). */
    private static final double APART_S = 300;
    private static final double OVER_S = 2 * 3600;
    /** Model and room are never quite those of the day: differences like this say nothing (K, points). */
    private static final double BLUR = 0.6;
    /** Something has to fit better than a good day by so much (K, points). */
    private static final double NEARER = 0.05;
    private static final int MOST = 5;
    private static final int FEWEST = 4;
    private static final double LEAST_SHARE = 0.04;

    /**
     * @param all  rehearsals
     * @param own  place of the spot among theirs
     * @param heard what was measured there
     * @param nowS the moment (s)
     * @return the likeliest first, each kind and subject once; empty where too little was measured, or nothing looks more like it than a good day
     */
    public static List<Likely> of(Setup setup, List<Imagined> all, int own, List<Reading> heard, double nowS) {
        List<double[]> points = new ArrayList<>();
        for (double back = 0; back <= OVER_S; back += APART_S) {
            double before = back;
            int i = Heard.index(heard, nowS - back);
            if (i >= 0 && nowS - before - heard.get(i).atS() < APART_S) {
                points.add(new double[] {back, heard.get(i).value()});
            }
        }
        if (points.size() < FEWEST) {
            return List.of();
        }
        double goodDay = Double.POSITIVE_INFINITY;
        Map<String, Likely> best = new HashMap<>();
        for (Imagined each : all) {
            double[] says = each.says().get(own);
            double from = each.fault().map(Fault::fromS).orElse(OVER_S);
            // A good day is met in any phase of its cycle.
            for (double atS = from; atS <= each.lengthS(); atS += each.fault().isEmpty() ? Imagined.EVERY_S : APART_S) {
                double rms = rms(says, points, atS);
                if (each.fault().isEmpty()) {
                    goodDay = Math.min(goodDay, rms);
                    continue;
                }
                Fault fault = each.fault().get();
                double end = atS;
                Likely likely = new Likely(fault,
                        FirstAct.of(fault.kind(), FirstAct.effect(setup, fault), points.get(0)[1] + each.toOccupantK(own) > setup.needs().keep().middleC()), 0,
                        rms, atS - fault.fromS(), each.harmedAtS().stream().map(harm -> Math.max(0, harm - end)).findFirst());
                best.merge(fault.kind() + " " + fault.subject(), likely, (one, other) -> one.awayRms <= other.awayRms ? one : other);
            }
        }
        double unlike = goodDay - NEARER;
        List<Likely> fitting = best.values().stream().filter(each -> each.awayRms < unlike).sorted(Comparator.comparingDouble(Likely::awayRms)
                .thenComparing(each -> each.fault.kind()).thenComparing(each -> each.fault.subject())).toList();
        double total = fitting.stream().mapToDouble(Likely::weight).sum();
        return fitting.stream().filter(each -> each.weight() >= LEAST_SHARE * total).limit(MOST)
                .map(each -> new Likely(each.fault, each.act, each.weight() / total, each.awayRms, each.sinceS, each.harmS)).toList();
    }

    private double weight() {
        return Math.exp(-0.5 * awayRms * awayRms / (BLUR * BLUR)) + 1e-300;
    }

    private static double rms(double[] says, List<double[]> points, double atS) {
        double sum = 0;
        for (double[] point : points) {
            int minute = (int) Math.round((atS - point[0]) / Imagined.EVERY_S) - 1;
            if (minute < 0 || minute >= says.length || Double.isNaN(says[minute])) {
                return Double.POSITIVE_INFINITY;
            }
            sum += (says[minute] - point[1]) * (says[minute] - point[1]);
        }
        return Math.sqrt(sum / points.size());
    }
}
