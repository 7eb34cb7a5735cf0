package kilnward.core.rehearsal;

import java.util.List;
import java.util.Set;
import java.util.function.DoubleSupplier;
import kilnward.core.chamber.Appliance;
import kilnward.core.control.Controller;
import kilnward.core.control.Loop;
import kilnward.core.finding.Require;
import kilnward.core.probe.Probe;

/**
 * A single fault: it replaces parts of the chain from some moment on, or what lies around the chamber, and nothing else. A closed
 * family, one record a member; each overrides the one part that it spoils.
 */
public sealed interface Fault {
    /** What happened, as it is told to people. */
    enum Kind {
        RELAY_STUCK_ON, RELAY_STUCK_OFF, LEFT_ON_BY_HAND, LEFT_OFF_BY_HAND, APPLIANCE_DEAD, OWN_THERMOSTAT_STUCK, PROBE_FALLEN_OUT, PROBE_ON_HEATER,
        PROBE_ABOVE_WATER, TOP_UP_FAILED, PROBE_DRIFTED, PROBE_UNPLUGGED, PROBE_SHORTED, WRONG_UNIT, WRONG_DIRECTION, NOT_SAVED, LIMITS_MISTAKEN,
        KNOB_MOVED, LINK_LOST, CONTROLLER_OVERHEATED, VENT_JAMMED, ALARM_MUTED, POWER_CUT, NO_RESTART, LID_LEFT_OPEN, COLD_SNAP, HEAT_WAVE
    }

    /** What happened. */
    Kind kind();

    /** From when on, since the start (s). */
    double fromS();

    /** Until when, since the start (s); infinite for what does not pass by itself. */
    default double untilS() {
        return Double.POSITIVE_INFINITY;
    }

    /** Id of what it befalls: a loop, an appliance, a probe or a controller; empty for the surroundings. */
    String subject();

    /** The sensor of a probe with the fault in it; {@code humidity} is whether its humidity is read. */
    default Chain.Sensor sensor(Probe probe, boolean humidity, Chain.Sensor sound, Chain.Around around) {
        return sound;
    }

    /** What is in force in a controller from that moment on. */
    default Controller settings(Controller sound) {
        return sound;
    }

    /** The relay of a loop with the fault in it. */
    default Chain.Relay relay(Controller controller, Loop loop, Chain.Relay sound) {
        return sound;
    }

    /** Whether an appliance does nothing from that moment on. */
    default boolean stops(Appliance appliance) {
        return false;
    }

    /** Whether an appliance's own thermostat lets everything through from that moment on. */
    default boolean bridges(Appliance appliance) {
        return false;
    }

    /** Whether nobody hears a controller's alarm from that moment on. */
    default boolean silences(Controller controller) {
        return false;
    }

    /** Whether anybody who looks sees it from the first moment on, whatever displays show. */
    default boolean showsAtOnce() {
        return false;
    }

    /** What the chamber is driven through, with the fault in it. */
    default Scenario around(Scenario sound) {
        return sound;
    }

    /** The fault that does just the same to the chamber, by another name; itself where there is none. */
    default Fault same() {
        return this;
    }

    /** The same fault of a chamber without second layers: it must not bring them back. */
    default Fault withoutLayers() {
        return this;
    }

    private static void check(String subject, double fromS) {
        Require.named("subject", subject);
        Require.within("fromS", fromS, 0, Scenario.LONGEST_S, "s");
    }

    /**
     * A relay whose contact has welded, or a thermostat that sticks: current flows whatever is commanded.
     *
     * @param subject the loop
     */
    record RelayStuckOn(String subject, double fromS) implements Fault {
        public RelayStuckOn {
            check(subject, fromS);
        }

        @Override
        public Kind kind() {
            return Kind.RELAY_STUCK_ON;
        }

