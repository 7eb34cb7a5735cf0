package kilnward.core.chamber.body;

/** The six walls of a box, in the order in which they are listed everywhere. */
public enum WallSide {
    BOTTOM,
    TOP,
    FRONT,
    BACK,
    LEFT,
    RIGHT
}
