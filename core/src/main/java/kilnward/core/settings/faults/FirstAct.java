package kilnward.core.settings.faults;

import kilnward.core.rehearsal.Fault;

/** What to do first, before anything is mended. Common practice, no source; wiring and opened appliances are an electrician's. */
public enum FirstAct {
    /** Pull the heater's plug. */
    PULL_PLUG,
    /** Keep what warmth there is: lid shut, blankets, warm bottles. */
    KEEP_WARM,
    /** Let warmth out: open, shade, fan. */
    COOL_DOWN,
    /** Put the output back to automatic. */
    BACK_TO_AUTO,
    /** Put in the spare. */
    SPARE_PART,
    /** Hang the probe back where it belongs. */
    PROBE_BACK,
    /** Top the water up. */
    TOP_UP,
    /** Hold a trusted thermometer beside the probe. */
    CHECK_DISPLAY,
    /** Plug the probe in again, or the spare one. */
    RESEAT_PROBE,
    /** Key the card in, save it, read it back. */
    KEY_IN_CARD,
    /** Bring head unit and outlets together again. */
    LINK_BACK,
    /** Cut the controller's power, let it cool. */
    CONTROLLER_OFF,
    /** Move the vent by hand. */
    VENT_BY_HAND,
    /** Let the alarm be heard again. */
    UNMUTE,
    /** Switch on by hand what does not start again by itself. */
    SWITCH_ON,
    /** Shut the lid. */
    SHUT_LID;

    /** What to do first about a fault. */
    public static FirstAct of(Fault.Kind kind) {
        return switch (kind) {
            case RELAY_STUCK_ON, OWN_THERMOSTAT_STUCK -> PULL_PLUG;
            case RELAY_STUCK_OFF, POWER_CUT, COLD_SNAP -> KEEP_WARM;
            case HEAT_WAVE -> COOL_DOWN;
            case LEFT_ON_BY_HAND, LEFT_OFF_BY_HAND -> BACK_TO_AUTO;
            case APPLIANCE_DEAD -> SPARE_PART;
            case PROBE_FALLEN_OUT, PROBE_ON_HEATER, PROBE_ABOVE_WATER -> PROBE_BACK;
            case TOP_UP_FAILED -> TOP_UP;
            case PROBE_DRIFTED -> CHECK_DISPLAY;
            case PROBE_UNPLUGGED, PROBE_SHORTED -> RESEAT_PROBE;
            case WRONG_UNIT, WRONG_DIRECTION, NOT_SAVED, LIMITS_MISTAKEN, KNOB_MOVED -> KEY_IN_CARD;
            case LINK_LOST -> LINK_BACK;
            case CONTROLLER_OVERHEATED -> CONTROLLER_OFF;
            case VENT_JAMMED -> VENT_BY_HAND;
            case ALARM_MUTED -> UNMUTE;
            case NO_RESTART -> SWITCH_ON;
            case LID_LEFT_OPEN -> SHUT_LID;
        };
    }
}