        @Override
        public Chain.Relay relay(Controller controller, Loop loop, Chain.Relay sound) {
            return loop.id().equals(subject) ? new Forced(sound, fromS, Double.POSITIVE_INFINITY, true) : sound;
        }
    }

    /**
     * A relay that no longer closes: no current flows whatever is commanded.
     *
     * @param subject the loop
     */
    record RelayStuckOff(String subject, double fromS) implements Fault {
        public RelayStuckOff {
            check(subject, fromS);
        }

        @Override
        public Kind kind() {
            return Kind.RELAY_STUCK_OFF;
        }

        @Override
        public Chain.Relay relay(Controller controller, Loop loop, Chain.Relay sound) {
            return loop.id().equals(subject) ? new Forced(sound, fromS, Double.POSITIVE_INFINITY, false) : sound;
        }
    }

    /**
     * An output somebody left switched by hand.
     *
     * @param subject the loop
     * @param on      whether it was left on
     */
    record LeftInManual(String subject, boolean on, double fromS) implements Fault {
        public LeftInManual {
            check(subject, fromS);
        }

        @Override
        public Kind kind() {
            return on ? Kind.LEFT_ON_BY_HAND : Kind.LEFT_OFF_BY_HAND;
        }

        @Override
        public Chain.Relay relay(Controller controller, Loop loop, Chain.Relay sound) {
            return loop.id().equals(subject) ? new Forced(sound, fromS, Double.POSITIVE_INFINITY, on) : sound;
        }

        @Override
        public Fault same() {
            return on ? new RelayStuckOn(subject, fromS) : new RelayStuckOff(subject, fromS);
        }
    }

    /**
     * An appliance that does nothing any more: a burnt-out heater, one of several, a fan that stands, a dry humidifier.
     *
     * @param subject the appliance
     */
    record ApplianceDead(String subject, double fromS) implements Fault {
        public ApplianceDead {
            check(subject, fromS);
        }

        @Override
        public Kind kind() {
            return Kind.APPLIANCE_DEAD;
        }

        @Override
        public boolean stops(Appliance appliance) {
            return appliance.id().equals(subject);
        }
    }

    /**
     * An appliance's own thermostat whose contact has welded.
     *
     * @param subject the appliance
     */
    record OwnThermostatStuck(String subject, double fromS) implements Fault {
        public OwnThermostatStuck {
            check(subject, fromS);
        }

        @Override
        public Kind kind() {
            return Kind.OWN_THERMOSTAT_STUCK;
        }

        @Override
        public boolean bridges(Appliance appliance) {
            return appliance.id().equals(subject);
        }
    }

    /**
     * A probe that has fallen out of the box and takes on the temperature of the room.
     *
     * @param subject the probe
     */
    record ProbeFallenOut(String subject, double fromS) implements Fault {
        public ProbeFallenOut {
            check(subject, fromS);
        }

        @Override
        public Kind kind() {
            return Kind.PROBE_FALLEN_OUT;
        }

        @Override
        public Chain.Sensor sensor(Probe probe, boolean humidity, Chain.Sensor sound, Chain.Around around) {
            return probe.id().equals(subject) ? new Elsewhere(sound, fromS, probe.place().lagS(), humidity ? around::roomPct : around::roomC) : sound;
        }
    }

    /**
     * A probe that has slipped onto the heater.
     *
     * @param subject the probe
     */
    record ProbeOnHeater(String subject, double fromS) implements Fault {
        public ProbeOnHeater {
            check(subject, fromS);
        }

        @Override
        public Kind kind() {
            return Kind.PROBE_ON_HEATER;
        }

        @Override
        public Chain.Sensor sensor(Probe probe, boolean humidity, Chain.Sensor sound, Chain.Around around) {
            return probe.id().equals(subject) && !humidity ? new Elsewhere(sound, fromS, probe.place().lagS(), around::elementC) : sound;
        }
    }

