package kilnward.core.control;

import java.util.Objects;
import java.util.OptionalDouble;

/**
 * One law by day and another by night. Both follow the display all the time, so that the one that takes over knows on which side
 * of its points it came.
 *
 * @param dayNight which of them
 * @param day      law by day
 * @param night    law by night
 */
public record ByDay(DayNight dayNight, Law day, Law night) implements Law {
    public ByDay {
        Objects.requireNonNull(dayNight, "dayNight");
        Objects.requireNonNull(day, "day");
        Objects.requireNonNull(night, "night");
    }

    @Override
    public boolean isTimeless() {
        return false;
    }

    @Override
    public OptionalDouble holdsAbout() {
        return day.holdsAbout();
    }

    @Override
    public Runner start() {
        DayNight.Runner clock = dayNight.start();
        Runner byDay = day.start();
        Runner byNight = night.start();
        return seen -> {
            double light = byDay.demand(seen);
            double dark = byNight.demand(seen);
            return clock.isDay(seen) ? light : dark;
        };
    }
}
