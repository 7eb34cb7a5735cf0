package kilnward.core.proposal;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.device.LevelKind;
import kilnward.core.device.Parameter;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.ladder.Rung;
import kilnward.core.probe.Probe;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/**
 * What a sensor's error really did to the occupant, and what another offset changes: the same box rehearsed with the error that a
 * check has found, before and after.
 *
 * @param believed what the occupant would have had, had the display been right with the old offset
 * @param had      what the occupant really had with the old offset
 * @param gets     what it gets with the new one
 * @param rungs    every rung that has a display value, at the occupant
 */
public record OffsetEffect(Metrics.Level believed, Metrics.Level had, Metrics.Level gets, List<Moved> rungs) {
    /**
     * A rung, before and after.
     *
     * @param before where it really was at the occupant (°C or %RH)
     * @param after  where it is with the new offset
     */
    public record Moved(LevelKind kind, String controllerId, double display, Quantity quantity, boolean night, double before, double after) {
    }

    public OffsetEffect {
        rungs = List.copyOf(rungs);
    }

    /**
     * @param setup        the chamber as planned, with the old offset keyed in
     * @param controllerId the controller that was checked
     * @param offset       {@link Parameter#OFFSET} or {@link Parameter#HUMIDITY_OFFSET}
     * @param sensorError  what its sensor shows too much without any offset (K or points of %RH)
     * @param newOffset    offset that follows, in the controller's unit
     * @param scenario     what to drive it through
     * @param workers      who rehearses
     */
    public static OffsetEffect of(Setup setup, String controllerId, Parameter offset, double sensorError, double newOffset, Scenario scenario, Workers workers) {
        PlannedController controller = setup.controller(controllerId);
        Quantity of = offset == Parameter.HUMIDITY_OFFSET ? Quantity.RELATIVE_HUMIDITY : controller.reads();
        double old = controller.settings().value(offset).orElse(0.0);
        double trusted = -(of == Quantity.TEMPERATURE ? controller.settings().unit(controller.profile()).differenceToModel(old) : old);
        Setup real = withSensorError(setup, controller, of, sensorError);
        Situation believed = Assessment.of(withSensorError(setup, controller, of, trusted), scenario, true, workers).situation();
        Situation had = Assessment.of(real, scenario, true, workers).situation();
        Situation gets = Assessment.of(real.with(controllerId, controller.settings().with(offset, newOffset)), scenario, true, workers).situation();
        List<Moved> moved = new ArrayList<>();
        for (Rung rung : had.ladder().rungs()) {
            if (rung.controllerId().equals(controllerId) && rung.display().isPresent()) {
                double display = rung.display().getAsDouble();
                gets.ladder().rungs().stream().filter(each -> each.kind() == rung.kind() && each.controllerId().equals(controllerId)
                        && each.night() == rung.night() && each.quantity() == rung.quantity() && each.display().equals(OptionalDouble.of(display)))
                        .findFirst().ifPresent(each -> moved.add(new Moved(rung.kind(), controllerId, display, rung.quantity(), rung.night(), rung.occupant(), each.occupant())));
            }
        }
        return new OffsetEffect(level(believed, of), level(had, of), level(gets, of), moved);
    }

    /** The setup with another error of the sensors that a controller reads. */
    static Setup withSensorError(Setup setup, PlannedController controller, Quantity of, double error) {
        List<Probe> probes = setup.probes().stream().map(probe -> !controller.probeIds().contains(probe.id()) ? probe
                : probe.withError(of, error)).toList();
        return setup.withProbes(probes);
    }

    private static Metrics.Level level(Situation situation, Quantity of) {
        Metrics metrics = situation.running().metrics();
        return of == Quantity.TEMPERATURE ? metrics.occupant() : metrics.air(Quantity.RELATIVE_HUMIDITY).orElse(metrics.occupant());
    }
}