    /**
     * A probe above the water line of a tank: it takes on the temperature of the room's air. By hand, or because the water went.
     *
     * @param subject the probe
     * @param topUp   whether the water went because nothing topped it up
     */
    record ProbeAboveWater(String subject, boolean topUp, double fromS) implements Fault {
        public ProbeAboveWater {
            check(subject, fromS);
        }

        @Override
        public Kind kind() {
            return topUp ? Kind.TOP_UP_FAILED : Kind.PROBE_ABOVE_WATER;
        }

        @Override
        public Chain.Sensor sensor(Probe probe, boolean humidity, Chain.Sensor sound, Chain.Around around) {
            return probe.id().equals(subject) ? new Elsewhere(sound, fromS, probe.place().lagS(), around::roomC) : sound;
        }
    }

    /**
     * A probe whose error grows, slowly enough that the controller follows it and the display shows what it always did.
     *
     * @param subject the probe
     * @param by      what it shows too much (K or points of %RH); below 0 too little
     */
    record ProbeDrifted(String subject, double by, double fromS) implements Fault {
        /** Weeks in truth; half a day shows the same, since a controller follows within the hour (s). */
        private static final double GROWS_S = 12 * 3600;

        public ProbeDrifted {
            check(subject, fromS);
            Require.within("by", by, -50, 50, "");
        }

        @Override
        public Kind kind() {
            return Kind.PROBE_DRIFTED;
        }

        @Override
        public Chain.Sensor sensor(Probe probe, boolean humidity, Chain.Sensor sound, Chain.Around around) {
            return probe.id().equals(subject) ? (value, timeS) -> sound.sensed(value, timeS) + by * Math.max(0, Math.min(1, (timeS - fromS) / GROWS_S)) : sound;
        }
    }

    /**
     * A probe that is unplugged, broken or shorted.
     *
     * @param subject the probe
     * @param open    whether its circuit is open; shorted otherwise
     * @param readsC  what the device takes it for (°C); NaN for one that tells a broken probe from a cold one: it shows a code and
     *                switches off
     */
    record ProbeBroken(String subject, boolean open, double readsC, double fromS) implements Fault {
        public ProbeBroken {
            check(subject, fromS);
        }

        @Override
        public Kind kind() {
            return open ? Kind.PROBE_UNPLUGGED : Kind.PROBE_SHORTED;
        }

        @Override
        public Chain.Sensor sensor(Probe probe, boolean humidity, Chain.Sensor sound, Chain.Around around) {
            return probe.id().equals(subject) ? (value, timeS) -> timeS >= fromS ? readsC : sound.sensed(value, timeS) : sound;
        }
    }

    /** Ways in which a controller comes to have other values in force than those that were wanted. */
    enum Mistake {
        /** The numbers were meant in the other unit. */
        WRONG_UNIT,
        /** Heating and cooling, or moistening and drying, are reversed. */
        WRONG_DIRECTION,
        /** The change was not saved: what left the factory is in force. */
        NOT_SAVED,
        /** Only the settable limits were keyed in: the set value is still that of the factory. */
        LIMITS_MISTAKEN,
        /** Somebody turned the knob. */
        KNOB_MOVED
    }

    /**
     * A controller with other values in force than those that were wanted.
     *
     * @param subject the controller
     * @param mistake how it came to that
     * @param other   the controller as it then stands
     */
    record OtherSettings(String subject, Mistake mistake, Controller other, double fromS) implements Fault {
        public OtherSettings {
            check(subject, fromS);
        }

        @Override
        public Kind kind() {
            return Kind.valueOf(mistake.name());
        }

        @Override
        public Fault withoutLayers() {
            return new OtherSettings(subject, mistake, other.withoutLayers(), fromS);
        }

        @Override
        public Controller settings(Controller sound) {
            return sound.id().equals(subject) ? other : sound;
        }
    }

    /** What outputs do when they lose their head unit. */
    enum LinkLost {
        OFF, ON, STAYS
    }

