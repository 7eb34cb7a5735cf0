package kilnward.core.life;

import java.util.Objects;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * A level and how long it can be borne.
 *
 * @param side      beyond which side of the level it harms
 * @param levelC    temperature at the occupant (°C)
 * @param durationS how long it can be borne without a break (s); 0 harms at once
 */
public record HarmLimit(Side side, @Bounded(min = -40, max = 80, unit = "°C") double levelC, @Bounded(min = 0, max = 60 * 86_400, unit = "s") double durationS) {
    public HarmLimit {
        Objects.requireNonNull(side, "side");
        Require.within(HarmLimit.class, "levelC", levelC);
        Require.within(HarmLimit.class, "durationS", durationS);
    }

    /**
     * The same limit as it stands where something measures.
     *
     * @param toOccupantK what the occupant is warmer than there (K)
     */
    public HarmLimit asMeasured(double toOccupantK) {
        return new HarmLimit(side, levelC - toOccupantK, durationS);
    }

    /** Whether a temperature at the occupant is at or beyond the level. */
    public boolean isReachedAt(double occupantC) {
        return side == Side.HIGH ? occupantC >= levelC : occupantC <= levelC;
    }
}
