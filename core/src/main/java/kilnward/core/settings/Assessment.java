package kilnward.core.settings;

import java.util.List;
import java.util.OptionalDouble;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import kilnward.core.chamber.Appliance;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.Cooler;
import kilnward.core.chamber.Heater;
import kilnward.core.chamber.OwnThermostat;
import kilnward.core.chamber.SteadyState;
import kilnward.core.control.Loop;
import kilnward.core.finding.Finding;
import kilnward.core.rehearsal.Fault;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.Rehearsed;
import kilnward.core.rehearsal.Rig;
import kilnward.core.rehearsal.RoomCurve;
import kilnward.core.rehearsal.Scenario;
import kilnward.core.settings.judgement.Judgements;

/**
 * A setup rehearsed, laid out on the ladder and judged.
 *
 * @param situation what was found by rehearsing
 * @param findings  what is to be said about it, the most urgent first
 */
public record Assessment(Situation situation, List<Finding> findings) {
    /** The two failures are rehearsed for this long (s) … */
    private static final double FAILURE_S = 72 * 3600;
    /** … in steps of this length (s): their course is slow, and the step is exact … */
    private static final double FAILURE_STEP_S = 10;
    /** … or of this one (s), where a first look is enough: what sounds or harms is then known to the minute. */
    private static final double COARSE_STEP_S = 60;
    /** What was asked for is then rehearsed in steps no shorter than this (s): a probe follows within tens of seconds. */
    private static final double COARSE_RUN_STEP_S = 5;
    private static final int FAILURE_BUCKETS = 864;
    private static final OwnThermostat NEVER_OPENS = new OwnThermostat(120, 119);
    /** An empty box is a shelf and a thermometer … */
    private static final double EMPTY_KG = 0.2;
    private static final double EMPTY_M2 = 0.05;
    /** … for this long (s), or as long as this for a first look. */
    private static final double EMPTY_S = 4 * 3600;
    private static final double COARSE_EMPTY_S = 3600;

    public Assessment {
        findings = List.copyOf(findings);
    }

    /**
     * @param setup    the chamber as planned
     * @param scenario what to drive it through, without faults
     */
    public static Assessment of(Setup setup, Scenario scenario) {
        return of(setup, scenario, false);
    }

    /**
     * @param coarse whether a first look is enough, while somebody is still moving something: longer steps, and the empty box for a
     *               short while
     */
    public static Assessment of(Setup setup, Scenario scenario, boolean coarse) {
        Situation situation = situation(setup, scenario, coarse);
        return new Assessment(situation, Judgements.judge(situation));
    }

    private static Situation situation(Setup setup, Scenario asked, boolean coarse) {
        Scenario scenario = coarse ? asked.withStep(Math.max(COARSE_RUN_STEP_S, asked.stepS())) : asked;
        double stepS = coarse ? COARSE_STEP_S : FAILURE_STEP_S;
        Chamber chamber = setup.chamber();
        Rig rig = setup.rig();
        Rig patient = rig.lookingNoOftenerThan(stepS);
        double coldestC = chamber.room().coldestC();
        Scenario cold = new Scenario(RoomCurve.constant(coldestC), 0, FAILURE_S, stepS, Scenario.Start.COLD, List.of(),
                FAILURE_BUCKETS);
        Scenario cut = new Scenario(RoomCurve.constant(coldestC), 0, FAILURE_S, stepS, Scenario.Start.SETTLED, List.of(),
                FAILURE_BUCKETS).with(new Scenario.PowerCut(0, FAILURE_S));
        // Nothing depends on the order in which these are run, so they are run beside each other.
        Rig looking = rig.lookingNoOftenerThan(scenario.stepS());
        Supplier<Rehearsed> running = begin(() -> Rehearsal.run(looking, scenario));
        Supplier<Rehearsed> stuckOn = begin(() -> Rehearsal.run(withStuckThermostats(patient, setup),
                failure(rig, chamber.room().warmestC(), stepS, loop -> new Fault.RelayStuckOn(loop.id(), 0))));
        Supplier<Rehearsed> dead = begin(() -> Rehearsal.run(patient, failure(rig, coldestC, stepS, loop -> new Fault.RelayStuckOff(loop.id(), 0))));
        Supplier<Rehearsed> fromCold = begin(() -> Rehearsal.run(patient, cold));
        Supplier<Rehearsed> afterCut = begin(() -> Rehearsal.run(patient, cut));
        Supplier<Rehearsed> empty = begin(() -> empty(setup, scenario, coarse ? COARSE_EMPTY_S : EMPTY_S));
        SteadyState steady = SteadyState.resting(chamber, setup::isControlled);
        // A backup, or a cooler that goes on working, caps what the balance alone would reach.
        boolean capped = chamber.heaters().stream().anyMatch(heater -> heater.ownThermostat().isPresent())
                || !chamber.of(Cooler.class).isEmpty() || setup.controllers().stream().anyMatch(PlannedController::isCutOut);
        double balanceC = steady.occupantC(chamber.room().warmestC(), 1, 0);
        double stuckOnEndC = capped ? Math.min(balanceC, stuckOn.get().metrics().occupant().highest()) : balanceC;
        double deadEndC = steady.occupantC(coldestC, 0, 0);
        Sizing.Runs runs = new Sizing.Runs(running.get(), empty.get(), fromCold.get(), afterCut.get());
        return new Situation(setup, rig, running.get(), stuckOn.get(), dead.get(), stuckOnEndC, deadEndC, steady,
                Ladder.of(setup, rig, running.get(), stuckOn.get(), dead.get(), stuckOnEndC, deadEndC),
                Sizing.of(chamber, setup.needs(), steady, runs, leadingLoop(setup)),
                steady.balance(setup.needs().keep().middleC(), coldestC), Loads.of(setup, running.get()), coarse);
    }

