package kilnward.core.judgement.situation;

import java.util.Arrays;
import java.util.Locale;
import kilnward.core.air.MoistAir;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.model.Flow;
import kilnward.core.chamber.model.MoistureBalance;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Unit;
import kilnward.core.quantity.Quantity;

/** Short names for quantities, and the steady moisture balance of a planned chamber. */
public final class Numbers {
    private Numbers() {
    }

    public static QuantityValue level(double celsius) {
        return new QuantityValue(celsius, Unit.CELSIUS);
    }

    public static QuantityValue difference(double kelvin) {
        return new QuantityValue(kelvin, Unit.KELVIN);
    }

    public static QuantityValue watts(double watts) {
        return new QuantityValue(watts, Unit.WATT);
    }

    public static QuantityValue percent(double percent) {
        return new QuantityValue(percent, Unit.PERCENT);
    }

    public static QuantityValue humidity(double pct) {
        return new QuantityValue(pct, Unit.RELATIVE_HUMIDITY);
    }

    /** What a finding about a quantity calls that part. */
    public static String part(Quantity quantity) {
        return switch (quantity) {
            case RELATIVE_HUMIDITY -> "humidity";
            default -> quantity.name().toLowerCase(Locale.ROOT).replace('_', '-');
        };
    }

    /** The quantity of a part. */
    public static Quantity quantity(String part) {
        return Arrays.stream(Quantity.values()).filter(each -> part(each).equals(part)).findFirst().orElse(Quantity.TEMPERATURE);
    }

    /** A word as a sentence begins with it. */
    public static String capital(String word) {
        return Character.toUpperCase(word.charAt(0)) + word.substring(1);
    }

    public static QuantityValue gramsPerHour(double gramsPerHour) {
        return new QuantityValue(gramsPerHour, Unit.GRAM_PER_HOUR);
    }

    public static QuantityValue rate(double kelvinPerHour) {
        return new QuantityValue(kelvinPerHour, Unit.KELVIN_PER_HOUR);
    }

    public static QuantityValue seconds(double seconds) {
        return new QuantityValue(seconds, Unit.SECOND);
    }

    public static QuantityValue perHour(double perHour) {
        return new QuantityValue(perHour, Unit.PER_HOUR);
    }

    public static QuantityValue count(double count) {
        return new QuantityValue(count, Unit.COUNT);
    }

    /**
     * The steady moisture balance of a chamber whose room's humidity is known.
     *
     * @param humidifierGh output of its humidifiers (g/h)
     */
    public static MoistureBalance moisture(Chamber chamber, double insideC, double insidePct, double roomC, double humidifierGh) {
        double roomPct = Math.min(100, 100 * chamber.room().vapourPressurePa().orElseThrow() / MoistAir.saturationPressurePa(roomC));
        double airChanges = 3600 * Flow.usual(chamber, id -> false).exchangeM3s() / chamber.box().volumeM3();
        return MoistureBalance.of(chamber.box(), Math.min(200, airChanges), Math.max(0, Math.min(60, insideC)),
                Math.max(0, Math.min(100, insidePct)), Math.max(-40, roomC), roomPct, humidifierGh, chamber.contents().living().waterGh(), chamber.altitudeM());
    }
}
