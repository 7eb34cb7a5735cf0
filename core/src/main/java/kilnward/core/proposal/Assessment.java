package kilnward.core.proposal;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.Lamp;
import kilnward.core.chamber.appliance.OwnThermostat;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.device.Parameter;
import kilnward.core.device.Translation;
import kilnward.core.finding.Finding;
import kilnward.core.judgement.Causes;
import kilnward.core.judgement.Judgements;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.ladder.Ladder;
import kilnward.core.life.Metabolism;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.RelayStuckOff;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.LivingDay;
import kilnward.core.setup.Loads;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;
import kilnward.core.setup.Sizing;

/**
 * A setup rehearsed, laid out on the ladder and judged.
 *
 * @param situation what was found by rehearsing
 * @param findings  what is to be said about it: causes with their symptoms, the most urgent first, each remedy proven
 * @param plain     every finding by itself, before causes and symptoms were told apart and anything was tried
 */
public record Assessment(Situation situation, List<Finding> findings, List<Finding> plain) {
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
        plain = List.copyOf(plain);
    }

    /**
     * @param setup    the chamber as planned
     * @param scenario what to drive it through; what is said of it is said of the same hours of an ordinary day
     */
    public static Assessment of(Setup setup, Scenario scenario) {
        return of(setup, scenario, false, Workers.ALONE);
    }

    /**
     * @param coarse whether a first look is enough, while somebody is still moving something: longer steps, and the empty box for a
     *               short while
     * @param workers who rehearses; what is found does not depend on them
     */
    public static Assessment of(Setup setup, Scenario scenario, boolean coarse, Workers workers) {
        Days days = days(setup, scenario, coarse, workers);
        Situation situation = days.asked();
        List<Finding> plain = Judgements.plain(situation, days.others());
        List<Finding> causes = Causes.first(plain, situation);
        return new Assessment(situation, Judgements.told(causes.stream().map(cause -> Proof.proven(cause, plain, setup, scenario.everyDay(), coarse, workers)).toList()), plain);
    }

    /** The same without trying anything for a remedy: what a change would lead to. */
    public static Assessment untried(Setup setup, Scenario scenario, boolean coarse, Workers workers) {
        Days days = days(setup, scenario, coarse, workers);
        return new Assessment(days.asked(), List.of(), Judgements.plain(days.asked(), days.others()));
    }

    /** The day that was asked for, and the other days on which it is judged too. */
    private record Days(Situation asked, Map<LivingDay, Situation> others) {
    }

    private static Days days(Setup setup, Scenario asked, boolean coarse, Workers workers) {
        Scenario scenario = coarse ? asked.withStep(Math.max(COARSE_RUN_STEP_S, asked.stepS())) : asked;
        double stepS = coarse ? COARSE_STEP_S : FAILURE_STEP_S;
        Chamber chamber = setup.chamber();
        Rig rig = setup.rig();
        Rig warmest = setup.warmest().rig().lookingNoOftenerThan(stepS);
        Rig coolest = setup.coolest().rig().lookingNoOftenerThan(stepS);
        double coldestC = chamber.room().coldestC();
        Scenario cold = new Scenario(RoomCurve.constant(coldestC), 0, FAILURE_S, stepS, Scenario.Start.COLD, List.of(),
                FAILURE_BUCKETS);
        // Nothing depends on the order in which these are run, so they are run beside each other.
        Rig looking = rig.lookingNoOftenerThan(scenario.stepS());
        boolean everyDay = scenario.start() == Scenario.Start.SETTLED && scenario.faults().isEmpty();
        Supplier<Rehearsed> running = workers.begin(() -> Rehearsal.run(looking, scenario));
        Supplier<Rehearsed> daily = everyDay ? running : workers.begin(() -> Rehearsal.run(looking, scenario.everyDay()));
        Supplier<Rehearsed> stuckOn = workers.begin(() -> Rehearsal.run(withStuckThermostats(warmest, setup), failure(setup, chamber.room().warmestC(), stepS, true)));
        Supplier<Rehearsed> dead = workers.begin(() -> Rehearsal.run(coolest, failure(setup, coldestC, stepS, false)));
        Supplier<Rehearsed> fromCold = workers.begin(() -> Rehearsal.run(coolest, cold));
        Supplier<Rehearsed> coldCut = workers.begin(() -> Rehearsal.run(coolest, cut(coldestC, stepS)));
        Supplier<Rehearsed> warmCut = workers.begin(() -> Rehearsal.run(warmest, cut(chamber.room().warmestC(), stepS)));
        Supplier<Rehearsed> empty = workers.begin(() -> empty(setup, scenario, coarse ? COARSE_EMPTY_S : EMPTY_S));
        Map<LivingDay, Supplier<Rehearsed>> other = new LinkedHashMap<>();
        for (LivingDay day : setup.days()) {
            Rig then = setup.with(day.living()).rig().lookingNoOftenerThan(scenario.stepS());
            other.put(day, workers.begin(() -> Rehearsal.run(then, scenario.everyDay())));
        }
        SteadyState steady = SteadyState.resting(chamber, setup::isControlled);
        // Nobody counts on the warmth of what is to be kept warm.
        SteadyState bare = SteadyState.resting(setup.with(Metabolism.NONE).chamber(), setup::isControlled);
        SteadyState most = SteadyState.resting(setup.warmest().chamber(), setup::isControlled);
        boolean alone = nothingActsBeside(setup);
        double stuckOnEndC = alone ? most.occupantC(chamber.room().warmestC(), 1, 0) : stuckOn.get().metrics().occupant().highest();
        double deadEndC = alone ? SteadyState.resting(setup.coolest().chamber(), setup::isControlled).occupantC(coldestC, 0, 0) : dead.get().metrics().occupant().lowest();
        Sizing.Runs runs = new Sizing.Runs(daily.get(), empty.get(), fromCold.get(), coldCut.get(), warmCut.get());
        Situation situation = new Situation(setup, rig, running.get(), daily.get(), stuckOn.get(), dead.get(), stuckOnEndC, deadEndC, steady,
                Ladder.of(setup, rig, daily.get(), stuckOn.get(), dead.get(), stuckOnEndC, deadEndC), Sizing.of(setup, bare, most, runs, leadingLoop(setup)),
                steady.balance(setup.needs().keep().middleC(), coldestC), Loads.of(setup, daily.get()), coarse);
        Map<LivingDay, Situation> others = new LinkedHashMap<>();
        other.forEach((day, run) -> others.put(day, situation.on(setup.with(day.living()), run.get())));
        return new Days(situation, others);
    }

    /**
     * Whether a heater stuck on is alone with the room. Then it ends at the root of the balance, which three days of a heavy box do not reach; wherever
     * something else cools, airs, cuts out or shines on it, the rehearsed failure itself says where it ends, and there is no second answer.
     */
    private static boolean nothingActsBeside(Setup setup) {
        Chamber chamber = setup.chamber();
        boolean backed = chamber.heaters().stream().anyMatch(heater -> heater.ownThermostat().isPresent());
        boolean others = chamber.appliances().stream().anyMatch(each -> each instanceof Cooler || each instanceof Lamp
                || setup.isControlled(each.id()) && !(each instanceof Heater));
        boolean opens = setup.controllers().stream().anyMatch(each -> each.isCutOut() || Translation.isChosen(each.settings(), Parameter.HIGH_ALARM_OPENS));
        return !backed && !others && !opens && chamber.room().sun().isEmpty();
    }

    private static Scenario cut(double roomC, double stepS) {
        return new Scenario(RoomCurve.constant(roomC), 0, FAILURE_S, stepS, Scenario.Start.SETTLED, List.of(), FAILURE_BUCKETS)
                .with(new Scenario.PowerCut(0, FAILURE_S));
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
        return IntStream.range(0, setup.controllers().size()).filter(i -> setup.controllers().get(i).readsTemperature() && !setup.controllers().get(i).isCutOut())
                .mapToObj(i -> OptionalDouble.of(setup.firstLoop(i))).findFirst().orElse(OptionalDouble.empty());
    }

    /** A few hours of the same with next to nothing inside: how it cycles before anything living goes in. */
    private static Rehearsed empty(Setup setup, Scenario scenario, double lengthS) {
        Contents full = setup.chamber().contents();
        Contents next = Contents.dry(Math.min(EMPTY_KG, full.massKg()), full.specificHeatJkgK(),
                Math.min(EMPTY_M2, full.surfaceM2()), 0);
        Setup empty = setup.with(setup.chamber().with(next));
        return Rehearsal.run(empty.rig().lookingNoOftenerThan(scenario.stepS()), new Scenario(scenario.room(), scenario.startHour(),
                Math.min(lengthS, scenario.durationS()), scenario.stepS(), Scenario.Start.SETTLED, List.of(), 1));
    }

    /** Towards heat, what warms sticks on, or, where nothing does, what cools is dead; towards cold the other way round. */
    private static Scenario failure(Setup setup, double roomC, double stepS, boolean towardsHeat) {
        List<PlannedController.PlannedLoop> governing = setup.controllers().stream().filter(each -> each.readsTemperature()).flatMap(each -> each.loops().stream())
                .filter(loop -> !loop.cutOut()).toList();
        List<PlannedController.PlannedLoop> warming = governing.stream().filter(loop -> setup.effects(loop).contains(Effect.WARMS)).toList();
        boolean warms = !setup.chamber().heaters().isEmpty();
        List<PlannedController.PlannedLoop> failing = warms ? warming : governing.stream().filter(loop -> setup.effects(loop).contains(Effect.COOLS)).toList();
        List<Fault> faults = failing.stream().map(loop -> warms == towardsHeat ? (Fault) new RelayStuckOn(loop.id(), 0) : new RelayStuckOff(loop.id(), 0)).toList();
        return new Scenario(RoomCurve.constant(roomC), 0, FAILURE_S, stepS, Scenario.Start.SETTLED, faults, FAILURE_BUCKETS);
    }
}
