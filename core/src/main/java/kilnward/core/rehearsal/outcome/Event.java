package kilnward.core.rehearsal.outcome;

/**
 * Something that happened at one moment.
 *
 * @param timeS   since the start (s)
 * @param kind    what
 * @param subject the loop of a switching, the controller of an alarm, what harms where that is not the temperature
 * @param value  display (°C or %RH) for switchings and alarms, what the occupant has, in the model's unit, for harm
 */
public record Event(double timeS, Kind kind, String subject, double value) {
    /** Kinds of event. */
    public enum Kind {
        /** An output came on. */
        SWITCHED_ON,
        /** An output stopped. */
        SWITCHED_OFF,
        /** The display reached the high alarm. */
        HIGH_ALARM,
        /** The display reached the low alarm. */
        LOW_ALARM,
        /** The display shows a code instead of a number: a broken probe told from a cold one. */
        PROBE_CODE,
        /** A danger limit was used up: its level was reached for its duration. */
        HARM;

        /** Whether it is one that sounds. */
        public boolean isAlarm() {
            return this == HIGH_ALARM || this == LOW_ALARM || this == PROBE_CODE;
        }
    }
}
