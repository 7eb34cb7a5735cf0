package kilnward.core.proving;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.SplittableRandom;
import java.util.function.DoubleFunction;
import java.util.stream.DoubleStream;
import kilnward.core.chamber.Appliance;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Heater;
import kilnward.core.finding.Require;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.RoomCurve;
import kilnward.core.rehearsal.Scenario;
import kilnward.core.rehearsal.Trace;
import kilnward.core.series.Samples;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/**
 * Judges a real run of a box by the rehearsal of the same hours.
 *
 * @param state       what came of it
 * @param steadySinceS since when it goes on alike (s since it began); empty where it does not yet
 * @param comparisons what was compared, measured against rehearsed
 * @param untold      what the readings are too few for, or the run was not begun for
 * @param cause       what in the plan would explain what was measured; empty where nothing has to be explained or nothing alone would
 * @param factor      by how much, as the cause says; empty with it
 */
public record ProvingRun(State state, OptionalDouble steadySinceS, List<Compared> comparisons, List<What> untold, Optional<Cause> cause, OptionalDouble factor) {
    private static final int LEAST_READINGS = 10;
    private static final double LONGEST_S = 24 * 3600;
    private static final double COLD_K = 2;
    /** What has to be left of the misfit for a cause to explain it, and how well the worst of it must fit. */
    private static final double EXPLAINS = 0.4;
    private static final int REFINED = 4;
    private static final int REFINED_CAUSES = 2;
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
        FALL
    }

    /** What in the plan may be other than it is. */
    public enum Cause {
        /** It loses more heat: a lid or seal that leaks, walls that let more through; factor: air changes an hour more than planned. */
        LOSES_MORE,
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
     * @param misfit    how far they are apart over what reading alone makes of it, by which plans are fitted
     */
    public record Compared(What what, double measured, double rehearsed, double off, double misfit) {
        /** Whether they are near enough. */
        public boolean alike() {
            return off <= 1;
        }
    }

    public ProvingRun {
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
        Require.within("roomC", roomC, -50, 60, "°C");
        int index = setup.controllers().indexOf(setup.controller(controllerId));
        Samples samples = read.count() == 0 ? read : read.afterLastHole();
        if (samples.count() < LEAST_READINGS) {
            return new ProvingRun(State.CANNOT_TELL, OptionalDouble.empty(), List.of(), List.of(What.values()), Optional.empty(), OptionalDouble.empty());
        }
        // After a hole nobody knows how long it had been on.
        boolean whole = samples == read || samples.count() == read.count();
        Features measured = Features.of(samples);
        double lengthS = Math.max(1.25 * Features.STEADY_AT_LEAST_S,
                Math.min(LONGEST_S, measured.steadySinceS().orElse(samples.lastS()) - samples.atS()[0] + Features.STEADY_AT_LEAST_S));
        Comparer comparer = new Comparer(index, measured, lengthS, Math.max(STEP_S, samples.spacingS()), roomC, whole,
                setup.controllers().get(index).profile().resolution() * (setup.controllers().get(index).profile().unit() == DisplayUnit.F ? 1 / 1.8 : 1));
        List<Compared> compared = comparer.compared(setup, setup.controllers().get(index).readsHumidity());
        List<What> untold = Arrays.stream(What.values()).filter(what -> compared.stream().noneMatch(each -> each.what() == what)).toList();
        if (!measured.steadyLongEnough(samples.lastS())) {
            return new ProvingRun(State.NOT_YET, measured.steadySinceS(), compared, untold, Optional.empty(), OptionalDouble.empty());
        }
        if (compared.stream().allMatch(Compared::alike)) {
            return new ProvingRun(State.PASSED, measured.steadySinceS(), compared, untold, Optional.empty(), OptionalDouble.empty());
        }
        Optional<Explained> best = setup.controllers().get(index).readsHumidity() ? Optional.empty() : comparer.explain(setup, setup.controllers().get(index), compared);
        return new ProvingRun(State.FAILED, measured.steadySinceS(), compared, untold, best.map(Explained::cause),
                best.map(each -> OptionalDouble.of(each.tried.factor)).orElse(OptionalDouble.empty()));
    }

    private static List<Compared> compare(Features measured, Features rehearsed, boolean cold, boolean humid) {
        List<Compared> found = new ArrayList<>();
        double point = humid ? 10 : 1;
        found.add(difference(What.MEAN, measured.mean(), rehearsed.mean(), Math.max(0.16 * point, 0.2 * rehearsed.swing()), 0.04 * point));
        found.add(difference(What.SWING, measured.swing(), rehearsed.swing(), Math.max(0.3 * point, 0.5 * rehearsed.swing()), 0.1 * point));
        ratio(found, What.PERIOD, measured.periodS(), rehearsed.periodS(), 1.2, 1.04);
        if (measured.riseShare().isPresent() && rehearsed.riseShare().isPresent()) {
            found.add(difference(What.DUTY, measured.riseShare().getAsDouble(), rehearsed.riseShare().getAsDouble(), 0.1, 0.03));
        }
        if (cold) {
            ratio(found, What.HALF_WAY, measured.halfWayS(), rehearsed.halfWayS(), 1.25, 1.07);
            ratio(found, What.WARM_UP, measured.warmUpS(), rehearsed.warmUpS(), 1.22, 1.06);
        }
        ratio(found, What.RISE, measured.risePerHour(), rehearsed.risePerHour(), 1.4, 1.1);
        ratio(found, What.FALL, measured.fallPerHour(), rehearsed.fallPerHour(), 1.4, 1.1);
        return found;
    }

    private static Compared difference(What what, double measured, double rehearsed, double tolerated, double fine) {
        return new Compared(what, measured, rehearsed, Math.abs(measured - rehearsed) / tolerated, Math.abs(measured - rehearsed) / fine);
    }

    private static void ratio(List<Compared> found, What what, OptionalDouble measured, OptionalDouble rehearsed, double tolerated, double fine) {
        if (measured.isPresent() && rehearsed.isPresent() && measured.getAsDouble() > 0 && rehearsed.getAsDouble() > 0) {
            double apart = Math.abs(Math.log(measured.getAsDouble() / rehearsed.getAsDouble()));
            found.add(new Compared(what, measured.getAsDouble(), rehearsed.getAsDouble(), apart / Math.log(tolerated), apart / Math.log(fine)));
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
        private final Features measured;
        private final double lengthS;
        private final double spacingS;
        private final double roomC;
        private final boolean whole;
        private final double stepOfDisplay;

        private Comparer(int controller, Features measured, double lengthS, double spacingS, double roomC, boolean whole, double stepOfDisplay) {
            this.stepOfDisplay = stepOfDisplay;
            this.controller = controller;
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
        private Features features(Setup setup, double everyS) {
            Trace.Envelope display = Rehearsal.run(setup.rig().lookingNoOftenerThan(STEP_S),
                    new Scenario(RoomCurve.constant(roomC), 0, lengthS, STEP_S, Scenario.Start.COLD, List.of(), (int) Math.round(lengthS / STEP_S))).trace().displays()
                    .get(controller);
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
            return Features.of(new Samples(at, value));
        }

        /** Of a swing faster than it is read, only the mean can be compared. */
        private List<Compared> compared(Setup setup, boolean humid) {
            List<Compared> all = compare(measured, features(setup, spacingS), cold(), humid);
            OptionalDouble period = spacingS > STEP_S ? features(setup, STEP_S).periodS() : OptionalDouble.empty();
            return period.isPresent() && period.getAsDouble() < Features.LEAST_A_CYCLE * spacingS ? all.stream().filter(each -> each.what() == What.MEAN).toList() : all;
        }

        private double misfit(Setup setup) {
            List<Compared> compared = compare(measured, features(setup, spacingS), cold(), false);
            // One that no longer swings as it was seen to is far off, however well the rest fits.
            double missing = measured.periodS().isPresent() && compared.stream().noneMatch(each -> each.what() == What.PERIOD) ? 400 : 0;
            return missing + compared.stream().mapToDouble(each -> each.misfit() * each.misfit()).sum();
        }

        private Optional<Explained> explain(Setup setup, PlannedController read, List<Compared> asPlanned) {
            double now = asPlanned.stream().mapToDouble(each -> each.misfit() * each.misfit()).sum();
            List<Candidate> candidates = candidates(setup, read);
            Map<Cause, Tried> roughly = new EnumMap<>(Cause.class);
            candidates.forEach(each -> roughly.put(each.cause, roughly(each)));
            return candidates.stream().sorted(Comparator.comparingDouble(each -> roughly.get(each.cause).misfit)).limit(REFINED_CAUSES)
                    .map(each -> new Explained(each.cause, finely(each, roughly.get(each.cause)))).min(Comparator.comparingDouble(each -> each.tried.misfit))
                    .filter(each -> each.tried.misfit <= EXPLAINS * now);
        }

        private Tried roughly(Candidate candidate) {
            Tried best = null;
            for (double each : candidate.tried) {
                double misfit = misfit(candidate.with.apply(each));
                best = best == null || misfit < best.misfit ? new Tried(each, misfit) : best;
            }
            return best;
        }

        /** Nearer and nearer about the best that was tried. */
        private Tried finely(Candidate candidate, Tried from) {
            double[] tried = candidate.tried;
            int at = Arrays.binarySearch(tried, from.factor);
            double step = (tried[Math.min(at + 1, tried.length - 1)] - tried[Math.max(0, at - 1)]) / 2;
            Tried best = from;
            for (int i = 0; i < REFINED; i++) {
                step /= 2;
                for (double near : new double[] {best.factor - step, best.factor + step}) {
                    if (near >= tried[0] && near <= tried[tried.length - 1]) {
                        double misfit = misfit(candidate.with.apply(near));
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
            all.add(new Candidate(Cause.LOSES_LESS, new double[] {0.5, 0.7, 0.9},
                    factor -> setup.with(chamber.withLossFactor(Math.max(0.1, chamber.lossFactor() * factor)))));
            if (!chamber.heaters().isEmpty()) {
                all.add(new Candidate(Cause.HEATER_WEAKER, new double[] {0.3, 0.45, 0.6, 0.75, 0.9}, factor -> setup.with(heaters(chamber, factor))));
                all.add(new Candidate(Cause.HEATER_STRONGER, new double[] {1.15, 1.5, 2.2}, factor -> setup.with(heaters(chamber, factor))));
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

        private static Chamber heaters(Chamber chamber, double factor) {
            return chamber.with(chamber.appliances().stream().<Appliance>map(each -> each instanceof Heater heater
                    ? heater.withPowerW(heater.powerW() * factor)
                    : each).toList());
        }

        /** The probes of a controller with another share of the heaters; what they feel of the rest keeps its proportion. */
        private static Setup felt(Setup setup, PlannedController read, double share) {
            return setup.withProbes(setup.probes().stream().map(each -> read.probeIds().contains(each.id()) ? felt(each, share) : each).toList());
        }

        private static Probe felt(Probe probe, double share) {
            ProbePlace place = probe.place();
            double rest = place.heaterShare() >= 1 ? 0 : (1 - share) / (1 - place.heaterShare());
            return new Probe(probe.id(), new ProbePlace(share, place.byHeater(), place.contentsShare() * rest, place.roomShare() * rest, place.gradientK(), place.ownWarmthK(),
                    place.lightWarmthK(), place.lagS()), probe.sensorErrorK(), probe.driftKPerDay(), probe.pollingKs(), probe.humidity());
        }
    }
}
