package kilnward.core.life;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;
import kilnward.core.quantity.Quantity;

/**
 * One stage of an occupant's life in the chamber.
 *
 * @param id                stable name within its school, in kebab case
 * @param name              what a keeper calls it
 * @param durationDays      usual duration (days); null where it is open-ended
 * @param durationGrade     grade of the duration's source; null where there is no duration
 * @param temperatureC      target range at the occupant (°C); by day, where the night differs
 * @param nightTemperatureC target range by night (°C); null where it is that of the day
 * @param humidityPct       humidity band at the occupant (%RH); null where it does not matter
 * @param nightHumidityPct  humidity band by night (%RH); null where it is that of the day
 * @param carbonDioxidePpm  carbon dioxide band at the occupant (ppm); null where it does not matter
 * @param lightHours        light a day (h); null where it does not matter
 * @param turnsPerDay       how often eggs are turned a day; null where they are not
 * @param freshAirPerHour   air changes wanted (1/h); null where it does not matter
 * @param maxRateKh         greatest rate of change at the occupant (K/h); null where none is known
 * @param harm              danger limits
 * @param notes             other doings of the stage (misting, topping up), one sentence each
 * @param living            what they give off in this stage, where that is not what the guide says of all stages; null else
 */
public record Stage(String id, String name, @Bounded(min = 0.1, max = 3650, unit = "days") Double durationDays, SourceGrade durationGrade, Range temperatureC,
        Range nightTemperatureC, Range humidityPct, Range nightHumidityPct, Range carbonDioxidePpm, Graded lightHours,
        Graded turnsPerDay, Graded freshAirPerHour, Graded maxRateKh, List<GuideHarm> harm,
        List<String> notes, LivingCurve living) {
    /** One with nothing of its own to say of what they give off. */
    public Stage(String id, String name, Double durationDays, SourceGrade durationGrade, Range temperatureC, Range nightTemperatureC, Range humidityPct,
            Range nightHumidityPct, Graded lightHours, Graded turnsPerDay, Graded freshAirPerHour, Graded maxRateKh, List<GuideHarm> harm, List<String> notes) {
        this(id, name, durationDays, durationGrade, temperatureC, nightTemperatureC, humidityPct, nightHumidityPct, null, lightHours, turnsPerDay, freshAirPerHour, maxRateKh, harm,
                notes, null);
    }

    public Stage {
        Require.that(id != null && id.matches("[a-z0-9]+(-[a-z0-9]+)*"), "id", id, "must be in kebab case");
        Require.that(name != null && !name.isBlank(), "name", name, "must be given");
        if (durationDays != null) {
            Require.within(Stage.class, "durationDays", durationDays);
            Require.that(durationGrade != null, "durationGrade", null, "must be given with a duration");
        }
        Require.that(temperatureC != null, "temperatureC", null, "must be given");
        requireHumidity("humidityPct", humidityPct);
        requireHumidity("nightHumidityPct", nightHumidityPct);
        requireWithin("lightHours", lightHours, 0, 24, "h");
        requireWithin("turnsPerDay", turnsPerDay, 0, 1440, "a day");
        requireWithin("freshAirPerHour", freshAirPerHour, 0, 200, "1/h");
        requireWithin("maxRateKh", maxRateKh, 0.01, 100, "K/h");
        harm = harm == null ? List.of() : List.copyOf(harm);
        notes = notes == null ? List.of() : List.copyOf(notes);
        needs(temperatureC, humidityPct, carbonDioxidePpm, null, harm);
        if (nightTemperatureC != null) {
            needs(nightTemperatureC, nightHumidityPct == null ? humidityPct : nightHumidityPct, carbonDioxidePpm, null, harm);
        }
    }

    private static void requireHumidity(String field, Range range) {
        if (range != null) {
            Require.within(field + ".low", range.low(), 0, 100, "%RH");
            Require.within(field + ".high", range.high(), 0, 100, "%RH");
        }
    }

    private static void requireWithin(String field, Graded given, double lowest, double highest, String unit) {
        if (given != null) {
            Require.within(field + ".value", given.value(), lowest, highest, unit);
        }
    }

    /** What the stage needs by day, as the default for a chamber. */
    public Needs needs() {
        return needs(temperatureC, humidityPct, carbonDioxidePpm, maxRateKh, harm);
    }

    private static Needs needs(Range temperatureC, Range humidityPct, Range carbonDioxidePpm, Graded maxRateKh, List<GuideHarm> harm) {
        Map<Quantity, Band> air = new EnumMap<>(Quantity.class);
        if (humidityPct != null) {
            air.put(Quantity.RELATIVE_HUMIDITY, Band.humidity(humidityPct.low(), humidityPct.high()));
        }
        if (carbonDioxidePpm != null) {
            air.put(Quantity.CARBON_DIOXIDE, Band.carbonDioxide(carbonDioxidePpm.low(), carbonDioxidePpm.high()));
        }
        return new Needs(new KeepBand(temperatureC.low(), temperatureC.high()), harm.stream().filter(each -> each.costs() == null).map(GuideHarm::limit).toList(), air,
                maxRateKh == null ? OptionalDouble.empty() : OptionalDouble.of(maxRateKh.value()))
                .withPoorer(harm.stream().filter(each -> each.costs() != null).map(each -> new PoorerLimit(each.limit(), each.costs())).toList());
    }
}
