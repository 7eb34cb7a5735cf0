package kilnward.core.chamber.model;

import java.util.Collection;
import java.util.function.Predicate;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.Vent;
import kilnward.core.chamber.body.AirMovement;

/**
 * How air moves in and through a chamber at one moment. Conductances, evaporation and the vertical gradient depend on it, so
 * that a dead fan matters.
 *
 * @param exchangeM3s air exchanged with the room (m³/s)
 * @param movement    movement of the air inside
 * @param overSurface whether a fan blows over a tank's surface
 */
public record Flow(double exchangeM3s, AirMovement movement, boolean overSurface) {
    /** Air changes an hour while the lid is open; an order of magnitude, common practice, no source. */
    private static final double LID_OPEN_PER_HOUR = 300;

    /**
     * @param running appliances that run now
     * @param lidOpen whether the lid is open
     */
    public static Flow of(Chamber chamber, Collection<? extends Appliance> running, boolean lidOpen) {
        double in = 0;
        double out = 0;
        double vents = 0;
        boolean circulates = false;
        boolean over = false;
        for (Appliance appliance : running) {
            if (appliance instanceof Fan fan) {
                switch (fan.kind()) {
                    case INTAKE -> in += fan.flowM3h();
                    case EXHAUST -> out += fan.flowM3h();
                    case CIRCULATION -> circulates = true;
                    case SURFACE -> over = true;
                }
            } else if (appliance instanceof Vent vent) {
                vents += vent.flowM3h(chamber.box().volumeM3());
            }
        }
        boolean hasCirculation = chamber.appliances().stream()
                .anyMatch(each -> each instanceof Fan fan && fan.kind() == Fan.Kind.CIRCULATION);
        AirMovement movement = circulates || !hasCirculation && chamber.airMovement() == AirMovement.MOVING
                ? AirMovement.MOVING : AirMovement.STILL;
        double volumeM3 = chamber.box().volumeM3();
        // What one fan pushes in the other lets out: the larger of the two is the exchange.
        double m3h = volumeM3 * (chamber.airChangesPerHour() + (lidOpen ? LID_OPEN_PER_HOUR : 0)) + vents + Math.max(in, out);
        return new Flow(m3h / 3600, movement, over);
    }

    /** With everything that runs all the time: fans on no controller. */
    public static Flow usual(Chamber chamber, Predicate<String> controlled) {
        return of(chamber, chamber.appliances().stream()
                .filter(each -> each.runsByItself() && !controlled.test(each.id())).toList(), false);
    }

    /** Share of the still air's vertical gradient that is left: a stream leaves about a tenth; common practice, no source. */
    public double gradientShare() {
        return movement == AirMovement.STILL ? 1 : 0.1;
    }
}
