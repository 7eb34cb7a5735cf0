package kilnward.core.chamber;

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
public record Place(double xM, double yM, double zM, double lengthM, double widthM, double heightM) {
    public Place {
        Require.within("xM", xM, 0, 50, "m");
        Require.within("yM", yM, 0, 50, "m");
        Require.within("zM", zM, 0, 50, "m");
        Require.within("lengthM", lengthM, 0, 50, "m");
        Require.within("widthM", widthM, 0, 50, "m");
        Require.within("heightM", heightM, 0, 50, "m");
    }

    /** A point. */
    public static Place point(double xM, double yM, double zM) {
        return new Place(xM, yM, zM, 0, 0, 0);
    }

    /** The same with its middle inside a box. @throws kilnward.core.finding.RefusedValueException where it is not */
    public Place requireInside(Box box) {
        require("xM", xM, box.innerLengthM());
        require("yM", yM, box.innerWidthM());
        require("zM", zM, box.innerHeightM());
        return this;
    }

    private static void require(String field, double value, double most) {
        Require.that(value <= most, field, value, "must be inside the box: at most " + Require.plain(most) + " m");
    }

    /** Distance from a point to this body (m); 0 inside it. */
    public double distanceM(Place point) {
        double x = Math.max(0, Math.abs(point.xM - xM) - lengthM / 2);
        double y = Math.max(0, Math.abs(point.yM - yM) - widthM / 2);
        double z = Math.max(0, Math.abs(point.zM - zM) - heightM / 2);
        return Math.sqrt(x * x + y * y + z * z);
    }

    /** Where an appliance usually stands in a new plan. */
    public static Place usual(Appliance appliance, Box box) {
        double length = box.innerLengthM();
        double width = box.innerWidthM();
        double height = box.innerHeightM();
        double small = 0.25 * Math.min(length, Math.min(width, height));
        if (appliance instanceof Heater heater) {
            return switch (heater.kind()) {
                case MAT, CABLE, WARM_LIQUID -> new Place(length / 2, width / 2, Math.min(0.005, height / 2), 0.7 * length,
                        0.7 * width, Math.min(0.01, height));
                case BULB, CERAMIC_EMITTER -> new Place(length / 2, width / 2, 0.85 * height, small, small, small);
                case ROD, SELF_LIMITING, FANNED_ELEMENT -> new Place(0.12 * length, width / 2, 0.2 * height, small, small, small);
                case IN_TANK -> new Place(0.9 * length, 0.9 * width, 0.35 * height, small / 3, small / 3, 0.5 * height);
            };
        }
        if (appliance instanceof Lamp) {
            return new Place(length / 2, width / 2, 0.95 * height, 0.6 * length, 0.3 * width, 0.05 * height);
        }
        if (appliance instanceof Bowl || appliance instanceof Humidifier) {
            return new Place(0.85 * length, 0.2 * width, 0.12 * height, small, small, small / 2);
        }
        return new Place(0.9 * length, width / 2, 0.85 * height, small, small, small);
    }

    /** Where the contents usually stand in a new plan: on the floor's middle, three fifths of its length and width. */
    public static Place usualContents(Box box) {
        double height = 0.35 * box.innerHeightM();
        return new Place(box.innerLengthM() / 2, box.innerWidthM() / 2, 0.1 * box.innerHeightM() + height / 2,
                0.6 * box.innerLengthM(), 0.6 * box.innerWidthM(), height);
    }
}
