package kilnward.core.chamber.body;

/**
 * How the air inside moves. The film coefficient between air and what stands in it, convection and radiation together, is a
 * handbook order of magnitude from memory: about 5 W/(m²K) in still air, about 12 in the stream of a small fan.
 */
public enum AirMovement {
    STILL(5),
    MOVING(12);

    private final double filmWm2K;

    AirMovement(double filmWm2K) {
        this.filmWm2K = filmWm2K;
    }

    /** Film coefficient between air and contents (W/(m²K)). */
    public double filmWm2K() {
        return filmWm2K;
    }
}
