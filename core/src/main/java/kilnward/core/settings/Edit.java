package kilnward.core.settings;

import kilnward.core.control.Direction;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.probe.DisplayUnit;

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
     * Moves one rung; the other switching point stays where the controller's steps allow it.
     *
     * @param kind    a switching point or an alarm
     * @param display where to, as displayed
     */
    record MoveRung(String controllerId, Rung.Kind kind, double display) implements Edit {
        @Override
        public Settings apply(PlannedController controller, Direction wanted) {
            Profile profile = controller.profile();
            Settings settings = controller.settings();
            return switch (kind) {
                case HIGH_ALARM -> settings.with(Parameter.HIGH_ALARM,
                        Translation.key(profile, settings, Parameter.HIGH_ALARM).nearest(display));
                case LOW_ALARM -> settings.with(Parameter.LOW_ALARM,
                        Translation.key(profile, settings, Parameter.LOW_ALARM).nearest(display));
                case HEAT_ON, COOL_ON, HEAT_OFF, COOL_OFF, MOISTEN_ON, MOISTEN_OFF, DRY_ON, DRY_OFF ->
                        movePoint(profile, settings, wanted);
                default -> throw new RefusedValueException("edit.kind", kind,
                        "must be a switching point or an alarm");
            };
        }

        private Settings movePoint(Profile profile, Settings settings, Direction wanted) {
            if (profile.isTwoSided()) {
                return moveTwoSided(profile, settings);
            }
            SwitchingPoints now = Translation.points(profile, settings, wanted);
            boolean on = kind.isOn();
            double sign = now.direction() == Direction.RAISE ? 1 : -1;
            double least = profile.resolution();
            // A point cannot pass its partner: it stops one step of the display short of it.
            SwitchingPoints moved = on
                    ? new SwitchingPoints(now.direction(), sign * Math.min(sign * display, sign * now.offAt() - least),
                            now.offAt())
                    : new SwitchingPoints(now.direction(), now.onAt(),
                            sign * Math.max(sign * display, sign * now.onAt() + least));
            return Translation.withPoints(profile, settings, moved, on ? Translation.Anchor.ON : Translation.Anchor.OFF);
        }

        /** The point where an output comes on is moved by its differential; where it stops, all but the other points move. */
        private Settings moveTwoSided(Profile profile, Settings settings) {
            boolean raises = kind == Rung.Kind.HEAT_ON || kind == Rung.Kind.HEAT_OFF || kind == Rung.Kind.MOISTEN_ON
                    || kind == Rung.Kind.MOISTEN_OFF;
            int loop = raises ? 0 : 1;
            Direction direction = raises ? Direction.RAISE : Direction.LOWER;
            Parameter own = raises ? Parameter.DIFFERENTIAL : Parameter.LOWER_DIFFERENTIAL;
            SwitchingPoints now = Translation.points(profile, settings, loop, direction);
            if (kind.isOn()) {
                double sign = raises ? 1 : -1;
                double width = Math.max(profile.resolution(), sign * (now.offAt() - display));
                double differential = profile.style(direction).differentialFor(new SwitchingPoints(direction, 0, sign * width));
                return settings.with(own, Translation.key(profile, settings, own).nearest(differential));
            }
            ProfileKey setKey = Translation.key(profile, settings, Parameter.SET_VALUE);
            double set = setKey.nearest(settings.need(Parameter.SET_VALUE) + display - now.offAt());
            double by = set - settings.need(Parameter.SET_VALUE);
            return settings.with(Parameter.SET_VALUE, set)
                    .with(Parameter.DIFFERENTIAL, shifted(profile, settings, Parameter.DIFFERENTIAL, by))
                    .with(Parameter.LOWER_DIFFERENTIAL, shifted(profile, settings, Parameter.LOWER_DIFFERENTIAL, -by));
        }

        private static double shifted(Profile profile, Settings settings, Parameter parameter, double by) {
            ProfileKey key = Translation.key(profile, settings, parameter);
            return key.nearest(Math.max(key.step(), settings.need(parameter) + by));
        }
    }

    /**
     * Moves both switching points together.
     *
     * @param by how far, as displayed
     */
    record MoveBand(String controllerId, double by) implements Edit {
        @Override
        public Settings apply(PlannedController controller, Direction wanted) {
            if (controller.profile().isTwoSided()) {
                ProfileKey key = Translation.key(controller.profile(), controller.settings(), Parameter.SET_VALUE);
                return controller.settings().with(Parameter.SET_VALUE,
                        key.nearest(controller.settings().need(Parameter.SET_VALUE) + by));
            }
            SwitchingPoints now = Translation.points(controller.profile(), controller.settings(), wanted);
            return Translation.withPoints(controller.profile(), controller.settings(),
                    new SwitchingPoints(now.direction(), now.onAt() + by, now.offAt() + by), Translation.Anchor.OFF);
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
