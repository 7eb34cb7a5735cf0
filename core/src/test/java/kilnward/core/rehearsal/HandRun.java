package kilnward.core.rehearsal;

import com.hummeling.if97.IF97;
import org.hipparchus.ode.ODEState;
import org.hipparchus.ode.OrdinaryDifferentialEquation;
import org.hipparchus.ode.nonstiff.DormandPrince853Integrator;

/**
 * The oracle that shares nothing with the product: a box of one foam, its conductances worked out here from its measures, integrated by Dormand–Prince 8(5,3)
 * with the displays sampled and held, and what acts told by the test. Saturation is that of IAPWS-IF97.
 *
 * <p>Walls by ISO 6946 (surfaces 0.13 m²K/W in still air, 1/12 in moving), edges and corners by the shape factors 0.54 L and 0.15 d of heat-transfer
 * handbooks (J. P. Holman, "Heat Transfer", table 3-1, from memory), their surfaces on the areas inside and outside.
 */
final class HandRun {
    private static final IF97 STEAM = new IF97(IF97.UnitSystem.SI);
    private static final double VAPOUR = 461.5;
    private static final double ZERO_K = 273.15;
    /** Expanded polystyrene: conductivity (W/(m K)), density (kg/m³), specific heat (J/(kg K)). */
    private static final double[] FOAM = {0.036, 20, 1450};

    /** What acts at a moment, held until the next sample: watts into the air, exchange beyond the leaks (m³/h), a chiller's share, air dried (m³/s), motors (W). */
    record Acts(double lampW, double exchangeM3h, double coolingShare, double dryingM3s) {
    }

    /** Decides from what is shown. */
    interface Decides {
        Acts at(double timeS, double shownC, double shownPct);
    }

    /** A chiller's watts by the temperature inside. */
    interface Removes {
        double watts(double insideC);
    }

    /**
     * What is measured of the box and what is in it.
     *
     * @param sidesM    length, width, height inside (m), then the foam's thickness
     * @param contents  mass (kg), specific heat (J/(kg K)), surface (m²), wet surface (m²), heat given off (W)
     */
    record Measures(double[] sidesM, double airChangesPerHour, boolean moving, double[] contents, double altitudeM, double roomC, double roomPct, double warmestC,
            double coldestC) {
    }

    /** Traces, one value a sample: air, contents, humidity. */
    record Traces(double[] airC, double[] contentsC, double[] humidityPct) {
    }

    private final Measures m;
    private final double volumeM3;
    private final double airToFirstWK;
    private final double betweenWK;
    private final double lastToRoomWK;
    private final double[] thirdsJK = new double[3];
    private final double airJK;
    private final double carriedJM3K;

    HandRun(Measures measures) {
        m = measures;
        double length = m.sidesM()[0];
        double width = m.sidesM()[1];
        double height = m.sidesM()[2];
        double d = m.sidesM()[3];
        volumeM3 = length * width * height;
        double total = 0;
        double films = 0;
        double outside = 0;
        for (double[] wall : new double[][] {{length, width}, {length, height}, {width, height}}) {
            double inside = wall[0] * wall[1];
            // A wall owns half of each of its four edges, 0.54 · 2 (a + b) / 2, and a third of each of its four corners, 0.15 d · 4 / 3.
            double shapeM = inside / d + 0.54 * (wall[0] + wall[1]) + 0.15 * 4 / 3 * d;
            double conduction = 1 / (FOAM[0] * shapeM);
            double within = (m.moving() ? 1.0 / 12 : 0.13) / inside;
            double without = 0.13 / ((wall[0] + 2 * d) * (wall[1] + 2 * d));
            double wk = 1 / (within + conduction + without);
            total += 2 * wk;
            films += 2 * wk * within * wk;
            outside += 2 * wk * without * wk;
            for (int third = 0; third < 3; third++) {
                double x = d * (2 * third + 1) / 6;
                thirdsJK[third] += 2 * (wall[0] + 2 * x) * (wall[1] + 2 * x) * d / 3 * FOAM[1] * FOAM[2];
            }
        }
        // One wall for all: films with their mean share of the resistance, conduction in three.
        double filmKW = films / total / total;
        double outsideKW = outside / total / total;
        double conductionKW = 1 / total - filmKW - outsideKW;
        airToFirstWK = 1 / (filmKW + conductionKW / 6);
        betweenWK = 3 / conductionKW;
        lastToRoomWK = 1 / (conductionKW / 6 + outsideKW);
        double pressurePa = 101_325 * Math.pow(1 - 2.25577e-5 * m.altitudeM(), 5.25588);
        airJK = pressurePa / 287.05 / (m.warmestC() + ZERO_K) * 1006 * volumeM3;
        carriedJM3K = pressurePa / 287.05 / (m.coldestC() + ZERO_K) * 1006;
    }

