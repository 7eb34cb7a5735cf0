package kilnward.core.judgement.situation;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.chamber.model.HeatBalance;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.control.Direction;
import kilnward.core.device.Translation;
import kilnward.core.ladder.Ladder;
import kilnward.core.load.LoadCheck;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.setup.Aim;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;
import kilnward.core.setup.Sizing;

/**
 * Everything a judgement may look at.
 *
 * @param setup       the chamber as planned
 * @param rig         the same as the simulator takes it
 * @param running     the rehearsal that was asked for, without a fault
 * @param daily       the same as it runs day by day: what was asked for, or, where that began cold or with a fault, the same hours of a sound chamber that
 *                    has settled. A warm-up is judged as a warm-up
 * @param stuckOn     the same chamber in its warmest room with everything stuck on that warms; where nothing does, with everything dead that cools
 * @param dead        the same chamber in its coldest room with everything dead that warms; where nothing does, with everything stuck on that cools
 * @param stuckOnEndC where the occupant ends with every heater stuck on in the warmest room (°C)
 * @param deadEndC    where the occupant ends with every heater dead in the coldest room (°C)
 * @param steady      the chamber's steady states with nothing running that a controller switches
 * @param ladder      the ladder
 * @param sizing      how big a heater it asks for, how fast it moves
 * @param balance     where its heat comes from and goes to in the coldest room
 * @param loads       what its outlets carry; empty where no supply is known
 * @param firstLook   whether somebody is still moving something, so that nothing is tried out for a remedy
 */
public record Situation(Setup setup, Rig rig, Rehearsed running, Rehearsed daily, Rehearsed stuckOn, Rehearsed dead, double stuckOnEndC,
        double deadEndC, SteadyState steady, Ladder ladder, Sizing sizing, HeatBalance balance,
        Optional<LoadCheck> loads, boolean firstLook) {
    /** The same on another day of what lives there: what fails is rehearsed on its worst day anyway. */
    public Situation on(Setup then, Rehearsed itsDay) {
        Rig itsRig = then.rig();
        return new Situation(then, itsRig, itsDay, itsDay, stuckOn, dead, stuckOnEndC, deadEndC, steady, Ladder.of(then, itsRig, itsDay, stuckOn, dead, stuckOnEndC, deadEndC),
                sizing, balance, loads, firstLook);
    }

    /** Positions of the controllers that govern the occupant's temperature. */
    public int[] onTemperature() {
        return governing(Aim.OCCUPANT);
    }

    /** Positions of the controllers that govern one thing. */
    public int[] governing(Aim aim) {
        return IntStream.range(0, setup.controllers().size()).filter(i -> aim(i) == aim && !setup.controllers().get(i).isCutOut()).toArray();
    }

    /** What a controller governs. */
    public Aim aim(int i) {
        return setup.aim(controller(i));
    }

    /** A controller by its position. */
    public PlannedController controller(int i) {
        return setup.controllers().get(i);
    }

    /** The unit that a controller shows. */
    public DisplayUnit unit(int i) {
        return controller(i).settings().unit(controller(i).profile());
    }

    /** Occupant less display of a controller (K or points). */
    public double placement(int i) {
        return ladder.placementK().get(i);
    }

    /** The lowest and highest level at which a controller acts by day, as it shows them (°C or %RH). */
    public double[] acts(int i) {
        double[] acts = Translation.extent(controller(i).profile(), controller(i).settings(), setup.wanted(controller(i)));
        return new double[] {unit(i).toModel(acts[0]), unit(i).toModel(acts[1])};
    }

    /** Which way an output of a controller is keyed to move what it reads. */
    public Direction direction(int i, int loop) {
        return Translation.direction(controller(i).profile(), controller(i).settings(), loop, setup.wanted(controller(i)));
    }

    /** What a controller's display does day by day (°C or %RH). */
    public Metrics.Level display(int i) {
        return daily.metrics().displays().get(i);
    }

    /** How an output of a controller works day by day. */
    public Metrics.Switching switching(int i, int loop) {
        return daily.metrics().loops().get(setup.firstLoop(i) + loop);
    }

    /** What it is like day by day where something is aimed at; empty where that is not rehearsed. */
    public Optional<Metrics.Level> there(Aim aim) {
        return aim.there(daily.metrics());
    }

    /** The lower and the upper end of what is wanted; empty where nothing is. */
    public Optional<double[]> wanted(Aim aim) {
        return aim.wanted(setup.needs());
    }

    /** Positions, among the loops of all controllers, of outputs whose appliances do something; what only cuts out is none. */
    public IntStream outputs(Predicate<Effect> does) {
        return IntStream.range(0, setup.controllers().size()).flatMap(i -> {
            List<PlannedController.PlannedLoop> loops = controller(i).loops();
            return IntStream.range(0, loops.size()).filter(loop -> !loops.get(loop).cutOut() && setup.effects(loops.get(loop)).stream().anyMatch(does))
                    .map(loop -> setup.firstLoop(i) + loop);
        });
    }

    /** The greatest share of the time that an output runs whose appliances do what is asked for; empty where none is controlled. */
    public OptionalDouble dutyShare(Predicate<Effect> does) {
        return outputs(does).mapToDouble(output -> daily.metrics().loops().get(output).dutyShare()).max();
    }
}
