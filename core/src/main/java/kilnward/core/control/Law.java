package kilnward.core.control;

/** What a loop of a controller decides from its display. A closed family: add a member here and nowhere else. */
public sealed interface Law permits OnOff {
    /** The state of one run, starting at rest. */
    Runner start();

    /** Mutable state of a law during one run. */
    interface Runner {
        /**
         * Takes one sample of the display.
         *
         * @param shown value on the display, in the controller's unit
         * @return whether the law wants its output on
         */
        boolean demand(double shown);
    }
}
