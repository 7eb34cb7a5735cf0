package kilnward.core.life;

import java.util.List;
import java.util.Objects;
import java.util.OptionalDouble;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * How much water eggs lose, from weighings, and what humidity brings them to the wanted loss. Through the shell water leaves in
 * proportion to the difference of vapour pressure, so that in a box as warm as the eggs the loss a day goes with (100 − %RH):
 * A. Ar, C. V. Paganelli, R. B. Reeves, D. G. Greene and H. Rahn, "The avian egg: water vapor conductance, shell thickness, and
 * functional pore area", The Condor 76 (1974) 153–158 (from memory). The loss is taken as even from setting to the end point,
 * which is how practitioners draw it.
 *
 * @param freshG        fresh mass (g)
 * @param lossPct       lost by the last weighing, of fresh mass (%)
 * @param perDayPct     loss a day, by least squares through all weighings (%/day of fresh mass)
 * @param projectedPct  loss at the end point if nothing changes (%)
 * @param projectedHalfPct half the width of the interval in which that lies in about 95 of 100 cases, by the step of the scale and by how far weighings are off their line (%)
 * @param wantedNowLowPct  lowest loss that is on course at the last weighing (%)
 * @param wantedNowHighPct highest loss that is on course then (%)
 * @param verdict       on course, too slow (too damp) or too fast (too dry)
 * @param askedHumidityPct humidity that from now on leads to the middle of what is wanted (%RH); empty where the humidity so far
 *                      is not known, no days are left, or no humidity leads there
 */
