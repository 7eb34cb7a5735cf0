package kilnward.core.rehearsal;

import kilnward.core.chamber.model.ThermalModel;
import kilnward.core.control.Controller;
import kilnward.core.control.Direction;
import kilnward.core.control.OnOff;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.ProbePlace;
import kilnward.core.rehearsal.scenario.ApplianceDead;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.PowerCut;
import kilnward.core.rehearsal.scenario.ProbeBroken;
import kilnward.core.rehearsal.scenario.ProbeDrifted;
import kilnward.core.rehearsal.scenario.ProbeFallenOut;
import kilnward.core.rehearsal.scenario.ProbeOnHeater;
import kilnward.core.rehearsal.scenario.RelayStuckOff;
import kilnward.core.rehearsal.scenario.RelayStuckOn;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.RoomCurve;
import org.hipparchus.ode.ODEState;
import org.hipparchus.ode.OrdinaryDifferentialEquation;
import org.hipparchus.ode.nonstiff.DormandPrince853Integrator;

/**
 * The oracle: the chamber's equations written out once more and integrated by Hipparchus's Dormand–Prince 8(5,3), with the
 * display sampled and held. It shares the parameters with the product, and no step, no matrix and no control law.
 */
public final class IndependentRun {
    private final ThermalModel model;
    private final double powerW;
    private final ProbePlace place;
    private final double errorK;
    private final Controller controller;
    private final SwitchingPoints points;
    private final boolean occupantInContents;
    private final RoomCurve room;
    private final Fault fault;
    private boolean on;
    private boolean flows;
    private boolean astray;
    private boolean dead;

    /** Figures of a run. */
    public record Result(double lowestC, double highestC, double meanC, int starts, double[] occupantC,
            long[] firstSwitchings) {
    }

    public IndependentRun(Rig rig, RoomCurve room) {
        this(rig, room, null);
    }

    /** With a fault, told here once more in terms of the equations. */
    public IndependentRun(Rig rig, RoomCurve room, Fault fault) {
        this.fault = fault;
        this.model = ThermalModel.of(rig.chamber());
        this.powerW = rig.chamber().heaters().get(0).powerW();
        this.place = rig.probes().get(0).place();
        this.errorK = rig.probes().get(0).sensorErrorK();
        this.controller = rig.controllers().get(0);
        this.points = ((OnOff) controller.loops().get(0).law()).points();
        this.occupantInContents = rig.chamber().occupantPlace() == OccupantPlace.CONTENTS;
        this.room = room;
    }

    /** Runs from room temperature with one heater, sampling every second. */
    public Result run(double startHour, int seconds) {
        double[] y = new double[7];
        java.util.Arrays.fill(y, room.temperatureC(startHour * 3600));
        var integrator = new DormandPrince853Integrator(1e-6, 1.0, 1e-9, 1e-9);
        double[] occupant = new double[seconds];
        long[] switchings = new long[50];
        int switched = 0;
        int starts = 0;
        double sum = 0;
        double lowest = Double.POSITIVE_INFINITY;
        double highest = Double.NEGATIVE_INFINITY;
        for (int k = 0; k < seconds; k++) {
            boolean before = flows;
            boolean faulty = fault != null && k >= fault.fromS();
            double shown = y[4];
            if (faulty && fault instanceof ProbeDrifted drifted) {
                shown += drifted.by() * Math.min(1, (k - drifted.fromS()) / 43_200);
            } else if (faulty && fault instanceof ProbeBroken broken) {
                shown = broken.readsC();
            }
            boolean dark = faulty && fault instanceof PowerCut cut && k < cut.fromS() + cut.durationS();
            if (dark) {
                on = false;
            } else {
                sample(shown);
            }
            dead = faulty;
            astray = faulty && (fault instanceof ProbeFallenOut || fault instanceof ProbeOnHeater);
            flows = !dark && (on || faulty && fault instanceof RelayStuckOn) && !(faulty && fault instanceof RelayStuckOff);
            if (flows != before) {
                starts += flows ? 1 : 0;
                if (switched < switchings.length) {
                    switchings[switched++] = k;
                }
            }
            occupant[k] = occupantInContents ? y[2] : y[1];
            sum += occupant[k];
            lowest = Math.min(lowest, occupant[k]);
            highest = Math.max(highest, occupant[k]);
            double from = startHour * 3600 + k;
            y = integrator.integrate(equations(), new ODEState(from, y), from + 1).getPrimaryState();
        }
        return new Result(lowest, highest, sum / seconds, starts, occupant, switchings);
    }

    private void sample(double probeC) {
        var unit = controller.display().unit();
        double resolution = controller.display().resolution();
        double shown = Math.round((unit.fromModel(probeC + errorK) + controller.display().offset()) / resolution)
                * resolution;
        boolean heats = points.direction() == Direction.RAISE;
        if (heats ? shown < points.onAt() + 1e-6 : shown > points.onAt() - 1e-6) {
            on = true;
        } else if (heats ? shown > points.offAt() - 1e-6 : shown < points.offAt() + 1e-6) {
            on = false;
        }
    }

    private OrdinaryDifferentialEquation equations() {
        ThermalModel.Element heater = model.elements().get(0);
        double watts = flows && !(fault instanceof ApplianceDead && dead) ? powerW : 0;
        return new OrdinaryDifferentialEquation() {
            @Override
            public int getDimension() {
                return 7;
            }

            @Override
            public double[] computeDerivatives(double t, double[] y) {
                double element = y[0];
                double air = y[1];
                double contents = y[2];
                double shell = y[3];
                double roomC = room.temperatureC(t);
                double toAir = heater.toAirWK() * (element - air);
                double toContents = heater.toContentsWK() * (element - contents);
                double airToContents = model.airToContentsWK() * (air - contents);
                double airToShell = model.airToShellWK() * (air - shell);
                double inward = model.betweenSlicesWK() * (shell - y[5]);
                double outward = model.betweenSlicesWK() * (y[5] - y[6]);
                double felt = astray ? fault instanceof ProbeOnHeater ? element : roomC : place.airShare() * air + place.heaterShare() * element + place.contentsShare() * contents
                        + place.roomShare() * roomC + place.ownWarmthK();
                return new double[] {
                        (watts - toAir - toContents - heater.toRoomWK() * (element - roomC)) / heater.capacityJK(),
                        (toAir - airToContents - airToShell - model.airToRoomWK() * (air - roomC)) / model.airJK(),
                        (airToContents + toContents + model.livingHeatW()) / model.contentsJK(),
                        (airToShell - inward) / model.slicesJK().get(0),
                        (felt - y[4]) / place.lagS(),
                        (inward - outward) / model.slicesJK().get(1),
                        (outward - model.shellToRoomWK() * (y[6] - roomC)) / model.slicesJK().get(2)};
            }
        };
    }
}