    /**
     * The link between a head unit and its outputs is lost. The head keeps its probe and its power, so it goes on measuring, and sounds.
     *
     * @param subject the controller
     * @param then    what its outputs do
     */
    record LinkLoss(String subject, LinkLost then, double fromS) implements Fault {
        public LinkLoss {
            check(subject, fromS);
        }

        @Override
        public Kind kind() {
            return Kind.LINK_LOST;
        }

        @Override
        public Chain.Relay relay(Controller controller, Loop loop, Chain.Relay sound) {
            return !controller.id().equals(subject) ? sound : then == LinkLost.STAYS ? new Frozen(sound, fromS)
                    : new Forced(sound, fromS, Double.POSITIVE_INFINITY, then == LinkLost.ON);
        }
    }

    /**
     * A controller that overheats: exhaust at full, all else off, until it has cooled; then it goes back to its program by itself, and only a flag
     * stays until its power is cut (common practice, no source).
     *
     * @param subject   the controller
     * @param onLoopIds the loops that go on at full: exhaust fans
     * @param hotS      how long it is too hot (s), above 0
     */
    record ControllerOverheated(String subject, List<String> onLoopIds, double hotS, double fromS) implements Fault {
        public ControllerOverheated {
            check(subject, fromS);
            onLoopIds = List.copyOf(onLoopIds);
            Require.positive("hotS", hotS, "s");
        }

        @Override
        public double untilS() {
            return fromS + hotS;
        }

        @Override
        public Kind kind() {
            return Kind.CONTROLLER_OVERHEATED;
        }

        @Override
        public Chain.Relay relay(Controller controller, Loop loop, Chain.Relay sound) {
            return !controller.id().equals(subject) ? sound : new Forced(sound, fromS, untilS(), onLoopIds.contains(loop.id()));
        }
    }

    /**
     * The motor of a vent that jams where it stands.
     *
     * @param subject the loop of the vent
     */
    record VentJammed(String subject, double fromS) implements Fault {
        public VentJammed {
            check(subject, fromS);
        }

        @Override
        public Kind kind() {
            return Kind.VENT_JAMMED;
        }

        @Override
        public Chain.Relay relay(Controller controller, Loop loop, Chain.Relay sound) {
            return loop.id().equals(subject) ? new Frozen(sound, fromS) : sound;
        }
    }

    /**
     * An alarm that nobody hears: muted, or set past what the probe can read.
     *
     * @param subject the controller
     */
    record AlarmMuted(String subject, double fromS) implements Fault {
        public AlarmMuted {
            check(subject, fromS);
        }

        @Override
        public Kind kind() {
            return Kind.ALARM_MUTED;
        }

        @Override
        public boolean silences(Controller controller) {
            return controller.id().equals(subject);
        }
    }

    /**
     * The mains goes and comes back. What delays a controller keeps after that is its own.
     *
     * @param durationS  how long it is gone (s)
     * @param staysOff   ids of appliances that do not start again by themselves, as those with electronic panels may
     */
    record PowerCut(double durationS, Set<String> staysOff, double fromS) implements Fault {
        public PowerCut {
            Require.within("fromS", fromS, 0, Scenario.LONGEST_S, "s");
            staysOff = Set.copyOf(staysOff);
        }

        @Override
        public Kind kind() {
            return staysOff.isEmpty() ? Kind.POWER_CUT : Kind.NO_RESTART;
        }

        @Override
        public String subject() {
            return "";
        }

        @Override
        public boolean showsAtOnce() {
            return staysOff.isEmpty();
        }

        @Override
        public Scenario around(Scenario sound) {
            return sound.with(new Scenario.PowerCut(fromS, durationS));
        }

        @Override
        public boolean stops(Appliance appliance) {
            return staysOff.contains(appliance.id());
        }
    }

