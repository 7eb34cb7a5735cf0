package kilnward.core.rehearsal;

import com.hummeling.if97.IF97;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Bowl;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.model.ThermalModel;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.rehearsal.scenario.RoomCurve;
import org.hipparchus.ode.ODEState;
import org.hipparchus.ode.OrdinaryDifferentialEquation;
import org.hipparchus.ode.nonstiff.DormandPrince853Integrator;

/**
 * The oracle with moisture: one heater, one bowl, wet contents and an ultrasonic humidifier, integrated as one coupled system by
 * Dormand–Prince 8(5,3), with both displays sampled and held each second. Saturation is that of IAPWS-IF97; film coefficients
 * and the Lewis relation are written out once more. It shares the conductances with the product, and no step and no splitting.
 */
final class IndependentMoistRun {
    private static final IF97 STEAM = new IF97(IF97.UnitSystem.SI);
    private static final double VAPOUR = 461.5;
    private static final double ZERO_K = 273.15;

    private final Chamber chamber;
    private final ThermalModel model;
    private final RoomCurve room;
    private final double powerW;
    private final double fogKgS;
    private final double vapourMs;
    private final double bowlM2;
    private final double exchangeM3s;
    private final double roomVapourPa;
    private boolean heats;
    private boolean moistens;

    /** Traces of a run, one value a second: air (°C), contents (°C), humidity (%RH). */
    record Result(double[] airC, double[] contentsC, double[] humidityPct, int heatStarts, int moistStarts) {
    }

    IndependentMoistRun(Chamber chamber, RoomCurve room) {
        this.chamber = chamber;
        this.model = ThermalModel.of(chamber);
        this.room = room;
        this.powerW = chamber.heaters().get(0).powerW();
        this.fogKgS = chamber.of(Humidifier.class).get(0).outputGh() / 3.6e6;
        this.bowlM2 = chamber.of(Bowl.class).get(0).surfaceM2();
        this.vapourMs = (chamber.airMovement() == AirMovement.MOVING ? 8 : 3) / 1080.0;
        this.exchangeM3s = chamber.box().volumeM3() * chamber.airChangesPerHour() / 3600;
        this.roomVapourPa = chamber.room().humidityPct().orElseThrow() / 100 * pressure(chamber.room().meanC());
    }

    private static double pressure(double temperatureC) {
        return STEAM.saturationPressureT(temperatureC + ZERO_K);
    }

    private static double density(double temperatureC) {
        return pressure(temperatureC) / VAPOUR / (temperatureC + ZERO_K);
    }

    private static double latent(double temperatureC) {
        return 2.501e6 - 2326 * temperatureC;
    }

    /** Runs from room temperature; both controllers read mixed air through a probe of the given lags. */
    Result run(int seconds, double probeLagS, SwitchingPoints heat, double sensorLagS, SwitchingPoints moist) {
        // element, bowl, air, contents, shell, probe, vapour, sensor
        double startC = room.temperatureC(0);
        double startDensity = roomVapourPa / VAPOUR / (startC + ZERO_K);
        double startPct = 100 * startDensity / density(startC);
        double[] y = {startC, startC, startC, startC, startC, startC, startDensity, startPct, startC, startC};
        var integrator = new DormandPrince853Integrator(1e-7, 1, 1e-10, 1e-10);
        double[] air = new double[seconds];
        double[] contents = new double[seconds];
        double[] humidity = new double[seconds];
        int heatStarts = 0;
        int moistStarts = 0;
        for (int k = 0; k < seconds; k++) {
            boolean heated = heats;
            boolean moistened = moistens;
            heats = switched(heats, Math.round(y[5] * 10) / 10.0, heat);
            moistens = switched(moistens, Math.round(y[7]), moist);
            heatStarts += heats && !heated ? 1 : 0;
            moistStarts += moistens && !moistened ? 1 : 0;
            air[k] = y[2];
            contents[k] = y[3];
            humidity[k] = 100 * y[6] / density(y[2]);
            y = integrator.integrate(equations(probeLagS, sensorLagS), new ODEState(k, y), k + 1).getPrimaryState();
        }
        return new Result(air, contents, humidity, heatStarts, moistStarts);
    }

    private static boolean switched(boolean on, double shown, SwitchingPoints points) {
        return shown <= points.onAt() + 1e-6 || on && shown < points.offAt() - 1e-6;
    }

    private OrdinaryDifferentialEquation equations(double probeLagS, double sensorLagS) {
        ThermalModel.Element mat = model.elements().get(0);
        ThermalModel.Element bowl = model.elements().get(1);
        return new OrdinaryDifferentialEquation() {
            @Override
            public int getDimension() {
                return 10;
            }

            @Override
            public double[] computeDerivatives(double t, double[] y) {
                double roomC = room.temperatureC(t);
                double air = y[2];
                double contents = y[3];
                double vapour = y[6];
                double matToAir = mat.toAirWK() * (y[0] - air);
                double matToContents = mat.toContentsWK() * (y[0] - contents);
                double bowlToAir = bowl.toAirWK() * (y[1] - air);
                double airToContents = model.airToContentsWK() * (air - contents);
                double airToShell = model.airToShellWK() * (air - y[4]);
                double inward = model.betweenSlicesWK() * (y[4] - y[8]);
                double outward = model.betweenSlicesWK() * (y[8] - y[9]);
                double fromBowl = vapourMs * bowlM2 * (density(y[1]) - vapour);
                double fromContents = vapourMs * chamber.contents().wetSurfaceM2() * (density(contents) - vapour);
                double fog = moistens ? fogKgS : 0;
                double livingKgS = chamber.contents().living().waterGh() / 3.6e6;
                double supply = roomVapourPa / VAPOUR / (air + ZERO_K);
                double feltPct = 100 * vapour * (air + ZERO_K) / (density(y[5]) * (y[5] + ZERO_K));
                double motorW = moistens ? chamber.of(Humidifier.class).get(0).electricalW() : 0;
                return new double[] {
                        ((heats ? powerW : 0) - matToAir - matToContents - mat.toRoomWK() * (y[0] - roomC)) / mat.capacityJK(),
                        (-bowlToAir - latent(y[1]) * fromBowl) / bowl.capacityJK(),
                        (matToAir + bowlToAir - airToContents - airToShell - model.airToRoomWK() * (air - roomC)
                                - latent(air) * fog + motorW) / model.airJK(),
                        (airToContents + matToContents + model.livingHeatW() - latent(contents) * (fromContents + livingKgS))
                                / model.contentsJK(),
                        (airToShell - inward) / model.slicesJK().get(0),
                        (air - y[5]) / probeLagS,
                        (fog + fromBowl + fromContents + livingKgS - exchangeM3s * (vapour - supply)) / chamber.box().volumeM3(),
                        (feltPct - y[7]) / sensorLagS,
                        (inward - outward) / model.slicesJK().get(1),
                        (outward - model.shellToRoomWK() * (y[9] - roomC)) / model.slicesJK().get(2)};
            }
        };
    }
}
