package kilnward.core.rehearsal;

import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import kilnward.core.finding.Require;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.Scenario;

/**
 * A chamber that goes on step by step for as long as somebody wants, in which faults come on and pass while one watches. It is the simulator that rehearses, only
 * without an end: as long as nothing befalls it, it goes to the last bit where a rehearsal of the same scenario goes.
 */
public final class LiveRun {
    private final Scenario sound;
    private Rehearsal rehearsal;
    private long step;

    /**
     * What a probe stands at, without the error of its sensor.
     *
     * @param temperatureC its own temperature (°C)
     * @param air          what its sensors of the air feel, in the model's unit
     */
    public record Felt(String probeId, double temperatureC, Map<Quantity, Double> air) {
        /** What it feels of a quantity, in the model's unit; empty where it reads none of it. */
        public OptionalDouble value(Quantity quantity) {
            return quantity == Quantity.TEMPERATURE ? OptionalDouble.of(temperatureC) : air.containsKey(quantity) ? OptionalDouble.of(air.get(quantity)) : OptionalDouble.empty();
        }
    }

    /**
     * What a controller shows.
     *
     * @param value in its own unit; empty where it shows a code, or nothing
     */
    public record Shown(String controllerId, DisplayUnit unit, OptionalDouble value) {
    }

    /**
     * What an output does.
     *
     * @param level share of the full output, 0 for off
     */
    public record Output(String loopId, double level) {
    }

    /**
     * A chamber at one moment.
     *
     * @param timeS       since the start (s)
     * @param roomC       temperature of the room (°C)
     * @param occupantC   temperature at the occupant (°C)
     * @param air         what the air in it holds, in the model's unit; nothing for a tank
     * @param heldW       electrical power of what draws the same whatever the temperature (W)
     * @param liveJ       electrical energy of everything else since the last fault came or went (J)
     * @param lit         whether it is light
     * @param mains       whether there is mains
     */
    public record Seen(double timeS, double roomC, double occupantC, Map<Quantity, Double> air, List<Felt> probes, List<Shown> displays, List<Output> outputs,
            double heldW, double liveJ, boolean lit, boolean mains) {
        /** What the occupant has of a quantity, in the model's unit; empty where it is not simulated. */
        public OptionalDouble occupant(Quantity quantity) {
            return quantity == Quantity.TEMPERATURE ? OptionalDouble.of(occupantC) : air.containsKey(quantity) ? OptionalDouble.of(air.get(quantity)) : OptionalDouble.empty();
        }
    }

    private LiveRun(Scenario sound, Rehearsal rehearsal) {
        this.sound = sound;
        this.rehearsal = rehearsal;
    }

    /**
     * @param scenario room, hour of the day, step and how it begins; its length and buckets do not matter
     * @throws kilnward.core.finding.RefusedValueException where a controller samples faster than the step
     */
    public static LiveRun begin(Rig rig, Scenario scenario) {
        return new LiveRun(scenario, Rehearsal.begun(rig, scenario));
    }

    /**
     * The same, begun where the occupant is at a temperature that was measured: everything inside is taken to be as far from the room, in
     * proportion, as it stands usually: so it is near to a state that it can be in.
     *
     * @param occupantC temperature at the occupant (°C), -40 to 80
     */
    public static LiveRun begin(Rig rig, Scenario scenario, double occupantC) {
        Require.within("occupantC", occupantC, -40, 80, "°C");
        LiveRun run = begin(rig, scenario);
        run.rehearsal.bringTo(occupantC);
        return run;
    }

    /** Goes on for a while (s), at least one step; at least 1 step, at most a day. */
    public void advance(double seconds) {
        Require.within("seconds", seconds, sound.stepS(), 86_400, "s");
        long to = step + Math.round(seconds / sound.stepS());
        rehearsal.advance(step, to);
        step = to;
    }

    /** Since the start (s). */
    public double timeS() {
        return step * sound.stepS();
    }

    /**
     * What befalls it from now on; what befell it before and is not named here has passed.
     *
     * @param faults each beginning at {@link #timeS()} or later
     */
    public void befall(List<Fault> faults) {
        rehearsal = rehearsal.befallen(sound.with(faults.toArray(Fault[]::new)), timeS());
        rehearsal.advance(step, step);
    }

    /** How it stands now. */
    public Seen seen() {
        return rehearsal.seen(step);
    }
}
