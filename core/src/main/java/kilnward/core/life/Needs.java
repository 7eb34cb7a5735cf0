package kilnward.core.life;

import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;
import kilnward.core.quantity.Quantity;

/**
 * What the occupant needs now: the target range and the danger limits on both sides, all at the occupant.
 *
 * @param keep       target range
 * @param dangerLimits levels of any quantity and how long each can be borne, on either side, in any order
 * @param air        ranges wanted of what the air holds; what does not matter is not there
 * @param maxRateKh  greatest rate of change it bears (K/h); empty where none is known
 * @param other      a second place with a target range of its own; empty where the occupant lives in one place
 * @param poorer     levels that do not kill but cost
 * @param night      what is wanted by night; empty where that is what is wanted by day
 */
public record Needs(KeepBand keep, List<DangerLimit> dangerLimits, Map<Quantity, Band> air, @Bounded(min = 0.01, max = 100, unit = "K/h") OptionalDouble maxRateKh,
        Optional<OtherPlace> other,
        List<PoorerLimit> poorer, Optional<Night> night) {
    /** From dusk and dawn it takes this long (h) to come to what is wanted then: until then either will do; common practice, no source. */
    private static final double TURNS_H = 1.5;

    public Needs {
        Objects.requireNonNull(keep, "keep");
        dangerLimits = List.copyOf(dangerLimits);
        air = Map.copyOf(air);
        poorer = List.copyOf(poorer);
        Objects.requireNonNull(night, "night");
        maxRateKh.ifPresent(rate -> Require.within(Needs.class, "maxRateKh", rate));
        for (int i = 0; i < dangerLimits.size(); i++) {
            DangerLimit limit = dangerLimits.get(i);
            Optional<Band> wanted = Optional.ofNullable(air.get(limit.quantity()));
            boolean warmth = limit.quantity() == Quantity.TEMPERATURE;
            Require.that(warmth || wanted.isPresent(), "dangerLimits[" + i + "].level", limit.level(), "must have a target range of " + limit.quantity().sign() + " beside it");
            double low = warmth ? keep.lowC() : wanted.orElseThrow().low();
            double high = warmth ? keep.highC() : wanted.orElseThrow().high();
            boolean outside = limit.side() == Side.HIGH ? limit.level() > high : limit.level() < low;
            Require.that(outside, "dangerLimits[" + i + "].level", limit.level(), limit.side() == Side.HIGH
                    ? "must be above the target range (" + Require.plain(high) + " " + limit.quantity().sign() + ")"
                    : "must be below the target range (" + Require.plain(low) + " " + limit.quantity().sign() + ")");
        }
    }

    /** The same by day and by night, with nothing between well and harmed. */
    public Needs(KeepBand keep, List<DangerLimit> dangerLimits, Map<Quantity, Band> air, OptionalDouble maxRateKh, Optional<OtherPlace> other) {
        this(keep, dangerLimits, air, maxRateKh, other, List.of(), Optional.empty());
    }

    /** The same with levels that do not kill but cost. */
    public Needs withPoorer(List<PoorerLimit> limits) {
        return new Needs(keep, dangerLimits, air, maxRateKh, other, limits, night);
    }

    /** The same with other needs by night. */
    public Needs withNight(Night other) {
        return new Needs(keep, dangerLimits, air, maxRateKh, this.other, poorer, Optional.of(other));
    }

    /** The target range at an hour of the day (h); soon after dusk and dawn what is inside either band will do. */
    public KeepBand keepAt(double hour) {
        if (night.isEmpty()) {
            return keep;
        }
        KeepBand now = night.get().isNight(hour) ? night.get().keep() : keep;
        KeepBand before = night.get().isNight(hour - TURNS_H) ? night.get().keep() : keep;
        return now.equals(before) ? now : new KeepBand(Math.min(now.lowC(), before.lowC()), Math.max(now.highC(), before.highC()));
    }

    /** The target ranges of day and night together: what is outside of this is wanted at no hour. */
    public KeepBand widest() {
        return night.map(Night::keep).map(dark -> new KeepBand(Math.min(keep.lowC(), dark.lowC()), Math.max(keep.highC(), dark.highC()))).orElse(keep);
    }

    /** What is wanted of a quantity of the air; empty where it does not matter. */
    public Optional<Band> band(Quantity quantity) {
        return Optional.ofNullable(air.get(quantity));
    }

    /** The range of a quantity of the air at an hour of the day (h), likewise; empty where it does not matter. */
    public Optional<Band> bandAt(Quantity quantity, double hour) {
        Optional<Band> byDay = band(quantity);
        Optional<Band> byNight = night.flatMap(each -> each.band(quantity));
        if (byDay.isEmpty() || byNight.isEmpty()) {
            return byDay;
        }
        Band now = night.get().isNight(hour) ? byNight.get() : byDay.get();
        Band before = night.get().isNight(hour - TURNS_H) ? byNight.get() : byDay.get();
        return Optional.of(now.with(before));
    }

    /** Needs in one place. */
    public Needs(KeepBand keep, List<DangerLimit> dangerLimits, Map<Quantity, Band> air, OptionalDouble maxRateKh) {
        this(keep, dangerLimits, air, maxRateKh, Optional.empty());
    }

    /** Needs of temperature alone. */
    public Needs(KeepBand keep, List<DangerLimit> dangerLimits) {
        this(keep, dangerLimits, Map.of(), OptionalDouble.empty());
    }

    /** The same with a range for what the air holds. */
    public Needs with(Band band) {
        Map<Quantity, Band> more = new EnumMap<>(Quantity.class);
        more.putAll(air);
        more.put(band.quantity(), band);
        return new Needs(keep, dangerLimits, more, maxRateKh, other, poorer, night);
    }

    /** The danger limits of a quantity. */
    public List<DangerLimit> dangerLimits(Quantity quantity) {
        return dangerLimits.stream().filter(each -> each.quantity() == quantity).toList();
    }

    /** The danger limit of temperature on a side that lies nearest to the target range. */
    public Optional<DangerLimit> nearest(Side side) {
        return nearest(Quantity.TEMPERATURE, side);
    }

    /** The danger limit of a quantity on a side that lies nearest to what is wanted of it. */
    public Optional<DangerLimit> nearest(Quantity quantity, Side side) {
        Comparator<DangerLimit> byLevel = Comparator.comparingDouble(DangerLimit::level);
        return dangerLimits.stream().filter(limit -> limit.quantity() == quantity && limit.side() == side).min(side == Side.HIGH ? byLevel : byLevel.reversed());
    }
}
