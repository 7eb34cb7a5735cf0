package kilnward.core.fitting;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.series.Samples;
import kilnward.core.setup.Setup;
import org.hipparchus.exception.MathRuntimeException;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.MatrixUtils;
import org.hipparchus.linear.RealMatrix;
import org.hipparchus.linear.RealVector;
import org.hipparchus.optim.nonlinear.vector.leastsquares.LeastSquaresBuilder;
import org.hipparchus.optim.nonlinear.vector.leastsquares.LeastSquaresOptimizer.Optimum;
import org.hipparchus.optim.nonlinear.vector.leastsquares.LevenbergMarquardtOptimizer;
import org.hipparchus.optim.nonlinear.vector.leastsquares.ValueAndJacobianFunction;
import org.hipparchus.util.Pair;

/**
 * A box learned from what was measured of it: the values at which its rehearsal goes where the log went, by least squares (Levenberg–Marquardt). The rehearsal is the simulator's
 * own, with the law of the controller replaced by when the heating was seen to be on; there is no second model.
 *
 * <p>It assumes that nothing happened but what the plan and the log of heating say: no lid was opened, the room was as given. What readings cannot tell is held to the plan, and an
 * interval holds only with that.
 *
 * @param estimates what was learned, in the order of {@link BoxParameter}
 * @param untold    what readings do not tell, held to the plan
 * @param fitted    the plan with what was learned
 * @param residuals measured less rehearsed (K), s since the log began
 * @param asPlanned measured less rehearsed with the plan as it was (K)
 * @param rmsK      root of their mean square (K)
 * @param noiseK    the part of that which is the instrument's noise (K)
 * @param misfit    how far they deviate over how far they should, by noise and by not knowing when it switched: about 1 where the plan is of the right kind
 * @param readings  how many were compared
 */
public record BoxFit(List<Estimate> estimates, List<Untold> untold, Setup fitted, Samples residuals, Samples asPlanned, double rmsK, double noiseK, double misfit, int readings) {
    /** About 95 % of a normal distribution lie within so many deviations. */
    private static final double COVERAGE = 1.96;
    /** What is known to no better than this (in logarithms, or of a share) is not known. */
    private static final double TELLABLE = 0.25;
    /** What rounds to steps is off by up to half a step, evenly. */
    private static final double EVEN = Math.sqrt(12);
    private static final double LEAST_NOISE_K = 0.005;
    private static final double BURN_IN_S = 2 * 3600;
    private static final double BURN_IN_SHARE = 0.25;
    private static final double LEAD_SCALE_S = 100;
    private static final double STEP = 0.02;
    private static final int MOST_STEPS = 80;
    /** A step that betters the fit by less than this share of its misfit betters nothing. */
    private static final double BETTER = 1e-5;
    private static final double SETTLED = 1e-3;
    /** A fit deviates by no more than this many times what it should. */
    private static final double FITS = 3;
    private static final double ANSWER_S = 20;
    /** What is linear in small deviations is made so about ever better boxes. */
    private static final int ROUNDS = 3;
    private static final double LIKELY_NOISE_K = 0.1;

    /**
     * One thing learned.
     *
     * @param value    what fits best: over the plan, or a share
     * @param low      lower end of the 95 % interval
     * @param high     upper end
     * @param perRoomK by how much the value would be greater if the room had been a kelvin warmer than said, as a share of it
     */
    public record Estimate(BoxParameter parameter, double value, double low, double high, double perRoomK) {
        /** Whether the interval leaves out what was planned. */
        public boolean differs(double planned) {
            return low > planned || high < planned;
        }
    }

    /**
     * One thing that readings do not tell.
     *
     * @param with what it cannot be told apart from; empty where it shows in no reading at all
     */
    public record Untold(BoxParameter parameter, Optional<BoxParameter> with) {
    }

    public BoxFit {
        estimates = List.copyOf(estimates);
        untold = List.copyOf(untold);
    }

    /** Whether what was measured goes as the box learned from it goes; otherwise something happened that plan and log do not say, and nothing should be taken over. */
    public boolean fits() {
        return misfit <= FITS;
    }

    /** What was learned of one thing; empty where nothing was. */
    public Optional<Estimate> estimate(BoxParameter parameter) {
        return estimates.stream().filter(each -> each.parameter() == parameter).findFirst();
    }