    /** Begins to work something out beside the caller; what is refused there is refused where the result is asked for. */
    private static <T> Supplier<T> begin(Supplier<T> work) {
        CompletableFuture<T> begun = CompletableFuture.supplyAsync(work);
        return () -> {
            try {
                return begun.join();
            } catch (CompletionException failed) {
                throw failed.getCause() instanceof RuntimeException cause ? cause : failed;
            }
        };
    }

    /** A heater that only its own thermostat governs gets stuck where that one sticks. */
    private static Rig withStuckThermostats(Rig rig, Setup setup) {
        Chamber chamber = rig.chamber();
        List<Appliance> stuck = chamber.appliances().stream().map(each -> each instanceof Heater heater
                && heater.ownThermostat().isPresent() && !setup.isControlled(heater.id()) ? heater.with(NEVER_OPENS) : each).toList();
        return new Rig(chamber.with(stuck), rig.needs(), rig.probes(), rig.controllers());
    }

    /** The first loop on temperature. */
    private static OptionalDouble leadingLoop(Setup setup) {
        return IntStream.range(0, setup.controllers().size()).filter(i -> !setup.controllers().get(i).readsHumidity() && !setup.controllers().get(i).isCutOut())
                .mapToObj(i -> OptionalDouble.of(setup.firstLoop(i))).findFirst().orElse(OptionalDouble.empty());
    }

    /** A few hours of the same with next to nothing inside: how it cycles before anything living goes in. */
    private static Rehearsed empty(Setup setup, Scenario scenario, double lengthS) {
        Contents full = setup.chamber().contents();
        Contents next = Contents.dry(Math.min(EMPTY_KG, full.massKg()), full.specificHeatJkgK(),
                Math.min(EMPTY_M2, full.surfaceM2()), 0);
        Setup empty = new Setup(setup.chamber().with(next), setup.needs(), setup.probes(), setup.controllers(), setup.power());
        return Rehearsal.run(empty.rig().lookingNoOftenerThan(scenario.stepS()), new Scenario(scenario.room(), scenario.startHour(),
                Math.min(lengthS, scenario.durationS()), scenario.stepS(), Scenario.Start.SETTLED, List.of(), 1));
    }

    private static Scenario failure(Rig rig, double roomC, double stepS, java.util.function.Function<Loop, Fault> fault) {
        // Only heaters get stuck here: a cooler stuck on is another story, and its own fault.
        List<Fault> faults = rig.controllers().stream().flatMap(controller -> controller.loops().stream())
                .filter(loop -> !loop.cutOut() && rig.chamber().heaters().stream().anyMatch(heater -> loop.applianceIds().contains(heater.id())))
                .map(fault).toList();
        return new Scenario(RoomCurve.constant(roomC), 0, FAILURE_S, stepS, Scenario.Start.SETTLED, faults,
                FAILURE_BUCKETS);
    }
}
