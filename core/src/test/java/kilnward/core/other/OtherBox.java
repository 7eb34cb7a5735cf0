package kilnward.core.other;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleUnaryOperator;

/**
 * A foam box by finite differences, which shares nothing with the product: each wall in twelve cells that widen outwards, the floor under a mat apart from the rest of it,
 * explicit Euler in half seconds. Slow, plain, and written without looking at how the product does it.
 */
public final class OtherBox {
    private static final int CELLS = 12;
    private static final double DT_S = 0.5;
    private static final double STILL_FILM = 1 / 0.13;
    private static final double AIR_J_M3K = 1.2 * 1006;

    /** A heater: watts, J/K, W/K to the air, W/K to the contents, and how much of the floor it covers (m²). */
    public record Element(double watts, double jK, double toAirWK, double toContentsWK, double onFloorM2) {
    }

    /** A slab from the inside to the room: its face grows from inner to outer. */
    private static final class Slab {
        private final double[] areaM2 = new double[CELLS + 1];
        private final double[] cellJK = new double[CELLS];
        private final double[] t = new double[CELLS];
        private final double thickM;
        private final double conductivity;
        private final double inM2K;

        private Slab(double a, double b, double share, double thickM, double conductivity, double jM3K, double inM2K) {
            this.thickM = thickM;
            this.conductivity = conductivity;
            this.inM2K = inM2K;
            for (int i = 0; i <= CELLS; i++) {
                double x = thickM * i / CELLS;
                areaM2[i] = share * (a + 2 * x) * (b + 2 * x);
            }
            for (int i = 0; i < CELLS; i++) {
                cellJK[i] = 0.5 * (areaM2[i] + areaM2[i + 1]) * thickM / CELLS * jM3K;
            }
        }

        /** From what stands at its inside face to the room, when all is steady (W/K). */
        private double steadyWK() {
            double resistance = inM2K / areaM2[0] + 1 / (STILL_FILM * areaM2[CELLS]);
            for (int i = 0; i < CELLS; i++) {
                resistance += thickM / CELLS / conductivity * 0.5 * (1 / areaM2[i] + 1 / areaM2[i + 1]);
            }
            return 1 / resistance;
        }

        /** Heat it takes from what stands at its inside face (W), then a step. */
        private double step(double insideC, double roomC) {
            double half = thickM / CELLS / 2;
            double in = (insideC - t[0]) * areaM2[0] / (inM2K + half / conductivity);
            double flow = in;
            double[] before = t.clone();
            for (int i = 0; i < CELLS; i++) {
                double out = i == CELLS - 1 ? (before[i] - roomC) * areaM2[CELLS] / (1 / STILL_FILM + half / conductivity)
                        : (before[i] - before[i + 1]) * areaM2[i + 1] * conductivity * CELLS / thickM;
                t[i] += DT_S * (flow - out) / cellJK[i];
                flow = out;
            }
            return in;
        }
    }

    private final List<Slab> walls = new ArrayList<>();
    private final Slab underMat;
    private final Element element;
    private final double airJK;
    private double exchangeWK;
    private final double contentsJK;
    private final double toContentsWK;
    public double airC;
    public double contentsC;
    public double elementC;

    /**
     * @param sides        length, width, height, thickness of the foam (m)
     * @param airChanges   an hour
     * @param contentsJK   J/K
     * @param toContentsWK W/K
     */
    public OtherBox(double[] sides, double airChanges, double contentsJK, double toContentsWK, Element element, double startC) {
        this(sides, 0.036, airChanges, contentsJK, toContentsWK, element, startC);
    }

    /** The same with walls of another conductivity (W/m·K). */
    public OtherBox(double[] sides, double conductivity, double airChanges, double contentsJK, double toContentsWK, Element element, double startC) {
        double l = sides[0];
        double w = sides[1];
        double h = sides[2];
        double d = sides[3];
        this.element = element;
        this.contentsJK = contentsJK;
        this.toContentsWK = toContentsWK;
        double volume = l * w * h;
        this.airJK = AIR_J_M3K * volume;
        this.exchangeWK = volume * airChanges * AIR_J_M3K / 3600;
        double jM3K = 20 * 1450;
        double covered = Math.min(0.9, element.onFloorM2 / (l * w));
        walls.add(new Slab(l, w, 1, d, conductivity, jM3K, 1 / STILL_FILM));
        walls.add(new Slab(l, w, 1 - covered, d, conductivity, jM3K, 1 / STILL_FILM));
        for (int i = 0; i < 2; i++) {
            walls.add(new Slab(l, h, 1, d, conductivity, jM3K, 1 / STILL_FILM));
            walls.add(new Slab(w, h, 1, d, conductivity, jM3K, 1 / STILL_FILM));
        }
        underMat = covered == 0 ? null : new Slab(l, w, covered, d, conductivity, jM3K, 1e-4);
        airC = startC;
        contentsC = startC;
        elementC = startC;
        walls.forEach(each -> java.util.Arrays.fill(each.t, startC));
        if (underMat != null) {
            java.util.Arrays.fill(underMat.t, startC);
        }
    }

    /** Goes on by half a second with a share of the heater's power, in a room. */
    public void step(double share, double roomC) {
        double toAir = element.toAirWK * (elementC - airC);
        double toContents = element.toContentsWK * (elementC - contentsC);
        double airToContents = toContentsWK * (airC - contentsC);
        double intoWalls = 0;
        for (Slab wall : walls) {
            intoWalls += wall.step(airC, roomC);
        }
        double down = underMat == null ? 0 : underMat.step(elementC, roomC);
        elementC += DT_S * (share * element.watts - toAir - toContents - down) / element.jK;
        airC += DT_S * (toAir - airToContents - intoWalls - exchangeWK * (airC - roomC)) / airJK;
        contentsC += DT_S * (toContents + airToContents) / contentsJK;
    }

    /** Opens or closes its lid: other air changes (an hour) of its air. */
    public void airChanges(double perHour) {
        exchangeWK = airJK * perHour / 3600;
    }

    /** How far the contents end above the room with the heater at full power (K): three balances by hand. */
    public double endsAboveK() {
        double walls = exchangeWK + this.walls.stream().mapToDouble(Slab::steadyWK).sum();
        double down = underMat == null ? 0 : underMat.steadyWK();
        double a = element.toAirWK;
        double c = element.toContentsWK;
        // Contents between element and air: (c·e + k·air) / (c + k); what passes through them joins element and air once more.
        double joined = a + (c + toContentsWK == 0 ? 0 : c * toContentsWK / (c + toContentsWK));
        double airK = element.watts / (walls + down * (walls + joined) / joined);
        double elementK = airK * (walls + joined) / joined;
        return (c * elementK + toContentsWK * airK) / (c + toContentsWK);
    }

    /** Runs for so long (s). */
    public void run(double lastingS, DoubleUnaryOperator shareAt, double roomC) {
        for (double t = 0; t < lastingS; t += DT_S) {
            step(shareAt.applyAsDouble(t), roomC);
        }
    }

    /** Where the contents end with a share of the power in a room (°C). */
    public static double endsAt(OtherBox box, double share, double roomC) {
        double before = Double.NaN;
        for (int hour = 0; hour < 400; hour++) {
            before = box.contentsC;
            box.run(3600, t -> share, roomC);
            if (Math.abs(box.contentsC - before) < 1e-4) {
                break;
            }
        }
        return box.contentsC;
    }
}
