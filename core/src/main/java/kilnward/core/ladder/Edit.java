package kilnward.core.ladder;

import java.util.Optional;
import kilnward.core.control.Direction;
import kilnward.core.device.LawKeys;
import kilnward.core.device.LevelKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.Settings;
import kilnward.core.device.Translation;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.PlannedController;

/** A change to what is keyed in, made on the ladder rather than key by key. */
public sealed interface Edit {
    /** The controller it changes. */
    String controllerId();

    /**
     * The settings after the change, on the controller's steps.
     *
     * @param wanted the direction of the controller's appliance
     */
    Settings apply(PlannedController controller, Direction wanted);

    /**
     * Moves one rung; the others stay where the controller's steps allow it.
     *
     * @param kind     a level at which something switches, is full, moves or sounds
     * @param quantity what it is a level of: that which the controller governs, or what stands beside it
     * @param night    whether it is in force by night only
     * @param display  where to, as displayed
     */
    record MoveRung(String controllerId, LevelKind kind, Optional<Quantity> quantity, boolean night, double display) implements Edit {
        /** A rung of what the controller shows, by day. */
        public MoveRung(String controllerId, LevelKind kind, double display) {
            this(controllerId, kind, Optional.empty(), false, display);
        }

        @Override
        public Settings apply(PlannedController controller, Direction wanted) {
            Profile profile = controller.profile();
            Settings settings = controller.settings();
            Direction direction = Translation.direction(profile, settings, 0, wanted);
            return switch (kind) {
                case BACKUP_OPENS -> new MoveRung(controllerId, LevelKind.off(direction), quantity, night, display).apply(controller, wanted);
                case BACKUP_CLOSES -> new MoveRung(controllerId, LevelKind.on(direction), quantity, night, display).apply(controller, wanted);
                case HIGH_ALARM -> LawKeys.put(profile, settings, Parameter.HIGH_ALARM, display);
                case LOW_ALARM -> LawKeys.put(profile, settings, Parameter.LOW_ALARM, display);
                default -> profile.law().keys().move(profile, settings,
                        new LawKeys.Mark(kind, display, quantity.filter(each -> each != controller.reads()).isPresent(), night), wanted);
            };
        }
    }

    /**
     * Moves all levels together.
     *
     * @param by how far, as displayed
     */
    record MoveBand(String controllerId, double by) implements Edit {
        @Override
        public Settings apply(PlannedController controller, Direction wanted) {
            return controller.profile().law().keys().shift(controller.profile(), controller.settings(), by, wanted);
        }
    }

    /**
     * Keys a band in: it then acts inside it and nowhere outside, where its steps allow that.
     *
     * @param low  lowest level, as displayed
     * @param high highest level, as displayed
     */
    record SetBand(String controllerId, double low, double high) implements Edit {
        @Override
        public Settings apply(PlannedController controller, Direction wanted) {
            return Translation.band(controller.profile(), controller.settings(), low, high, wanted).settings();
        }
    }

    /**
     * Keys everything in in another unit.
     *
     * @param unit the unit
     */
    record ChangeUnit(String controllerId, DisplayUnit unit) implements Edit {
        @Override
        public Settings apply(PlannedController controller, Direction wanted) {
            return Translation.inUnit(controller.profile(), controller.settings(), unit);
        }
    }
}
