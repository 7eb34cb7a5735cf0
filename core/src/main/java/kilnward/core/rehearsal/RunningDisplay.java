package kilnward.core.rehearsal;

import kilnward.core.control.Controller;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.scenario.Chain;

/** A controller's display at work. */
final class RunningDisplay {
    Controller controller;
    final Quantity quantity;
    final int[] probes;
    final Chain.Sensor[] sensors;
    final long everySteps;
    long nextStep = Long.MIN_VALUE;
    boolean due;
    boolean moved;
    double sameAbout = Double.NaN;
    double sameWithin;
    /** What a fault puts in force, and when; null for none. */
    Controller later;
    double laterS = Double.POSITIVE_INFINITY;
    /** From then on nobody hears its alarms (s). */
    double silentFromS = Double.POSITIVE_INFINITY;
    /** Alarms as displayed, with a margin for binary dust; infinite where there is none. */
    double highAlarm;
    double lowAlarm;
    /** Whether it shows a code instead of a number. */
    boolean blind;
    double shown;
    /** What is shown, in the model's unit. */
    double shownModel;
    final boolean beside;
    /** The humidity it shows beside a temperature. */
    double companion = Double.NaN;

    RunningDisplay(Controller controller, int[] probes, Chain.Sensor[] sensors, long everySteps) {
        this.quantity = controller.display().unit().quantity();
        this.beside = controller.companion().isPresent();
        this.probes = probes;
        this.sensors = sensors;
        this.everySteps = everySteps;
        putInForce(controller);
    }

    /** Goes on where one with other faults left off. */
    void takeOver(RunningDisplay before) {
        nextStep = before.nextStep;
        shown = before.shown;
        shownModel = before.shownModel;
        companion = before.companion;
        blind = before.blind;
    }

    void putInForce(Controller other) {
        controller = other;
        sameWithin = other.display().unit().differenceToModel(0.5 * other.display().resolution()) - 1e-9;
        sameAbout = Double.NaN;
        highAlarm = other.highAlarm().orElse(Double.POSITIVE_INFINITY) - 1e-9;
        lowAlarm = other.lowAlarm().orElse(Double.NEGATIVE_INFINITY) + 1e-9;
    }

    /** Looks at the display when its time has come; steps before 0 count too, on the same grid. */
    void look(long step, double timeS, Probed probed) {
        due = step >= nextStep;
        moved = false;
        if (due) {
            nextStep = nextStep == Long.MIN_VALUE ? (Math.floorDiv(step, everySteps) + 1) * everySteps
                    : nextStep + everySteps;
            double sensed = sensed(timeS, probed);
            if (beside) {
                companion = lookBeside(probed);
            }
            blind = Double.isNaN(sensed);
            if (blind) {
                // It shows a code and switches off; what it showed last stays for the record.
                moved = true;
                sameAbout = Double.NaN;
                return;
            }
            // Most looks show what the last one showed: within its rounding there is nothing to work out.
            if (!(Math.abs(sensed - sameAbout) < sameWithin)) {
                moved = true;
                shown = controller.display().shown(sensed);
                shownModel = controller.display().unit().toModel(shown);
                sameAbout = controller.display().unit().toModel(shown - controller.display().offset());
            }
        }
    }

    double lookBeside(Probed probed) {
        double pct = 0;
        for (int probe : probes) {
            pct += probed.value(probe, Quantity.RELATIVE_HUMIDITY) / probes.length;
        }
        return controller.companion().orElseThrow().shown(pct);
    }

    /** Mean of its sensors. */
    double sensed(double timeS, Probed probed) {
        if (probes.length == 1) {
            return sensors[0].sensed(probed.value(probes[0], quantity), timeS);
        }
        double sum = 0;
        for (int i = 0; i < probes.length; i++) {
            sum += sensors[i].sensed(probed.value(probes[i], quantity), timeS);
        }
        return sum / probes.length;
    }
}
