package kilnward.core.other;

import java.util.SplittableRandom;

/** A glass house counted ray by ray: what of the sun's beam stays inside. Panes by Fresnel's amplitudes, a floor that throws a quarter back to all sides. Shares nothing with the product. */
public final class RayHouse {
    private static final double N = 1.526;
    private static final double TAKEN_UP = 0.03;
    private static final double FRAMES = 0.85;
    private static final double FLOOR_TAKES = 0.75;

    private RayHouse() {
    }

    /**
     * Share of the beam's watts on a square metre across it, times square metres: what stays (m²).
     *
     * @param sides  length (east–west), width (north–south), height (m)
     * @param toSun  south, west, up
     */
    public static double beamStaysM2(double[] sides, double[] toSun, long seed, int rays) {
        SplittableRandom random = new SplittableRandom(seed);
        // Faces that see the sun: top, south or north, west or east.
        double top = toSun[2] * sides[0] * sides[1];
        double front = Math.abs(toSun[0]) * sides[0] * sides[2];
        double side = Math.abs(toSun[1]) * sides[1] * sides[2];
        double all = top + front + side;
        double kept = 0;
        for (int i = 0; i < rays; i++) {
            double pick = random.nextDouble(all);
            // x east, y north, z up.
            double[] at;
            double cosine;
            if (pick < top) {
                at = new double[] {random.nextDouble(sides[0]), random.nextDouble(sides[1]), sides[2]};
                cosine = toSun[2];
            } else if (pick < top + front) {
                at = new double[] {random.nextDouble(sides[0]), toSun[0] > 0 ? 0 : sides[1], random.nextDouble(sides[2])};
                cosine = Math.abs(toSun[0]);
            } else {
                at = new double[] {toSun[1] > 0 ? 0 : sides[0], random.nextDouble(sides[1]), random.nextDouble(sides[2])};
                cosine = Math.abs(toSun[1]);
            }
            double weight = FRAMES * passes(cosine);
            double[] way = {toSun[1], toSun[0], -toSun[2]};
            for (int bounce = 0; bounce < 30 && weight > 1e-4; bounce++) {
                double[] next = hit(at, way, sides);
                if (next[2] < 1e-9) {
                    kept += weight * FLOOR_TAKES;
                    weight *= 1 - FLOOR_TAKES;
                    at = next;
                    way = up(random);
                } else {
                    int axis = next[0] < 1e-9 || next[0] > sides[0] - 1e-9 ? 0 : next[1] < 1e-9 || next[1] > sides[1] - 1e-9 ? 1 : 2;
                    // What meets a frame is lost as what passes is; the rest is thrown back as by a mirror.
                    weight *= FRAMES * (1 - passes(Math.abs(way[axis])) - 0.03);
                    way[axis] = -way[axis];
                    at = next;
                }
            }
        }
        return kept / rays * all;
    }

    private static double[] hit(double[] at, double[] way, double[] sides) {
        double far = Double.POSITIVE_INFINITY;
        for (int axis = 0; axis < 3; axis++) {
            if (Math.abs(way[axis]) > 1e-12) {
                double wall = way[axis] > 0 ? sides[axis] : 0;
                double s = (wall - at[axis]) / way[axis];
                far = s > 1e-9 ? Math.min(far, s) : far;
            }
        }
        return new double[] {at[0] + far * way[0], at[1] + far * way[1], at[2] + far * way[2]};
    }

    private static double[] up(SplittableRandom random) {
        double sine = Math.sqrt(random.nextDouble());
        double round = random.nextDouble(2 * Math.PI);
        return new double[] {sine * Math.cos(round), sine * Math.sin(round), Math.sqrt(1 - sine * sine)};
    }

    /** By the amplitudes of both polarisations at one face, two faces with all that goes to and fro between. */
    private static double passes(double cosine) {
        double inner = Math.sqrt(1 - (1 - cosine * cosine) / (N * N));
        double s = Math.pow((cosine - N * inner) / (cosine + N * inner), 2);
        double p = Math.pow((inner - N * cosine) / (inner + N * cosine), 2);
        double a = Math.exp(-TAKEN_UP / inner);
        return 0.5 * (a * (1 - s) * (1 - s) / (1 - s * s * a * a) + a * (1 - p) * (1 - p) / (1 - p * p * a * a));
    }
}