    /**
     * Learns a box.
     *
     * @throws RefusedValueException where the plan is not one that a log of one probe tells of
     */
    public static BoxFit of(Setup plan, BoxLog log) {
        Follower.check(plan, log.probeId());
        Problem problem = new Problem(plan, log);
        List<BoxParameter> free = new ArrayList<>(problem.all);
        List<Untold> untold = new ArrayList<>();
        hold(problem, free, untold, problem.whole(free, problem.start(free)));
        double[] at = problem.start(free);
        for (int round = 0; round < ROUNDS; round++) {
            at = problem.solve(free, at);
            problem.refine(free, at);
            int before = free.size();
            hold(problem, free, untold, problem.whole(free, at));
            at = free.size() == before ? at : problem.start(free);
        }
        return problem.result(free, untold, problem.solve(free, at));
    }

    /** Holds to the plan what the readings do not tell, one after the other. */
    private static void hold(Problem problem, List<BoxParameter> free, List<Untold> untold, RealMatrix jacobian) {
        RealMatrix columns = jacobian;
        while (!free.isEmpty()) {
            RealMatrix covariance = covariance(columns);
            int held = -1;
            for (int i = 0; i < free.size() && held < 0; i++) {
                // In the order of the enum: what a label says is held before what nobody can read off anything.
                held = isTold(covariance, i) ? -1 : i;
            }
            if (held < 0) {
                return;
            }
            int fixed = held;
            RealMatrix of = covariance;
            Optional<BoxParameter> with = problem.shows(columns, fixed)
                    ? IntStream.range(0, free.size()).filter(i -> i != fixed).boxed().max(Comparator.comparingDouble(i -> Math.abs(correlation(of, fixed, i))))
                            .map(free::get)
                    : Optional.empty();
            untold.add(new Untold(free.get(held), with));
            free.remove(held);
            columns = without(columns, held);
        }
    }

    private static double correlation(RealMatrix covariance, int i, int j) {
        return covariance.getEntry(i, j) / Math.sqrt(covariance.getEntry(i, i) * covariance.getEntry(j, j));
    }

    private static RealMatrix without(RealMatrix matrix, int column) {
        int[] rows = IntStream.range(0, matrix.getRowDimension()).toArray();
        int[] columns = IntStream.range(0, matrix.getColumnDimension()).filter(i -> i != column).toArray();
        return matrix.getSubMatrix(rows, columns);
    }

    /** Of a Jacobian of even deviations; what does not show at all has a deviation beyond all measure. */
    static RealMatrix covariance(RealMatrix jacobian) {
        RealMatrix information = jacobian.transposeMultiply(jacobian);
        return covarianceOf(information);
    }

    static RealMatrix covarianceOf(RealMatrix information) {
        int n = information.getColumnDimension();
        RealMatrix held = information.copy();
        for (int i = 0; i < n; i++) {
            // A hold so weak that it tells nothing: a factor of e⁵.
            held.addToEntry(i, i, 1.0 / 25);
        }
        return MatrixUtils.inverse(held);
    }

    /** Whether one of what is looked for is known well enough. */
    static boolean isTold(RealMatrix covariance, int index) {
        return Math.sqrt(covariance.getEntry(index, index)) <= TELLABLE;
    }

    /** What a log would tell of a box about what is looked for, whatever else has to be found with it. */
    static RealMatrix information(Setup box, BoxLog log, List<BoxParameter> of, double noiseK) {
        Problem problem = new Problem(box, log, noiseK);
        RealMatrix jacobian = problem.whole(of, problem.start(of));
        RealMatrix all = jacobian.transposeMultiply(jacobian);
        int n = of.size();
        int beside = all.getColumnDimension() - n;
        RealMatrix rest = all.getSubMatrix(n, n + beside - 1, n, n + beside - 1);
        for (int i = 0; i < beside; i++) {
            rest.addToEntry(i, i, 1e-9);
        }
        RealMatrix across = all.getSubMatrix(0, n - 1, n, n + beside - 1);
        return all.getSubMatrix(0, n - 1, 0, n - 1).subtract(across.multiply(MatrixUtils.inverse(rest)).multiplyTransposed(across));
    }

