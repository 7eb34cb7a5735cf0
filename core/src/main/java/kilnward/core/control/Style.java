package kilnward.core.control;

import kilnward.core.finding.Require;

/**
 * What a controller's two keys mean. The same keys give five different bands; mirrored for lowering.
 *
 * <table>
 * <caption>Switching points when raising, for set value s and differential d</caption>
 * <tr><th>style</th><th>on at</th><th>off at</th></tr>
 * <tr><td>{@link #PAIR}</td><td>first key</td><td>second key</td></tr>
 * <tr><td>{@link #OFF_AT_SET}</td><td>s − d</td><td>s</td></tr>
 * <tr><td>{@link #ON_AT_SET}</td><td>s</td><td>s + d</td></tr>
 * <tr><td>{@link #EACH_SIDE}</td><td>s − d</td><td>s + d</td></tr>
 * <tr><td>{@link #CENTRED}</td><td>s − d/2</td><td>s + d/2</td></tr>
 * </table>
 */
public enum Style {
    /** Two values, on and off; no set value. */
    PAIR(Double.NaN, Double.NaN),
    /** Stops at the set value. */
    OFF_AT_SET(1, 0),
    /** Starts at the set value. */
    ON_AT_SET(0, 1),
    /** The differential on each side of the set value. */
    EACH_SIDE(1, 1),
    /** The whole differential, centred on the set value. */
    CENTRED(0.5, 0.5);

    private final double onShare;
    private final double offShare;

    Style(double onShare, double offShare) {
        this.onShare = onShare;
        this.offShare = offShare;
    }

    /** Whether it is keyed in as a pair of values rather than as a set value and a differential. */
    public boolean isPair() {
        return this == PAIR;
    }

    /**
     * From the keys to what the device does.
     *
     * @param direction    which way the output works
     * @param setValue     set value, as displayed
     * @param differential differential as keyed in, above 0
     * @throws IllegalStateException for {@link #PAIR}, which has neither
     */
    public SwitchingPoints points(Direction direction, double setValue, double differential) {
        requireSetValue();
        Require.finite("setValue", setValue);
        Require.positive("differential", differential, "");
        double sign = direction == Direction.RAISE ? 1 : -1;
        return new SwitchingPoints(direction, setValue - sign * onShare * differential,
                setValue + sign * offShare * differential);
    }

    /** From the wanted band to the differential to key in, unrounded. */
    public double differentialFor(SwitchingPoints points) {
        requireSetValue();
        return points.width() / (onShare + offShare);
    }

    /** From the wanted band to the set value to key in, unrounded. */
    public double setValueFor(SwitchingPoints points) {
        requireSetValue();
        double sign = points.direction() == Direction.RAISE ? 1 : -1;
        return points.onAt() + sign * onShare * differentialFor(points);
    }

    private void requireSetValue() {
        if (isPair()) {
            throw new IllegalStateException("a pair has no set value and no differential");
        }
    }
}