    /**
     * The lid is left open.
     *
     * @param durationS how long (s)
     */
    record LidLeftOpen(double durationS, double fromS) implements Fault {
        public LidLeftOpen {
            Require.within("fromS", fromS, 0, Scenario.LONGEST_S, "s");
        }

        @Override
        public Kind kind() {
            return Kind.LID_LEFT_OPEN;
        }

        @Override
        public String subject() {
            return "";
        }

        @Override
        public boolean showsAtOnce() {
            return true;
        }

        @Override
        public Scenario around(Scenario sound) {
            return sound.with(new Scenario.LidOpening(fromS, durationS));
        }
    }

    /**
     * The room grows colder or warmer than its season, within two hours.
     *
     * @param byK       by how much (K); below 0 a cold snap, above a heat wave
     * @param durationS how long (s)
     */
    record Weather(double byK, double durationS, double fromS) implements Fault {
        private static final double RAMP_S = 7200;

        public Weather {
            Require.within("byK", byK, -60, 60, "K");
            Require.within("fromS", fromS, 0, Scenario.LONGEST_S, "s");
        }

        @Override
        public Kind kind() {
            return byK < 0 ? Kind.COLD_SNAP : Kind.HEAT_WAVE;
        }

        @Override
        public String subject() {
            return "";
        }

        @Override
        public Scenario around(Scenario sound) {
            double beginsS = sound.startHour() * 3600 + fromS;
            RoomCurve room = sound.room();
            return sound.in(timeS -> room.temperatureC(timeS)
                    + byK * Math.max(0, Math.min(1, Math.min((timeS - beginsS) / RAMP_S, (beginsS + durationS + RAMP_S - timeS) / RAMP_S))));
        }
    }

    /** A contact that is closed or open whatever is commanded, for a while or for good; what is forced on gives all it has. */
    record Forced(Chain.Relay sound, double fromS, double untilS, boolean on) implements Chain.Relay {
        private boolean isForced(double timeS) {
            return timeS >= fromS && timeS < untilS;
        }

        @Override
        public boolean conducts(boolean commanded, double timeS) {
            return isForced(timeS) ? on : sound.conducts(commanded, timeS);
        }

        @Override
        public double level(double wanted, double timeS) {
            return isForced(timeS) ? 1 : sound.level(wanted, timeS);
        }
    }

    /** A relay, or a motor, that stays as it stood. */
    final class Frozen implements Chain.Relay {
        private final Chain.Relay sound;
        private final double fromS;
        private boolean conducted;
        private double level = 1;

        private Frozen(Chain.Relay sound, double fromS) {
            this.sound = sound;
            this.fromS = fromS;
        }

        @Override
        public boolean conducts(boolean commanded, double timeS) {
            if (timeS < fromS) {
                conducted = sound.conducts(commanded, timeS);
            }
            return conducted;
        }

        @Override
        public double level(double wanted, double timeS) {
            if (timeS < fromS) {
                level = wanted;
            }
            return level;
        }
    }

    /** The sensor of a probe that has left its place and follows another temperature with its own lag. */
    final class Elsewhere implements Chain.Sensor {
        private final Chain.Sensor sound;
        private final double fromS;
        private final double lagS;
        private final DoubleSupplier there;
        private double felt;
        private double lastS;
        private double sinceS = Double.NaN;
        private double follows;

        private Elsewhere(Chain.Sensor sound, double fromS, double lagS, DoubleSupplier there) {
            this.sound = sound;
            this.fromS = fromS;
            this.lagS = lagS;
            this.there = there;
        }

        @Override
        public double sensed(double value, double timeS) {
            double before = lastS;
            lastS = timeS;
            if (timeS < fromS) {
                felt = value;
            } else {
                if (timeS - before != sinceS) {
                    sinceS = timeS - before;
                    follows = -StrictMath.expm1(-Math.max(0, sinceS) / lagS);
                }
                felt += follows * (there.getAsDouble() - felt);
            }
            return sound.sensed(felt, timeS);
        }
    }
}
