package kilnward.core.load;

/**
 * What an outlet feeds, by how it begins to draw. Inrush as a multiple of the running current, orders of magnitude from
 * memory; the plate of the appliance is better.
 */
public enum LoadKind {
    /** Mats, cables, ceramic emitters: as much at the start as later. */
    RESISTIVE(1, true),
    /** Incandescent bulbs: a cold filament draws about ten times as much for a moment. */
    BULB(10, true),
    /** Fans and pumps. */
    MOTOR(6, false),
    /** Compressors of fridges and chillers. */
    COMPRESSOR(8, false),
    /** Power supplies and lamps with electronics. */
    ELECTRONIC(10, false);

    private final double inrush;
    private final boolean dimmable;

    LoadKind(double inrush, boolean dimmable) {
        this.inrush = inrush;
        this.dimmable = dimmable;
    }

    /** Current at the start over running current. */
    public double inrush() {
        return inrush;
    }

    /** Whether a dimmer may trim its watts; never one on electronics or motors. */
    public boolean dimmable() {
        return dimmable;
    }
}
