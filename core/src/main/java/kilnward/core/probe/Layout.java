package kilnward.core.probe;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.chamber.Place;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Tank;
import kilnward.core.finding.Require;
import kilnward.core.life.OccupantPlace;

/**
 * Where the parts of a chamber are, and what follows from it for what its probes feel.
 *
 * @param box        the box
 * @param tank       water in it; empty for a box of air
 * @param contents   where the contents are
 * @param appliances where each appliance is, in order
 * @param heaters    the places of those that heat
 * @param gradientKm air in still air for each metre of height (K/m), 0 in the middle of it
 */
public record Layout(Box box, Optional<Tank> tank, Place contents, Map<String, Place> appliances, List<Place> heaters,
        double gradientKm) {
    public Layout {
        appliances = Map.copyOf(appliances);
        heaters = List.copyOf(heaters);
    }

    /**
     * @param placed     places that somebody has given, by appliance id; where there is none, the usual one is taken
     * @param contents   where the contents are; the usual place where empty
     * @param gradientKm gradient of still air (K/m), −20 to 20
     * @throws kilnward.core.finding.RefusedValueException where something sticks out of the box, or an in-tank heater out of the
     *         water; the field begins with {@code appliances[i].place} or {@code contents.place}
     */
    public static Layout of(Box box, Optional<Tank> tank, List<? extends Appliance> appliances, Map<String, Place> placed,
            Optional<Place> contents, double gradientKm) {
        Require.within("box.gradientKm", gradientKm, -20, 20, "K/m");
        Map<String, Place> places = new HashMap<>();
        List<Place> heaters = new ArrayList<>();
        for (int i = 0; i < appliances.size(); i++) {
            Appliance appliance = appliances.get(i);
            Place place = Optional.ofNullable(placed.get(appliance.id())).orElse(Place.usual(appliance, box, tank));
            String field = "appliances[" + i + "].place";
            place.requireInside(field, box);
            if (appliance instanceof Heater heater) {
                heaters.add(place);
                if (tank.isPresent() && heater.kind() == HeaterKind.IN_TANK) {
                    Require.that(place.topM() <= tank.get().waterHeightM() + 1e-9, field + ".zM", place.zM(),
                            "must leave the heater below the water line at " + Require.plain(tank.get().waterHeightM())
                                    + " m: one that runs dry burns out or cracks");
                }
            }
            places.put(appliance.id(), place);
        }
        Place inside = contents.orElse(Place.usualContents(box));
        inside.requireInside("contents.place", box);
        return new Layout(box, tank, inside, places, heaters, gradientKm);
    }

    /** What a probe feels that hangs at a point. Above the water line of a tank it is out in the room. */
    public ProbePlace hang(Place point, double lagS) {
        if (isAboveWater(point)) {
            return ProbePlace.of(0, 0, 1, 0, lagS);
        }
        return ProbePlace.at(point, heaters, Optional.of(contents), box, tank.isPresent() ? 0 : gradientKm, lagS);
    }

    /** How far above what stands there a probe hangs that is to tell the air around it (m): a hand's breadth, out of its reach. */
    private static final double ABOVE_M = 0.08;

    /**
     * Where a probe usually hangs: for an occupant that is the contents just above their middle, so that it follows them; for one that lives in the air free
     * above them, at its height; in a tank half-way down at the far end from the heater.
     */
    public Place usualPoint(OccupantPlace occupant) {
        if (tank.isEmpty() && occupant == OccupantPlace.AIR) {
            double highest = box.innerHeightM() - Math.min(0.05, 0.1 * box.innerHeightM());
            double beside = Math.min(contents.xM() + contents.lengthM() / 2 + ABOVE_M, 0.5 * (contents.xM() + contents.lengthM() / 2 + box.innerLengthM()));
            return contents.topM() + ABOVE_M <= highest ? Place.point(contents.xM(), contents.yM(), contents.topM() + ABOVE_M)
                    : Place.point(beside, contents.yM(), Math.min(contents.topM(), highest));
        }
        return usualPoint();
    }

    private Place usualPoint() {
        return tank.map(water -> Place.point(0.1 * box.innerLengthM(), 0.5 * box.innerWidthM(), 0.5 * water.waterHeightM()))
                .orElseGet(() -> Place.point(contents.xM(), contents.yM(), Math.min(box.innerHeightM(), contents.topM() + 0.01)));
    }

    /** Whether a point in a tank is above its water line. */
    public boolean isAboveWater(Place point) {
        return tank.isPresent() && point.zM() > tank.get().waterHeightM();
    }

    /** Still air at the height of the occupant, which stands on top of the contents, less mixed air (K). */
    public double occupantGradientK() {
        return tank.isPresent() ? 0 : gradientKm * (contents.topM() - box.innerHeightM() / 2);
    }
}
