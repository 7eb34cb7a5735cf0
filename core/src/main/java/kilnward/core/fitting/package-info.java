/**
 * Learns what a box really is from what was measured of it.
 *
 * <p>A {@link kilnward.core.fitting.BoxLog} is a stretch of readings with the room meanwhile and, as a {@link kilnward.core.fitting.Drive}, when the heating was on: from a log of
 * watts, or from how the readings rise and fall. {@link kilnward.core.fitting.BoxFit} finds the {@link kilnward.core.fitting.BoxParameter}s at which the simulator goes where the
 * log went, how sure that is, and what the readings cannot tell apart; {@link kilnward.core.fitting.Experiment} says what would tell it.
 * {@link kilnward.core.fitting.BoxDrift} compares what was learned over months.
 */
package kilnward.core.fitting;