public record WeightLoss(double freshG, double lossPct, double perDayPct, double projectedPct, double projectedHalfPct, double wantedNowLowPct,
        double wantedNowHighPct, Verdict verdict, OptionalDouble askedHumidityPct) {
    /** For about 95 of 100 (JCGM 100:2008, 6.3.3). */
    private static final double COVERAGE = 2;

    /** What the loss so far says. */
    public enum Verdict {
        /** It will end within what is wanted. */
        ON_COURSE,
        /** It will end below: too damp. */
        TOO_SLOW,
        /** It will end above: too dry. */
        TOO_FAST,
        /** One weighing alone tells nothing, nor do two in whole grams on two days: it may be on course and may not. */
        TOO_FEW
    }

    /** The named end point to which a loss is counted. */
    public enum EndPoint {
        LOCK_DOWN,
        PIP
    }

    /**
     * The loss that is wanted.
     *
     * @param endPoint what is meant by the end
     * @param endDay   day of the end point since setting
     * @param lowPct   lowest wanted loss by then, of fresh mass (%)
     * @param highPct  highest wanted loss by then (%)
     */
    public record Target(EndPoint endPoint, @Bounded(min = 1, max = 400, unit = "days") double endDay, @Bounded(min = 0, max = 50, unit = "%") double lowPct,
            @Bounded(min = 0, max = 50, unit = "%") double highPct) {
        public Target {
            Objects.requireNonNull(endPoint, "endPoint");
            Require.within(Target.class, "endDay", endDay);
            Require.within(Target.class, "lowPct", lowPct);
            Require.within(Target.class, "highPct", highPct);
            Require.that(highPct > lowPct, "highPct", highPct, "must be above lowPct (" + Require.plain(lowPct) + " %)");
        }
    }

    /**
     * @param weighings   weighings in the order of their days, the first on day 0
     * @param target      what is wanted
     * @param humidityPct mean humidity since setting (%RH); empty where it is not known
     * @throws kilnward.core.finding.RefusedValueException where days do not rise, the first is not the fresh weight, or eggs gain
     *         more than a scale's error
     */
    public static WeightLoss of(List<EggWeighing> weighings, Target target, OptionalDouble humidityPct) {
        Require.that(!weighings.isEmpty() && weighings.get(0).day() == 0, "weighings[0].day",
                weighings.isEmpty() ? null : weighings.get(0).day(), "must be 0: the fresh weight");
        humidityPct.ifPresent(pct -> Require.within("humidityPct", pct, 0, 100, "%RH"));
        double freshG = weighings.get(0).massG();
        for (int i = 1; i < weighings.size(); i++) {
            EggWeighing each = weighings.get(i);
            Require.that(each.day() > weighings.get(i - 1).day(), "weighings[" + i + "].day", each.day(),
                    "must be after the weighing before (" + Require.plain(weighings.get(i - 1).day()) + ")");
            Require.that(each.massG() <= 1.02 * freshG && each.massG() > 0.4 * freshG, "weighings[" + i + "].massG",
                    each.massG(), "must be the same eggs as on day 0 (" + Require.plain(freshG) + " g): they lose water, slowly");
        }
        EggWeighing last = weighings.get(weighings.size() - 1);
        double lossPct = lostPct(freshG, last.massG());
        double share = Math.min(1, last.day() / target.endDay());
        if (weighings.size() == 1) {
            return new WeightLoss(freshG, 0, 0, 0, 0, 0, 0, Verdict.TOO_FEW, OptionalDouble.empty());
        }
        double perDayPct = 100 * perDayG(weighings) / freshG;
        double left = Math.max(0, target.endDay() - last.day());
        double projectedPct = lossPct + left * perDayPct;
        Verdict verdict = projectedPct < target.lowPct() ? Verdict.TOO_SLOW
                : projectedPct > target.highPct() ? Verdict.TOO_FAST : Verdict.ON_COURSE;
        double halfPct = 100 * halfG(weighings, left) / freshG;
        if (halfPct > target.highPct() - target.lowPct() && projectedPct + halfPct > target.lowPct() && projectedPct - halfPct < target.highPct()) {
            verdict = Verdict.TOO_FEW;
        }
        return new WeightLoss(freshG, lossPct, perDayPct, projectedPct, halfPct, share * target.lowPct(), share * target.highPct(),
                verdict, asked(target, humidityPct, lossPct, perDayPct, left));
    }

    /**
     * What was lost of a fresh mass.
     *
     * @param freshG fresh mass (g), above 0
     * @param nowG   mass now (g)
     * @return share of the fresh mass (%)
     */
    public static double lostPct(double freshG, double nowG) {
        return 100 * (freshG - nowG) / freshG;
    }

    private static OptionalDouble asked(Target target, OptionalDouble humidityPct, double lossPct, double perDayPct, double left) {
        if (humidityPct.isEmpty() || left <= 0 || perDayPct <= 0) {
            return OptionalDouble.empty();
        }
        double wantedPerDay = (0.5 * (target.lowPct() + target.highPct()) - lossPct) / left;
        double pct = 100 - (100 - humidityPct.getAsDouble()) * wantedPerDay / perDayPct;
        return pct >= 0 && pct <= 100 ? OptionalDouble.of(pct) : OptionalDouble.empty();
    }

    /**
     * Half the width of a 95 % interval of what is projected (g): each weighing is off by the step of the scale, or by what they are seen to be off their line, and counts as
     * much as it moves what is projected.
     */
    private static double halfG(List<EggWeighing> weighings, double leftDays) {
        int n = weighings.size();
        double meanDay = weighings.stream().mapToDouble(EggWeighing::day).average().orElseThrow();
        double meanG = weighings.stream().mapToDouble(EggWeighing::massG).average().orElseThrow();
        double squares = weighings.stream().mapToDouble(each -> (each.day() - meanDay) * (each.day() - meanDay)).sum();
        double slope = perDayG(weighings);
        double off = weighings.stream().mapToDouble(each -> Math.pow(each.massG() - meanG + slope * (each.day() - meanDay), 2)).sum();
        double stepG = ReadingStep.of(weighings.stream().map(EggWeighing::massG).toList());
        double standardG = Math.max(stepG / Math.sqrt(12), n > 2 ? Math.sqrt(off / (n - 2)) : 0);
        double sum = 0;
        for (int i = 0; i < n; i++) {
            double counts = (i == 0 ? 1 : 0) - (i == n - 1 ? 1 : 0) - leftDays * (weighings.get(i).day() - meanDay) / squares;
            sum += counts * counts;
        }
        return COVERAGE * standardG * Math.sqrt(sum);
    }

    /** Least-squares slope of what is lost (g/day). */
    private static double perDayG(List<EggWeighing> weighings) {
        double meanDay = weighings.stream().mapToDouble(EggWeighing::day).average().orElseThrow();
        double meanG = weighings.stream().mapToDouble(EggWeighing::massG).average().orElseThrow();
        double products = 0;
        double squares = 0;
        for (EggWeighing each : weighings) {
            products += (each.day() - meanDay) * (each.massG() - meanG);
            squares += (each.day() - meanDay) * (each.day() - meanDay);
        }
        return -products / squares;
    }
}
