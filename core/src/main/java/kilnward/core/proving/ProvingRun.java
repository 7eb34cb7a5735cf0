package kilnward.core.proving;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.SplittableRandom;
import java.util.function.DoubleFunction;
import java.util.function.UnaryOperator;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.control.Loop;
import kilnward.core.finding.Require;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.outcome.Trace;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.series.Samples;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;
import org.hipparchus.distribution.continuous.ChiSquaredDistribution;
import org.hipparchus.linear.DecompositionSolver;
import org.hipparchus.linear.LUDecomposition;
import org.hipparchus.linear.MatrixUtils;
import org.hipparchus.linear.RealMatrix;
import org.hipparchus.linear.RealVector;

/**
 * Judges a real run of a box by the rehearsal of the same hours.
 *
 * @param state       what came of it
 * @param steadySinceS since when it goes on alike (s since it began); empty where it does not yet
 * @param comparisons what was compared, measured against rehearsed
 * @param untold      what the readings are too few for, or the run was not begun for
 * @param cause       what in the plan would explain what was measured; empty where nothing has to be explained or nothing alone would
 * @param factor      by how much, as the cause says; empty with it
 * @param orElse      other causes that explain it about as well: these cannot be told apart
 */
public record ProvingRun(State state, OptionalDouble steadySinceS, List<Compared> comparisons, List<What> untold, Optional<Cause> cause, OptionalDouble factor,
        List<Cause> orElse) {
    private static final int LEAST_READINGS = 10;
    private static final double LONGEST_S = 24 * 3600;
    private static final double COLD_K = 2;
    /** By then what is in it is warm. */
    private static final double WARM_SHARE = 0.5;
    /** What has to be left of the misfit for a cause to explain it, and how well the worst of it must fit. */
    private static final double EXPLAINS = 0.4;
    private static final int REFINED = 4;
    private static final int REFINED_CAUSES = 4;
    /** Causes whose misfits are within this of the best cannot be told apart from it (95 % of a χ² with one degree of freedom, and a half more for the model). */
    private static final double ALIKE_MISFIT = 6;
    /** Or if they explain nearly as much: boxes of another simulator that leak look like a weak heater to that. */
    private static final double ALIKE_SHARE = 0.4;
    /** A figure fails beyond so many standard deviations, all together beyond what one box of so many reaches. */
    private static final double TOLERATED = 2.2;
    private static final double LIKELY = 0.95;
    private static final double MISSING = 100;
    private static final double ROOM_OFF_K = 0.25;
    /** A controller that looks once a second switches within this of when it would (s): less than what a reading a minute can tell. */
    private static final double STEP_S = 5;
    /** Instruments flicker by about this share of their last digit; common practice, no source. */
    private static final double FLICKER = 0.4;

    /** What comes of a run. */
    public enum State {
        /** It does what was rehearsed. */
        PASSED,
        /** It does not. */
        FAILED,
        /** It has not gone on alike for long enough. */
        NOT_YET,
        /** Too few readings to say anything. */
        CANNOT_TELL
    }

    /** What is compared. */
    public enum What {
        MEAN,
        SWING,
        PERIOD,
        DUTY,
        HALF_WAY,
        WARM_UP,
        RISE,
        FALL,
        /** Mean watts, since it goes on alike. */
        POWER,
        /** Watts while on. */
        ON_POWER
    }

    /** What in the plan may be other than it is. */
    public enum Cause {
        /** It loses more heat by air: a lid or seal that leaks; factor: air changes an hour more than planned. */
        LOSES_MORE,
        /** Its walls let more heat through than planned; factor: over that of the plan. */
        WALLS_LET_MORE,
        /** It loses less heat than planned; factor: heat through the walls over that of the plan. */
        LOSES_LESS,
        /** What warms gives less than planned; factor: over what was planned. */
        HEATER_WEAKER,
        /** What warms gives more than planned; factor: over what was planned. */
        HEATER_STRONGER,
        /** The probe feels more of the heater; factor: share of the heater that it feels. */
        PROBE_NEARER,
        /** The probe feels less of the heater; factor: share of the heater that it feels. */
        PROBE_FARTHER
    }

    /**
     * One comparison.
     *
     * @param measured  as measured: K or points, s, share, K/h
     * @param rehearsed as rehearsed
     * @param off       how far they are apart over what is tolerated: above 1 it fails
     */
    public record Compared(What what, double measured, double rehearsed, double off) {
        /** Whether they are near enough. */
        public boolean alike() {
            return off <= 1;
        }
    }

    public ProvingRun {
        orElse = List.copyOf(orElse);
        comparisons = List.copyOf(comparisons);
        untold = List.copyOf(untold);
    }

    /**
     * Judges a run.
     *
     * @param setup        what was planned and keyed in
     * @param controllerId the controller whose display was read
     * @param read         what its display showed (°C or %RH), from when the box was switched on
     * @param roomC        mean temperature of the room meanwhile (°C)
     */
    public static ProvingRun judge(Setup setup, String controllerId, Samples read, double roomC) {
        return judge(setup, controllerId, read, roomC, Optional.empty());
    }

    /**
     * The same where a meter told what the heating drew (W): of a leak and a weak heater a display tells little, and watts tell all.
     *
     * @param watts on the same clock as the readings; counts where the chamber has one switched output only, and it heats
     */
    public static ProvingRun judge(Setup setup, String controllerId, Samples read, double roomC, Optional<Samples> watts) {
        Require.within("roomC", roomC, -50, 60, "°C");
        int index = setup.controllers().indexOf(setup.controller(controllerId));
        Samples samples = read.count() == 0 ? read : read.afterLastHole();
        if (samples.count() < LEAST_READINGS) {
            return new ProvingRun(State.CANNOT_TELL, OptionalDouble.empty(), List.of(), List.of(What.values()), Optional.empty(), OptionalDouble.empty(), List.of());
        }
        // After a hole nobody knows how long it had been on.
        boolean whole = samples == read || samples.count() == read.count();
        Features measured = Features.of(samples);
        OptionalInt loop = onlyHeating(setup);
        double runS = samples.lastS() - samples.atS()[0];
        // What it draws is compared once what is in it is warm too.
        Optional<Drawn> drawn = loop.isPresent() && runS <= LONGEST_S
                ? watts.flatMap(each -> Drawn.of(each.between(samples.atS()[0] + WARM_SHARE * runS, samples.lastS())))
                : Optional.empty();
        double lengthS = Math.max(1.25 * Features.STEADY_AT_LEAST_S, drawn.isPresent() ? runS
                : Math.min(LONGEST_S, measured.steadySinceS().orElse(samples.lastS()) - samples.atS()[0] + Features.STEADY_AT_LEAST_S));
        Comparer comparer = new Comparer(index, loop.orElse(-1), drawn, measured, lengthS, Math.max(STEP_S, samples.spacingS()), roomC, whole,
                setup.controllers().get(index).profile().unit().differenceToModel(setup.controllers().get(index).profile().resolution()));
        PlannedController by = setup.controllers().get(index);
        List<Miss> misses = comparer.compared(setup, !by.readsTemperature());
        Usual usual = Usual.of(misses, !by.readsTemperature() ? List.of() : comparer.aboutAsPlanned(setup, by));
        List<Compared> compared = usual.compared();
        List<What> untold = Arrays.stream(What.values()).filter(what -> compared.stream().noneMatch(each -> each.what() == what)).toList();
        if (!measured.steadyLongEnough(samples.lastS())) {
            return new ProvingRun(State.NOT_YET, measured.steadySinceS(), compared, untold, Optional.empty(), OptionalDouble.empty(), List.of());
        }
        boolean alike = compared.stream().allMatch(Compared::alike);
        if (alike && usual.isLikely(misses)) {
            return new ProvingRun(State.PASSED, measured.steadySinceS(), compared, untold, Optional.empty(), OptionalDouble.empty(), List.of());
        }
        List<Explained> explained = !by.readsTemperature() ? List.of() : comparer.explain(setup, by, usual, misses);
        if (explained.isEmpty()) {
            return new ProvingRun(alike ? State.PASSED : State.FAILED, measured.steadySinceS(), compared, untold, Optional.empty(), OptionalDouble.empty(), List.of());
        }
        return new ProvingRun(State.FAILED, measured.steadySinceS(), compared, untold, Optional.of(explained.get(0).cause), OptionalDouble.of(explained.get(0).tried.factor),
                explained.stream().skip(1).map(Explained::cause).toList());
    }

    /** What a meter told: mean watts and watts while on, over what always draws. */
    private record Drawn(double meanW, double onW) {
        private static final int LEAST = 30;

        static Optional<Drawn> of(Samples watts) {
            if (watts.count() < LEAST || watts.quantile(0.98) <= 0) {
                return Optional.empty();
            }
            // Where it never went off, nothing is taken off.
            double always = watts.quantile(0.02) < 0.5 * watts.quantile(0.98) ? watts.quantile(0.02) : 0;
            return Optional.of(new Drawn(watts.mean() - always, watts.quantile(0.98) - always));
        }
    }

    /** Which of all loops, in order, heats alone; empty where others act as well, so that a meter's watts would not tell whose they are. */
    private static OptionalInt onlyHeating(Setup setup) {
        List<Loop> loops = setup.rig().controllers().stream().flatMap(each -> each.loops().stream()).toList();
        List<Loop> acting = loops.stream().filter(each -> !each.cutOut()).toList();
        List<String> heaters = setup.chamber().heaters().stream().map(Heater::id).toList();
        return acting.size() == 1 && !heaters.isEmpty() && heaters.containsAll(acting.get(0).applianceIds()) ? OptionalInt.of(loops.indexOf(acting.get(0))) : OptionalInt.empty();
    }

    /** A rehearsal reduced to its figures. */
    private record Played(Features features, double meanW, double onW) {
    }

    /**
     * How far one figure is from the rehearsed one.
     *
     * @param apart measured less rehearsed, of ratios the logarithm
     * @param fine  what reading and the model make of it, as a standard deviation
     */
    private record Miss(What what, double measured, double rehearsed, double apart, double fine) {
    }

    private static List<Miss> misses(Features measured, Optional<Drawn> drawn, Played played, boolean cold, boolean humid) {
        Features rehearsed = played.features;
        List<Miss> found = new ArrayList<>();
        drawn.ifPresent(each -> {
            ratio(found, What.POWER, OptionalDouble.of(each.meanW), OptionalDouble.of(played.meanW), 0.05);
            ratio(found, What.ON_POWER, OptionalDouble.of(each.onW), OptionalDouble.of(played.onW), 0.03);
        });
        double point = humid ? 10 : 1;
        difference(found, What.MEAN, measured.mean(), rehearsed.mean(), Math.max(0.05 * point, 0.05 * rehearsed.swing()));
        difference(found, What.SWING, measured.swing(), rehearsed.swing(), Math.max(0.1 * point, 0.12 * rehearsed.swing()));
        ratio(found, What.PERIOD, measured.periodS(), rehearsed.periodS(), 0.07);
        if (measured.riseShare().isPresent() && rehearsed.riseShare().isPresent()) {
            difference(found, What.DUTY, measured.riseShare().getAsDouble(), rehearsed.riseShare().getAsDouble(), 0.025);
        }
        if (cold) {
            ratio(found, What.HALF_WAY, measured.halfWayS(), rehearsed.halfWayS(), 0.08);
            ratio(found, What.WARM_UP, measured.warmUpS(), rehearsed.warmUpS(), 0.08);
        }
        ratio(found, What.RISE, measured.risePerHour(), rehearsed.risePerHour(), 0.11);
        ratio(found, What.FALL, measured.fallPerHour(), rehearsed.fallPerHour(), 0.11);
        return found;
    }

    private static void difference(List<Miss> found, What what, double measured, double rehearsed, double fine) {
        found.add(new Miss(what, measured, rehearsed, measured - rehearsed, fine));
    }

    private static void ratio(List<Miss> found, What what, OptionalDouble measured, OptionalDouble rehearsed, double fine) {
        if (measured.isPresent() && rehearsed.isPresent() && measured.getAsDouble() > 0 && rehearsed.getAsDouble() > 0) {
            found.add(new Miss(what, measured.getAsDouble(), rehearsed.getAsDouble(), Math.log(measured.getAsDouble() / rehearsed.getAsDouble()), fine));
        }
    }

    /**
     * How far figures usually are from the rehearsed ones though the box is as planned: by reading and model each for itself, and together by labels, masses and probes that are a
     * little off (the covariance of both).
     */
    private static final class Usual {
        private final List<Miss> planned;
        private final RealMatrix covariance;
        private final DecompositionSolver solver;

        private Usual(List<Miss> planned, RealMatrix covariance) {
            this.planned = planned;
            this.covariance = covariance;
            this.solver = new LUDecomposition(covariance).getSolver();
        }

        static Usual of(List<Miss> planned, List<List<Miss>> about) {
            int n = planned.size();
            RealMatrix covariance = MatrixUtils.createRealMatrix(n, n);
            for (int i = 0; i < n; i++) {
                covariance.setEntry(i, i, planned.get(i).fine * planned.get(i).fine);
            }
            for (List<Miss> each : about) {
                double[] way = planned.stream().mapToDouble(miss -> apart(each, miss.what).orElse(miss.apart) - miss.apart).toArray();
                covariance = covariance.add(MatrixUtils.createRealVector(way).outerProduct(MatrixUtils.createRealVector(way)));
            }
            return new Usual(planned, covariance);
        }

        private static OptionalDouble apart(List<Miss> of, What what) {
            return of.stream().filter(each -> each.what == what).mapToDouble(Miss::apart).findFirst();
        }

        List<Compared> compared() {
            return IntStream.range(0, planned.size()).mapToObj(i -> new Compared(planned.get(i).what, planned.get(i).measured, planned.get(i).rehearsed,
                    Math.abs(planned.get(i).apart) / (TOLERATED * Math.sqrt(covariance.getEntry(i, i))))).toList();
        }

        /** Sum of squares of all of it, each over what is usual; what is not there any more is far off. */
        double misfit(List<Miss> misses) {
            double[] off = planned.stream().mapToDouble(miss -> apart(misses, miss.what).orElse(0)).toArray();
            long missing = planned.stream().filter(miss -> apart(misses, miss.what).isEmpty()).count();
            RealVector vector = MatrixUtils.createRealVector(off);
            return missing * MISSING + vector.dotProduct(solver.solve(vector));
        }

        boolean isLikely(List<Miss> misses) {
            return misses.isEmpty() || misfit(misses) <= new ChiSquaredDistribution(misses.size()).inverseCumulativeProbability(LIKELY);
        }
    }

    private record Tried(double factor, double misfit) {
    }

    private record Explained(Cause cause, Tried tried) {
    }

    /** A plan with one thing other than it is, and by how much that is tried, rising. */
    private record Candidate(Cause cause, double[] tried, DoubleFunction<Setup> with) {
    }

    /** Rehearses the hours of the run on other plans. */
    private static final class Comparer {
        private final int controller;
        private final int loop;
        private final Optional<Drawn> drawn;
        private final Features measured;
        private final double lengthS;
        private final double spacingS;
        private final double roomC;
        private final boolean whole;
        private final double stepOfDisplay;

        private Comparer(int controller, int loop, Optional<Drawn> drawn, Features measured, double lengthS, double spacingS, double roomC, boolean whole, double stepOfDisplay) {
            this.stepOfDisplay = stepOfDisplay;
            this.controller = controller;
            this.loop = loop;
            this.drawn = drawn;
            this.measured = measured;
            this.lengthS = lengthS;
            this.spacingS = spacingS;
            this.roomC = roomC;
            this.whole = whole;
        }

        /** Whether it was begun with everything at the room's temperature, as the rehearsal is. */
        private boolean cold() {
            return whole && Math.abs(measured.startedAt() - roomC) <= COLD_K;
        }

        /** The same hours rehearsed, read as seldom and as roughly as they were. */
        private Played played(Setup setup, double everyS) {
            Trace trace = Rehearsal.run(setup.rig().lookingNoOftenerThan(STEP_S),
                    new Scenario(RoomCurve.constant(roomC), 0, lengthS, STEP_S, Scenario.Start.COLD, List.of(), (int) Math.round(lengthS / STEP_S))).trace();
            Trace.Envelope display = trace.displays().get(controller);
            int count = (int) Math.floor(lengthS / everyS);
            double[] at = new double[count];
            double[] value = new double[count];
            SplittableRandom random = new SplittableRandom(1);
            for (int i = 0; i < count; i++) {
                at[i] = (i + 0.5) * everyS;
                // Three even ones together are as good as a bell, with a deviation of a half.
                double noise = FLICKER * stepOfDisplay * 2 * (random.nextDouble() + random.nextDouble() + random.nextDouble() - 1.5);
                value[i] = Math.rint((display.low()[(int) Math.min(display.low().length - 1.0, at[i] / STEP_S)] + noise) / stepOfDisplay) * stepOfDisplay;
            }
            double onW = loop < 0 ? 0 : setup.chamber().heaters().stream().mapToDouble(Heater::electricalW).sum();
            double share = loop < 0 ? 0 : Arrays.stream(trace.onShares().get(loop)).skip((int) (WARM_SHARE * trace.onShares().get(loop).length)).average().orElse(0);
            return new Played(Features.of(new Samples(at, value)), share * onW, onW);
        }

        /** Of a swing faster than it is read, only the mean can be compared. */
        private List<Miss> compared(Setup setup, boolean humid) {
            List<Miss> all = misses(measured, drawn, played(setup, spacingS), cold(), humid);
            OptionalDouble period = spacingS > STEP_S ? played(setup, STEP_S).features.periodS() : OptionalDouble.empty();
            return period.isPresent() && period.getAsDouble() < Features.LEAST_A_CYCLE * spacingS
                    ? all.stream().filter(each -> each.what() == What.MEAN || each.what() == What.POWER || each.what() == What.ON_POWER).toList() : all;
        }

        /** The same box with one thing a little off as such things usually are; judgements, no source. */
        private List<List<Miss>> aboutAsPlanned(Setup setup, PlannedController read) {
            Chamber chamber = setup.chamber();
            double felt = setup.probes().stream().filter(each -> read.probeIds().contains(each.id())).mapToDouble(each -> each.place().heaterShare()).average().orElse(0);
            List<Setup> about = new ArrayList<>(List.of(setup.with(heaters(chamber, each -> each.withPowerW(0.97 * each.powerW()))),
                    setup.with(chamber.withLossFactor(Math.min(10, 1.06 * chamber.lossFactor()))), setup.with(chamber.with(chamber.contents().timesMass(1.1))),
                    setup.with(heaters(chamber, each -> each.withElement(1.15 * each.elementJK(), each.toAirWK(), each.toContentsWK()))),
                    setup.with(heaters(chamber, each -> each.withElement(each.elementJK(), 1.15 * each.toAirWK(), each.toContentsWK()))), lagging(setup, read, 1.12)));
            if (felt < 0.9 && !chamber.heaters().isEmpty()) {
                about.add(felt(setup, read, felt + 0.01));
            }
            List<List<Miss>> found = new ArrayList<>(about.stream().map(each -> misses(measured, drawn, played(each, spacingS), cold(), false)).toList());
            Comparer warmer = new Comparer(controller, loop, drawn, measured, lengthS, spacingS, roomC + ROOM_OFF_K, whole, stepOfDisplay);
            found.add(misses(measured, drawn, warmer.played(setup, spacingS), cold(), false));
            return found;
        }

        private double misfit(Setup setup, Usual usual) {
            return usual.misfit(misses(measured, drawn, played(setup, spacingS), cold(), false));
        }

        /** What would explain it, the likeliest first, and after it what explains it about as well. */
        private List<Explained> explain(Setup setup, PlannedController read, Usual usual, List<Miss> asPlanned) {
            double now = usual.misfit(asPlanned);
            List<Candidate> candidates = candidates(setup, read);
            Map<Cause, Tried> roughly = new EnumMap<>(Cause.class);
            candidates.forEach(each -> roughly.put(each.cause, roughly(each, usual)));
            List<Explained> found = candidates.stream().sorted(Comparator.comparingDouble(each -> roughly.get(each.cause).misfit)).limit(REFINED_CAUSES)
                    .map(each -> new Explained(each.cause, finely(each, roughly.get(each.cause), usual)))
                    .sorted(Comparator.comparingDouble(each -> each.tried.misfit)).toList();
            double best = found.isEmpty() ? now : found.get(0).tried.misfit;
            if (best > EXPLAINS * now) {
                return List.of();
            }
            double alike = best + Math.max(ALIKE_MISFIT, ALIKE_SHARE * (now - best));
            return found.stream().filter(each -> each.tried.misfit <= alike).toList();
        }

        private Tried roughly(Candidate candidate, Usual usual) {
            Tried best = null;
            for (double each : candidate.tried) {
                double misfit = misfit(candidate.with.apply(each), usual);
                best = best == null || misfit < best.misfit ? new Tried(each, misfit) : best;
            }
            return best;
        }

        /** Nearer and nearer about the best that was tried. */
        private Tried finely(Candidate candidate, Tried from, Usual usual) {
            double[] tried = candidate.tried;
            int at = Arrays.binarySearch(tried, from.factor);
            double step = (tried[Math.min(at + 1, tried.length - 1)] - tried[Math.max(0, at - 1)]) / 2;
            Tried best = from;
            for (int i = 0; i < REFINED; i++) {
                step /= 2;
                for (double near : new double[] {best.factor - step, best.factor + step}) {
                    if (near >= tried[0] && near <= tried[tried.length - 1]) {
                        double misfit = misfit(candidate.with.apply(near), usual);
                        best = misfit < best.misfit ? new Tried(near, misfit) : best;
                    }
                }
            }
            return best;
        }

        private static List<Candidate> candidates(Setup setup, PlannedController read) {
            Chamber chamber = setup.chamber();
            List<Candidate> all = new ArrayList<>();
            double planned = chamber.airChangesPerHour();
            all.add(new Candidate(Cause.LOSES_MORE, new double[] {1, 4, 12, 30, 64}, more -> setup.with(airChanges(chamber, Math.min(200, planned + more)))));
            all.add(new Candidate(Cause.WALLS_LET_MORE, new double[] {1.2, 1.5, 1.9, 2.5, 4},
                    factor -> setup.with(chamber.withLossFactor(Math.min(10, chamber.lossFactor() * factor)))));
            all.add(new Candidate(Cause.LOSES_LESS, new double[] {0.5, 0.7, 0.9},
                    factor -> setup.with(chamber.withLossFactor(Math.max(0.1, chamber.lossFactor() * factor)))));
            if (!chamber.heaters().isEmpty()) {
                all.add(new Candidate(Cause.HEATER_WEAKER, new double[] {0.3, 0.45, 0.6, 0.75, 0.9},
                        factor -> setup.with(heaters(chamber, each -> each.withPowerW(factor * each.powerW())))));
                all.add(new Candidate(Cause.HEATER_STRONGER, new double[] {1.15, 1.5, 2.2},
                        factor -> setup.with(heaters(chamber, each -> each.withPowerW(factor * each.powerW())))));
                double felt = setup.probes().stream().filter(each -> read.probeIds().contains(each.id())).mapToDouble(each -> each.place().heaterShare()).average().orElse(0);
                double[] nearer = DoubleStream.of(0.08, 0.2, 0.35, 0.6).map(more -> felt + more).filter(share -> share <= 0.9).toArray();
                if (nearer.length > 1) {
                    all.add(new Candidate(Cause.PROBE_NEARER, nearer, share -> felt(setup, read, share)));
                }
                if (felt > 0.05) {
                    all.add(new Candidate(Cause.PROBE_FARTHER, new double[] {0, 0.4 * felt, 0.75 * felt}, share -> felt(setup, read, share)));
                }
            }
            return all;
        }

        private static Chamber airChanges(Chamber chamber, double perHour) {
            return new Chamber(chamber.box(), chamber.tank(), perHour, chamber.airMovement(), chamber.contents(), chamber.occupantPlace(), chamber.gradientK(),
                    chamber.appliances(),
                    chamber.room(), chamber.altitudeM(), chamber.lossFactor());
        }

        private static Chamber heaters(Chamber chamber, UnaryOperator<Heater> other) {
            return chamber.with(chamber.appliances().stream().<Appliance>map(each -> each instanceof Heater heater ? other.apply(heater) : each).toList());
        }

        private static Setup lagging(Setup setup, PlannedController read, double factor) {
            return setup.withProbes(setup.probes().stream().map(each -> {
                ProbePlace place = each.place();
                return read.probeIds().contains(each.id()) ? each.with(new ProbePlace(place.heaterShare(), place.byHeater(), place.contentsShare(), place.roomShare(),
                        place.gradientK(), place.ownWarmthK(), place.lightWarmthK(), Math.min(7200, factor * place.lagS()))) : each;
            }).toList());
        }

        /** The probes of a controller with another share of the heaters; what they feel of the rest keeps its proportion. */
        private static Setup felt(Setup setup, PlannedController read, double share) {
            return setup.withProbes(setup.probes().stream().map(each -> read.probeIds().contains(each.id()) ? felt(each, share) : each).toList());
        }

        private static Probe felt(Probe probe, double share) {
            ProbePlace place = probe.place();
            double rest = place.heaterShare() >= 1 ? 0 : (1 - share) / (1 - place.heaterShare());
            return probe.with(new ProbePlace(share, place.byHeater(), place.contentsShare() * rest, place.roomShare() * rest, place.gradientK(), place.ownWarmthK(),
                    place.lightWarmthK(), place.lagS()));
        }
    }
}
