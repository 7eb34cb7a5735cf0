package kilnward.core.device;

/** The school of a controller: which law it works by, and so which keys it needs. A new law is one member here and one file. */
public enum LawKind {
    /** On and off between two points, in five styles; with two outlets around one value. */
    ON_OFF(new OnOffKeys()),
    /** On for a share of each window. */
    TIME_PROPORTIONAL(new TimeProportionalKeys()),
    /** Fan speed by band: exhaust, and an intake that follows it. */
    FAN_BAND(new FanBandKeys()),
    /** A vent moved in steps, and a fan that takes over from it. */
    STEP_VENT(new StepVentKeys());

    private final LawKeys keys;

    LawKind(LawKeys keys) {
        this.keys = keys;
    }

    public LawKeys keys() {
        return keys;
    }
}
