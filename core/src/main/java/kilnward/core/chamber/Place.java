package kilnward.core.chamber;

import java.util.Optional;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Bowl;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Dehumidifier;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.appliance.Lamp;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Tank;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * Where something is inside a box: the middle of its body and its size, measured from the inside left front bottom corner.
 *
 * @param xM      middle, from the left wall (m)
 * @param yM      middle, from the front wall (m)
 * @param zM      middle, above the floor (m)
 * @param lengthM its extent from left to right (m), 0 for a point
 * @param widthM  its extent from front to back (m)
 * @param heightM its extent upwards (m)
 */
public record Place(@Bounded(min = 0, max = 50, unit = "m") double xM, @Bounded(min = 0, max = 50, unit = "m") double yM, @Bounded(min = 0, max = 50, unit = "m") double zM,
        @Bounded(min = 0, max = 50, unit = "m") double lengthM, @Bounded(min = 0, max = 50, unit = "m") double widthM, @Bounded(min = 0, max = 50, unit = "m") double heightM) {
    public Place {
        Require.within(Place.class, "xM", xM);
        Require.within(Place.class, "yM", yM);
        Require.within(Place.class, "zM", zM);
        Require.within(Place.class, "lengthM", lengthM);
        Require.within(Place.class, "widthM", widthM);
        Require.within(Place.class, "heightM", heightM);
    }

    /** A point. */
    public static Place point(double xM, double yM, double zM) {
        return new Place(xM, yM, zM, 0, 0, 0);
    }

    /**
     * Checks that the whole of it is inside a box.
     *
     * @param path the field's path, without the last dot
     * @throws kilnward.core.finding.RefusedValueException where some of it sticks out
     */
    public void requireInside(String path, Box box) {
        require(path + ".xM", xM, lengthM, box.innerLengthM());
        require(path + ".yM", yM, widthM, box.innerWidthM());
        require(path + ".zM", zM, heightM, box.innerHeightM());
    }

    private static void require(String field, double middle, double extent, double most) {
        double least = extent / 2;
        Require.that(extent <= most + 1e-9 && middle >= least - 1e-9 && middle <= most - least + 1e-9, field, middle,
                extent > most ? "cannot be inside the box: it is " + Require.plain(extent) + " m big and the box " + Require.plain(most)
                        : "must be from " + tidy(least) + " to " + tidy(most - least) + " m, inside the box");
    }

    private static String tidy(double metres) {
        return Require.plain(Math.round(metres * 1e4) / 1e4);
    }

    /** Height of its top above the floor (m). */
    public double topM() {
        return zM + heightM / 2;
    }

    /** Distance from a point to this body (m); 0 inside it. */
    public double distanceM(Place point) {
        double x = Math.max(0, Math.abs(point.xM - xM) - lengthM / 2);
        double y = Math.max(0, Math.abs(point.yM - yM) - widthM / 2);
        double z = Math.max(0, Math.abs(point.zM - zM) - heightM / 2);
        return Math.sqrt(x * x + y * y + z * z);
    }

    /** Whether this body stands on the straight line between a point and the nearest point of another body. */
    public boolean isBetween(Place point, Place other) {
        double from = 0;
        double to = 1;
        double[] start = {point.xM, point.yM, point.zM};
        double[] end = {nearest(point.xM, other.xM, other.lengthM), nearest(point.yM, other.yM, other.widthM),
                nearest(point.zM, other.zM, other.heightM)};
        double[] middle = {xM, yM, zM};
        double[] half = {lengthM / 2, widthM / 2, heightM / 2};
        for (int axis = 0; axis < 3; axis++) {
            double along = end[axis] - start[axis];
            double near = middle[axis] - half[axis] - start[axis];
            double far = middle[axis] + half[axis] - start[axis];
            if (along == 0) {
                if (near >= 0 || far <= 0) {
                    return false;
                }
                continue;
            }
            from = Math.max(from, Math.min(near / along, far / along));
            to = Math.min(to, Math.max(near / along, far / along));
        }
        return to > from;
    }

    private static double nearest(double value, double centre, double extent) {
        return Math.max(centre - extent / 2, Math.min(centre + extent / 2, value));
    }

    /** Where an appliance usually stands in a new plan. */
    public static Place usual(Appliance appliance, Box box, Optional<Tank> tank) {
        double length = box.innerLengthM();
        double width = box.innerWidthM();
        double height = box.innerHeightM();
        double small = 0.25 * Math.min(length, Math.min(width, height));
        if (appliance instanceof Heater heater) {
            return switch (heater.kind()) {
                case MAT, CABLE, WARM_LIQUID -> new Place(length / 2, width / 2, Math.min(0.005, height / 2), 0.7 * length,
                        0.7 * width, Math.min(0.01, height));
                case RADIANT_PANEL -> new Place(length / 2, width / 2, 0.97 * height, 0.5 * length, 0.5 * width, Math.min(0.02, 0.05 * height));
                case BULB, CERAMIC_EMITTER -> new Place(length / 2, width / 2, 0.85 * height, small, small, small);
                case ROD, SELF_LIMITING, FANNED_ELEMENT, REVERSED_MODULE -> new Place(Math.max(0.12 * length, small / 2), width / 2, 0.2 * height, small, small, small);
                case IN_TANK -> {
                    double deep = tank.map(Tank::waterHeightM).orElse(height);
                    yield new Place(0.9 * length, 0.9 * width, 0.45 * deep, small / 3, small / 3, 0.6 * deep);
                }
            };
        }
        if (appliance instanceof Lamp) {
            return new Place(length / 2, width / 2, 0.95 * height, 0.6 * length, 0.3 * width, 0.05 * height);
        }
        if (appliance instanceof Bowl || appliance instanceof Humidifier) {
            return new Place(0.85 * length, 0.2 * width, 0.12 * height, small, small, small / 2);
        }
        if (appliance instanceof Cooler || appliance instanceof Dehumidifier) {
            return new Place(small / 2, width / 2, 0.8 * height, small, small, small);
        }
        return new Place(length - small / 2, width / 2, 0.8 * height, small, small, small);
    }

    /** Where the contents usually stand in a new plan: on the floor's middle, three fifths of its length and width. */
    public static Place usualContents(Box box) {
        double height = 0.35 * box.innerHeightM();
        return new Place(box.innerLengthM() / 2, box.innerWidthM() / 2, 0.1 * box.innerHeightM() + height / 2,
                0.6 * box.innerLengthM(), 0.6 * box.innerWidthM(), height);
    }
}
