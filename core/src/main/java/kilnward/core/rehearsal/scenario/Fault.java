package kilnward.core.rehearsal.scenario;

import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.control.Controller;
import kilnward.core.control.Loop;
import kilnward.core.finding.Require;
import kilnward.core.probe.Probe;
import kilnward.core.quantity.Quantity;

/**
 * A single fault: it replaces parts of the chain from some moment on, or what lies around the chamber, and nothing else. A closed
 * family, one record a member; each overrides the one part that it spoils.
 */
public sealed interface Fault permits RelayStuckOn, RelayStuckOff, LeftInManual, ApplianceDead, OwnThermostatStuck, ProbeFallenOut, ProbeOnHeater,
        ProbeAboveWater, ProbeDrifted, ProbeBroken, OtherSettings, LinkLoss, ControllerOverheated, VentJammed, AlarmMuted, PowerCut, LidLeftOpen, Weather {
    /** What happened, as it is told to people. */
    enum Kind {
        RELAY_STUCK_ON,
        RELAY_STUCK_OFF,
        LEFT_ON_BY_HAND,
        LEFT_OFF_BY_HAND,
        APPLIANCE_DEAD,
        OWN_THERMOSTAT_STUCK,
        PROBE_FALLEN_OUT,
        PROBE_ON_HEATER,
        PROBE_ABOVE_WATER,
        TOP_UP_FAILED,
        PROBE_DRIFTED,
        PROBE_UNPLUGGED,
        PROBE_SHORTED,
        WRONG_UNIT,
        WRONG_DIRECTION,
        NOT_SAVED,
        LIMITS_MISTAKEN,
        KNOB_MOVED,
        LINK_LOST,
        CONTROLLER_OVERHEATED,
        VENT_JAMMED,
        ALARM_MUTED,
        POWER_CUT,
        NO_RESTART,
        LID_LEFT_OPEN,
        COLD_SNAP,
        HEAT_WAVE
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

    /** The sensor of a probe with the fault in it; {@code quantity} is what is read. */
    default Chain.Sensor sensor(Probe probe, Quantity quantity, Chain.Sensor sound, Chain.Around around) {
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

    /** Every fault but those of the surroundings names what it befalls, and when. */
    static void check(String subject, double fromS) {
        Require.named("subject", subject);
        Require.within("fromS", fromS, 0, Scenario.LONGEST_S, "s");
    }
}
