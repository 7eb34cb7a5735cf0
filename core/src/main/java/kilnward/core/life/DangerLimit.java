package kilnward.core.life;

import java.util.Objects;
import java.util.stream.Stream;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;
import kilnward.core.quantity.Quantity;

/**
 * A level of a quantity and how long it can be borne.
 *
 * @param quantity  what harms: the temperature or something that the air holds
 * @param side      beyond which side of the level it harms
 * @param level     level at the occupant, in the model's unit, within what {@link GuideHarm} says of it
 * @param durationS how long it can be borne without a break (s); 0 harms at once
 */
public record DangerLimit(Quantity quantity, Side side, double level, @Bounded(min = 0, max = 60 * 86_400, unit = "s") double durationS) {
    public DangerLimit {
        Objects.requireNonNull(side, "side");
        Require.within(GuideHarm.class, field(quantity), level);
        Require.within(DangerLimit.class, "durationS", durationS);
    }

    /** A limit of temperature (°C). */
    public DangerLimit(Side side, double levelC, double durationS) {
        this(Quantity.TEMPERATURE, side, levelC, durationS);
    }

    /**
     * A limit whose level is said in the unit of its quantity, as guides and plans say it: exactly one of the levels is given.
     *
     * @param levelC   temperature (°C); null for another quantity
     * @param levelPct relative humidity (%RH); null likewise
     * @param levelPpm carbon dioxide (ppm); null likewise
     */
    public static DangerLimit of(Side side, Double levelC, Double levelPct, Double levelPpm, double durationS) {
        long given = Stream.of(levelC, levelPct, levelPpm).filter(Objects::nonNull).count();
        Require.that(given == 1, "levelC", levelC, given == 0 ? "must be given, or levelPct, or levelPpm" : "must be given alone, without levelPct or levelPpm");
        return levelC != null ? new DangerLimit(side, levelC, durationS)
                : levelPct != null ? new DangerLimit(Quantity.RELATIVE_HUMIDITY, side, levelPct, durationS) : new DangerLimit(Quantity.CARBON_DIOXIDE, side, levelPpm, durationS);
    }

    /** The field in which a plan says its level. */
    public String levelField() {
        return field(quantity);
    }

    private static String field(Quantity quantity) {
        return quantity == Quantity.TEMPERATURE ? "levelC" : quantity == Quantity.RELATIVE_HUMIDITY ? "levelPct" : "levelPpm";
    }

    /**
     * The same limit as it stands where something measures.
     *
     * @param toOccupant what the occupant has more than there, in the model's unit
     */
    public DangerLimit asMeasured(double toOccupant) {
        return new DangerLimit(quantity, side, level - toOccupant, durationS);
    }

    /** Whether a value at the occupant is at or beyond the level. */
    public boolean isReachedAt(double value) {
        return side == Side.HIGH ? value >= level : value <= level;
    }
}
