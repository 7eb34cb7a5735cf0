package kilnward.core.ladder;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.device.LawKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.device.Translation;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Remedy;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/** Puts what a judgement proposes into keys of the controller. */
public final class Rekey {
    private Rekey() {
    }

    /** Where the first output of a controller switches now; empty where it does not switch. */
    public static Optional<SwitchingPoints> points(Setup setup, PlannedController controller) {
        return points(setup, controller, 0);
    }

    /** Where an output of a controller switches now; empty where it does not switch. */
    public static Optional<SwitchingPoints> points(Setup setup, PlannedController controller, int loop) {
        return Translation.points(controller.profile(), controller.settings(), loop, setup.wanted(controller));
    }

    /**
     * The settings with both switching points moved.
     *
     * @param shiftK how far (K)
     * @return the moved settings; empty where the move is less than a step or out of the controller's range
     */
    public static Optional<Settings> shifted(Setup setup, PlannedController controller, double shiftK) {
        double by = controller.settings().unit(controller.profile()).differenceFromModel(shiftK);
        Settings moved = new Edit.MoveBand(controller.id(), by).apply(controller, setup.wanted(controller));
        // At the end of its range a key stops, and what comes of it is another band than was meant.
        boolean arrives = points(setup, controller).map(now -> Translation.points(controller.profile(), moved, 0, setup.wanted(controller))
                .filter(then -> Math.abs(then.offAt() - now.offAt() - by) < 0.5 * Math.abs(by) && Math.abs(then.width() - now.width()) < 0.5 * now.width()).isPresent())
                .orElse(true);
        return arrives ? acceptable(controller, moved) : Optional.empty();
    }

    /**
     * The settings with another width between the switching points, about the same middle.
     *
     * @param widthK width (K), above 0
     */
    public static Optional<Settings> widened(Setup setup, PlannedController controller, SwitchingPoints now,
            double widthK) {
        if (controller.profile().law() != LawKind.ON_OFF || controller.profile().isTwoSided()) {
            return Optional.empty();
        }
        double width = controller.settings().unit(controller.profile()).differenceFromModel(widthK);
        double middle = 0.5 * (now.onAt() + now.offAt());
        double half = Math.copySign(0.5 * width, now.offAt() - now.onAt());
        Settings moved = Translation.withPoints(controller.profile(), controller.settings(),
                new SwitchingPoints(now.direction(), middle - half, middle + half), Translation.Anchor.OFF);
        return acceptable(controller, moved);
    }

    /** The keys that differ between a controller's settings and others, as changes to put in. */
    public static List<Remedy.Change> changes(PlannedController controller, Settings other) {
        return other.values().entrySet().stream()
                .filter(entry -> !Objects.equals(entry.getValue(), controller.settings().values().get(entry.getKey())))
                .map(entry -> new Remedy.Change(controller.id(), entry.getKey().name(), entry.getValue())).toList();
    }

    /**
     * The settings with which it acts inside a band and nowhere outside it.
     *
     * @param low  lowest level, as shown (°C or %RH)
     * @param high highest level
     * @return empty where the controller cannot be set so
     */
    public static Optional<Settings> banded(Setup setup, PlannedController controller, double low, double high) {
        DisplayUnit unit = controller.settings().unit(controller.profile());
        try {
            Translation.Banded banded = Translation.band(controller.profile(), controller.settings(), unit.fromModel(low), unit.fromModel(high), setup.wanted(controller));
            return banded.fits() ? acceptable(controller, banded.settings()) : Optional.empty();
        } catch (RefusedValueException impossible) {
            return Optional.empty();
        }
    }

    public static Optional<Settings> acceptable(PlannedController controller, Settings settings) {
        // What is already wrong with another key does not stand in the way of mending this one.
        boolean refused = controller.profile().refusals(settings).stream().anyMatch(refusal -> {
            Parameter parameter = Parameter.valueOf(refusal.field().substring("values.".length()));
            return !settings.value(parameter).equals(controller.settings().value(parameter));
        });
        boolean same = settings.values().equals(controller.settings().values());
        return same || refused ? Optional.empty() : Optional.of(settings);
    }
}
