package kilnward.core.proposal;

import kilnward.core.control.Direction;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.device.Translation;
import kilnward.core.load.LoadKind;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/**
 * What holds the outputs of a controller back, as it should be keyed in before anything is searched for.
 *
 * @param wanted which way its appliances work
 */
record Guards(Setup setup, PlannedController controller, Direction wanted) {
    /** Shortest rest of a compressor (min): common practice, no source. */
    private static final double REST_MIN = 3;
    /** Delay after mains returns, so that everything does not start at once (min): common practice, no source. */
    private static final double AFTER_MAINS_MIN = 4;

    /** Whether anything on it is a compressor. */
    boolean hasCompressor() {
        return controller.applianceIds().stream().map(setup::appliance).anyMatch(each -> LoadKind.of(each) == LoadKind.COMPRESSOR);
    }

    /** A compressor rests between two runs; anything else acts at once; every output follows its program. */
    Settings on(Settings settings) {
        Settings guarded = settings;
        boolean rests = controller.profile().key(Parameter.MIN_OFF).isPresent();
        boolean each = controller.profile().key(Parameter.SECOND_MIN_OFF).isPresent() || controller.profile().key(Parameter.SECOND_ACT_DELAY).isPresent();
        boolean first = compressorOn(0) || !each && hasCompressor();
        guarded = up(guarded, Parameter.MIN_OFF, first ? REST_MIN : 0);
        guarded = up(guarded, Parameter.ACT_DELAY, first && !rests ? REST_MIN : 0);
        guarded = up(guarded, Parameter.SECOND_MIN_OFF, compressorOn(1) ? REST_MIN : 0);
        guarded = up(guarded, Parameter.SECOND_ACT_DELAY, compressorOn(1) && controller.profile().key(Parameter.SECOND_MIN_OFF).isEmpty() ? REST_MIN : 0);
        guarded = up(guarded, Parameter.AFTER_MAINS, hasCompressor() ? AFTER_MAINS_MIN : 0);
        guarded = up(guarded, Parameter.OUTPUT_MODE, 0);
        guarded = up(guarded, Parameter.SECOND_OUTPUT_MODE, 0);
        return up(guarded, Parameter.HIGH_ALARM_OPENS, onlyRaises() ? 1 : 0);
    }

    private boolean compressorOn(int loop) {
        return loop < controller.loops().size() && controller.loops().get(loop).applianceIds().stream().map(setup::appliance)
                .anyMatch(each -> LoadKind.of(each) == LoadKind.COMPRESSOR);
    }

    boolean onlyRaises() {
        return wanted == Direction.RAISE && !controller.profile().isTwoSided();
    }

    private Settings up(Settings settings, Parameter parameter, double value) {
        return controller.profile().key(parameter).isEmpty() ? settings : settings.with(parameter, Translation.key(controller.profile(), settings, parameter).up(value));
    }
}