    /** One log on one plan. */
    private static final class Problem {
        private final Setup planned;
        /** The plan with what was measured of it already. */
        private final Setup plan;
        private final BoxLog log;
        private final Follower follower;
        private final List<BoxParameter> all;
        private final int from;
        private final int scored;
        private final double leastNoiseK;
        private final boolean lagging;
        private double noiseK;
        /** When it switched, as far as found by now. */
        private Drive drive;
        private double[][] answers;
        private Deviations deviations;
        /** What the moments found would make of the readings if they were those of the log after all. */
        private double[] back;

        Problem(Setup planned, BoxLog log) {
            this(planned, log, log.log().noise());
        }

        Problem(Setup planned, BoxLog log, double likelyNoiseK) {
            this.log = log;
            this.planned = planned;
            double labelW = planned.chamber().heaters().stream().mapToDouble(each -> each.electricalW()).sum();
            this.plan = log.drive().onW().isPresent() ? BoxParameter.HEATER.with(planned, log.probeId(), log.drive().onW().getAsDouble() / labelW) : planned;
            this.all = Arrays.stream(BoxParameter.values()).filter(each -> each.applies(plan, log.probeId()))
                    .filter(each -> each != BoxParameter.HEATER || log.drive().onW().isEmpty()).toList();
            this.lagging = log.drive().lagging();
            this.follower = new Follower(log);
            Samples samples = log.log();
            double lengthS = samples.lastS() - samples.atS()[0];
            double burnS = !log.cold() ? samples.atS()[0] + Math.min(BURN_IN_S, BURN_IN_SHARE * lengthS) : -1;
            int first = 0;
            while (samples.atS()[first] < burnS) {
                first++;
            }
            this.from = first;
            this.scored = samples.count() - first;
            this.leastNoiseK = Math.max(LEAST_NOISE_K, grain(samples) / EVEN);
            this.noiseK = Math.max(leastNoiseK, likelyNoiseK);
            this.drive = log.drive();
            about(plan);
        }

        /** The smallest step between two readings: what they are rounded to (K); 0 where they are not. */
        private static double grain(Samples samples) {
            double grain = Double.POSITIVE_INFINITY;
            for (int i = 1; i < samples.count(); i++) {
                double step = Math.abs(samples.value()[i] - samples.value()[i - 1]);
                grain = step > 1e-6 ? Math.min(grain, step) : grain;
            }
            return Double.isInfinite(grain) ? 0 : grain;
        }

        /** Takes up how a box answers to moments of switching. */
        private void about(Setup box) {
            answers = answers(box);
            deviations = new Deviations(scored, noiseK, drive.errorS(), answers);
            back = new double[scored];
            for (int k = 0; k < answers.length; k++) {
                double wayS = log.drive().switchS().get(k) - drive.switchS().get(k);
                for (int i = 0; i < scored; i++) {
                    back[i] += answers[k][i] * wayS;
                }
            }
        }

        /** Finds the moments of switching and the noise again, as the box that fits best has them. */
        void refine(List<BoxParameter> free, double[] at) {
            double[] read = read(free, at);
            double[] off = new double[scored];
            Arrays.setAll(off, i -> log.log().value()[from + i] - read[from + i] - back[i]);
            double[] even = deviations.even(off);
            double variance = drive.errorS() * drive.errorS();
            double[] moments = new double[answers.length];
            double[] rest = new double[scored];
            Arrays.setAll(rest, i -> log.log().value()[from + i] - read[from + i]);
            double known = scored - at.length;
            for (int k = 0; k < answers.length; k++) {
                double[] mine = deviations.even(answers[k]);
                double found = 0;
                for (int i = 0; i < scored; i++) {
                    found += mine[i] * even[i];
                    known -= variance * mine[i] * mine[i];
                }
                moments[k] = log.drive().switchS().get(k) + variance * found;
                double wayS = moments[k] - drive.switchS().get(k);
                for (int i = 0; i < scored; i++) {
                    rest[i] -= answers[k][i] * wayS;
                }
            }
            noiseK = Math.max(leastNoiseK, Math.sqrt(Arrays.stream(rest).map(each -> each * each).sum() / Math.max(1, known)));
            drive = drive.at(moments);
            about(box(free, at));
        }

