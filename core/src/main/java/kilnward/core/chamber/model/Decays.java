package kilnward.core.chamber.model;

/** The few exponentials in use at a time, by what they are of: which surfaces take part changes to and fro, and an exponential costs more than the rest of a step. */
final class Decays {
    private static final int SLOTS = 16;
    private final double[] of = new double[SLOTS];
    /** How much of a difference is gone after so many time constants. */
    final double[] share = new double[SLOTS];
    /** Mean of what is left of it over them. */
    final double[] mean = new double[SLOTS];

    /** Where what belongs to a number of time constants (above 0) stands. */
    int slotOf(double times) {
        long bits = Double.doubleToRawLongBits(times);
        int slot = (int) (bits >>> 20 ^ bits >>> 36 ^ bits >>> 44) & SLOTS - 1;
        if (times != of[slot]) {
            of[slot] = times;
            share[slot] = -StrictMath.expm1(-times);
            mean[slot] = share[slot] / times;
        }
        return slot;
    }
}
