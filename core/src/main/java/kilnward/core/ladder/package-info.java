/**
 * Machine and occupant on one axis: the {@link kilnward.core.ladder.Ladder} and its rungs, each with its value on the display
 * and at the occupant, and moving them ({@link kilnward.core.ladder.Edit}) on the steps of the device.
 */
package kilnward.core.ladder;