        /** How far the moments found lie from those of the log, over how far they should. */
        private double shift() {
            return drive.errorS() == 0 || answers.length == 0 ? 0 : Math.sqrt(IntStream.range(0, answers.length)
                    .mapToDouble(k -> Math.pow((drive.switchS().get(k) - log.drive().switchS().get(k)) / drive.errorS(), 2)).average().orElse(0));
        }

        /** The answer of the probe to each moment of switching coming a second later; of one moment it is rehearsed, the others answer alike. */
        private double[][] answers(Setup box) {
            List<Double> moments = drive.switchS();
            if (moments.isEmpty() || drive.errorS() == 0) {
                return new double[0][];
            }
            double[] at = log.log().atS();
            double[] usual = follower.follow(box, with(drive), 0).readC();
            double[] later = follower.follow(box, with(drive.later(0, ANSWER_S)), 0).readC();
            double[] answer = new double[at.length];
            double firstS = moments.get(0);
            Arrays.setAll(answer, i -> (later[i] - usual[i]) / ANSWER_S);
            double[][] found = new double[moments.size()][];
            for (int k = 0; k < found.length; k++) {
                double[] mine = new double[scored];
                double sign = drive.closes(k) == drive.closes(0) ? 1 : -1;
                double shiftS = moments.get(k) - firstS;
                for (int i = 0; i < scored; i++) {
                    mine[i] = sign * between(at, answer, at[from + i] - shiftS);
                }
                found[k] = mine;
            }
            return found;
        }

        private static double between(double[] at, double[] value, double whenS) {
            if (whenS <= at[0]) {
                return whenS < at[0] ? 0 : value[0];
            }
            int found = Arrays.binarySearch(at, whenS);
            int next = found >= 0 ? found : -found - 1;
            return next >= at.length ? value[at.length - 1] : value[next - 1] + (whenS - at[next - 1]) / (at[next] - at[next - 1]) * (value[next] - value[next - 1]);
        }

        private BoxLog with(Drive drive) {
            return new BoxLog(log.probeId(), log.log(), log.room(), log.startHour(), drive, log.cold());
        }

        double[] start(List<BoxParameter> free) {
            double[] start = new double[free.size() + 1 + (lagging ? 2 : 0)];
            for (int i = 0; i < free.size(); i++) {
                BoxParameter each = free.get(i);
                start[i] = each.coordinate(each.planned(plan, log.probeId()));
            }
            return start;
        }

        Setup box(List<BoxParameter> free, double[] at) {
            Setup box = plan;
            for (int i = 0; i < free.size(); i++) {
                box = free.get(i).with(box, log.probeId(), free.get(i).value(at[i]));
            }
            return box;
        }

        private double[] read(List<BoxParameter> free, double[] at) {
            return follower.follow(box(free, at), with(moved(free, at)), at[free.size()]).readC();
        }

        /** When it switched, its contacts earlier than their effect. */
        private Drive moved(List<BoxParameter> free, double[] at) {
            int first = free.size() + 1;
            return lagging ? drive.earlier(LEAD_SCALE_S * at[first], LEAD_SCALE_S * at[first + 1]) : drive;
        }

        /** Rehearsed less measured, as even deviations. */
        private double[] even(double[] read) {
            double[] off = new double[scored];
            Arrays.setAll(off, i -> read[from + i] + back[i] - log.log().value()[from + i]);
            return deviations.even(off);
        }

        /** Change of the even deviations with everything that is looked for. */
        RealMatrix whole(List<BoxParameter> free, double[] at) {
            double[] here = even(read(free, at));
            RealMatrix jacobian = MatrixUtils.createRealMatrix(scored, at.length);
            for (int j = 0; j < at.length; j++) {
                double[] beside = at.clone();
                // Away from an end, where nothing would change.
                double step = j < free.size() && Math.abs(free.get(j).coordinate(free.get(j).value(at[j] + STEP)) - at[j]) < STEP / 2 ? -STEP : STEP;
                beside[j] += step;
                double[] there = even(read(free, beside));
                for (int i = 0; i < scored; i++) {
                    jacobian.setEntry(i, j, (there[i] - here[i]) / step);
                }
            }
            return jacobian;
        }

        /** Whether any reading changes with one of what is looked for. */
        boolean shows(RealMatrix jacobian, int column) {
            return jacobian.getColumnVector(column).getNorm() * TELLABLE > 1;
        }

