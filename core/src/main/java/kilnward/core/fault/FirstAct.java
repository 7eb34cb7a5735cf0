package kilnward.core.fault;

import java.util.Optional;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Effect;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.setup.Setup;

/**
 * What to do first, before anything is mended: it follows from what the failing thing does. Common practice, no source; wiring and opened appliances are an
 * electrician's.
 */
public enum FirstAct {
    /** Pull the plug of what warms, and let warmth out. */
    STOP_WARMING,
    /** Pull the plug of what cools, and keep what warmth there is. */
    STOP_COOLING,
    /** Pull the plug of what moistens, and air. */
    STOP_MOISTENING,
    /** Pull the plug of what dries, and mist. */
    STOP_DRYING,
    /** Pull the plug of what moves air, or cover its opening. */
    STOP_AIR,
    /** Shut the valve on the gas bottle, and air before anybody goes in. */
    SHUT_THE_BOTTLE,
    /** Nothing is lost by waiting: without it they grow slower. */
    GO_WITHOUT,
    /** Put the lamp out by its plug. */
    STOP_LIGHT,
    /** Keep what warmth there is: closed, blankets, warm bottles. */
    KEEP_WARM,
    /** Let warmth out or bring cold in: open, shade, fan, ice in bottles. */
    COOL_DOWN,
    /** Keep what damp there is: closed, misted by hand. */
    KEEP_DAMP,
    /** Let damp out: air it. */
    DRY_OUT,
    /** Air it by hand: open a gap. */
    AIR_BY_HAND,
    /** Stir it, or in water bring air in, by hand or by a spare. */
    STIR_BY_HAND,
    /** Light it by another lamp. */
    LIGHT_BY_HAND,
    /** Put the output back to automatic. */
    BACK_TO_AUTO,
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
    /** Let the controller cool. */
    CONTROLLER_OFF,
    /** Move the vent by hand. */
    VENT_BY_HAND,
    /** Let the alarm be heard again. */
    UNMUTE,
    /** Switch on by hand what does not start again by itself. */
    SWITCH_ON,
    /** Shut the lid. */
    SHUT_LID;

    /**
     * What to do first about a fault.
     *
     * @param effect what the thing that fails does; empty for what lies around the chamber
     * @param hot    whether the fault leads to too much warmth rather than to too little, for what has no effect of its own
     */
    public static FirstAct of(Fault.Kind kind, Optional<Effect> effect, boolean hot) {
        return switch (kind) {
            case RELAY_STUCK_ON, OWN_THERMOSTAT_STUCK -> effect.map(FirstAct::stop).orElse(hot ? STOP_WARMING : STOP_COOLING);
            case RELAY_STUCK_OFF, APPLIANCE_DEAD -> effect.map(FirstAct::replace).orElse(hot ? COOL_DOWN : KEEP_WARM);
            case POWER_CUT -> hot ? COOL_DOWN : KEEP_WARM;
            case COLD_SNAP -> KEEP_WARM;
            case HEAT_WAVE -> COOL_DOWN;
            case LEFT_ON_BY_HAND, LEFT_OFF_BY_HAND -> BACK_TO_AUTO;
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

    /** The first act about a fault of a chamber that leads there. */
    public static FirstAct of(Setup setup, FaultTable.Row row) {
        return of(row.fault().kind(), effect(setup, row.fault()), row.with().worstC() > setup.needs().keep().middleC());
    }

    /** What the thing that a fault befalls does: an appliance, what hangs on a loop, what a controller or a probe governs; empty for the surroundings. */
    public static Optional<Effect> effect(Setup setup, Fault fault) {
        String subject = fault.subject();
        Optional<Effect> appliance = setup.chamber().appliances().stream().filter(each -> each.id().equals(subject)).map(Appliance::effect).findFirst();
        return appliance.or(() -> setup.controllers().stream().filter(each -> each.id().equals(subject) || each.probeIds().contains(subject)
                || each.loops().stream().anyMatch(loop -> loop.id().equals(subject)))
                .flatMap(each -> each.loops().stream().filter(loop -> loop.id().equals(subject) || each.loops().stream().noneMatch(one -> one.id().equals(subject))))
                .flatMap(loop -> setup.effects(loop).stream()).findFirst());
    }

    private static FirstAct stop(Effect effect) {
        return switch (effect) {
            case WARMS -> STOP_WARMING;
            case COOLS -> STOP_COOLING;
            case MOISTENS -> STOP_MOISTENING;
            case DRIES -> STOP_DRYING;
            case ENRICHES -> SHUT_THE_BOTTLE;
            case AIRS, STIRS -> STOP_AIR;
            case LIGHTS -> STOP_LIGHT;
        };
    }

    private static FirstAct replace(Effect effect) {
        return switch (effect) {
            case WARMS -> KEEP_WARM;
            case COOLS -> COOL_DOWN;
            case MOISTENS -> KEEP_DAMP;
            case DRIES -> DRY_OUT;
            case ENRICHES -> GO_WITHOUT;
            case AIRS -> AIR_BY_HAND;
            case STIRS -> STIR_BY_HAND;
            case LIGHTS -> LIGHT_BY_HAND;
        };
    }
}
