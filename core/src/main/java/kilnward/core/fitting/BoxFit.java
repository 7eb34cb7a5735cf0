package kilnward.core.fitting;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
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
 * <p>It assumes that nothing happened but what the plan and the log say. What readings cannot tell is as likely as plans usually are ({@link BoxParameter#likely}), so is the room;
 * an interval counts that in, and what no box of the planned kind does ({@link Pattern}). What was opened is left out for a while, and how much heat left then is not known.
 *
 * @param estimates what was learned, in the order of {@link BoxParameter}
 * @param untold    what readings do not tell, about as planned
 * @param fitted    the plan with what was learned
 * @param residuals measured less rehearsed (K), s since the log began
 * @param asPlanned measured less rehearsed with the plan as it was (K)
 * @param rmsK      root of their mean square (K)
 * @param noiseK    the part of that which is the instrument's noise (K)
 * @param wanderK   the part of that which goes in a pattern that no box of the planned kind makes (K)
 * @param misfit    how far they deviate over how far they should, by noise and by not knowing when it switched: about 1 where the plan is of the right kind
 * @param readings  how many were compared
 */
public record BoxFit(List<Estimate> estimates, List<Untold> untold, Setup fitted, Samples residuals, Samples asPlanned, double rmsK, double noiseK, double wanderK, double misfit,
        int readings) {
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
    /** What wanders so far in a box of the planned kind is still that kind; tried on boxes of another simulator. */
    private static final double LIKELY_WANDER_K = 0.2;
    /** Readings are left out for so long after an opening, and so much heating, as a standard deviation, may have left with it (s). */
    private static final double OPENED_S = 1200;
    private static final double OPENED_ERROR_S = 600;
    /** What nothing is known of beforehand, along its coordinate: a factor of e⁵. */
    static final double VAGUE = 5;

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
        List<Untold> untold = new ArrayList<>();
        hold(problem, untold, problem.whole(problem.start()));
        double[] at = problem.start();
        for (int round = 0; round < ROUNDS; round++) {
            at = problem.solve(at);
            problem.refine(at);
            hold(problem, untold, problem.whole(at));
        }
        return problem.result(untold, problem.solve(at));
    }

    /** Takes for about as planned what the readings do not tell, one after the other. */
    private static void hold(Problem problem, List<Untold> untold, RealMatrix jacobian) {
        RealMatrix information = jacobian.transposeMultiply(jacobian);
        List<BoxParameter> all = problem.all;
        while (true) {
            RealMatrix covariance = problem.covariance(information);
            int found = -1;
            for (int i = 0; i < all.size() && found < 0; i++) {
                // In the order of the enum: what a label says is held before what nobody can read off anything.
                found = problem.isHeld(i) || isTold(covariance, i) ? -1 : i;
            }
            if (found < 0) {
                return;
            }
            int held = found;
            Optional<BoxParameter> with = problem.shows(jacobian, held)
                    ? IntStream.range(0, all.size()).filter(i -> i != held && !problem.isHeld(i)).boxed()
                            .max(Comparator.comparingDouble(i -> Math.abs(correlation(covariance, held, i)))).map(all::get)
                    : Optional.empty();
            untold.add(new Untold(all.get(held), with));
            problem.hold(held);
        }
    }

    private static double correlation(RealMatrix covariance, int i, int j) {
        return covariance.getEntry(i, j) / Math.sqrt(covariance.getEntry(i, i) * covariance.getEntry(j, j));
    }

    /** @param known how well each is known beforehand, as a standard deviation */
    static RealMatrix covarianceOf(RealMatrix information, double[] known) {
        RealMatrix whole = information.copy();
        for (int i = 0; i < known.length; i++) {
            whole.addToEntry(i, i, 1 / (known[i] * known[i]));
        }
        return MatrixUtils.inverse(whole);
    }

    /** Whether one of what is looked for is known well enough. */
    static boolean isTold(RealMatrix covariance, int index) {
        return Math.sqrt(covariance.getEntry(index, index)) <= TELLABLE;
    }

    /** What a log would tell of a box about what is looked for, whatever else has to be found with it. */
    static RealMatrix information(Setup box, BoxLog log, List<BoxParameter> of, double noiseK) {
        Problem problem = new Problem(box, log, noiseK, of);
        RealMatrix jacobian = problem.whole(problem.start());
        RealMatrix all = jacobian.transposeMultiply(jacobian);
        int n = of.size();
        int beside = all.getColumnDimension() - n;
        RealMatrix rest = all.getSubMatrix(n, n + beside - 1, n, n + beside - 1);
        for (int i = 0; i < beside; i++) {
            rest.addToEntry(i, i, 1 / (problem.known[n + i] * problem.known[n + i]));
        }
        RealMatrix across = all.getSubMatrix(0, n - 1, n, n + beside - 1);
        return all.getSubMatrix(0, n - 1, 0, n - 1).subtract(across.multiply(MatrixUtils.inverse(rest)).multiplyTransposed(across));
    }

    /**
     * One log on one plan. What is looked for stands in one row: the parameters of {@link #all}, everything inside at the beginning over the first reading (K), the room over what is
     * said (K), and where a contact and its effect lie apart, by how much.
     */
    private static final class Problem {
        private final Setup planned;
        /** The plan with what was measured of it already. */
        private final Setup plan;
        private final BoxLog log;
        private final Follower follower;
        private final List<BoxParameter> all;
        /** Which readings are compared. */
        private final int[] scored;
        private final double[] scoredS;
        private final double leastNoiseK;
        private final boolean lagging;
        /** How well each of what is looked for is known beforehand, as a standard deviation. */
        private final double[] known;
        private Pattern pattern;
        /** When it switched, as far as found by now. */
        private Drive drive;
        private double[][] answers;
        private double[][] openings;
        private Deviations deviations;
        /** What the moments found would make of the readings if they were those of the log after all. */
        private double[] back;

        Problem(Setup planned, BoxLog log) {
            this(planned, log, log.log().noise(), Arrays.stream(BoxParameter.values()).filter(each -> each.applies(planned, log.probeId()))
                    .filter(each -> each != BoxParameter.HEATER || log.drive().onW().isEmpty()).toList());
        }

        Problem(Setup planned, BoxLog log, double likelyNoiseK, List<BoxParameter> all) {
            this.log = log;
            this.planned = planned;
            double labelW = planned.chamber().heaters().stream().mapToDouble(each -> each.electricalW()).sum();
            this.plan = log.drive().onW().isPresent() ? BoxParameter.HEATER.with(planned, log.probeId(), log.drive().onW().getAsDouble() / labelW) : planned;
            this.all = all;
            this.lagging = log.drive().lagging();
            this.follower = new Follower(log);
            Samples samples = log.log();
            double lengthS = samples.lastS() - samples.atS()[0];
            double burnS = !log.cold() ? samples.atS()[0] + Math.min(BURN_IN_S, BURN_IN_SHARE * lengthS) : -1;
            this.scored = IntStream.range(0, samples.count()).filter(i -> samples.atS()[i] >= burnS)
                    .filter(i -> log.openedS().stream().noneMatch(each -> samples.atS()[i] >= each && samples.atS()[i] < each + OPENED_S)).toArray();
            if (scored.length < BoxLog.LEAST) {
                throw new RefusedValueException("readings", scored.length, "must be at least " + BoxLog.LEAST + " that lie well after the beginning and after openings");
            }
            this.scoredS = of(samples.atS());
            this.known = new double[all.size() + 2 + (lagging ? 2 : 0)];
            Arrays.fill(known, VAGUE);
            known[room()] = Math.max(1e-3, log.roomErrorK());
            this.leastNoiseK = Math.max(LEAST_NOISE_K, grain(samples) / EVEN);
            this.pattern = new Pattern(Math.max(leastNoiseK, likelyNoiseK), 0, 1);
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

        private int begun() {
            return all.size();
        }

        private int room() {
            return all.size() + 1;
        }

        /** Those that are compared. */
        private double[] of(double[] readings) {
            return Arrays.stream(scored).mapToDouble(i -> readings[i]).toArray();
        }

        /** Takes one of the parameters for about as planned. */
        void hold(int index) {
            known[index] = all.get(index).likely();
        }

        boolean isHeld(int index) {
            return known[index] < VAGUE;
        }

        /** With what is known beforehand. */
        RealMatrix covariance(RealMatrix information) {
            return covarianceOf(information, known);
        }

        /** Takes up how a box answers to moments of switching, and to being opened. */
        private void about(Setup box) {
            double[] at = log.log().atS();
            List<Double> moments = drive.switchS();
            double[] answer = new double[at.length];
            double firstS = moments.isEmpty() ? 0 : moments.get(0);
            if (!moments.isEmpty()) {
                // Of one moment it is rehearsed, the others answer alike.
                double[] usual = follower.follow(box, log.with(drive, 0), 0).readC();
                double[] later = follower.follow(box, log.with(drive.later(0, ANSWER_S), 0), 0).readC();
                double sign = drive.closes(0) ? -1 : 1;
                Arrays.setAll(answer, i -> sign * (later[i] - usual[i]) / ANSWER_S);
            }
            answers = new double[drive.errorS() == 0 ? 0 : moments.size()][];
            Arrays.setAll(answers, k -> answer(at, answer, moments.get(k) - firstS, drive.closes(k) ? -1 : 1));
            openings = new double[moments.isEmpty() ? 0 : log.openedS().size()][];
            Arrays.setAll(openings, k -> answer(at, answer, log.openedS().get(k) - firstS, OPENED_ERROR_S));
            weigh();
            back = new double[scored.length];
            for (int k = 0; k < answers.length; k++) {
                double wayS = log.drive().switchS().get(k) - drive.switchS().get(k);
                for (int i = 0; i < back.length; i++) {
                    back[i] += answers[k][i] * wayS;
                }
            }
        }

        private void weigh() {
            double[][] causes = new double[answers.length + openings.length][];
            for (int k = 0; k < causes.length; k++) {
                causes[k] = k < answers.length ? times(answers[k], drive.errorS()) : openings[k - answers.length];
            }
            deviations = new Deviations(scoredS, pattern, causes);
        }

        /** The answer to a second of heating more, that begins so much later than it was rehearsed. */
        private double[] answer(double[] at, double[] answer, double shiftS, double seconds) {
            return Arrays.stream(scored).mapToDouble(i -> seconds * between(at, answer, at[i] - shiftS)).toArray();
        }

        private static double[] times(double[] values, double factor) {
            return Arrays.stream(values).map(each -> factor * each).toArray();
        }

        /** Finds the moments of switching, the noise and the wander again, as the box that fits best has them. */
        void refine(double[] at) {
            double[] off = of(log.log().value());
            double[] read = of(read(at));
            Arrays.setAll(off, i -> off[i] - read[i]);
            double[] rest = off.clone();
            Arrays.setAll(off, i -> off[i] - back[i]);
            double[] even = deviations.even(off);
            double variance = drive.errorS() * drive.errorS();
            double[] moments = new double[answers.length];
            double freedom = scored.length - at.length;
            for (int k = 0; k < answers.length; k++) {
                double[] mine = deviations.even(answers[k]);
                double found = 0;
                for (int i = 0; i < mine.length; i++) {
                    found += mine[i] * even[i];
                    freedom -= variance * mine[i] * mine[i];
                }
                moments[k] = log.drive().switchS().get(k) + variance * found;
                double wayS = moments[k] - drive.switchS().get(k);
                for (int i = 0; i < mine.length; i++) {
                    rest[i] -= answers[k][i] * wayS;
                }
            }
            RealMatrix jacobian = jacobian(at, values -> values);
            double[][] causes = new double[known.length + openings.length][];
            Arrays.setAll(causes, k -> k < known.length ? times(jacobian.getColumn(k), Math.min(1, known[k])) : openings[k - known.length]);
            // Neighbours that differ do so by noise, if they differ more than a wander does.
            double steps = 0;
            for (int i = 1; i < rest.length; i++) {
                steps += (rest[i] - rest[i - 1]) * (rest[i] - rest[i - 1]);
            }
            double neighbours = Math.sqrt(steps / (2 * (rest.length - 1)) * Math.max(1, scored.length / Math.max(1, freedom)));
            pattern = Pattern.of(scoredS, rest, causes, Math.max(leastNoiseK, neighbours));
            drive = drive.at(moments);
            about(box(at));
        }

        /** How far the moments found lie from those of the log, over how far they should. */
        private double shift() {
            return drive.errorS() == 0 || answers.length == 0 ? 0 : Math.sqrt(IntStream.range(0, answers.length)
                    .mapToDouble(k -> Math.pow((drive.switchS().get(k) - log.drive().switchS().get(k)) / drive.errorS(), 2)).average().orElse(0));
        }

        private static double between(double[] at, double[] value, double whenS) {
            if (whenS <= at[0]) {
                return whenS < at[0] ? 0 : value[0];
            }
            int found = Arrays.binarySearch(at, whenS);
            int next = found >= 0 ? found : -found - 1;
            return next >= at.length ? value[at.length - 1] : value[next - 1] + (whenS - at[next - 1]) / (at[next] - at[next - 1]) * (value[next] - value[next - 1]);
        }

        /** As planned. */
        double[] start() {
            double[] start = new double[known.length];
            for (int i = 0; i < all.size(); i++) {
                start[i] = all.get(i).coordinate(all.get(i).planned(plan, log.probeId()));
            }
            return start;
        }

        Setup box(double[] at) {
            Setup box = plan;
            for (int i = 0; i < all.size(); i++) {
                box = all.get(i).with(box, log.probeId(), all.get(i).value(at[i]));
            }
            return box;
        }

        private double[] read(double[] at) {
            return read(box(at), at);
        }

        /** What another box would read under the same circumstances. */
        private double[] read(Setup box, double[] at) {
            return follower.follow(box, log.with(moved(at), at[room()]), at[begun()]).readC();
        }

        /** When it switched, its contacts earlier than their effect. */
        private Drive moved(double[] at) {
            int first = all.size() + 2;
            return lagging ? drive.earlier(LEAD_SCALE_S * at[first], LEAD_SCALE_S * at[first + 1]) : drive;
        }

        /** Rehearsed less measured, as even deviations. */
        private double[] even(double[] read) {
            double[] off = of(read);
            Arrays.setAll(off, i -> off[i] + back[i] - log.log().value()[scored[i]]);
            return deviations.even(off);
        }

        /** Change of the even deviations with everything that is looked for. */
        RealMatrix whole(double[] at) {
            return jacobian(at, deviations::even);
        }

        private RealMatrix jacobian(double[] at, UnaryOperator<double[]> made) {
            double[] here = of(read(at));
            RealMatrix jacobian = MatrixUtils.createRealMatrix(scored.length, at.length);
            for (int j = 0; j < at.length; j++) {
                double[] beside = at.clone();
                // Away from an end, where nothing would change.
                double step = j < all.size() && Math.abs(all.get(j).coordinate(all.get(j).value(at[j] + STEP)) - at[j]) < STEP / 2 ? -STEP : STEP;
                beside[j] += step;
                double[] there = of(read(beside));
                Arrays.setAll(there, i -> (there[i] - here[i]) / step);
                jacobian.setColumn(j, made.apply(there));
            }
            return jacobian;
        }

        /** Whether any reading changes with one of what is looked for. */
        boolean shows(RealMatrix jacobian, int column) {
            return jacobian.getColumnVector(column).getNorm() * TELLABLE > 1;
        }

        /** What is known beforehand counts as readings do. */
        double[] solve(double[] start) {
            double[] beforehand = start();
            int n = scored.length;
            ValueAndJacobianFunction model = new ValueAndJacobianFunction() {
                @Override
                public Pair<RealVector, RealMatrix> value(RealVector point) {
                    return new Pair<>(computeValue(point.toArray()), computeJacobian(point.toArray()));
                }

                @Override
                public RealVector computeValue(double[] at) {
                    RealVector value = new ArrayRealVector(n + at.length);
                    value.setSubVector(0, new ArrayRealVector(even(read(at)), false));
                    for (int j = 0; j < at.length; j++) {
                        value.setEntry(n + j, (at[j] - beforehand[j]) / known[j]);
                    }
                    return value;
                }

                @Override
                public RealMatrix computeJacobian(double[] at) {
                    RealMatrix jacobian = MatrixUtils.createRealMatrix(n + at.length, at.length);
                    jacobian.setSubMatrix(whole(at).getData(), 0, 0);
                    for (int j = 0; j < at.length; j++) {
                        jacobian.setEntry(n + j, j, 1 / known[j]);
                    }
                    return jacobian;
                }
            };
            try {
                Optimum optimum = new LevenbergMarquardtOptimizer().optimize(new LeastSquaresBuilder().start(start).model(model)
                        .parameterValidator(this::held).target(new double[n + start.length]).lazyEvaluation(true).maxEvaluations(4 * MOST_STEPS).maxIterations(MOST_STEPS)
                        .checker((iteration, before, now) -> before.getPoint().getLInfDistance(now.getPoint()) < SETTLED
                                || Math.abs(before.getCost() - now.getCost()) < BETTER * now.getCost())
                        .build());
                return optimum.getPoint().toArray();
            } catch (MathRuntimeException unsettled) {
                throw new RefusedValueException("readings", log.log().count(), "must let a box be found that goes as they do: none was, so take another stretch of the log");
            }
        }

        /** What a box can be. */
        private RealVector held(RealVector point) {
            RealVector held = point.copy();
            for (int i = 0; i < all.size(); i++) {
                held.setEntry(i, all.get(i).coordinate(all.get(i).value(point.getEntry(i))));
            }
            return held;
        }

        BoxFit result(List<Untold> untold, double[] at) {
            RealMatrix jacobian = whole(at);
            RealMatrix covariance = covariance(jacobian.transposeMultiply(jacobian));
            double[] read = read(at);
            double[] even = even(read);
            double misfit = Arrays.stream(even).map(each -> each * each).sum() / Math.max(1, scored.length - at.length);
            // Where readings deviate by more than they should, or still go together, what is learned from them is less sure.
            double wider = Math.sqrt(Math.max(1, misfit) * together(even));
            RealVector perRoom = perRoom(jacobian);
            List<Estimate> found = new ArrayList<>();
            for (int i = 0; i < all.size(); i++) {
                if (!isHeld(i)) {
                    BoxParameter each = all.get(i);
                    double half = COVERAGE * Math.hypot(wider * Math.sqrt(covariance.getEntry(i, i)), each.coarse());
                    found.add(new Estimate(each, each.value(at[i]), each.value(at[i] - half), each.value(at[i] + half), perRoom.getEntry(i)));
                }
            }
            double[] left = of(log.log().value());
            double[] compared = of(read);
            Arrays.setAll(left, i -> left[i] - compared[i]);
            // Switched at the same moments and begun alike: what is left is what the plan has otherwise.
            double[] before = of(log.log().value());
            double[] asPlanned = of(read(planned, at));
            Arrays.setAll(before, i -> before[i] - asPlanned[i]);
            double rms = Math.sqrt(Arrays.stream(left).map(each -> each * each).average().orElse(0));
            return new BoxFit(found, untold, box(at), new Samples(scoredS, left), new Samples(scoredS, before), rms, pattern.noiseK(), pattern.wanderK(),
                    Math.max(Math.max(pattern.noiseK() / LIKELY_NOISE_K, pattern.wanderK() / LIKELY_WANDER_K), shift()), scored.length);
        }

        /**
         * How many times fewer readings there are than it seems, where one goes like the one before: (1 + r) / (1 − r) for a correlation r of neighbours that chance does not make
         * (G. V. Bayley and J. M. Hammersley, J. R. Stat. Soc. Suppl. 8 (1946) 184–197, from memory).
         */
        private static double together(double[] even) {
            double product = 0;
            double square = 0;
            for (int i = 1; i < even.length; i++) {
                product += even[i] * even[i - 1];
                square += even[i] * even[i];
            }
            double alike = Math.min(0.95, product / square);
            return alike > COVERAGE / Math.sqrt(even.length) ? (1 + alike) / (1 - alike) : 1;
        }

        /** Change of what is learned with a room that was a kelvin warmer than said, and known to be. */
        private RealVector perRoom(RealMatrix jacobian) {
            int room = room();
            RealMatrix others = jacobian.copy();
            others.setColumn(room, new double[scored.length]);
            return covariance(others.transposeMultiply(others)).operate(others.transpose().operate(jacobian.getColumnVector(room))).mapMultiply(-1);
        }
    }
}