        double[] solve(List<BoxParameter> free, double[] start) {
            ValueAndJacobianFunction model = new ValueAndJacobianFunction() {
                @Override
                public Pair<RealVector, RealMatrix> value(RealVector point) {
                    return new Pair<>(computeValue(point.toArray()), computeJacobian(point.toArray()));
                }

                @Override
                public RealVector computeValue(double[] at) {
                    return new ArrayRealVector(even(read(free, at)), false);
                }

                @Override
                public RealMatrix computeJacobian(double[] at) {
                    return whole(free, at);
                }
            };
            try {
                Optimum optimum = new LevenbergMarquardtOptimizer().optimize(new LeastSquaresBuilder().start(start).model(model)
                        .parameterValidator(point -> held(free, point)).target(new double[scored]).lazyEvaluation(true).maxEvaluations(4 * MOST_STEPS).maxIterations(MOST_STEPS)
                        .checker((iteration, before, now) -> before.getPoint().getLInfDistance(now.getPoint()) < SETTLED
                                || Math.abs(before.getCost() - now.getCost()) < BETTER * now.getCost())
                        .build());
                return optimum.getPoint().toArray();
            } catch (MathRuntimeException unsettled) {
                throw new RefusedValueException("readings", log.log().count(), "must let a box be found that goes as they do: none was, so take another stretch of the log");
            }
        }

        /** What a box can be. */
        private RealVector held(List<BoxParameter> free, RealVector point) {
            RealVector held = point.copy();
            for (int i = 0; i < free.size(); i++) {
                held.setEntry(i, free.get(i).coordinate(free.get(i).value(point.getEntry(i))));
            }
            return held;
        }

        BoxFit result(List<BoxParameter> free, List<Untold> untold, double[] at) {
            RealMatrix jacobian = whole(free, at);
            RealMatrix covariance = covariance(jacobian);
            double[] read = read(free, at);
            double[] even = even(read);
            double misfit = Arrays.stream(even).map(each -> each * each).sum() / Math.max(1, scored - at.length);
            // Where readings deviate by more than they should, so does what is learned from them.
            double wider = Math.sqrt(Math.max(1, misfit));
            RealVector room = roomAnswer(free, at, even);
            RealVector perRoom = covariance.operate(jacobian.transpose().operate(room)).mapMultiply(-1);
            Map<BoxParameter, Estimate> found = new EnumMap<>(BoxParameter.class);
            for (int i = 0; i < free.size(); i++) {
                BoxParameter each = free.get(i);
                double half = COVERAGE * wider * Math.sqrt(covariance.getEntry(i, i));
                found.put(each, new Estimate(each, each.value(at[i]), each.value(at[i] - half), each.value(at[i] + half), perRoom.getEntry(i)));
            }
            double[] when = Arrays.copyOfRange(log.log().atS(), from, from + scored);
            double[] left = new double[scored];
            Arrays.setAll(left, i -> log.log().value()[from + i] - read[from + i]);
            // Switched at the same moments and begun alike: what is left is what the plan has otherwise.
            double[] asPlanned = follower.follow(planned, with(moved(free, at)), at[free.size()]).readC();
            double[] before = new double[scored];
            Arrays.setAll(before, i -> log.log().value()[from + i] - asPlanned[from + i]);
            double rms = Math.sqrt(Arrays.stream(left).map(each -> each * each).average().orElse(0));
            return new BoxFit(List.copyOf(found.values()), untold, box(free, at), new Samples(when, left), new Samples(when, before), rms, noiseK,
                    Math.max(noiseK / LIKELY_NOISE_K, shift()), scored);
        }

        /** Change of the even deviations with a room that is a kelvin warmer. */
        private RealVector roomAnswer(List<BoxParameter> free, double[] at, double[] here) {
            BoxLog as = new BoxLog(log.probeId(), log.log(), time -> log.room().temperatureC(time) + 1, log.startHour(), moved(free, at), log.cold());
            double[] there = even(follower.follow(box(free, at), as, at[free.size()]).readC());
            double[] change = new double[scored];
            Arrays.setAll(change, i -> there[i] - here[i]);
            return new ArrayRealVector(change, false);
        }
    }
}
