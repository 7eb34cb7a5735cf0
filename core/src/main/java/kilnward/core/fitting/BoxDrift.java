package kilnward.core.fitting;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.finding.Require;
import kilnward.core.setup.Setup;

/**
 * How a box changes over months, from what was learned of it time after time: a line through the values of one thing, each weighed by how sure it is.
 *
 * @param parameter what changes
 * @param perMonth  by what share of itself in thirty days; of a share, by how much
 * @param margin    half the width of its 95 % interval
 * @param since     the first of the fits (days since any moment)
 * @param lastsDays how many days after the last fit the heating will no longer hold the box in the coldest room if it goes on like that; empty where it goes the other way
 */
public record BoxDrift(BoxParameter parameter, double perMonth, double margin, double since, OptionalDouble lastsDays) {
    private static final double MONTH_DAYS = 30;
    private static final int LEAST = 3;
    private static final double LEAST_DAYS = 14;
    private static final double COVERAGE = 1.96;
    /** What it has changed by in all before it is said. */
    private static final double MATTERS = 0.1;

    /** What was learned at one time. */
    public record Learned(double day, BoxFit.Estimate estimate) {
        public Learned {
            Require.finite("day", day);
        }
    }

    /**
     * What changes so that it should be looked at: walls, seals and lid that let more through, heaters that give less, a probe that comes nearer to them. What is in the box may
     * weigh more or less each time, and says nothing.
     *
     * @param learned of one box, in any order
     * @param box     as last learned
     */
    public static List<BoxDrift> of(List<Learned> learned, Setup box) {
        List<BoxDrift> found = new ArrayList<>();
        for (BoxParameter parameter : List.of(BoxParameter.LOSS, BoxParameter.HEATER, BoxParameter.PROBE_NEAR_HEATER)) {
            List<Learned> of = learned.stream().filter(each -> each.estimate().parameter() == parameter).sorted(Comparator.comparingDouble(Learned::day)).toList();
            if (of.size() >= LEAST && of.get(of.size() - 1).day() - of.get(0).day() >= LEAST_DAYS) {
                BoxDrift line = line(parameter, of, box);
                double allDays = of.get(of.size() - 1).day() - of.get(0).day();
                if (Math.abs(line.perMonth) > line.margin && Math.abs(line.perMonth) * allDays / MONTH_DAYS >= MATTERS) {
                    found.add(line);
                }
            }
        }
        return found;
    }

    private static BoxDrift line(BoxParameter parameter, List<Learned> of, Setup box) {
        double weights = 0;
        double days = 0;
        double values = 0;
        for (Learned each : of) {
            double weight = weight(each);
            weights += weight;
            days += weight * each.day();
            values += weight * parameter.coordinate(each.estimate().value());
        }
        double meanDay = days / weights;
        double mean = values / weights;
        double square = 0;
        double product = 0;
        for (Learned each : of) {
            square += weight(each) * Math.pow(each.day() - meanDay, 2);
            product += weight(each) * (each.day() - meanDay) * (parameter.coordinate(each.estimate().value()) - mean);
        }
        double slope = product / square;
        double misfit = 0;
        for (Learned each : of) {
            misfit += weight(each) * Math.pow(parameter.coordinate(each.estimate().value()) - mean - slope * (each.day() - meanDay), 2);
        }
        double wider = Math.sqrt(Math.max(1, misfit / (of.size() - 2)));
        double harder = parameter == BoxParameter.LOSS ? slope : parameter == BoxParameter.HEATER ? -slope : 0;
        double share = SteadyState.of(box.chamber()).holdingShare(box.needs().keep().middleC(), box.chamber().room().coldestC());
        OptionalDouble lasts = harder > 0 && share > 0 && share < 1 ? OptionalDouble.of(-Math.log(share) / harder) : OptionalDouble.empty();
        return new BoxDrift(parameter, slope * MONTH_DAYS, COVERAGE * wider / Math.sqrt(square) * MONTH_DAYS, of.get(0).day(), lasts);
    }

    private static double weight(Learned each) {
        BoxFit.Estimate estimate = each.estimate();
        double deviation = (estimate.parameter().coordinate(estimate.high()) - estimate.parameter().coordinate(estimate.low())) / (2 * COVERAGE);
        return 1 / Math.max(1e-6, deviation * deviation);
    }
}
