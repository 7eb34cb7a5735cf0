package kilnward.core.judgement;

import kilnward.core.air.MoistAir;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Flow;
import kilnward.core.chamber.MoistureBalance;
import kilnward.core.finding.Quantity;
import kilnward.core.finding.Unit;

/** Short names for quantities, and the steady moisture balance of a planned chamber. */
final class Numbers {
    private Numbers() {
    }

    static Quantity level(double celsius) {
        return new Quantity(celsius, Unit.CELSIUS);
    }

    static Quantity difference(double kelvin) {
        return new Quantity(kelvin, Unit.KELVIN);
    }

    static Quantity watts(double watts) {
        return new Quantity(watts, Unit.WATT);
    }

    static Quantity percent(double percent) {
        return new Quantity(percent, Unit.PERCENT);
    }

    static Quantity humidity(double pct) {
        return new Quantity(pct, Unit.RELATIVE_HUMIDITY);
    }

    /** A level of temperature or of humidity. */
    static Quantity of(double level, boolean humidity) {
        return humidity ? humidity(level) : level(level);
    }

    /** A difference of temperature or of humidity. */
    static Quantity difference(double difference, boolean humidity) {
        return humidity ? humidity(difference) : difference(difference);
    }

    static Quantity gramsPerHour(double gramsPerHour) {
        return new Quantity(gramsPerHour, Unit.GRAM_PER_HOUR);
    }

    static Quantity rate(double kelvinPerHour) {
        return new Quantity(kelvinPerHour, Unit.KELVIN_PER_HOUR);
    }

    static Quantity seconds(double seconds) {
        return new Quantity(seconds, Unit.SECOND);
    }

    static Quantity perHour(double perHour) {
        return new Quantity(perHour, Unit.PER_HOUR);
    }

    static Quantity count(double count) {
        return new Quantity(count, Unit.COUNT);
    }

    /**
     * The steady moisture balance of a chamber whose room's humidity is known.
     *
     * @param humidifierGh output of its humidifiers (g/h)
     */
    static MoistureBalance moisture(Chamber chamber, double insideC, double insidePct, double roomC, double humidifierGh) {
        double roomPct = Math.min(100, 100 * chamber.room().vapourPressurePa().orElseThrow() / MoistAir.saturationPressurePa(roomC));
        double airChanges = 3600 * Flow.usual(chamber, id -> false).exchangeM3s() / chamber.box().volumeM3();
        return MoistureBalance.of(chamber.box(), Math.min(200, airChanges), Math.max(0, Math.min(60, insideC)),
                Math.max(0, Math.min(100, insidePct)), Math.max(-40, roomC), roomPct, humidifierGh, chamber.contents().living().waterGh(), chamber.altitudeM());
    }
}