    private static double density(double temperatureC) {
        return STEAM.saturationPressureT(temperatureC + ZERO_K) / VAPOUR / (temperatureC + ZERO_K);
    }

    private static double latent(double temperatureC) {
        return 2.501e6 - 2326 * temperatureC;
    }

    /** Runs from room temperature; the probe reads mixed air with a lag, its humidity sensor with another. */
    Traces run(int samples, double everyS, double probeLagS, double sensorLagS, Decides decides, Removes chiller) {
        double roomPa = m.roomPct() / 100 * STEAM.saturationPressureT(m.roomC() + ZERO_K);
        double startDensity = roomPa / VAPOUR / (m.roomC() + ZERO_K);
        // air, contents, inner third of the walls, probe, vapour, sensor, middle third, outer third
        double[] y = {m.roomC(), m.roomC(), m.roomC(), m.roomC(), startDensity, m.roomPct(), m.roomC(), m.roomC()};
        var integrator = new DormandPrince853Integrator(1e-7, everyS, 1e-9, 1e-9);
        double[] air = new double[samples];
        double[] contents = new double[samples];
        double[] humidity = new double[samples];
        for (int k = 0; k < samples; k++) {
            air[k] = y[0];
            contents[k] = y[1];
            humidity[k] = 100 * y[4] / density(y[0]);
            Acts acts = decides.at(k * everyS, Math.round(y[3] * 10) / 10.0, Math.round(y[5]));
            y = integrator.integrate(equations(acts, roomPa, probeLagS, sensorLagS, chiller), new ODEState(k * everyS, y), (k + 1) * everyS).getPrimaryState();
        }
        return new Traces(air, contents, humidity);
    }

    private OrdinaryDifferentialEquation equations(Acts acts, double roomPa, double probeLagS, double sensorLagS, Removes chiller) {
        double film = m.moving() ? 12 : 5;
        double vapourMs = (m.moving() ? 8 : 3) / 1080.0;
        double exchangeM3s = (m.airChangesPerHour() * volumeM3 + acts.exchangeM3h()) / 3600;
        return new OrdinaryDifferentialEquation() {
            @Override
            public int getDimension() {
                return 8;
            }

            @Override
            public double[] computeDerivatives(double t, double[] y) {
                double toContents = film * m.contents()[2] * (y[0] - y[1]);
                double toShell = airToFirstWK * (y[0] - y[2]);
                double inward = betweenWK * (y[2] - y[6]);
                double outward = betweenWK * (y[6] - y[7]);
                double evaporated = vapourMs * m.contents()[3] * (density(y[1]) - y[4]);
                double dried = acts.dryingM3s() * Math.max(0, y[4] - density(5));
                double felt = 100 * y[4] * (y[0] + ZERO_K) / (density(y[3]) * (y[3] + ZERO_K));
                return new double[] {
                        (acts.lampW() - toContents - toShell - carriedJM3K * exchangeM3s * (y[0] - m.roomC()) - acts.coolingShare() * chiller.watts(y[0])
                                + latent(y[0]) * dried) / airJK,
                        (toContents + m.contents()[4] - latent(y[1]) * evaporated) / (m.contents()[0] * m.contents()[1]),
                        (toShell - inward) / thirdsJK[0],
                        (y[0] - y[3]) / probeLagS,
                        (evaporated - dried - exchangeM3s * (y[4] - roomPa / VAPOUR / (y[0] + ZERO_K))) / volumeM3,
                        (felt - y[5]) / sensorLagS,
                        (inward - outward) / thirdsJK[1],
                        (outward - lastToRoomWK * (y[7] - m.roomC())) / thirdsJK[2]};
            }
        };
    }
}
