package kilnward.core.life;

/** Which side of the keep band. */
public enum Side {
    LOW,
    HIGH
}
