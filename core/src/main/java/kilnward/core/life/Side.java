package kilnward.core.life;

/** Which side of the target range. */
public enum Side {
    LOW,
    HIGH
}
