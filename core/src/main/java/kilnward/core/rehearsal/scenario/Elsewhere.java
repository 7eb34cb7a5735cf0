package kilnward.core.rehearsal.scenario;

import java.util.function.DoubleSupplier;

/** The sensor of a probe that has left its place and follows another temperature with its own lag. */
final class Elsewhere implements Chain.Sensor {
    private final Chain.Sensor sound;
    private final double fromS;
    private final double lagS;
    private final DoubleSupplier there;
    private double felt;
    private double lastS;
    private double sinceS = Double.NaN;
    private double follows;

    Elsewhere(Chain.Sensor sound, double fromS, double lagS, DoubleSupplier there) {
        this.sound = sound;
        this.fromS = fromS;
        this.lagS = lagS;
        this.there = there;
    }

    @Override
    public double sensed(double value, double timeS) {
        double before = lastS;
        lastS = timeS;
        if (timeS < fromS) {
            felt = value;
        } else {
            if (timeS - before != sinceS) {
                sinceS = timeS - before;
                follows = -StrictMath.expm1(-Math.max(0, sinceS) / lagS);
            }
            felt += follows * (there.getAsDouble() - felt);
        }
        return sound.sensed(felt, timeS);
    }
}
