package kilnward.core.life;

import java.util.List;
import kilnward.core.finding.Require;

/**
 * One stage of an occupant's life in the chamber.
 *
 * @param id           stable name within its school, in kebab case
 * @param name         what a keeper calls it
 * @param durationDays usual duration (days); null where it is open-ended
 * @param durationGrade grade of the duration's source; null where there is no duration
 * @param temperatureC keep band at the occupant (°C)
 * @param humidityPct  humidity band at the occupant (%RH); null where it does not matter
 * @param lightHours   light a day (h); null where it does not matter
 * @param harm         harm limits
 * @param notes        other settings and doings of the stage (turning, fresh air, misting), one sentence each
 */
public record Stage(String id, String name, Double durationDays, SourceGrade durationGrade, Range temperatureC,
                    Range humidityPct, Double lightHours, List<GuideHarm> harm, List<String> notes) {
    public Stage {
        Require.that(id != null && id.matches("[a-z0-9]+(-[a-z0-9]+)*"), "id", id, "must be in kebab case");
        Require.that(name != null && !name.isBlank(), "name", name, "must be given");
        if (durationDays != null) {
            Require.within("durationDays", durationDays, 0.1, 3650, "days");
            Require.that(durationGrade != null, "durationGrade", null, "must be given with a duration");
        }
        Require.that(temperatureC != null, "temperatureC", null, "must be given");
        if (humidityPct != null) {
            Require.within("humidityPct.low", humidityPct.low(), 0, 100, "%RH");
            Require.within("humidityPct.high", humidityPct.high(), 0, 100, "%RH");
        }
        if (lightHours != null) {
            Require.within("lightHours", lightHours, 0, 24, "h");
        }
        harm = harm == null ? List.of() : List.copyOf(harm);
        notes = notes == null ? List.of() : List.copyOf(notes);
        new Needs(new KeepBand(temperatureC.low(), temperatureC.high()),
                harm.stream().map(GuideHarm::limit).toList());
    }

    /** What the stage needs, as the default for a chamber. */
    public Needs needs() {
        return new Needs(new KeepBand(temperatureC.low(), temperatureC.high()),
                harm.stream().map(GuideHarm::limit).toList());
    }
}
