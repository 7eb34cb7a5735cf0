package kilnward.core.settings.judgement;

import kilnward.core.finding.Quantity;
import kilnward.core.finding.Unit;

/** Short names for quantities. */
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

    static Quantity seconds(double seconds) {
        return new Quantity(seconds, Unit.SECOND);
    }

    static Quantity perHour(double perHour) {
        return new Quantity(perHour, Unit.PER_HOUR);
    }

    static Quantity count(double count) {
        return new Quantity(count, Unit.COUNT);
    }
}
