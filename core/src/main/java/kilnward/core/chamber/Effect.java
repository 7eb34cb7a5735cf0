package kilnward.core.chamber;

/** What an appliance does to the climate while it runs: what is said of it, and what is done first when it fails, follows from this. */
public enum Effect {
    /** It warms the air, the water or the contents. */
    WARMS,
    /** It takes heat out. */
    COOLS,
    /** It gives off water. */
    MOISTENS,
    /** It takes water out. */
    DRIES,
    /** It exchanges air with the room. */
    AIRS,
    /** It moves the air or the water inside. */
    STIRS,
    /** It lights, and warms by it. */
    LIGHTS;

    /** Whether it raises the temperature. */
    public boolean raisesTemperature() {
        return this == WARMS || this == LIGHTS;
    }
}
